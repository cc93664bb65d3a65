package app.gemba.core.intake;

import app.gemba.core.phone.PhoneReader;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Guesses from its name and its contents what each column becomes. */
public final class MappingGuesser {
  private static final double MOST = 0.6;
  private static final double NEARLY_ALL = 0.9;
  private static final Pattern PHONE_NAME =
      Pattern.compile("phone|mobile|cell|tel|number|handy|fon|whatsapp|fax");
  private static final Pattern NAME_NAME =
      Pattern.compile("^(full )?name$|^(guest|contact|customer|person|member) name$");

  /** What a column is called where the file calls it nothing. */
  private static final Pattern NO_NAME = Pattern.compile("^column \\d+$");

  private static final Pattern FIRST_NAME =
      Pattern.compile("first ?name|^first$|given|vorname|forename");
  private static final Pattern LAST_NAME =
      Pattern.compile("last ?name|^last$|family name|surname|nachname");
  private static final Pattern ID_NAME =
      Pattern.compile(
          "\\bid\\b|\\bno\\b|\\bnr\\b|number$|member|reference|\\bref\\b|\\bkey\\b|customer|\\buid\\b");
  private static final Pattern AGREED_NAME =
      Pattern.compile(
          "\\bok\\b|agree|consent|opt.?in|permission|subscribed|allowed|may (we )?(text|call)");
  private static final Pattern STOP_NAME =
      Pattern.compile(
          "do ?not|\\bdnc\\b|opt(ed)? ?out|unsubscribed|suppress|never (call|text|contact)");
  private static final Pattern DAY_NAME = Pattern.compile("\\bon\\b|date|when|since|\\bat\\b");
  private static final Pattern HOW_NAME = Pattern.compile("\\bhow\\b|means|source|method|given by");
  private static final Pattern COUNTRY_NAME = Pattern.compile("country|^land$|nation|pays|país");
  private static final Pattern TAGS_NAME =
      Pattern.compile("^tags?$|^labels?$|^categor(y|ies)$|^groups?$");
  private static final Pattern LABEL = Pattern.compile("\\(([^)]{1,40})\\)");

  private final PhoneReader phones;
  private final String defaultRegion;

  /** A guesser that reads numbers without a country as of the default region. */
  public MappingGuesser(PhoneReader phones, String defaultRegion) {
    this.phones = phones;
    this.defaultRegion = defaultRegion;
  }

  /** A guess per column, from its header and a sample of rows from all over the file. */
  public List<ColumnGuess> guess(List<String> headers, List<List<String>> sample) {
    List<ColumnGuess> guesses = new ArrayList<>();
    Set<ColumnRole> taken = EnumSet.noneOf(ColumnRole.class);
    boolean hasCountry =
        headers.stream().anyMatch(header -> COUNTRY_NAME.matcher(plain(header)).find());
    for (int i = 0; i < headers.size(); i++) {
      ColumnSample in = new ColumnSample(sample, i, phones, defaultRegion, hasCountry);
      ColumnGuess guess = guess(new Column(i, headers.get(i), plain(headers.get(i))), in, taken);
      taken.add(guess.plan().role());
      guesses.add(guess);
    }
    return guesses;
  }

  private record Column(int index, String header, String name) {
    boolean isCalled(Pattern pattern) {
      return pattern.matcher(name).find();
    }

    ColumnGuess as(ColumnRole role, String why) {
      return new ColumnGuess(new ColumnPlan(index, header, role), why);
    }

    ColumnGuess as(ColumnRole role, ColumnChoices choices, String why) {
      return new ColumnGuess(new ColumnPlan(index, header, role, choices), why);
    }
  }

  private static String plain(String header) {
    return header.toLowerCase(Locale.ROOT).replaceAll("[_\\-.?:]+", " ").strip();
  }

