package app.gemba.core.phone;

import com.google.i18n.phonenumbers.NumberParseException;
import com.google.i18n.phonenumbers.PhoneNumberUtil;
import com.google.i18n.phonenumbers.PhoneNumberUtil.PhoneNumberFormat;
import com.google.i18n.phonenumbers.PhoneNumberUtil.ValidationResult;
import com.google.i18n.phonenumbers.Phonenumber;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads the telephone numbers out of a cell as people fill it. Parsing is libphonenumber's; what
 * surrounds it keeps a plain parse from seeing numbers where there are none (keypad letters in
 * names, decimals as digits) and from failing on odd spaces. Safe for use by several threads.
 */
public final class PhoneReader {
  private static final Pattern PLACEHOLDER =
      Pattern.compile("[-–—.?/()\\s+\"']*|n/?a|null|nil|nan|none|0+", Pattern.CASE_INSENSITIVE);
  private static final Pattern SEPARATOR =
      Pattern.compile(
          "\\s*(?:[/;\\\\&|\\n]|,(?!,)(?<!,,)|\\bor\\b|\\band\\b| \\+ )\\s*",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern SPREADSHEET_ERROR = Pattern.compile("#[A-Z/0]+[!?]?|=\\w.*");
  private static final Pattern DATE =
      Pattern.compile("\\d{1,2}[/.]\\d{1,2}[/.]\\d{4}|\\d{4}-\\d{2}-\\d{2}");
  private static final Pattern EXTENSION =
      Pattern.compile(
          "(?i)\\s*(?:;ext=|,,+|\\bext\\.?|\\bx|(?<=\\d)x|\\bint\\.?|\\banexo|доб\\.?)\\s*(\\d{1,7})$");
  private static final Pattern TRAILING_WORDS = Pattern.compile("\\s*(?:\\([^)\\d]*\\)|\\p{L}+)$");

  /** A group of letters that stands for digits of its own: 1-207-JKL-0137. */
  private static final Pattern KEYPAD_LETTERS =
      Pattern.compile("[+\\d][\\d ().-]*[ -][A-Za-z]{3,7}(?:[ -]\\d+)?");

  private static final Pattern STOP = Pattern.compile("(?i)\\bstop\\b");
  private static final int FEWEST_DIGITS_OF_TWO = 14;
  private static final int FEWEST_LETTERS_OF_A_NOTE = 3;
  private static final int MOST_TRIES = 20;

  private final PhoneNumberUtil library = PhoneNumberUtil.getInstance();
  private final Set<String> northAmerica = Set.copyOf(library.getRegionCodesForCountryCode(1));
  private final ZoneDirectory zones;

  /** A reader with the zone directory that ships with Gemba. */
  public PhoneReader() {
    this(ZoneDirectory.shipped());
  }

  PhoneReader(ZoneDirectory zones) {
    this.zones = zones;
  }

  /**
   * Reads one cell.
   *
   * @param raw the cell as it stands in the file
   * @param defaultRegion ISO 3166-1 code of the country of numbers that carry none
   */
  public PhoneReading read(String raw, String defaultRegion) {
    CellCleaner.Tidy tidy = CellCleaner.clean(raw);
    PhoneReading reading = readTidy(tidy.text(), defaultRegion.toUpperCase(Locale.ROOT));
    return reading instanceof PhoneReading.Numbers read && read.warning().isEmpty()
        ? numbers(read.numbers(), read.extension(), tidy.odd())
        : reading;
  }

  private PhoneReading readTidy(String tidy, String region) {
    String cell = tidy;
    if (PLACEHOLDER.matcher(cell).matches()) {
      return new PhoneReading.Blank();
    }
    Optional<String> scientific = CellCleaner.scientific(cell);
    if (scientific.isPresent() && scientific.get().isEmpty()) {
      return new PhoneReading.Destroyed();
    }
    cell = scientific.orElse(cell);
    if (SPREADSHEET_ERROR.matcher(cell).matches()) {
      return new PhoneReading.Unusable("a formula or a spreadsheet's error value");
    }
    if (DATE.matcher(cell).matches()) {
      return new PhoneReading.Unusable("a date, not a number");
    }
    if (cell.contains("@")) {
      return new PhoneReading.Unusable("an e-mail address, not a number");
    }
    if (cell.chars().noneMatch(c -> c >= '0' && c <= '9')) {
      return new PhoneReading.NoNumber();
    }
    PhoneReading reading = readParts(cell, region);
    return scientific.isPresent() && reading instanceof PhoneReading.Numbers read
        ? numbers(read.numbers(), "", "it was in scientific notation, all digits there")
        : reading;
  }

  private PhoneReading readParts(String cell, String region) {
    if (isOnlyANumber(cell)) {
      Optional<PhoneNumber> plain = parsePlain(cell, region);
      if (plain.isPresent()) {
        return numbers(List.of(plain.get()), "", warning(plain.get(), cell, region));
      }
    }
    List<String> parts =
        Arrays.stream(SEPARATOR.split(EXTENSION.matcher(cell).replaceFirst("")))
            .filter(part -> !part.isBlank())
            .map(CellCleaner::part)
            .toList();
    if (parts.size() == 1) {
      Optional<PhoneNumber> whole = parse(parts.get(0), region);
      if (whole.isPresent()) {
        Matcher behind = EXTENSION.matcher(cell);
        String extension = behind.find() ? behind.group(1) : "";
        String warning =
            extension.isEmpty()
                ? warning(whole.get(), cell, region)
                : "the extension is kept apart";
        return numbers(List.of(whole.get()), extension, warning);
      }
    }
    List<PhoneNumber> read =
        parts.stream().flatMap(part -> parse(part, region).stream()).distinct().toList();
    if (parts.size() > 1 && read.size() < 2) {
      Optional<PhoneNumber> slashed = parse(cell.replaceAll("[/\\\\]", "-"), region);
      if (slashed.isPresent()) {
        return numbers(List.of(slashed.get()), "", "");
      }
    }
    if (!read.isEmpty()) {
      return numbers(read, "", read.size() > 1 ? several(read) : "not all of the cell is a number");
    }
    List<PhoneNumber> pair = sideBySide(cell, region);
    if (!pair.isEmpty()) {
      return numbers(pair, "", several(pair));
    }
    return inProse(cell, region)
        .<PhoneReading>map(number -> numbers(List.of(number), "", "words around the number"))
        .orElseGet(() -> new PhoneReading.Unusable("not a usable telephone number"));
  }

  /** Most cells hold one number and nothing else; these need none of the care below. */
  private static boolean isOnlyANumber(String cell) {
    for (int i = 0; i < cell.length(); i++) {
      char c = cell.charAt(i);
      if ((c < '0' || c > '9') && " ().-".indexOf(c) < 0 && (c != '+' || i > 0)) {
        return false;
      }
    }
    return true;
  }

  private static PhoneReading.Numbers numbers(
      List<PhoneNumber> numbers, String extension, String warning) {
    return new PhoneReading.Numbers(numbers, extension, warning);
  }

  private static String several(List<PhoneNumber> numbers) {
    return numbers.size() == 2 ? "two numbers" : numbers.size() + " numbers";
  }

  /** What a careful reader would mention of the one number of a cell. */
  private String warning(PhoneNumber number, String cell, String region) {
    if (number.type() == LineType.UNKNOWN) {
      return "in no range that is in use";
    }
    if (number.type() == LineType.SPECIAL) {
      return "a number with a rate of its own, not a person's line";
    }
    if (cell.chars().anyMatch(Character::isLetter)) {
      return "letters read as keys of a telephone";
    }
    return lostBeginning(cell, number, region);
  }

  private String nationalForm(PhoneNumber number) {
    try {
      return library.format(library.parse(number.e164(), "ZZ"), PhoneNumberFormat.NATIONAL);
    } catch (NumberParseException e) {
      return "";
    }
  }

  /** A national number without its trunk zero, or a country code without its plus. */
  private String lostBeginning(String cell, PhoneNumber number, String region) {
    String digits = cell.replaceAll("\\D", "");
    if (cell.contains("+") || number.region().equals("ZZ")) {
      return cell.startsWith("+011") || cell.startsWith("+ 011") ? "a plus and an exit code" : "";
    }
    if (digits.startsWith("0")) {
      boolean exitCode = digits.startsWith("00") && library.getCountryCodeForRegion(region) == 1;
      return exitCode ? "00 read as a plus" : "";
    }
    boolean northAmerican = number.e164().startsWith("+1");
    if (!northAmerican && nationalForm(number).matches("\\(?0.*")) {
      return number.e164().equals("+" + digits)
          ? "its country code stood without a plus"
          : "its leading zero was lost";
    }
    boolean foreign = !number.e164().startsWith("+" + library.getCountryCodeForRegion(region));
    return foreign && !digits.startsWith("011") ? "its country code stood without a plus" : "";
  }

  /** Two numbers with nothing between them but a blank, a bracket or a plus. */
  private List<PhoneNumber> sideBySide(String cell, String region) {
    if (cell.chars().filter(Character::isDigit).count() < FEWEST_DIGITS_OF_TWO) {
      return List.of();
    }
    for (int i = 1; i < cell.length() - 1; i++) {
      if (" (+".indexOf(cell.charAt(i)) >= 0) {
        if (cell.startsWith(" - ", i) || cell.startsWith("- ", i - 1)) {
          // From this number to that: a range, which nobody meant to be contacted whole.
          continue;
        }
        Optional<PhoneNumber> left = parse(cell.substring(0, i).strip(), region);
        Optional<PhoneNumber> right = parse(cell.substring(i).strip(), region);
        if (left.isPresent() && right.isPresent()) {
          return List.of(left.get(), right.get());
        }
      }
    }
    return List.of();
  }

  /** The one valid number in a note; a note that asks to stop is nobody to be contacted. */
  private Optional<PhoneNumber> inProse(String cell, String region) {
    boolean wordy = cell.chars().filter(Character::isLetter).count() >= FEWEST_LETTERS_OF_A_NOTE;
    if (!wordy || STOP.matcher(cell).find()) {
      return Optional.empty();
    }
    List<PhoneNumber> found = new ArrayList<>();
    library
        .findNumbers(cell, region, PhoneNumberUtil.Leniency.VALID, MOST_TRIES)
        .forEach(match -> parsePlain(match.rawString(), region).ifPresent(found::add));
    return found.stream().distinct().count() == 1 ? Optional.of(found.get(0)) : Optional.empty();
  }

  private Optional<PhoneNumber> parse(String part, String region) {
    String bare = EXTENSION.matcher(part).replaceFirst("");
    bare = TRAILING_WORDS.matcher(bare).replaceFirst("").strip();
    if (KEYPAD_LETTERS.matcher(bare).matches()) {
      return parsePlain(bare, region).filter(number -> number.type() != LineType.UNKNOWN);
    }
    if (bare.chars().anyMatch(Character::isLetter) || SEPARATOR.matcher(bare).find()) {
      return Optional.empty();
    }
    return parsePlain(bare, region).or(() -> withoutPlus(part, region));
  }

  /** A foreign number whose plus was lost or stands as 00: taken only where it is then valid. */
  private Optional<PhoneNumber> withoutPlus(String part, String region) {
    String digits = part.replaceAll("\\D", "");
    String international = digits.startsWith("00") ? digits.substring(2) : digits;
    if (international.length() < 11 || international.startsWith("0") || part.contains("+")) {
      return Optional.empty();
    }
    return parsePlain("+" + international, region).filter(n -> n.type() != LineType.UNKNOWN);
  }

  private Optional<PhoneNumber> parsePlain(String text, String region) {
    try {
      Optional<Phonenumber.PhoneNumber> plain = northAmerican(text, region);
      Phonenumber.PhoneNumber parsed =
          plain.isPresent() ? plain.get() : library.parse(text, region);
      String of = library.getRegionCodeForNumber(parsed);
      boolean valid = of != null && library.isValidNumberForRegion(parsed, of);
      if (!valid && !possible(parsed, text)) {
        return Optional.empty();
      }
      String e164 = library.format(parsed, PhoneNumberFormat.E164);
      LineType type = valid ? lineType(library.getNumberType(parsed)) : LineType.UNKNOWN;
      return Optional.of(
          new PhoneNumber(e164, type, of == null ? "ZZ" : of, zones.of(parsed, e164)));
    } catch (NumberParseException | IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /**
   * Ten digits in a country of the North American plan, which are the number as it is: the library
   * comes to the same, and half of the time that a file takes to read is spent on how it does.
   */
  private Optional<Phonenumber.PhoneNumber> northAmerican(String text, String region) {
    if (!northAmerica.contains(region)) {
      return Optional.empty();
    }
    long digits = 0;
    int count = 0;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c >= '0' && c <= '9') {
        digits = digits * 10 + (c - '0');
        count++;
      } else if (" ().-".indexOf(c) < 0) {
        return Optional.empty();
      }
    }
    return count == 10 && digits >= 2_000_000_000L
        ? Optional.of(new Phonenumber.PhoneNumber().setCountryCode(1).setNationalNumber(digits))
        : Optional.empty();
  }

  /**
   * A number of a possible length in no assigned range is kept where it is written out, with its
   * country or its trunk zero; in North America, where all have one length, it is a typing error.
   */
  private boolean possible(Phonenumber.PhoneNumber parsed, String text) {
    return parsed.getCountryCode() != 1
        && (text.startsWith("+") || text.replaceAll("\\D", "").startsWith("0"))
        && library.isPossibleNumberWithReason(parsed) == ValidationResult.IS_POSSIBLE;
  }

  private static LineType lineType(PhoneNumberUtil.PhoneNumberType type) {
    return switch (type) {
      case MOBILE -> LineType.MOBILE;
      case FIXED_LINE -> LineType.LANDLINE;
      case FIXED_LINE_OR_MOBILE, PERSONAL_NUMBER -> LineType.LANDLINE_OR_MOBILE;
      case VOIP -> LineType.INTERNET;
      case TOLL_FREE, PREMIUM_RATE, SHARED_COST, UAN, PAGER, VOICEMAIL -> LineType.SPECIAL;
      case UNKNOWN -> LineType.UNKNOWN;
    };
  }
}
