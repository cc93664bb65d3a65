package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import app.gemba.core.intake.file.FormulaGuard;
import app.gemba.core.people.HeldNumber;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Turns the cells of a row into what they say about a person, as the plan says. */
public final class RowReader {
  private static final Pattern EMAIL = Pattern.compile("[^@\\s,;<>]+@[^@\\s,;<>]+\\.[^@\\s,;<>]+");
  private static final Pattern TAG_ENDS = Pattern.compile("\\s*[,;|\\n]\\s*");
  private static final int LONGEST_TAG = 60;

  private final ImportPlan plan;
  private final PhoneReader phones;
  private final Optional<ColumnPlan> country;
  private final Map<Integer, String> fieldKeys = new HashMap<>();

  /** A reader for one file. */
  public RowReader(ImportPlan plan, PhoneReader phones) {
    this.plan = plan;
    this.phones = phones;
    this.country =
        plan.columns().stream().filter(one -> one.role() == ColumnRole.COUNTRY).findFirst();
    plan.columns().forEach(column -> fieldKeys.put(column.index(), column.fieldKey()));
  }

  /**
   * Reads one row; cells that the row does not have are blank.
   *
   * @param cells as they stand in the file, single cells already put right
   */
  public RowReading read(List<String> cells) {
    return new Row(plan.mended(cells)).read();
  }

  /** An e-mail address in lower case; blank where the cell is none. */
  public static String email(String cell) {
    String plain = cell.strip().toLowerCase(Locale.ROOT);
    return EMAIL.matcher(plain).matches() ? plain : "";
  }

  /** The row that is being read. */
  private final class Row {
    private final List<String> cells;
    private final Map<ColumnRole, String> words = new HashMap<>();
    private final Map<String, String> fields = new HashMap<>();
    private final Map<String, HeldNumber> numbers = new LinkedHashMap<>();
    private final Set<String> tags = new LinkedHashSet<>();
    private final List<CellNote> notes = new ArrayList<>(0);
    private RejectReason reason = RejectReason.NO_NUMBER;
    private String region = plan.defaultRegion();

    Row(List<String> cells) {
      this.cells = cells;
    }

    RowReading read() {
      country.ifPresent(this::takeCountry);
      for (ColumnPlan column : plan.columns()) {
        String cell = cell(column);
        if (!cell.isEmpty()) {
          take(column, cell);
        }
      }
      noteExtraCells();
      PersonDraft draft =
          new PersonDraft(
              word(ColumnRole.OWN_ID),
              PersonName.of(
                  word(ColumnRole.NAME), word(ColumnRole.FIRST_NAME), word(ColumnRole.LAST_NAME)),
              word(ColumnRole.EMAIL),
              fields,
              List.copyOf(numbers.values()),
              tags,
              YesNo.read(word(ColumnRole.DO_NOT_CONTACT)) == Agreement.YES,
              agreement(),
              agreedOn(),
              word(ColumnRole.AGREED_HOW));
      return new RowReading(
          draft, numbers.isEmpty() ? Optional.of(reason) : Optional.empty(), notes);
    }

    private void noteExtraCells() {
      int last = plan.columns().size();
      if (cells.size() > last && last > 0) {
        long extra = cells.subList(last, cells.size()).stream().filter(c -> !c.isBlank()).count();
        if (extra > 0) {
          notes.add(new CellNote(last - 1, false, extra + " more cells than columns"));
        }
      }
    }

    private String cell(ColumnPlan column) {
      return column.index() < cells.size()
          ? FormulaGuard.opened(cells.get(column.index()).strip())
          : "";
    }

    private void takeCountry(ColumnPlan column) {
      String cell = cell(column);
      if (!cell.isEmpty()) {
        Optional<String> read = CountryReader.read(cell);
        region = read.orElse(region);
        if (read.isEmpty()) {
          notes.add(
              new CellNote(column.index(), false, "no country; numbers are read as of " + region));
        }
      }
    }

