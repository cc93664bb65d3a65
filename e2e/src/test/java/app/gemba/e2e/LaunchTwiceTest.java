package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Two people at once, a request repeated, buttons that cross: one launch, one outcome. */
class LaunchTwiceTest {
  private static final int PEOPLE = 600;

  @TempDir Path folder;

  @Test
  void oneLaunchIsOneLaunchAndOneOutcome() throws Exception {
    try (StandInApart centre = StandInApart.messages(folder, 50);
        RunningGemba gemba =
            RunningGemba.start(folder.resolve("house"), "start", "--clock", House.MORNING)) {
      Api ada = Api.first(gemba);
      House.setUp(ada, centre, 20);
      ada.post(
              "/users",
              Map.of(
                  "login", "tove",
                  "name", "Tove Brandt",
                  "password", "long-enough-2",
                  "role", "OPERATOR"))
          .expect(201);
      Api tove = Api.as(gemba, "tove", "long-enough-2");
      JsonNode in = House.importAsProposed(ada, House.easternPeople(folder, PEOPLE), "Everybody");
      long campaign =
          ada.post(
                  "/campaigns",
                  House.brief(
                      "Winter timetable",
                      "Marram Ferries: winter boats from 1 December.",
                      in.get("listId").asLong(),
                      3000))
              .expect(201)
              .json()
              .get("id")
              .asLong();

      launchedOnce(ada, tove, campaign);
      pauseAndStopCross(ada, tove, campaign);

      Map<String, Long> states = settled(ada, campaign);
      assertThat(states.values().stream().mapToLong(n -> n).sum()).isEqualTo(PEOPLE);
      List<String> texted =
          centre.logged("submit").stream().map(line -> line.getField("destination")).toList();
      assertThat(new HashSet<>(texted)).as("nobody twice").hasSameSizeAs(texted);
      assertThat((long) texted.size()).isEqualTo(PEOPLE - states.get("CANCELLED"));
      assertThat(ada.get("/audit").json().toString().split("campaign launched", -1)).hasSize(2);
    }
  }

  private static void launchedOnce(Api ada, Api tove, long campaign) throws Exception {
    Map<String, Object> mine = House.launchOf(ada, campaign, "ada-1");
    Map<String, Object> hers = House.launchOf(tove, campaign, "tove-1");
    List<Callable<Integer>> presses = new ArrayList<>();
    for (int i = 0; i < 4; i++) {
      presses.add(() -> ada.post("/campaigns/" + campaign + "/launch", mine).status());
      presses.add(() -> tove.post("/campaigns/" + campaign + "/launch", hers).status());
    }
    List<Integer> answers = atOnce(presses);
    assertThat(answers).containsOnly(200, 409);
    assertThat(answers.stream().filter(status -> status == 200)).hasSize(4);
  }

  private static void pauseAndStopCross(Api ada, Api tove, long campaign) throws Exception {
    RunningGemba.pause(1500);
    String path = "/campaigns/" + campaign;
    atOnce(
        List.of(
            () -> ada.post(path + "/pause", Map.of()).status(),
            () -> tove.post(path + "/resume", Map.of()).status(),
            () -> ada.post(path + "/stop", Map.of()).status(),
            () -> tove.post(path + "/pause", Map.of()).status(),
            () -> tove.post(path + "/stop", Map.of()).status()));
    assertThat(ada.get(path).json().get("state").asString()).isEqualTo("STOPPED");
    assertThat(tove.post(path + "/resume", Map.of()).status()).isEqualTo(409);
  }

  private static Map<String, Long> settled(Api api, long campaign) {
    api.await(
        "/campaigns/" + campaign + "/report",
        report ->
            report
                .get("places")
                .valueStream()
                .noneMatch(place -> place.get("state").asString().equals("IN_FLIGHT")),
        60);
    return House.states(api, campaign);
  }

  private static List<Integer> atOnce(List<Callable<Integer>> calls) throws Exception {
    ExecutorService all = Executors.newFixedThreadPool(calls.size());
    try {
      List<Integer> answers = new ArrayList<>();
      for (Future<Integer> call : all.invokeAll(calls)) {
        answers.add(call.get());
      }
      return answers;
    } finally {
      all.shutdown();
    }
  }
}
