package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.e2e.DeskHouse.Answers;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/**
 * Kills the process while two simulated agents hold calls, again and again; the exchange goes on
 * and writes down whom it was asked for.
 */
class DesksKilledTest {
  private static final int KILLS = 2;
  private static final int DESKS = 2;

  @TempDir Path folder;

  @Test
  void nobodyIsCalledTwiceAndNobodyIsLost() throws Exception {
    List<String> numbers = new ArrayList<>(DeskHouse.numbers(Answers.PERSON, 10, 0));
    numbers.addAll(DeskHouse.numbers(Answers.MACHINE, 4, 0));
    try (StandInApart telephone = StandInApart.telephoneAtRealSpeed(folder)) {
      int port = RunningGemba.freePort();
      Path data = folder.resolve("house");
      RunningGemba gemba = start(port, data);
      try {
        Api api = Api.first(gemba);
        DeskHouse.setUp(api, telephone);
        long list = DeskHouse.schools(api, folder, "School", numbers);
        long campaign = DeskHouse.launch(api, "Spring sailings", list, "ONE_PER_AGENT");
        for (int kill = 0; kill < KILLS; kill++) {
          api.put("/floor/simulated", Map.of("campaignId", campaign)).expect(200);
          int before = dialled(telephone).size();
          api.await("/floor", is -> dialledIn(telephone) > before + 2 && talking(is) > 0, 90);
          gemba.kill();
          gemba = start(port, data);
          api = Api.as(gemba, "ada", "long-enough-1");
        }
        api.post("/campaigns/" + campaign + "/stop", Map.of()).expect(200);
        assertThat(dialled(telephone)).as("nobody twice").doesNotHaveDuplicates();
        Map<String, Long> states = House.states(api, campaign);
        assertThat(states.values().stream().mapToLong(n -> n).sum())
            .as("%s", states)
            .isEqualTo(numbers.size());
        long inDoubt = states.getOrDefault("UNCONFIRMED", 0L);
        assertThat(inDoubt).as("%s", states).isBetween(1L, (long) KILLS * DESKS);
        long told =
            states.entrySet().stream()
                .filter(one -> !one.getKey().equals("CANCELLED"))
                .mapToLong(Map.Entry::getValue)
                .sum();
        assertThat((long) dialled(telephone).size())
            .as("%s: each who was called is somewhere, and may be in doubt", states)
            .isBetween(told - inDoubt, told);
      } finally {
        gemba.close();
      }
    }
  }

  private static long talking(JsonNode floor) {
    return floor
        .get("desks")
        .valueStream()
        .filter(desk -> desk.get("state").asString().equals("TALKING"))
        .count();
  }

  private static int dialledIn(StandInApart telephone) {
    try {
      return dialled(telephone).size();
    } catch (IOException e) {
      return 0;
    }
  }

  private static List<String> dialled(StandInApart telephone) throws IOException {
    return telephone.logged("dialled").stream().map(line -> line.getField("to")).toList();
  }

  private static RunningGemba start(int port, Path data) {
    return RunningGemba.start(port, data, "start", "--clock", House.MORNING);
  }
}
