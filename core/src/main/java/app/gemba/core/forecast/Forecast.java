package app.gemba.core.forecast;

import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Standing;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdict;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * When a run will have sent what, from its pace and the hours of its actual audience. People are
 * counted by the zones they could be in, since for those who may be contacted nothing else decides
 * when; the run is then played forward in the order in which it would take them.
 *
 * @param finish when the last one leaves; empty where nobody is left to go
 * @param never people who are not reached within a fortnight, as when their zone is not known
 * @param plan people by the slot (see {@link #SLOT}) in which they leave
 */
public record Forecast(Optional<Instant> finish, long never, SortedMap<Instant, Long> plan) {
  /** Width of the slots of a plan. */
  public static final Duration SLOT = Duration.ofMinutes(10);

  private static final Duration HORIZON = Duration.ofDays(14);
  private static final Duration LONGEST_STRIDE = Duration.ofMinutes(1);

  public Forecast {
    plan = java.util.Collections.unmodifiableSortedMap(new TreeMap<>(plan));
  }

  /** Plays a run forward, with so much time between two attempts. */
  public static Forecast of(
      Map<Set<ZoneId>, Long> people,
      Verdicts verdicts,
      Terms terms,
      Duration interval,
      Instant now) {
    return new Player(verdicts, terms, interval, now).play(people);
  }

  /** The slot in which an instant lies. */
  public static Instant slotOf(Instant at) {
    long width = SLOT.toSeconds();
    return Instant.ofEpochSecond(Math.floorDiv(at.getEpochSecond(), width) * width);
  }

  private static final class Group {
    private final Standing standing;
    private long left;
    private Instant due;

    Group(Set<ZoneId> zones, long left, Instant due) {
      PhoneNumber number = new PhoneNumber("+10000000", LineType.MOBILE, "ZZ", zones);
      this.standing = new Standing(Optional.of(number), false, false, Agreement.YES);
      this.left = left;
      this.due = due;
    }
  }

  private static final class Player {
    private final Verdicts verdicts;
    private final Terms terms;
    private final Duration interval;
    private final Instant begin;
    private final SortedMap<Instant, Long> plan = new TreeMap<>();
    private Instant slot;
    private Instant last;

    Player(Verdicts verdicts, Terms terms, Duration interval, Instant now) {
      this.verdicts = verdicts;
      this.terms = terms;
      this.interval = interval;
      this.begin = now;
      this.slot = now;
      this.last = now;
    }

    Forecast play(Map<Set<ZoneId>, Long> people) {
      List<Group> waiting = new ArrayList<>();
      people.forEach((zones, count) -> waiting.add(new Group(zones, count, begin)));
      long never = 0;
      while (!waiting.isEmpty()) {
        Group next = waiting.stream().min(Comparator.comparing(group -> group.due)).orElseThrow();
        slot = next.due.isAfter(slot) ? next.due : slot;
        Optional<Instant> later = send(next);
        boolean out = later.isEmpty() || later.get().isAfter(begin.plus(HORIZON));
        if (next.left > 0 && out) {
          never += next.left;
        }
        if (next.left == 0 || out) {
          waiting.remove(next);
        } else {
          next.due = later.get();
        }
      }
      return new Forecast(plan.isEmpty() ? Optional.empty() : Optional.of(last), never, plan);
    }

    /** Sends for a stride, or says until when the group is held. */
    private Optional<Instant> send(Group group) {
      Verdict verdict = verdicts.of(group.standing, terms, slot);
      if (verdict instanceof Verdict.Held held) {
        return held.until();
      }
      if (verdict instanceof Verdict.Refused) {
        return Optional.empty();
      }
      long stride = Math.max(1, LONGEST_STRIDE.toNanos() / interval.toNanos());
      long sent = Math.min(group.left, stride);
      group.left -= sent;
      last = slot.plus(interval.multipliedBy(sent - 1));
      plan.merge(slotOf(slot), sent, Long::sum);
      slot = slot.plus(interval.multipliedBy(sent));
      return Optional.of(group.due);
    }
  }
}
