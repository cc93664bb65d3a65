package app.gemba.core.people;

import app.gemba.core.campaign.PersonState;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Who is meant, by what is known of them: everybody of whom all conditions hold.
 *
 * @param conditions at most 20
 */
public record Filter(List<Condition> conditions) {
  /** Everybody. */
  public static final Filter EVERYBODY = new Filter(List.of());

  private static final int MOST = 20;

  public Filter {
    conditions = List.copyOf(conditions);
  }

  /** One thing that must hold, or must not. */
  public sealed interface Condition {
    /** Whether it must not hold. */
    boolean not();
  }

  /** On any of some lists. */
  public record OnList(boolean not, Set<Long> anyOf) implements Condition {}

  /** Has any of some tags, whatever their capitals. */
  public record Tagged(boolean not, Set<String> anyOf) implements Condition {}

  /** How a field's value compares. */
  public enum Comparison {
    IS,
    CONTAINS,
    /** Less, or earlier; nothing that is blank. */
    LESS,
    MORE,
    BLANK
  }

  /**
   * What a custom field holds.
   *
   * @param key of the field
   * @param value compared without regard to capitals; a number or a day (ISO 8601) where the field
   *     holds these
   */
  public record FieldHolds(boolean not, String key, Comparison comparison, String value)
      implements Condition {}

  /** The last word of any of the person's numbers on a channel and a purpose. */
  public record Agreed(boolean not, Channel channel, Purpose purpose, Agreement word)
      implements Condition {}

  /** Contacted on whatever channel within so many days; never, where there are none. */
  public record ContactedWithin(boolean not, int days) implements Condition {}

  /** How the last contact ended. */
  public record LastOutcome(boolean not, Set<PersonState> anyOf) implements Condition {}

  /** Has a number that must not be contacted. */
  public record Suppressed(boolean not) implements Condition {}

  /** What makes the filter unusable, in sentences; none where it can be used. */
  public List<String> mistakes() {
    List<String> mistakes = new ArrayList<>();
    if (conditions.size() > MOST) {
      mistakes.add("A filter has at most " + MOST + " conditions.");
    }
    for (Condition condition : conditions) {
      if (condition instanceof OnList on && on.anyOf().isEmpty()) {
        mistakes.add("Say which list.");
      } else if (condition instanceof Tagged tagged && tagged.anyOf().isEmpty()) {
        mistakes.add("Say which tag.");
      } else if (condition instanceof FieldHolds field && field.key().isBlank()) {
        mistakes.add("Say which field.");
      } else if (condition instanceof LastOutcome last && last.anyOf().isEmpty()) {
        mistakes.add("Say which outcome.");
      } else if (condition instanceof ContactedWithin within
          && (within.days() < 0 || within.days() > 36_500)) {
        mistakes.add("Days are 0 to 36,500.");
      }
    }
    return mistakes.stream().distinct().toList();
  }
}
