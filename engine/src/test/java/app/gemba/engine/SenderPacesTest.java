package app.gemba.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.channel.Message;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Standing;
import app.gemba.core.content.SmsSegmenter;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class SenderPacesTest {
  private static final Instant NOON = Instant.parse("2026-11-17T17:00:00Z");

  private final SenderPaces paces = new SenderPaces();

  @Test
  void aSenderWithoutACapLeavesAllTheRoomThereIs() {
    assertThat(paces.room(campaign(1, Optional.empty()), 40, NOON)).isEqualTo(40);
  }

  @Test
  void campaignsOfOneSenderShareItsRate() {
    Launched first = campaign(1, Optional.of(60));
    Launched second = campaign(2, Optional.of(60));
    assertThat(paces.room(first, 40, NOON)).isEqualTo(1);
    paces.said(first, claims(1, "Boats run."), NOON);
    assertThat(paces.room(second, 40, NOON)).as("the second waits for its slot").isZero();
    assertThat(paces.room(second, 40, NOON.plusSeconds(1))).isEqualTo(1);
  }

  @Test
  void aTextOfThreePartsTakesThreeSlots() {
    Launched campaign = campaign(1, Optional.of(60));
    paces.room(campaign, 40, NOON);
    paces.said(campaign, claims(1, "x".repeat(400)), NOON);
    assertThat(paces.room(campaign, 40, NOON.plusSeconds(2))).isZero();
    assertThat(paces.room(campaign, 40, NOON.plusSeconds(3))).isEqualTo(1);
  }

  @Test
  void aChangedRateHoldsAtOnce() {
    paces.room(campaign(1, Optional.of(1)), 40, NOON);
    paces.said(campaign(1, Optional.of(1)), claims(1, "Boats run."), NOON);
    assertThat(paces.room(campaign(1, Optional.of(1)), 40, NOON.plusSeconds(2))).isZero();
    assertThat(paces.room(campaign(1, Optional.of(600)), 40, NOON.plusSeconds(2))).isPositive();
  }

  private static Launched campaign(long id, Optional<Integer> senderPerMinute) {
    Launched one = new BookInMemory(1).launched().get(0);
    return new Launched(
        id,
        one.state(),
        1,
        one.brief(),
        one.sender(),
        Tariff.ofTexts(8_000),
        senderPerMinute,
        true);
  }

  private static List<Claim> claims(int count, String text) {
    Candidate somebody =
        new Candidate(1, new Standing(Optional.empty(), false, false, Agreement.YES), Map.of());
    return IntStream.range(0, count)
        .mapToObj(
            i ->
                new Claim(
                    i,
                    "+12075550101",
                    new RunCommand.Send(somebody, new Message.Text(SmsSegmenter.cut(text)))))
        .toList();
  }
}
