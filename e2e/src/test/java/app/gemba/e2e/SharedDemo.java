package app.gemba.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * One demo for all tests that leave it usable for each other: furnishing it is the longest part of
 * most of them. It ends with the tests.
 */
final class SharedDemo {
  /** Held by classes that use it: one at a time, beside one that has a house of its own. */
  static final String LOCK = "shared-demo";

  private static final Path FOLDER = temporary();
  private static final RunningGemba GEMBA = start();

  private SharedDemo() {}

  static RunningGemba gemba() {
    return GEMBA;
  }

  /** Where the demo keeps what it has. */
  static Path data() {
    return FOLDER.resolve("demo");
  }

  private static RunningGemba start() {
    RunningGemba gemba = RunningGemba.start(data(), "demo");
    Runtime.getRuntime().addShutdownHook(new Thread(gemba::close));
    return gemba;
  }

  private static Path temporary() {
    try {
      return Files.createTempDirectory("gemba-demo");
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
