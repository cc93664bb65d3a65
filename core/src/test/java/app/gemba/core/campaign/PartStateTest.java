package app.gemba.core.campaign;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartStateTest {

  @Test
  void whatIsHeardInAnyOrderAndHoweverOftenComesToTheSame() {
    Random random = new Random(3);
    for (int round = 0; round < 500; round++) {
      List<PartState> heard = new ArrayList<>();
      for (int i = 0; i <= random.nextInt(5); i++) {
        heard.add(PartState.values()[random.nextInt(PartState.values().length)]);
      }
      PartState once = all(heard);
      List<PartState> again = new ArrayList<>(heard);
      again.addAll(heard);
      Collections.shuffle(again, random);
      assertThat(all(again)).as("%s", heard).isEqualTo(once);
    }
  }

  @Test
  void aDeliveryIsTheLastWord() {
    for (PartState state : PartState.values()) {
      assertThat(PartState.READ.and(state)).isEqualTo(PartState.READ);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "DELIVERED, DELIVERED, REACHED",
    "DELIVERED, ACCEPTED, IN_FLIGHT",
    "CLAIMED, CLAIMED, IN_FLIGHT",
    "DELIVERED, FAILED, FAILED",
    "EXPIRED, DELIVERED, EXPIRED",
    "UNCONFIRMED, DELIVERED, UNCONFIRMED",
    "FAILED, UNCONFIRMED, FAILED",
  })
  void aTextOfSeveralPartsIsReadOnlyWhole(PartState one, PartState other, PersonState expected) {
    assertThat(PartState.overall(List.of(one, other))).isEqualTo(expected);
  }

  private static PartState all(List<PartState> heard) {
    return heard.stream().reduce(PartState.CLAIMED, PartState::and);
  }
}
