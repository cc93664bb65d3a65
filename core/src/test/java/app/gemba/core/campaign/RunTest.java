package app.gemba.core.campaign;

import static app.gemba.core.Known.agreed;
import static app.gemba.core.Known.mobile;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Composer;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Standing;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.pacing.Pace;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/** Plays whole runs on a virtual clock, as the engine would step them. */
class RunTest {
  private static final Instant MORNING = Instant.parse("2026-11-17T14:00:00Z");
  private static final List<String> ZONES =
      List.of("America/New_York", "America/Chicago", "America/Denver", "America/Los_Angeles");

  private final Verdicts verdicts = new Verdicts(RulePack.general());

  @Test
  void everybodyHasOneTurnAndNobodyIsTextedOutsideTheirHours() {
    Audience audience = new Audience();
    for (int i = 0; i < 800; i++) {
      audience.add(agreed(mobile(e164(i), ZONES.get(i % ZONES.size()))));
    }
    Played played = play(audience, 60);
    assertThat(played.sentAt).hasSize(800);
    played.sentAt.forEach(
        (position, at) -> {
          ZoneId zone = ZoneId.of(ZONES.get((int) (position % ZONES.size())));
          assertThat(at.atZone(zone).getHour()).isBetween(8, 20);
        });
    assertThat(new HashSet<>(played.sentTo)).hasSize(800);
  }

  @Test
  void whoIsHeldGoesWhenTheirHoursOpenAndNotBefore() {
    Audience audience = new Audience();
    audience.add(agreed(mobile(e164(1), "America/New_York")));
    audience.add(agreed(mobile(e164(2), "America/Los_Angeles")));
    Played played = play(audience, 60);
    assertThat(played.sentAt.get(0L)).isBefore(MORNING.plusSeconds(2));
    assertThat(played.sentAt.get(1L))
        .isBetween(Instant.parse("2026-11-17T16:00:00Z"), Instant.parse("2026-11-17T16:00:02Z"));
  }

  @Test
  void anOptOutThatArrivesMidRunHoldsFromThatSecond() {
    Audience audience = new Audience();
    for (int i = 0; i < 120; i++) {
      audience.add(agreed(mobile(e164(i), "America/New_York")));
    }
    Instant stop = MORNING.plusSeconds(30);
    audience.changeAt(
        stop,
        99,
        new Standing(Optional.of(mobile(e164(99), "America/New_York")), false, true, Agreement.NO));
    Played played = play(audience, 60);
    assertThat(played.sentAt).hasSize(119).doesNotContainKey(99L);
    assertThat(played.refused)
        .containsEntry(99L, List.of(ReasonCode.SUPPRESSED, ReasonCode.SAID_NO));
  }

  @Test
  void theRunIsAsLongAsItsPaceSays() {
    Audience audience = new Audience();
    for (int i = 0; i < 600; i++) {
      audience.add(agreed(mobile(e164(i), "America/New_York")));
    }
    Played played = play(audience, 60);
    Instant last = played.sentAt.values().stream().max(Comparator.naturalOrder()).orElseThrow();
    assertThat(Duration.between(MORNING, last))
        .isBetween(Duration.ofSeconds(598), Duration.ofSeconds(600));
  }

  @Test
  void aFullWindowIsWaitedFor() {
    Run run = run(60_000);
    List<RunCommand> commands = run.step(new RunEvent.Tick(0), MORNING).commands();
    assertThat(commands).hasOnlyElementsOfType(RunCommand.WakeAt.class);
    assertThat(run.step(new RunEvent.Tick(7), MORNING.plusSeconds(1)).commands())
        .containsExactly(new RunCommand.Look(7));
  }

  @Test
  void theTextIsFilledForThePersonWhoGetsIt() {
    Candidate someone =
        new Candidate(5, agreed(mobile(e164(5), "America/New_York")), Map.of("first_name", "Oona"));
    RunEvent.Looked looked = new RunEvent.Looked(List.of(someone), 1, Optional.empty(), false);
    List<RunCommand> commands = run(60).step(looked, MORNING).commands();
    assertThat(((RunCommand.Send) commands.get(0)).message().text())
        .isEqualTo("Oona, boats from 1 December.");
  }

