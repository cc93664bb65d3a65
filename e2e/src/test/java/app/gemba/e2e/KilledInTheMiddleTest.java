package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Kills the process in the middle of a run, again and again, while the message centre goes on. */
class KilledInTheMiddleTest {
  private static final int PEOPLE = 5000;
  private static final int KILLS = 5;
  private static final int WINDOW = 20;

  @TempDir Path folder;

  @Test
  void nobodyIsTextedTwiceAndNobodyIsLost() throws Exception {
    try (StandInApart centre = StandInApart.messages(folder, 50)) {
      long campaign;
      int port = RunningGemba.freePort();
      Path data = folder.resolve("house");
      RunningGemba gemba = start(port, data);
      try {
        Api api = Api.first(gemba);
        House.setUp(api, centre, WINDOW);
        JsonNode in = House.importAsProposed(api, House.easternPeople(folder, PEOPLE), "Everybody");
        assertThat(in.get("rowsNew").asInt()).isEqualTo(PEOPLE);
        long list = in.get("listId").asLong();
        Map<String, Object> brief =
            House.brief(
                "Winter timetable", "Marram Ferries: winter boats from 1 December.", list, 60_000);
        campaign = api.post("/campaigns", brief).expect(201).json().get("id").asLong();
        api.post("/campaigns/" + campaign + "/launch", House.launchOf(api, campaign, "once"))
            .expect(200);
        for (int kill = 0; kill < KILLS; kill++) {
          int before = centre.logged("submit").size();
          awaitSubmits(centre, before + 400);
          gemba.kill();
          gemba = start(port, data);
        }
        Api again = Api.as(gemba, "ada", "long-enough-1");
        again.await(
            "/campaigns/" + campaign, is -> is.get("state").asString().equals("FINISHED"), 120);
        again.await(
            "/campaigns/" + campaign + "/report",
            report ->
                report
                    .get("places")
                    .valueStream()
                    .noneMatch(place -> place.get("state").asString().equals("IN_FLIGHT")),
            60);
        assertBooksAgree(again, centre, campaign);
      } finally {
        gemba.close();
      }
    }
  }

  private static RunningGemba start(int port, Path data) {
    return RunningGemba.start(port, data, "start", "--clock", House.MORNING);
  }

  private static void awaitSubmits(StandInApart centre, int count) throws Exception {
    long until = System.currentTimeMillis() + 60_000;
    while (centre.logged("submit").size() < Math.min(count, PEOPLE)) {
      assertThat(System.currentTimeMillis()).as("texts go out").isLessThan(until);
      RunningGemba.pause(100);
    }
  }

  private static void assertBooksAgree(Api api, StandInApart centre, long campaign)
      throws Exception {
    List<String> texted =
        centre.logged("submit").stream().map(line -> line.getField("destination")).toList();
    Set<String> once = new HashSet<>(texted);
    assertThat(texted).as("nobody twice").hasSize(once.size());

    Map<String, Long> states = House.states(api, campaign);
    long unconfirmed = states.getOrDefault("UNCONFIRMED", 0L);
    long sent =
        states.getOrDefault("REACHED", 0L)
            + states.getOrDefault("FAILED", 0L)
            + states.getOrDefault("EXPIRED", 0L);
    assertThat(sent + unconfirmed).as("everybody is sent or unconfirmed").isEqualTo(PEOPLE);
    assertThat(unconfirmed)
        .as("at most a window for each kill")
        .isLessThanOrEqualTo(WINDOW * KILLS);
    // Whoever is not in the centre's log was claimed and never left: those are unconfirmed too.
    assertThat((long) once.size()).isBetween(PEOPLE - unconfirmed, (long) PEOPLE);
    assertThat(once.size()).isGreaterThanOrEqualTo((int) sent);
  }
}
