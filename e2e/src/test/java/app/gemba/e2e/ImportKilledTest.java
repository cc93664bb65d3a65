package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Kills the process in the middle of an import, and in the middle of taking it back. */
class ImportKilledTest {
  private static final int ROWS = 20_000;

  @TempDir Path folder;

  @Test
  void itGoesOnBehindItsLastStepAndIsTakenBackWholeAllTheSame() throws Exception {
    Path data = folder.resolve("house");
    int port = RunningGemba.freePort();
    RunningGemba gemba = RunningGemba.start(port, data, "start");
    try {
      Api api = Api.first(gemba);
      JsonNode proposal = api.upload(file()).expect(201).json();
      long id = proposal.get("of").get("id").asLong();
      api.post("/imports/" + id + "/start", Map.of("newList", "Everybody")).expect(200);
      api.await("/imports/" + id, is -> is.get("rowsDone").asInt() > 3_000, 60);
      gemba.kill();

      gemba = RunningGemba.start(port, data, "start");
      api = Api.as(gemba, "ada", "long-enough-1");
      JsonNode done =
          api.await("/imports/" + id, is -> !is.get("state").asString().equals("running"), 120);
      assertThat(done.get("resumedAtRow").asInt()).isBetween(3_000, ROWS);
      assertThat(done.get("rowsNew").asInt()).isEqualTo(ROWS);
      assertThat(people(api, "Everybody")).isEqualTo(ROWS);

      api.post("/imports/" + id + "/take-back", Map.of()).expect(200);
      api.await("/imports/" + id, is -> is.get("undoneRows").asInt() > 2_000, 60);
      gemba.kill();

      gemba = RunningGemba.start(port, data, "start");
      api = Api.as(gemba, "ada", "long-enough-1");
      api.await("/imports/" + id, is -> is.get("state").asString().equals("taken-back"), 120);
      assertThat(people(api, "Everybody")).isZero();
      assertThat(api.get("/people?q=guest").json().get("items")).isEmpty();
    } finally {
      gemba.close();
    }
  }

  private static int people(Api api, String list) {
    return api.get("/lists")
        .json()
        .valueStream()
        .filter(is -> is.get("name").asString().equals(list))
        .findFirst()
        .orElseThrow()
        .get("people")
        .asInt();
  }

  private Path file() throws Exception {
    StringBuilder csv = new StringBuilder("Guest no,Name,Mobile\n");
    for (int i = 0; i < ROWS; i++) {
      csv.append(
          String.format(
              "MF-%d,Guest %d,+1 %d 55%d %04d%n", i, i, 201 + i % 2 * 11, i / 10_000, i % 10_000));
    }
    return Files.writeString(folder.resolve("everybody.csv"), csv);
  }
}
