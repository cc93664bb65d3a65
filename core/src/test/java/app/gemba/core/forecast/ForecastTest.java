package app.gemba.core.forecast;

import static app.gemba.core.Known.agreed;
import static app.gemba.core.Known.mobile;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.Run;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.RunEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Composer;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.pacing.Pace;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ForecastTest {
  private static final Instant MORNING = Instant.parse("2026-11-17T14:00:00Z");
  private static final List<String> ZONES =
      List.of(
          "America/New_York",
          "America/Chicago",
          "America/Los_Angeles",
          "Pacific/Honolulu",
          "Europe/London",
          "Australia/Sydney");

  private final Verdicts verdicts = new Verdicts(RulePack.general());

  /** What is shown before launch is what happens: the run itself is the oracle. */
  @Test
  void theForecastIsWhatTheRunThenDoes() {
    Random random = new Random(9);
    for (int round = 0; round < 25; round++) {
      Map<Set<ZoneId>, Long> people = new HashMap<>();
      for (String zone : ZONES) {
        people.put(Set.of(ZoneId.of(zone)), (long) random.nextInt(150));
      }
      people.values().removeIf(count -> count == 0);
      int perMinute = List.of(1, 6, 30, 60, 600).get(random.nextInt(5));
      Terms terms = hours(6 + random.nextInt(6), 13 + random.nextInt(10));
      Instant now = MORNING.plus(Duration.ofMinutes(random.nextInt(1440)));

      Forecast forecast =
          Forecast.of(people, verdicts, terms, Duration.ofMinutes(1).dividedBy(perMinute), now);
      Map<Instant, Long> ran = run(people, terms, perMinute, now);
      Instant finish = ran.keySet().stream().max(Comparator.naturalOrder()).orElseThrow();
      long sent = ran.values().stream().mapToLong(n -> n).sum();

      assertThat(forecast.never() + sent)
          .isEqualTo(people.values().stream().mapToLong(n -> n).sum());
      assertThat(Duration.between(finish, forecast.finish().orElseThrow()).abs())
          .as("%s a minute from %s: %s ran to %s", perMinute, now, forecast.finish(), finish)
          .isLessThanOrEqualTo(Duration.ofMinutes(3));
      assertThat(forecast.plan().values().stream().mapToLong(n -> n).sum()).isEqualTo(sent);
    }
  }

  @Test
  void nightsAreNotDividedBy() {
    Map<Set<ZoneId>, Long> people = Map.of(Set.of(ZoneId.of("America/New_York")), 1000L);
    Forecast forecast =
        Forecast.of(
            people,
            verdicts,
            Terms.always(Channel.SMS, Purpose.SERVICE),
            Duration.ofMinutes(1),
            Instant.parse("2026-11-17T22:00:00Z"));
    // Four hours today (240 people), thirteen tomorrow: the last of 1,000 leaves tomorrow at 20:39.
    assertThat(forecast.finish()).contains(Instant.parse("2026-11-19T01:39:00Z"));
  }

  @Test
  void whoseZoneIsNotKnownIsNotPromised() {
    Forecast forecast =
        Forecast.of(
            Map.of(Set.of(), 5L),
            verdicts,
            Terms.always(Channel.SMS, Purpose.SERVICE),
            Duration.ofSeconds(1),
            MORNING);
    assertThat(forecast.finish()).isEmpty();
    assertThat(forecast.never()).isEqualTo(5);
  }

  private static Terms hours(int from, int to) {
    return new Terms(
        Channel.SMS,
        Purpose.SERVICE,
        LocalTime.of(from, 0),
        LocalTime.of(to, 0),
        EnumSet.allOf(DayOfWeek.class),
        Optional.of(ZoneId.of("America/New_York")),
        Optional.empty(),
        Optional.empty());
  }

  private record Waiting(Candidate who, Instant due) {}

  /** People by the instant at which the run sends to them. */
  private Map<Instant, Long> run(
      Map<Set<ZoneId>, Long> people, Terms terms, int perMinute, Instant begin) {
    PriorityQueue<Waiting> waiting =
        new PriorityQueue<>(
            Comparator.comparing(Waiting::due).thenComparing(one -> one.who().position()));
    long position = 0;
    for (Map.Entry<Set<ZoneId>, Long> group : people.entrySet()) {
      String zone = group.getKey().iterator().next().getId();
      for (long i = 0; i < group.getValue(); i++) {
        position++;
        waiting.add(
            new Waiting(
                new Candidate(position, agreed(mobile("+12075550100", zone)), Map.of()), begin));
      }
    }
    Run run =
        new Run(
            verdicts,
            terms,
            Composer.of(Channel.SMS, "x", Map.of(), Optional.empty(), Optional.empty()),
            Pace.perMinute(perMinute, begin));
    Map<Instant, Long> sent = new HashMap<>();
    Instant now = begin;
    while (now.isBefore(begin.plus(Duration.ofDays(14)))) {
      RunCommand first = run.step(new RunEvent.Tick(50), now).commands().get(0);
      if (first instanceof RunCommand.WakeAt wake) {
        now = wake.instant();
        continue;
      }
      List<Candidate> due = new ArrayList<>();
      while (due.size() < ((RunCommand.Look) first).atMost()
          && !waiting.isEmpty()
          && !waiting.peek().due().isAfter(now)) {
        due.add(waiting.poll().who());
      }
      Optional<Instant> next = Optional.ofNullable(waiting.peek()).map(Waiting::due);
      Run.Step step =
          run.step(
              new RunEvent.Looked(due, 50, due.isEmpty() ? next : Optional.empty(), false), now);
      run = step.next();
      for (RunCommand command : step.commands()) {
        if (command instanceof RunCommand.Send) {
          sent.merge(now, 1L, Long::sum);
        } else if (command instanceof RunCommand.Hold hold) {
          hold.until().ifPresent(until -> waiting.add(new Waiting(hold.candidate(), until)));
        } else if (command instanceof RunCommand.WakeAt wake) {
          now = wake.instant();
        } else if (command instanceof RunCommand.Finish) {
          return sent;
        }
      }
    }
    return sent;
  }
}
