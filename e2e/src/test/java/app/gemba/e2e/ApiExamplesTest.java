package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.ResourceLock;

/** The examples of docs/api.md, word for word. */
@ResourceLock(SharedDemo.LOCK)
class ApiExamplesTest {
  private static final Pattern BLOCK = Pattern.compile("```bash\\n(.*?)```", Pattern.DOTALL);

  @TempDir Path folder;

  @Test
  void theExamplesRunAsTheyStand() throws Exception {
    String script =
        BLOCK
            .matcher(Files.readString(Path.of("../docs/api.md")))
            .results()
            .map((MatchResult block) -> block.group(1))
            .collect(Collectors.joining("\n"));
    Path output = folder.resolve("output");
    ProcessBuilder bash =
        new ProcessBuilder("bash", "-euo", "pipefail", "-c", script)
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .redirectOutput(output.toFile());
    bash.environment().put("GEMBA", SharedDemo.gemba().address());
    Process process = bash.start();
    boolean ended = process.waitFor(120, TimeUnit.SECONDS);
    process.destroyForcibly();
    String said = Files.readString(output);
    assertThat(ended).as(said).isTrue();
    assertThat(process.exitValue()).as(said).isZero();
    assertThat(said)
        .contains("Tove Brandt")
        .contains("OWN_ID, NAME, PHONE, AGREED")
        .contains("rejected: digits lost by a spreadsheet")
        .contains("Carys Ives,see notes,yes,no number in the text")
        .contains("1 said no")
        .contains("Viggo Holm")
        .contains("1 REACHED")
        .contains("Oona Wick,+12075550191,reached");
  }
}
