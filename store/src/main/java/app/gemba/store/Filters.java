package app.gemba.store;

import app.gemba.core.campaign.PersonState;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.people.Filter;
import app.gemba.core.people.Filter.Agreed;
import app.gemba.core.people.Filter.Comparison;
import app.gemba.core.people.Filter.Condition;
import app.gemba.core.people.Filter.ContactedWithin;
import app.gemba.core.people.Filter.FieldHolds;
import app.gemba.core.people.Filter.LastOutcome;
import app.gemba.core.people.Filter.OnList;
import app.gemba.core.people.Filter.Suppressed;
import app.gemba.core.people.Filter.Tagged;
import java.util.List;
import java.util.Set;

/** Filters as JSON. The stored form is its own, so that the core's types may change. */
final class Filters {
  private Filters() {}

  private record Stored(
      String kind,
      boolean not,
      Set<Long> lists,
      Set<String> tags,
      String key,
      Comparison comparison,
      String value,
      Channel channel,
      Purpose purpose,
      Agreement word,
      int days,
      Set<PersonState> outcomes) {
    static Stored of(String kind, boolean not) {
      return new Stored(kind, not, null, null, null, null, null, null, null, null, 0, null);
    }

    static Stored of(Condition is) {
      boolean not = is.not();
      if (is instanceof OnList on) {
        return new Stored(
            "list", not, on.anyOf(), null, null, null, null, null, null, null, 0, null);
      }
      if (is instanceof Tagged tagged) {
        return new Stored(
            "tag", not, null, tagged.anyOf(), null, null, null, null, null, null, 0, null);
      }
      if (is instanceof FieldHolds field) {
        return new Stored(
            "field",
            not,
            null,
            null,
            field.key(),
            field.comparison(),
            field.value(),
            null,
            null,
            null,
            0,
            null);
      }
      if (is instanceof Agreed agreed) {
        return new Stored(
            "agreed",
            not,
            null,
            null,
            null,
            null,
            null,
            agreed.channel(),
            agreed.purpose(),
            agreed.word(),
            0,
            null);
      }
      if (is instanceof ContactedWithin within) {
        return new Stored(
            "contacted", not, null, null, null, null, null, null, null, null, within.days(), null);
      }
      if (is instanceof LastOutcome last) {
        return new Stored(
            "outcome", not, null, null, null, null, null, null, null, null, 0, last.anyOf());
      }
      return of("suppressed", not);
    }

    Condition condition() {
      return switch (kind) {
        case "list" -> new OnList(not, lists);
        case "tag" -> new Tagged(not, tags);
        case "field" -> new FieldHolds(not, key, comparison, value);
        case "agreed" -> new Agreed(not, channel, purpose, word);
        case "contacted" -> new ContactedWithin(not, days);
        case "outcome" -> new LastOutcome(not, outcomes);
        default -> new Suppressed(not);
      };
    }
  }

  static String write(Filter filter) {
    return Json.write(filter.conditions().stream().map(Stored::of).toList());
  }

  static Filter read(String json) {
    return new Filter(
        List.of(Json.read(json, Stored[].class)).stream().map(Stored::condition).toList());
  }
}
