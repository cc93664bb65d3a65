package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Guesses from its name and its contents what each column becomes. */
public final class MappingGuesser {
  private static final double MOST = 0.6;
  private static final Pattern PHONE_NAME =
      Pattern.compile("phone|mobile|cell|tel|number|handy|fon|whatsapp");
  private static final Pattern NAME_NAME =
      Pattern.compile("^(full )?name$|^(guest|contact|customer|person|member) name$");
  private static final Pattern FIRST_NAME =
      Pattern.compile("first ?name|^first$|given|vorname|forename");
  private static final Pattern LAST_NAME =
      Pattern.compile("last ?name|^last$|family name|surname|nachname");
  private static final Pattern ID_NAME =
      Pattern.compile(
          "\\bid\\b|\\bno\\b|\\bnr\\b|number$|member|reference|\\bref\\b|\\bkey\\b|customer");
  private static final Pattern AGREED_NAME =
      Pattern.compile(
          "\\bok\\b|agree|consent|opt.?in|opt.?out|permission|subscribed|allowed|may (we )?(text|call)");
  private static final Pattern DAY_NAME = Pattern.compile("\\bon\\b|date|when|since|\\bat\\b");

  private final PhoneReader phones;
  private final String defaultRegion;

  /** A guesser that reads numbers without a country as of the default region. */
  public MappingGuesser(PhoneReader phones, String defaultRegion) {
    this.phones = phones;
    this.defaultRegion = defaultRegion;
  }

  /** A guess per column, from its header and a sample of rows. */
  public List<ColumnGuess> guess(List<String> headers, List<List<String>> sample) {
    List<ColumnGuess> guesses = new ArrayList<>();
    Set<ColumnRole> taken = EnumSet.noneOf(ColumnRole.class);
    for (int i = 0; i < headers.size(); i++) {
      Contents contents = contents(sample, i);
      ColumnGuess guess = guess(i, headers.get(i), contents, taken);
      taken.add(guess.plan().role());
      guesses.add(guess);
    }
    return guesses;
  }

  private ColumnGuess guess(int index, String header, Contents in, Set<ColumnRole> taken) {
    String name = header.toLowerCase(Locale.ROOT).replaceAll("[_\\-.?:]+", " ").strip();
    if (in.filled == 0) {
      return as(index, header, ColumnRole.LEFT_OUT, "Nothing in it.");
    }
    if (in.share(in.emails) >= MOST && !taken.contains(ColumnRole.EMAIL)) {
      return as(index, header, ColumnRole.EMAIL, in.share(in.emails, "an e-mail address"));
    }
    boolean phoneName = PHONE_NAME.matcher(name).find();
    if (in.share(in.phones) >= (phoneName ? 0.3 : MOST) && in.share(in.days) < MOST) {
      return as(index, header, ColumnRole.PHONE, in.share(in.phones, "a telephone number"));
    }
    if (in.share(in.yesNo) >= MOST
        && AGREED_NAME.matcher(name).find()
        && !taken.contains(ColumnRole.AGREED)) {
      return as(index, header, ColumnRole.AGREED, in.share(in.yesNo, "yes or no"));
    }
    boolean agreedBefore = taken.contains(ColumnRole.AGREED);
    if (in.share(in.days) >= MOST
        && agreedBefore
        && !taken.contains(ColumnRole.AGREED_ON)
        && (DAY_NAME.matcher(name).find() || AGREED_NAME.matcher(name).find())) {
      return as(index, header, ColumnRole.AGREED_ON, in.share(in.days, "a date"));
    }
    ColumnRole called = calledByName(name);
    if (called != ColumnRole.FIELD && !taken.contains(called)) {
      return as(index, header, called, "By its name.");
    }
    if (ID_NAME.matcher(name).find()
        && !taken.contains(ColumnRole.OWN_ID)
        && in.share(in.days) < MOST
        && in.share(in.distinct.size()) >= 0.9) {
      return as(index, header, ColumnRole.OWN_ID, "By its name, and hardly any comes twice.");
    }
    return as(index, header, ColumnRole.FIELD, "Kept as a field for texts and filters.");
  }

  private static ColumnRole calledByName(String name) {
    if (NAME_NAME.matcher(name).find()) {
      return ColumnRole.NAME;
    }
    if (FIRST_NAME.matcher(name).find()) {
      return ColumnRole.FIRST_NAME;
    }
    return LAST_NAME.matcher(name).find() ? ColumnRole.LAST_NAME : ColumnRole.FIELD;
  }

  private static ColumnGuess as(int index, String header, ColumnRole role, String why) {
    return new ColumnGuess(new ColumnPlan(index, header, role), why);
  }

  private Contents contents(List<List<String>> sample, int column) {
    Contents contents = new Contents();
    for (List<String> row : sample) {
      String cell = column < row.size() ? row.get(column).strip() : "";
      if (!cell.isEmpty()) {
        contents.filled++;
        contents.distinct.add(cell);
        contents.emails += cell.contains("@") && cell.contains(".") ? 1 : 0;
        contents.days += DayReader.read(cell).isPresent() ? 1 : 0;
        contents.yesNo += YesNo.read(cell) != Agreement.UNSAID ? 1 : 0;
        contents.phones += phones.read(cell, defaultRegion) instanceof PhoneReading.Numbers ? 1 : 0;
      }
    }
    return contents;
  }

  private static final class Contents {
    private final Set<String> distinct = new HashSet<>();
    private int filled;
    private int emails;
    private int phones;
    private int days;
    private int yesNo;

    private double share(int count) {
      return filled == 0 ? 0 : (double) count / filled;
    }

    private String share(int count, String what) {
      return count == filled
          ? "Each filled cell holds " + what + "."
          : Math.round(100 * share(count)) + " % of the filled cells hold " + what + ".";
    }
  }
}
