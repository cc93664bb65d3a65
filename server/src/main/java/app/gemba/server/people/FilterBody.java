package app.gemba.server.people;

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
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A filter as screens say it: all of its conditions hold. */
record FilterBody(@NotNull @Size(max = 20) List<@NotNull @Valid ConditionBody> conditions) {

  /** What a condition is about. */
  enum About {
    LIST,
    TAG,
    FIELD,
    AGREED,
    CONTACTED,
    OUTCOME,
    SUPPRESSED
  }

  /**
   * One condition; what it is not about is left out.
   *
   * @param not whether it must not hold
   * @param days within which somebody was contacted; 0 for ever
   */
  record ConditionBody(
      @NotNull About about,
      boolean not,
      @Size(max = 100) Set<Long> lists,
      @Size(max = 100) Set<@Size(max = 60) String> tags,
      Optional<@Size(max = 80) String> key,
      Optional<Comparison> comparison,
      Optional<@Size(max = 200) String> value,
      Optional<Channel> channel,
      Optional<Purpose> purpose,
      Optional<Agreement> word,
      Optional<Integer> days,
      Set<PersonState> outcomes) {

    private static ConditionBody bare(About about, boolean not) {
      return new ConditionBody(
          about,
          not,
          Set.of(),
          Set.of(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Set.of());
    }

    static ConditionBody of(Condition condition) {
      ConditionBody is = bare(about(condition), condition.not());
      return new ConditionBody(
          is.about,
          is.not,
          condition instanceof OnList on ? on.anyOf() : is.lists,
          condition instanceof Tagged tagged ? tagged.anyOf() : is.tags,
          condition instanceof FieldHolds field ? Optional.of(field.key()) : is.key,
          condition instanceof FieldHolds field ? Optional.of(field.comparison()) : is.comparison,
          condition instanceof FieldHolds field ? Optional.of(field.value()) : is.value,
          condition instanceof Agreed agreed ? Optional.of(agreed.channel()) : is.channel,
          condition instanceof Agreed agreed ? Optional.of(agreed.purpose()) : is.purpose,
          condition instanceof Agreed agreed ? Optional.of(agreed.word()) : is.word,
          condition instanceof ContactedWithin within ? Optional.of(within.days()) : is.days,
          condition instanceof LastOutcome last ? last.anyOf() : is.outcomes);
    }

    private static About about(Condition condition) {
      if (condition instanceof OnList) {
        return About.LIST;
      }
      if (condition instanceof Tagged) {
        return About.TAG;
      }
      if (condition instanceof FieldHolds) {
        return About.FIELD;
      }
      if (condition instanceof Agreed) {
        return About.AGREED;
      }
      if (condition instanceof ContactedWithin) {
        return About.CONTACTED;
      }
      return condition instanceof LastOutcome ? About.OUTCOME : About.SUPPRESSED;
    }

    Condition read() {
      return switch (about) {
        case LIST -> new OnList(not, orNone(lists));
        case TAG -> new Tagged(not, orNone(tags));
        case FIELD ->
            new FieldHolds(
                not, key.orElse(""), comparison.orElse(Comparison.IS), value.orElse("").strip());
        case AGREED ->
            new Agreed(
                not,
                channel.orElse(Channel.SMS),
                purpose.orElse(Purpose.MARKETING),
                word.orElse(Agreement.YES));
        case CONTACTED -> new ContactedWithin(not, days.orElse(30));
        case OUTCOME -> new LastOutcome(not, orNone(outcomes));
        case SUPPRESSED -> new Suppressed(not);
      };
    }

    private static <T> Set<T> orNone(Set<T> set) {
      return set == null ? Set.of() : set;
    }
  }

  static FilterBody of(Filter filter) {
    return new FilterBody(filter.conditions().stream().map(ConditionBody::of).toList());
  }

  /**
   * The filter.
   *
   * @throws Refused where it cannot be used
   */
  Filter read() {
    Filter filter = new Filter(conditions.stream().map(ConditionBody::read).toList());
    List<String> mistakes = filter.mistakes();
    if (!mistakes.isEmpty()) {
      throw new Refused(Refused.Kind.INVALID, String.join(" ", mistakes));
    }
    return filter;
  }
}
