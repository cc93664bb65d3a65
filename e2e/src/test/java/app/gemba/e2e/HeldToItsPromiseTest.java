package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The brake, the spending limit and a restored house, by the message centre's own log. */
class HeldToItsPromiseTest {
  @TempDir Path folder;

  @Test
  void aRestoredHouseSendsNothingAgain() throws Exception {
    Path backup = folder.resolve("noon.db");
    try (StandInApart centre = StandInApart.messages(folder, 50)) {
      long campaign;
      try (RunningGemba gemba =
          RunningGemba.start(folder.resolve("house"), "start", "--clock", House.MORNING)) {
        Api ada = Api.first(gemba);
        campaign = launched(ada, centre, 400, 600, Map.of());
        ada.await("/campaigns/" + campaign, is -> is.get("attempts").asInt() > 60, 60);
        assertThat(RunningGemba.command("backup", folder.resolve("house"), backup))
            .contains("backed up");
        ada.await("/campaigns/" + campaign, is -> is.get("attempts").asInt() > 150, 60);
      }
      int texted = centre.logged("submit").size();
      assertThat(RunningGemba.command("restore", folder.resolve("restored"), backup))
          .contains("Restored");
      try (RunningGemba gemba =
          RunningGemba.start(folder.resolve("restored"), "start", "--clock", House.MORNING)) {
        Api ada = Api.as(gemba, "ada", "long-enough-1");
        ada.await("/sms-network", state -> state.get("connected").asBoolean(), 20);
        assertThat(ada.get("/campaigns/" + campaign).json().get("state").asString())
            .isEqualTo("PAUSED");
        RunningGemba.pause(3000);
        assertThat(centre.logged("submit")).as("nothing is sent again").hasSize(texted);
      }
    }
  }

  @Test
  void aCampaignPausesAtItsSpendingLimit() throws Exception {
    try (StandInApart centre = StandInApart.messages(folder, 50);
        RunningGemba gemba =
            RunningGemba.start(folder.resolve("house"), "start", "--clock", House.MORNING)) {
      Api ada = Api.first(gemba);
      // 8,000 millionths a text: enough for 25 of 100.
      long campaign = launched(ada, centre, 100, 6000, Map.of("limitMicros", 203_000));
      ada.await("/campaigns/" + campaign, is -> is.get("state").asString().equals("PAUSED"), 30);
      RunningGemba.pause(500);
      assertThat(centre.logged("submit")).hasSize(25);
      assertThat(House.states(ada, campaign)).containsEntry("WAITING", 75L);
      assertThat(ada.get("/audit").json().toString()).contains("paused at its spending limit");
    }
  }

  @Test
  void anImportAndALaunchAtOnceDoNotHoldUpTheBrake() throws Exception {
    try (StandInApart centre = StandInApart.messages(folder, 50);
        RunningGemba gemba =
            RunningGemba.start(folder.resolve("house"), "start", "--clock", House.MORNING)) {
      Api ada = Api.first(gemba);
      launched(ada, centre, 3000, 60_000, Map.of());
      JsonNode proposal = ada.upload(fiftyThousand()).expect(201).json();
      ada.post(
              "/imports/" + proposal.get("of").get("id").asLong() + "/start",
              Map.of("agreement", Map.of("source", "none"), "newList", "Many"))
          .expect(200);
      ada.await("/now", now -> now.get("imports").size() > 0, 10);
      Instant pressed = Instant.now();
      ada.put("/brake", Map.of("on", true)).expect(200);
      Duration took = Duration.between(pressed, Instant.now());
      int atOnce = centre.logged("submit").size();
      RunningGemba.pause(1000);
      int later = centre.logged("submit").size();
      assertThat(took).as("the brake answers").isLessThan(Duration.ofSeconds(1));
      assertThat(later - atOnce).as("no more than was on the wire").isLessThanOrEqualTo(20);
      RunningGemba.pause(1500);
      assertThat(centre.logged("submit")).hasSize(later);
      assertThat(
              new HashSet<>(
                  centre.logged("submit").stream().map(l -> l.getField("destination")).toList()))
          .hasSize(later);
    }
  }

  private static long launched(
      Api ada, StandInApart centre, int people, int perMinute, Map<String, Object> more)
      throws IOException {
    House.setUp(ada, centre, 20);
    Path file = House.easternPeople(Files.createTempDirectory("gemba"), people);
    JsonNode in = House.importAsProposed(ada, file, "Everybody");
    Map<String, Object> brief =
        House.brief(
            "Winter timetable",
            "Marram Ferries: winter boats from 1 December.",
            in.get("listId").asLong(),
            perMinute);
    brief.putAll(more);
    long campaign = ada.post("/campaigns", brief).expect(201).json().get("id").asLong();
    ada.post("/campaigns/" + campaign + "/launch", House.launchOf(ada, campaign, "once"))
        .expect(200);
    return campaign;
  }

  private Path fiftyThousand() throws IOException {
    StringBuilder csv = new StringBuilder("Name,Phone\n");
    for (int i = 0; i < 50_000; i++) {
      csv.append("Guest ").append(i).append(",+1").append(2_070_000_000L + i * 7L).append('\n');
    }
    return Files.writeString(folder.resolve("many.csv"), csv);
  }
}
