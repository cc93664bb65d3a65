package app.gemba.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CommandLineTest {

  @Test
  void aDemoIsTheDemoAndAHouseIsTheOperatorsOwn() throws Exception {
    assertThat(CommandLine.parse("demo").data()).isEqualTo(Path.of(".gemba/demo"));
    CommandLine start = CommandLine.parse("start", "--data", "house", "--port", "9000");
    assertThat(start.data()).isEqualTo(Path.of("house"));
    assertThat(start.port()).isEqualTo(9000);
    assertThat(start.address()).as("this machine alone").isEqualTo("127.0.0.1");
    assertThat(start.clock()).isEmpty();
  }

  @Test
  void aRehearsalSaysWhenItBegins() throws Exception {
    assertThat(CommandLine.parse("start", "--clock", "2026-11-17T14:00:00Z").clock())
        .contains(Instant.parse("2026-11-17T14:00:00Z"));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "dance",
        "start --port",
        "start --port many",
        "start --port 70000",
        "start --clock noon",
        "start a-file",
        "backup",
        "restore a b",
        "demo --colour red",
      })
  void whatIsNotUnderstoodIsSaidWithHowToSayIt(String line) {
    String[] words = line.isEmpty() ? new String[0] : line.split(" ");
    assertThatThrownBy(() -> CommandLine.parse(words))
        .isInstanceOf(CommandLine.Misunderstood.class)
        .hasMessageContaining("Usage:");
  }
}
