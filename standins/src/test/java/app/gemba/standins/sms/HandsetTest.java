package app.gemba.standins.sms;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.standins.RecentMessages;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** The stand-in's habits: the same for a seed and a number, and believable as a whole. */
class HandsetTest {

  @Test
  void aNumberKeepsItsHabit() {
    for (int i = 0; i < 200; i++) {
      String number = "+1207555" + (1000 + i);
      Handset.Arrival once = new Handset(7, number, "a").arrival();
      assertThat(new Handset(7, number, "b").arrival()).isEqualTo(once);
    }
  }

  @Test
  void mostTextsArriveWithinSecondsAndSomeNever() {
    long delivered = count(Handset.End.DELIVERED);
    long gone = count(Handset.End.GONE);
    long expired = count(Handset.End.EXPIRED);
    assertThat(delivered).isBetween(9_500L, 9_800L);
    assertThat(gone).isBetween(80L, 250L);
    assertThat(expired).isBetween(80L, 250L);
    assertThat(
            IntStream.range(0, 10_000)
                .mapToObj(HandsetTest::arrival)
                .filter(arrival -> arrival.after().compareTo(Duration.ofSeconds(10)) < 0)
                .count())
        .isGreaterThan(9_000);
  }

  @Test
  void someAnswerAndAFewOfThemSayStop() {
    long answers = 0;
    long stops = 0;
    for (int i = 0; i < 10_000; i++) {
      Optional<Handset.Answer> answer = new Handset(7, "+1207" + i, "text").answer();
      answers += answer.isPresent() ? 1 : 0;
      stops +=
          answer.filter(one -> one.text().strip().toLowerCase().startsWith("stop")).isPresent()
              ? 1
              : 0;
    }
    assertThat(answers).isBetween(200L, 400L);
    assertThat(stops).isBetween(30L, 100L);
  }

  @Test
  void theLastTextsOfATelephoneAreThereToBeLookedAt() {
    RecentMessages recent = new RecentMessages();
    for (int i = 0; i < 3000; i++) {
      recent.add(
          new RecentMessages.Message(Instant.EPOCH, "+1" + i % 3, "+19", i % 2 == 0, "text " + i));
    }
    assertThat(recent.of(Optional.empty())).hasSize(200);
    assertThat(recent.of(Optional.empty()).get(0).text()).isEqualTo("text 2999");
    assertThat(recent.of(Optional.of("+11"))).allMatch(text -> text.phone().equals("+11"));
    assertThat(recent.of(Optional.of("+17"))).isEmpty();
  }

  private static long count(Handset.End end) {
    return IntStream.range(0, 10_000)
        .mapToObj(HandsetTest::arrival)
        .filter(arrival -> arrival.end() == end)
        .count();
  }

  private static Handset.Arrival arrival(int i) {
    return new Handset(7, "+1" + (2_070_000_000L + i), "text").arrival();
  }
}
