package app.gemba.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** The real jar as a process of its own, on a data folder. */
final class RunningGemba implements AutoCloseable {

  private static final long STARTS_WITHIN_MILLIS = 180_000;

  private final Process process;
  private final Path output;
  final int port;

  private RunningGemba(Process process, Path output, int port) {
    this.process = process;
    this.output = output;
    this.port = port;
  }

  /** Starts the jar with a command, such as "demo", and waits until it answers. */
  static RunningGemba start(Path data, String command, String... more) {
    return start(freePort(), data, command, more);
  }

  static RunningGemba start(int port, Path data, String command, String... more) {
    RunningGemba gemba = launch(port, data, command, more);
    long until = System.currentTimeMillis() + STARTS_WITHIN_MILLIS;
    while (!gemba.said("Gemba is at")) {
      if (!gemba.process.isAlive() || System.currentTimeMillis() > until) {
        throw new IllegalStateException("Gemba did not start: " + gemba.output());
      }
      pause(50);
    }
    return gemba;
  }

  /** Starts the jar and waits for nothing. */
  static RunningGemba launch(int port, Path data, String command, String... more) {
    try {
      Path output = Files.createTempFile("gemba", ".out");
      List<String> line = new ArrayList<>(QuickJar.commandLine());
      line.add(command);
      line.addAll(List.of("--data", data.toString(), "--port", String.valueOf(port)));
      line.addAll(List.of(more));
      Process process =
          new ProcessBuilder(line)
              .redirectErrorStream(true)
              .redirectOutput(output.toFile())
              .start();
      return new RunningGemba(process, output, port);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Runs a command that ends by itself, such as "backup", and gives what it said. */
  static String command(String command, Path data, Path file) {
    try {
      List<String> line = new ArrayList<>(QuickJar.commandLine());
      line.addAll(List.of(command, "--data", data.toString(), file.toString()));
      Process process = new ProcessBuilder(line).redirectErrorStream(true).start();
      String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      if (process.waitFor() != 0) {
        throw new IllegalStateException(said);
      }
      return said;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("interrupted while waiting for " + command, e);
    }
  }

  String address() {
    return "http://localhost:" + port;
  }

  String output() {
    try {
      return Files.readString(output);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private boolean said(String words) {
    return output().contains(words);
  }

  /** Waits for the end and gives the exit code. */
  int exitCode() throws InterruptedException {
    if (!process.waitFor(60, TimeUnit.SECONDS)) {
      throw new IllegalStateException("still running: " + output());
    }
    return process.exitValue();
  }

  /** As kill -9 does. */
  void kill() throws InterruptedException {
    process.destroyForcibly().waitFor();
  }

  /** As Ctrl-C does. */
  int interrupt() throws IOException, InterruptedException {
    new ProcessBuilder("kill", "-INT", String.valueOf(process.pid())).start().waitFor();
    return exitCode();
  }

  @Override
  public void close() {
    process.destroy();
    try {
      if (!process.waitFor(15, TimeUnit.SECONDS)) {
        process.destroyForcibly().waitFor();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  static int freePort() {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static void pause(long millis) {
    try {
      TimeUnit.MILLISECONDS.sleep(millis);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