  private Run run(int perMinute) {
    return new Run(
        verdicts,
        Terms.always(Channel.SMS, Purpose.MARKETING),
        Composer.of(
            Channel.SMS,
            "{{first_name}}, boats from 1 December.",
            Map.of("first_name", "Guest"),
            Optional.empty(),
            Optional.empty()),
        Pace.perMinute(perMinute, MORNING));
  }

  private static String e164(int i) {
    return String.format("+1207555%04d", i);
  }

  private Played play(Audience audience, int perMinute) {
    Played played = new Played();
    Run run = run(perMinute);
    Instant now = MORNING;
    for (int turn = 0; turn < 200_000; turn++) {
      audience.at(now);
      RunCommand first = run.step(new RunEvent.Tick(20), now).commands().get(0);
      if (first instanceof RunCommand.WakeAt wake) {
        now = wake.instant();
        continue;
      }
      int atMost = ((RunCommand.Look) first).atMost();
      Run.Step step = run.step(audience.look(atMost, now), now);
      run = step.next();
      for (RunCommand command : step.commands()) {
        if (command instanceof RunCommand.Finish) {
          return played;
        } else if (command instanceof RunCommand.WakeAt wake) {
          now = wake.instant();
        } else {
          audience.obey(command);
          played.note(command, now);
        }
      }
    }
    throw new AssertionError("the run does not end");
  }

  private static final class Played {
    private final Map<Long, Instant> sentAt = new HashMap<>();
    private final List<String> sentTo = new ArrayList<>();
    private final Map<Long, List<ReasonCode>> refused = new HashMap<>();

    void note(RunCommand command, Instant now) {
      if (command instanceof RunCommand.Send send) {
        Instant before = sentAt.put(send.candidate().position(), now);
        assertThat(before).as("texted twice").isNull();
        sentTo.add(send.candidate().standing().number().orElseThrow().e164());
      } else if (command instanceof RunCommand.Refuse refuse) {
        refused.put(refuse.candidate().position(), refuse.reasons());
      }
    }
  }

  /** An audience in memory, looked through in order of when people come due. */
  private static final class Audience {
    private final List<Standing> standings = new ArrayList<>();
    private final Map<Long, Instant> due = new TreeMap<>();
    private final Map<Instant, Map.Entry<Integer, Standing>> changes = new TreeMap<>();

    void add(Standing standing) {
      due.put((long) standings.size(), MORNING);
      standings.add(standing);
    }

    void changeAt(Instant when, int position, Standing standing) {
      changes.put(when, Map.entry(position, standing));
    }

    void at(Instant now) {
      Set<Instant> come = new HashSet<>(changes.keySet());
      come.removeIf(when -> when.isAfter(now));
      come.forEach(
          when -> {
            var change = changes.remove(when);
            standings.set(change.getKey(), change.getValue());
          });
    }

    RunEvent.Looked look(int atMost, Instant now) {
      List<Candidate> found =
          due.entrySet().stream()
              .filter(entry -> !entry.getValue().isAfter(now))
              .limit(atMost)
              .map(
                  entry ->
                      new Candidate(
                          entry.getKey(),
                          standings.get(entry.getKey().intValue()),
                          Map.of("first_name", "")))
              .toList();
      Optional<Instant> next = due.values().stream().min(Comparator.naturalOrder());
      return new RunEvent.Looked(found, atMost, found.isEmpty() ? next : Optional.empty(), false);
    }

    void obey(RunCommand command) {
      if (command instanceof RunCommand.Send send) {
        due.remove(send.candidate().position());
      } else if (command instanceof RunCommand.Refuse refuse) {
        due.remove(refuse.candidate().position());
      } else if (command instanceof RunCommand.Hold hold) {
        due.remove(hold.candidate().position());
        hold.until().ifPresent(until -> due.put(hold.candidate().position(), until));
      }
    }
  }
}
