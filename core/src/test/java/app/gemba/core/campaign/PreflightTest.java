package app.gemba.core.campaign;

import static app.gemba.core.Known.mobile;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Composer;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Standing;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PreflightTest {
  private static final Instant NOW = Instant.parse("2026-11-17T14:00:00Z");
  private static final long PRICE = 8_000;
  private static final Composer COMPOSER =
      Composer.of(
          Channel.SMS,
          "Marram Ferries: {{name}}, the winter boats run from 1 December. First boat 7:10, last"
              + " 18:40. Your pass goes on as it is; show it at the pier. Reply STOP for no more.",
          Map.of(),
          Optional.empty(),
          Optional.empty());

  @Test
  void theStagesAndTheReasonsAddUpToEverybody() {
    List<Candidate> audience = someone(new Random(5), 2000);
    Preflight preflight = preflight();
    audience.forEach(preflight::count);
    Preflight.Counts counts = preflight.counts();

    long refused = sum(counts, false);
    long held = sum(counts, true);
    assertThat(counts.everyone()).isEqualTo(2000);
    assertThat(counts.allowed() + refused).isEqualTo(2000);
    assertThat(counts.withinHours() + held).isEqualTo(counts.allowed());
    assertThat(counts.withNumber()).isBetween(counts.allowed(), counts.everyone());
    assertThat(counts.costMicros()).isEqualTo(counts.segments() * PRICE);
  }

  @Test
  void noCountIsWithoutThePeopleBehindIt() {
    List<Candidate> audience = someone(new Random(6), 1000);
    Preflight preflight = preflight();
    audience.forEach(preflight::count);
    Preflight.Counts counts = preflight.counts();

    assertThat(behind(audience, "EVERYONE")).isEqualTo(counts.everyone());
    assertThat(behind(audience, "WITH_NUMBER")).isEqualTo(counts.withNumber());
    assertThat(behind(audience, "ALLOWED")).isEqualTo(counts.allowed());
    assertThat(behind(audience, "WITHIN_HOURS")).isEqualTo(counts.withinHours());
    counts
        .reasons()
        .forEach((code, people) -> assertThat(behind(audience, code.name())).isEqualTo(people));
  }

  @Test
  void messagesAreSummedPerPersonAsMerged() {
    List<Candidate> audience = someone(new Random(8), 500);
    Preflight preflight = preflight();
    audience.forEach(preflight::count);
    Preflight.Counts counts = preflight.counts();

    List<Integer> each =
        audience.stream()
            .filter(one -> preflight.isBehind("ALLOWED", one))
            .map(one -> COMPOSER.compose(one.fields()).parts())
            .toList();
    int fewest = each.stream().min(Integer::compare).orElseThrow();
    assertThat(counts.segments()).isEqualTo(each.stream().mapToLong(Integer::longValue).sum());
    assertThat(counts.longer()).isEqualTo(each.stream().filter(count -> count > fewest).count());
    assertThat(counts.longer()).as("long names need another segment").isPositive();
    assertThat(counts.leftBlank()).as("some have no name").isPositive();
  }

  private static long sum(Preflight.Counts counts, boolean holds) {
    return counts.reasons().entrySet().stream()
        .filter(entry -> entry.getKey().holds() == holds)
        .mapToLong(Map.Entry::getValue)
        .sum();
  }

  private static long behind(List<Candidate> audience, String count) {
    Preflight preflight = preflight();
    return audience.stream().filter(one -> preflight.isBehind(count, one)).count();
  }

  private static Preflight preflight() {
    return new Preflight(
        new Verdicts(RulePack.general()),
        Terms.always(Channel.SMS, Purpose.MARKETING),
        COMPOSER,
        Tariff.ofTexts(8_000),
        NOW);
  }

  private static List<Candidate> someone(Random random, int count) {
    List<String> names = List.of("", "Bo Ng", "Anne-Marie van der Meer-Dunmore", "Łukasz Wick");
    List<Candidate> people = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      Optional<PhoneNumber> number = number(random, i);
      Standing standing =
          new Standing(
              number,
              random.nextInt(20) == 0,
              random.nextInt(20) == 0,
              Agreement.values()[random.nextInt(3)]);
      people.add(
          new Candidate(i, standing, Map.of("name", names.get(random.nextInt(names.size())))));
    }
    return people;
  }

  private static Optional<PhoneNumber> number(Random random, int i) {
    String e164 = String.format("+1207555%04d", i);
    return switch (random.nextInt(6)) {
      case 0 -> Optional.empty();
      case 1 -> Optional.of(mobile(e164));
      case 2 -> Optional.of(mobile(e164, "America/Los_Angeles"));
      case 3 ->
          Optional.of(
              new PhoneNumber(
                  e164, LineType.LANDLINE, "US", mobile(e164, "America/New_York").zones()));
      default -> Optional.of(mobile(e164, "America/New_York"));
    };
  }

  @Test
  void aReasonThatHoldsIsNoRefusal() {
    assertThat(Arrays.stream(ReasonCode.values()).filter(ReasonCode::holds))
        .containsExactly(
            ReasonCode.ZONE_UNKNOWN,
            ReasonCode.CONTACT_HOURS,
            ReasonCode.CAMPAIGN_HOURS,
            ReasonCode.TRIED_AGAIN,
            ReasonCode.FOLLOW_UP);
  }
}
