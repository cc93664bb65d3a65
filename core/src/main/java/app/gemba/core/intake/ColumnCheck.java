package app.gemba.core.intake;

import app.gemba.core.consent.Agreement;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Looks at one column over a whole file: what is filled, what is wrong and why, what is most seen.
 */
public final class ColumnCheck {
  private static final int MOST_DISTINCT = 20_000;
  private static final int MOST_SEEN = 5;
  private static final int SAMPLES = 8;
  private static final int LONGEST_SHOWN = 60;

  private final ColumnPlan plan;
  private final PhoneReader phones;
  private final String region;
  private final Map<String, Long> seen = new HashMap<>();
  private final Map<String, Long> wrong = new TreeMap<>();
  private final List<WrongCell> samples = new ArrayList<>();
  private long filled;

  ColumnCheck(ColumnPlan plan, PhoneReader phones, String region) {
    this.plan = plan;
    this.phones = phones;
    this.region = region;
  }

  /** A value and how often it is there. */
  public record Seen(String value, long times) {}

  /** A cell that cannot be used as what its column becomes, and why. */
  public record WrongCell(String value, String why) {}

  /**
   * What was found.
   *
   * @param wrong cells that cannot be used, by reason
   * @param mostSeen the values most seen, those alone that are there more than once
   */
  public record Findings(
      long filled, Map<String, Long> wrong, List<Seen> mostSeen, List<WrongCell> samples) {}

  void count(List<String> cells) {
    String cell = plan.index() < cells.size() ? cells.get(plan.index()).strip() : "";
    if (cell.isEmpty()) {
      return;
    }
    filled++;
    String shown = cell.substring(0, Math.min(LONGEST_SHOWN, cell.length()));
    if (seen.size() < MOST_DISTINCT || seen.containsKey(shown)) {
      seen.merge(shown, 1L, Long::sum);
    }
    whyWrong(cell)
        .ifPresent(
            why -> {
              wrong.merge(why, 1L, Long::sum);
              if (samples.size() < SAMPLES) {
                samples.add(new WrongCell(shown, why));
              }
            });
  }

  Findings result() {
    List<Seen> most =
        seen.entrySet().stream()
            .filter(entry -> entry.getValue() > 1)
            .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
            .limit(MOST_SEEN)
            .map(entry -> new Seen(entry.getKey(), entry.getValue()))
            .toList();
    return new Findings(filled, Map.copyOf(wrong), most, List.copyOf(samples));
  }

  private Optional<String> whyWrong(String cell) {
    return switch (plan.role()) {
      case PHONE -> noNumber(phones.read(cell, region));
      case EMAIL ->
          cell.matches("[^@\\s]+@[^@\\s]+\\.[^@\\s]+")
              ? Optional.empty()
              : Optional.of("no e-mail address");
      case AGREED ->
          YesNo.read(cell) == Agreement.UNSAID
              ? Optional.of("neither yes nor no")
              : Optional.empty();
      case AGREED_ON ->
          DayReader.read(cell).isEmpty()
              ? Optional.of("no day that can be read")
              : Optional.empty();
      default -> Optional.empty();
    };
  }

  private static Optional<String> noNumber(PhoneReading reading) {
    if (reading instanceof PhoneReading.NoNumber) {
      return Optional.of(RejectReason.NO_NUMBER_IN_TEXT.words());
    }
    if (reading instanceof PhoneReading.Unusable unusable) {
      return Optional.of(unusable.why());
    }
    return reading instanceof PhoneReading.Destroyed
        ? Optional.of(RejectReason.DESTROYED.words())
        : Optional.empty();
  }
}
