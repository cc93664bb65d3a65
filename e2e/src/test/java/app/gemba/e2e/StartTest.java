package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.ServerSocket;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StartTest {
  @TempDir Path folder;

  @Test
  void aHouseHasNoAccountNoNetworkAndEndsCleanly() throws Exception {
    try (RunningGemba gemba = RunningGemba.start(folder.resolve("house"), "start")) {
      assertThat(gemba.output()).contains("There is no account yet", "with the code");
      Api nobody = new Api(gemba);
      assertThat(nobody.get("/session").json().get("firstAccount").asBoolean()).isTrue();
      Api ada = Api.first(gemba);
      assertThat(ada.get("/sms-network").json().get("configured").asBoolean()).isFalse();
      assertThat(
              ada.post(
                      "/first-account",
                      Map.of(
                          "code", "",
                          "login", "eve",
                          "name", "Eve",
                          "password", "long-enough-9"))
                  .status())
          .as("there is a first account only once")
          .isEqualTo(409);
      assertThat(gemba.interrupt()).isIn(0, 130);
      assertThat(gemba.output()).doesNotContain("ERROR", "Exception");
    }
  }

  @Test
  void sessionsOutlastARestart() throws Exception {
    int port = RunningGemba.freePort();
    Path data = folder.resolve("house");
    RunningGemba gemba = RunningGemba.start(port, data, "start");
    try {
      Api ada = Api.first(gemba);
      gemba.kill();
      gemba = RunningGemba.start(port, data, "start");
      assertThat(ada.get("/session").json().get("login").asString()).isEqualTo("ada");
    } finally {
      gemba.close();
    }
  }

  @Test
  void aTakenPortAndAFolderInUseAreOneLineEach() throws Exception {
    try (ServerSocket taken = new ServerSocket(0);
        RunningGemba refused =
            RunningGemba.launch(taken.getLocalPort(), folder.resolve("a"), "start")) {
      assertThat(refused.exitCode()).isEqualTo(1);
      assertThat(refused.output().strip().lines())
          .containsExactly(
              "Port "
                  + taken.getLocalPort()
                  + " is taken. Name another one: --port "
                  + (taken.getLocalPort() + 1));
    }
    try (RunningGemba first = RunningGemba.start(folder.resolve("b"), "start");
        RunningGemba second =
            RunningGemba.launch(RunningGemba.freePort(), folder.resolve("b"), "start")) {
      assertThat(second.exitCode()).isEqualTo(1);
      assertThat(second.output().strip().lines()).hasSize(1);
      assertThat(second.output()).contains("in use by another Gemba", "--data");
      assertThat(first.output()).contains("Gemba is at");
    }
  }

  @Test
  void aDemoGoesOnWhereItWasLeftAndBeginsAgainWhenAsked() throws Exception {
    Path data = folder.resolve("demo");
    try (RunningGemba before = RunningGemba.start(data, "start")) {
      Api.first(before).post("/lists", Map.of("name", "Of before")).expect(201);
    }
    int ofTheDemo;
    try (RunningGemba demo = RunningGemba.start(data, "demo", "--fresh")) {
      assertThat(demo.output()).contains("Demo accounts", "tove", "ferry-demo");
      assertThat(lists(demo).toString()).doesNotContain("Of before");
      ofTheDemo = lists(demo).size();
      Api.as(demo, "tove", "ferry-demo").post("/lists", Map.of("name", "Mine")).expect(201);
    }
    try (RunningGemba demo = RunningGemba.start(data, "demo")) {
      assertThat(lists(demo)).hasSize(ofTheDemo + 1);
    }
  }

  @Test
  void aBackupMakesAHouseAgain() throws Exception {
    Path backup = folder.resolve("backup.db");
    try (RunningGemba gemba = RunningGemba.start(folder.resolve("house"), "start")) {
      Api.first(gemba).post("/lists", Map.of("name", "Kept")).expect(201);
      assertThat(RunningGemba.command("backup", folder.resolve("house"), backup))
          .contains("backed up");
    }
    assertThat(backup).isNotEmptyFile();
    assertThat(RunningGemba.command("restore", folder.resolve("other"), backup))
        .contains("Restored", "paused");
    try (RunningGemba gemba = RunningGemba.start(folder.resolve("other"), "start")) {
      Api ada = Api.as(gemba, "ada", "long-enough-1");
      assertThat(ada.get("/lists").json().toString()).contains("Kept");
    }
  }

  @Test
  void theScriptSaysWhatItCanDo() throws Exception {
    Process process = new ProcessBuilder("../gemba", "dance").redirectErrorStream(true).start();
    String said = new String(process.getInputStream().readAllBytes());
    assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
    assertThat(process.exitValue()).isEqualTo(1);
    assertThat(said).contains("./gemba demo", "./gemba start", "./gemba test", "./gemba bench");
  }

  private static List<String> lists(RunningGemba gemba) {
    return Api.as(gemba, "tove", "ferry-demo")
        .get("/lists")
        .json()
        .valueStream()
        .map(Object::toString)
        .toList();
  }
}
