package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** Turns the cells of a row into what they say about a person, as the plan says. */
public final class RowReader {
  private static final Pattern EMAIL = Pattern.compile("[^@\\s,;<>]+@[^@\\s,;<>]+\\.[^@\\s,;<>]+");

  private final ImportPlan plan;
  private final PhoneReader phones;

  /** A reader for one file. */
  public RowReader(ImportPlan plan, PhoneReader phones) {
    this.plan = plan;
    this.phones = phones;
  }

  /** Reads one row; cells that the row does not have are blank. */
  public RowReading read(List<String> cells) {
    Map<ColumnRole, String> single = new HashMap<>();
    Map<String, String> fields = new HashMap<>();
    Map<String, PhoneNumber> numbers = new LinkedHashMap<>();
    RejectReason reason = RejectReason.NO_NUMBER;
    for (ColumnPlan column : plan.columns()) {
      String cell = column.index() < cells.size() ? cells.get(column.index()).strip() : "";
      switch (column.role()) {
        case PHONE -> reason = takeNumbers(cell, numbers, reason);
        case FIELD -> {
          if (!cell.isEmpty()) {
            fields.put(column.fieldKey(), cell);
          }
        }
        case LEFT_OUT -> {
          // Stays in the file.
        }
        default -> single.putIfAbsent(column.role(), cell);
      }
    }
    PersonName name =
        PersonName.of(
            single.getOrDefault(ColumnRole.NAME, ""),
            single.getOrDefault(ColumnRole.FIRST_NAME, ""),
            single.getOrDefault(ColumnRole.LAST_NAME, ""));
    PersonDraft draft =
        new PersonDraft(
            single.getOrDefault(ColumnRole.OWN_ID, ""),
            name.full(),
            name.first(),
            email(single.getOrDefault(ColumnRole.EMAIL, "")),
            fields,
            List.copyOf(numbers.values()),
            agreement(single),
            agreedOn(single));
    return new RowReading(draft, numbers.isEmpty() ? Optional.of(reason) : Optional.empty());
  }

  /** The worst that any phone cell of the row says, should none of them hold a number. */
  private RejectReason takeNumbers(
      String cell, Map<String, PhoneNumber> numbers, RejectReason soFar) {
    PhoneReading reading = phones.read(cell, plan.defaultRegion());
    RejectReason reason = soFar;
    if (reading instanceof PhoneReading.Numbers read) {
      read.numbers().forEach(number -> numbers.putIfAbsent(number.e164(), number));
    } else if (soFar == RejectReason.NO_NUMBER) {
      reason = reasonFor(reading);
    }
    return reason;
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

  private static String email(String cell) {
    String plain = cell.strip().toLowerCase(Locale.ROOT);
    return EMAIL.matcher(plain).matches() ? plain : "";
  }

  private Agreement agreement(Map<ColumnRole, String> single) {
    if (plan.agreement() instanceof AgreementSource.Declared) {
      return Agreement.YES;
    }
    if (plan.agreement() instanceof AgreementSource.None) {
      return Agreement.UNSAID;
    }
    return YesNo.read(single.getOrDefault(ColumnRole.AGREED, ""));
  }

  private Optional<LocalDate> agreedOn(Map<ColumnRole, String> single) {
    if (plan.agreement() instanceof AgreementSource.Declared declared) {
      return Optional.of(declared.on());
    }
    return DayReader.read(single.getOrDefault(ColumnRole.AGREED_ON, ""));
  }
}