    private void take(ColumnPlan column, String cell) {
      switch (column.role()) {
        case PHONE -> takeNumbers(column, cell);
        case FIELD -> takeField(column, cell);
        case TAGS -> takeTags(cell);
        case EMAIL -> takeEmail(column, cell);
        case NAME, FIRST_NAME, LAST_NAME ->
            words.merge(column.role(), cell, (before, now) -> before + " " + now);
        case AGREED, DO_NOT_CONTACT -> {
          if (!FieldValue.isYesOrNo(cell)) {
            wrong(column, "neither yes nor no");
          }
          words.putIfAbsent(column.role(), cell);
        }
        case AGREED_ON -> {
          Optional<LocalDate> day = DayReader.read(cell, column.choices().days());
          if (day.isEmpty()) {
            wrong(column, "not " + FieldValue.word(FieldType.DATE));
          }
          day.ifPresent(is -> words.putIfAbsent(ColumnRole.AGREED_ON, is.toString()));
        }
        case OWN_ID, AGREED_HOW -> words.putIfAbsent(column.role(), cell);
        case COUNTRY, LEFT_OUT -> {
          // The country has been read before; what is left out stays in the file.
        }
      }
    }

    /** The first phone cell that says something says why the row has no number. */
    private void takeNumbers(ColumnPlan column, String cell) {
      PhoneReading reading = phones.read(cell, column.choices().region().orElse(region));
      if (reading instanceof PhoneReading.Numbers read) {
        String extension = read.extension();
        for (PhoneNumber number : read.numbers()) {
          numbers.putIfAbsent(
              number.e164(), new HeldNumber(number, column.choices().into(), extension));
          extension = "";
        }
        if (!read.warning().isEmpty()) {
          notes.add(new CellNote(column.index(), false, read.warning()));
        }
      } else if (!(reading instanceof PhoneReading.Blank)) {
        wrong(column, why(reading));
        reason = reason == RejectReason.NO_NUMBER ? reasonFor(reading) : reason;
      }
    }

    private void takeField(ColumnPlan column, String cell) {
      FieldType type = column.choices().type();
      Optional<String> value = FieldValue.read(type, cell, column.choices().days());
      if (value.isEmpty()) {
        wrong(column, "not " + FieldValue.word(type));
        return;
      }
      if (cell.length() > FieldValue.LONGEST) {
        notes.add(new CellNote(column.index(), false, "cut after 2,000 characters"));
      }
      fields.merge(fieldKeys.get(column.index()), value.get(), (before, now) -> before + " " + now);
    }

    private void takeTags(String cell) {
      for (String tag : TAG_ENDS.split(cell)) {
        if (!tag.isBlank()) {
          tags.add(tag.length() > LONGEST_TAG ? tag.substring(0, LONGEST_TAG) : tag);
        }
      }
    }

    private void takeEmail(ColumnPlan column, String cell) {
      String email = email(cell);
      if (email.isEmpty()) {
        wrong(column, "not an e-mail address");
      } else {
        words.putIfAbsent(ColumnRole.EMAIL, email);
      }
    }

    private void wrong(ColumnPlan column, String why) {
      notes.add(new CellNote(column.index(), true, why));
    }

    private String word(ColumnRole role) {
      return words.getOrDefault(role, "");
    }

    private Agreement agreement() {
      if (plan.agreement() instanceof AgreementSource.Declared) {
        return Agreement.YES;
      }
      if (plan.agreement() instanceof AgreementSource.None) {
        return Agreement.UNSAID;
      }
      return YesNo.read(word(ColumnRole.AGREED));
    }

    private Optional<LocalDate> agreedOn() {
      if (plan.agreement() instanceof AgreementSource.Declared declared) {
        return Optional.of(declared.on());
      }
      String day = word(ColumnRole.AGREED_ON);
      return day.isEmpty() ? Optional.empty() : Optional.of(LocalDate.parse(day));
    }
  }

  private static String why(PhoneReading reading) {
    return reading instanceof PhoneReading.Unusable unusable
        ? unusable.why()
        : reasonFor(reading).words();
  }

  private static RejectReason reasonFor(PhoneReading reading) {
    if (reading instanceof PhoneReading.NoNumber) {
      return RejectReason.NO_NUMBER_IN_TEXT;
    }
    if (reading instanceof PhoneReading.Unusable) {
      return RejectReason.NOT_USABLE;
    }
    return reading instanceof PhoneReading.Destroyed
        ? RejectReason.DESTROYED
        : RejectReason.NO_NUMBER;
  }
}
