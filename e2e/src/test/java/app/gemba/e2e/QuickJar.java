package app.gemba.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/**
 * The real jar, taken apart by its own tool and with its classes archived by a first run: it starts
 * in half the time, and the tests start it often.
 */
final class QuickJar {
  private static final Path JAR = Path.of("../server/target/gemba-app.jar").toAbsolutePath();

  /** Compiles quickly and not so well. */
  private static final String ONE_COMPILER = "-XX:TieredStopAtLevel=1";

  /** Processes that live for a minute do not earn back what the second compiler costs. */
  private static final List<String> SHORT_LIVED =
      List.of(ONE_COMPILER, "-XX:+UseSerialGC", "-Xlog:disable");

  private static final List<String> LINE = prepare();

  private QuickJar() {}

  /** How a command begins that runs the jar. */
  static List<String> commandLine() {
    return LINE;
  }

  private static List<String> prepare() {
    try {
      Path folder = Files.createTempDirectory("gemba-jar");
      run(
          List.of(
              "java",
              "-Djarmode=tools",
              "-jar",
              JAR.toString(),
              "extract",
              "--destination",
              folder.toString()));
      Path archive = folder.resolve("classes.jsa");
      List<String> first = line("-XX:ArchiveClassesAtExit=" + archive, folder);
      first.addAll(List.of("start", "--data", folder.resolve("house").toString(), "--port"));
      first.add(String.valueOf(RunningGemba.freePort()));
      Path output = folder.resolve("output");
      Process process =
          new ProcessBuilder(first)
              .redirectErrorStream(true)
              .redirectOutput(output.toFile())
              .start();
      for (int i = 0; i < 600 && !Files.readString(output).contains("Gemba is at"); i++) {
        RunningGemba.pause(100);
      }
      process.destroy();
      process.waitFor(60, TimeUnit.SECONDS);
      return line("-XX:SharedArchiveFile=" + archive, folder);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("interrupted while the jar was taken apart", e);
    }
  }

  private static List<String> line(String archive, Path folder) {
    List<String> line = new ArrayList<>(List.of("java"));
    line.addAll(SHORT_LIVED);
    line.addAll(List.of(archive, "-jar", folder.resolve(JAR.getFileName()).toString()));
    return line;
  }

  private static void run(List<String> line) throws IOException, InterruptedException {
    Process process =
        new ProcessBuilder(line)
            .redirectErrorStream(true)
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    if (process.waitFor() != 0) {
      throw new IllegalStateException("the jar could not be taken apart");
    }
  }
}