  private ColumnGuess guess(Column column, ColumnSample in, Set<ColumnRole> taken) {
    if (column.header().equals(Rejected.COLUMN)) {
      return column.as(ColumnRole.LEFT_OUT, "Says why the row was not taken the last time.");
    }
    if (in.filled() == 0) {
      return column.as(ColumnRole.LEFT_OUT, "Nothing in it.");
    }
    if (in.share(in.emails()) >= MOST && !taken.contains(ColumnRole.EMAIL)) {
      return column.as(ColumnRole.EMAIL, in.says(in.emails(), "an e-mail address"));
    }
    double enough = column.isCalled(PHONE_NAME) ? 0.3 : MOST;
    if (in.share(in.numbers()) >= enough && in.share(in.days()) < MOST) {
      return column.as(
          ColumnRole.PHONE,
          ColumnChoices.NONE.into(label(column)),
          in.says(in.numbers(), "a telephone number"));
    }
    if (column.isCalled(COUNTRY_NAME)
        && in.share(in.countries()) >= MOST
        && !taken.contains(ColumnRole.COUNTRY)) {
      return column.as(ColumnRole.COUNTRY, in.says(in.countries(), "a country"));
    }
    return agreement(column, in, taken).orElseGet(() -> byName(column, in, taken));
  }

  private static java.util.Optional<ColumnGuess> agreement(
      Column column, ColumnSample in, Set<ColumnRole> taken) {
    boolean yesNo = in.share(in.yesNo()) >= MOST;
    if (yesNo && column.isCalled(STOP_NAME) && !taken.contains(ColumnRole.DO_NOT_CONTACT)) {
      return java.util.Optional.of(
          column.as(ColumnRole.DO_NOT_CONTACT, "By its name; a yes puts the number aside."));
    }
    if (yesNo && column.isCalled(AGREED_NAME) && !taken.contains(ColumnRole.AGREED)) {
      return java.util.Optional.of(column.as(ColumnRole.AGREED, in.says(in.yesNo(), "yes or no")));
    }
    boolean agreedBefore = taken.contains(ColumnRole.AGREED);
    if (in.share(in.days()) >= MOST
        && agreedBefore
        && !taken.contains(ColumnRole.AGREED_ON)
        && (column.isCalled(DAY_NAME) || column.isCalled(AGREED_NAME))) {
      return java.util.Optional.of(column.as(ColumnRole.AGREED_ON, in.says(in.days(), "a date")));
    }
    if (agreedBefore
        && !taken.contains(ColumnRole.AGREED_HOW)
        && column.isCalled(AGREED_NAME)
        && column.isCalled(HOW_NAME)) {
      return java.util.Optional.of(column.as(ColumnRole.AGREED_HOW, "By its name."));
    }
    return java.util.Optional.empty();
  }

  private static ColumnGuess byName(Column column, ColumnSample in, Set<ColumnRole> taken) {
    ColumnRole called = calledByName(column);
    if (called != ColumnRole.FIELD && !taken.contains(called)) {
      return column.as(called, "By its name.");
    }
    if (column.isCalled(ID_NAME)
        && !taken.contains(ColumnRole.OWN_ID)
        && in.share(in.days()) < MOST
        && in.share(in.distinct()) >= NEARLY_ALL) {
      return column.as(ColumnRole.OWN_ID, "By its name, and hardly any comes twice.");
    }
    boolean anyName = taken.contains(ColumnRole.NAME) || taken.contains(ColumnRole.LAST_NAME);
    if (column.isCalled(NO_NAME) && !anyName && in.share(in.names()) >= MOST) {
      return column.as(ColumnRole.NAME, in.says(in.names(), "what reads like a name"));
    }
    return column.as(
        ColumnRole.FIELD,
        ColumnChoices.NONE.type(in.type()),
        "Kept as a field for texts and filters.");
  }

  private static ColumnRole calledByName(Column column) {
    if (column.isCalled(NAME_NAME)) {
      return ColumnRole.NAME;
    }
    if (column.isCalled(FIRST_NAME)) {
      return ColumnRole.FIRST_NAME;
    }
    if (column.isCalled(LAST_NAME)) {
      return ColumnRole.LAST_NAME;
    }
    return column.isCalled(TAGS_NAME) ? ColumnRole.TAGS : ColumnRole.FIELD;
  }

  /** What the numbers of a column are for, as its name says. */
  private static String label(Column column) {
    Matcher bracketed = LABEL.matcher(column.header());
    if (bracketed.find()) {
      return bracketed.group(1).replace("cell", "mobile");
    }
    for (String word : List.of("fax", "mobile", "home", "work", "office", "whatsapp", "other")) {
      if (column.name().contains(word)) {
        return word.equals("office") ? "work" : word;
      }
    }
    return column.name().matches(".*\\b(cell|handy)\\b.*") ? "mobile" : "";
  }
}
