package app.gemba.core.campaign;

import static app.gemba.core.channel.OutcomeClass.NOT_NOW;
import static app.gemba.core.channel.OutcomeClass.NOT_REACHABLE;
import static app.gemba.core.channel.OutcomeClass.OUR_SIDE;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.RetryPlan.Again;
import app.gemba.core.campaign.RetryPlan.Numbers;
import app.gemba.core.campaign.RetryPlan.Rule;
import app.gemba.core.campaign.RetryPlan.Tried;
import app.gemba.core.channel.OutcomeClass;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class RetryPlanTest {
  private static final Instant NOON = Instant.parse("2026-11-17T17:00:00Z");
  private static final List<Long> NUMBERS = List.of(1L, 2L, 3L);

  @Test
  void withoutARuleNobodyIsTriedAgain() {
    assertThat(RetryPlan.NONE.next(tried(1, NOT_NOW), NUMBERS, NOON)).isEmpty();
    assertThat(plan(NOT_NOW, 2, Numbers.SAME).next(tried(1, OUR_SIDE), NUMBERS, NOON)).isEmpty();
  }

  @Test
  void aRetryComesAsOftenAndAsLateAsTheRuleSays() {
    RetryPlan plan = plan(NOT_NOW, 2, Numbers.SAME);
    Again again = new Again(1, NOON.plus(Duration.ofMinutes(90)));
    assertThat(plan.next(tried(1, NOT_NOW), NUMBERS, NOON)).contains(again);
    assertThat(plan.next(tried(2, NOT_NOW), NUMBERS, NOON)).contains(again);
    assertThat(plan.next(tried(3, NOT_NOW), NUMBERS, NOON)).isEmpty();
    assertThat(plan.mostTries()).isEqualTo(3);
  }

  @Test
  void eachClassCountsItsOwnTries() {
    RetryPlan plan =
        new RetryPlan(
            List.of(
                new Rule(NOT_NOW, 1, 60, Numbers.SAME), new Rule(OUR_SIDE, 1, 5, Numbers.SAME)));
    List<Tried> mixed = List.of(new Tried(1, NOT_NOW), new Tried(1, OUR_SIDE));
    assertThat(plan.next(mixed, NUMBERS, NOON)).contains(new Again(1, NOON.plusSeconds(300)));
    assertThat(plan.next(List.of(mixed.get(0), mixed.get(1), mixed.get(0)), NUMBERS, NOON))
        .isEmpty();
  }

  @Test
  void theNextNumberIsTakenRoundAndRoundAndALostOneNeverAgain() {
    RetryPlan plan = plan(NOT_NOW, 9, Numbers.NEXT);
    assertThat(plan.next(List.of(new Tried(1, NOT_NOW)), NUMBERS, NOON))
        .hasValueSatisfying(again -> assertThat(again.number()).isEqualTo(2));
    assertThat(plan.next(List.of(new Tried(3, NOT_NOW)), NUMBERS, NOON))
        .hasValueSatisfying(again -> assertThat(again.number()).isEqualTo(1));
    assertThat(
            plan.next(List.of(new Tried(1, NOT_REACHABLE), new Tried(3, NOT_NOW)), NUMBERS, NOON))
        .hasValueSatisfying(again -> assertThat(again.number()).isEqualTo(2));
    assertThat(plan.next(List.of(new Tried(7, NOT_NOW)), List.of(7L), NOON))
        .as("there is no other")
        .hasValueSatisfying(again -> assertThat(again.number()).isEqualTo(7));
  }

  @Test
  void aNumberThatLeadsToNobodyIsLeftForAnotherOrForGood() {
    RetryPlan next = plan(NOT_REACHABLE, 3, Numbers.NEXT);
    assertThat(next.next(List.of(new Tried(1, NOT_REACHABLE)), NUMBERS, NOON))
        .hasValueSatisfying(again -> assertThat(again.number()).isEqualTo(2));
    assertThat(next.next(List.of(new Tried(1, NOT_REACHABLE)), List.of(1L), NOON)).isEmpty();
    assertThat(
            plan(NOT_REACHABLE, 3, Numbers.SAME)
                .next(List.of(new Tried(1, NOT_REACHABLE)), NUMBERS, NOON))
        .isEmpty();
  }

  @Test
  void aPlanThatCannotBeMeantIsToldInSentences() {
    assertThat(plan(NOT_NOW, 2, Numbers.SAME).mistakes()).isEmpty();
    assertThat(
            new RetryPlan(
                    List.of(
                        new Rule(OutcomeClass.OPTED_OUT, 1, 60, Numbers.SAME),
                        new Rule(NOT_NOW, 0, 60, Numbers.SAME),
                        new Rule(NOT_NOW, 1, 0, Numbers.SAME)))
                .mistakes())
        .containsExactly(
            "Nobody is tried again who was reached or opted out.",
            "A retry is made 1 to 10 times.",
            "A retry comes after a minute at least and a week at most.",
            "There is more than one retry rule for the same outcome.");
  }

  private static RetryPlan plan(OutcomeClass outcome, int times, Numbers numbers) {
    return new RetryPlan(List.of(new Rule(outcome, times, 90, numbers)));
  }

  private static List<Tried> tried(int times, OutcomeClass outcome) {
    return Stream.generate(() -> new Tried(1, outcome)).limit(times).toList();
  }
}
