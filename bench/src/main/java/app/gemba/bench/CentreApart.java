package app.gemba.bench;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;

/** The stand-in message centre as a process of its own, with handsets that answer at once. */
final class CentreApart implements AutoCloseable {
  static final String LOGIN = "gemba";

  private final Process process;
  private final int port;

  private CentreApart(Process process, int port) {
    this.process = process;
    this.port = port;
  }

  static CentreApart open(Path folder) throws IOException, InterruptedException {
    int port;
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    Path output = folder.resolve("centre.out");
    Process process =
        new ProcessBuilder(
                "java",
                "-cp",
                System.getProperty("java.class.path"),
                "app.gemba.standins.sms.MessageCentreProcess",
                String.valueOf(port),
                LOGIN,
                LOGIN,
                "7",
                "1000000",
                folder.resolve("centre.csv").toString())
            .redirectErrorStream(true)
            .redirectOutput(output.toFile())
            .start();
    while (!Files.readString(output).contains("listening")) {
      if (!process.isAlive()) {
        throw new IOException(Files.readString(output));
      }
      TimeUnit.MILLISECONDS.sleep(50);
    }
    return new CentreApart(process, port);
  }

  int port() {
    return port;
  }

  @Override
  public void close() {
    process.destroy();
  }
}
