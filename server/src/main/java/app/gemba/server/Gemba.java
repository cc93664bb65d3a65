package app.gemba.server;

import app.gemba.server.demo.DemoHouse;
import app.gemba.store.DataFolder;
import app.gemba.store.Restore;
import app.gemba.store.Store;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** The program: does what the command line says, and says in one line what went wrong. */
public final class Gemba {
  private Gemba() {}

  /** Runs the program. */
  public static void main(String[] args) {
    try {
      run(CommandLine.parse(args));
    } catch (CommandLine.Misunderstood | IOException e) {
      System.err.println(e.getMessage());
      System.exit(1);
    }
  }

  private static void run(CommandLine line) throws IOException {
    switch (line.command()) {
      case BACKUP -> backUp(line);
      case RESTORE -> restore(line);
      case DEMO, START -> serve(line);
      default -> throw new IllegalStateException("unknown command " + line.command());
    }
  }

  private static void serve(CommandLine line) throws IOException {
    requireFreePort(line);
    boolean demo = line.command() == CommandLine.Command.DEMO;
    if (line.fresh() && demo) {
      deleteDemo(line.data());
    }
    ConfigurableApplicationContext running =
        application(line.data(), demo, line.clock(), line.address(), line.port());
    String port = running.getEnvironment().getProperty("local.server.port");
    String who = demo ? DemoHouse.ACCOUNTS_TOLD : running.getBean(FirstAccountCode.class).told();
    System.out.println(
        ("Gemba is at http://localhost:" + port + " (Ctrl-C ends it)\n" + who).strip());
  }

  /**
   * The whole application on a data folder, as it runs; closing the context ends it.
   *
   * @param clock where the business clock of a rehearsal begins; empty for real time
   * @param port 0 for any free one
   */
  public static ConfigurableApplicationContext application(
      Path data, boolean demo, Optional<Instant> clock, String address, int port)
      throws IOException {
    DataFolder folder = DataFolder.open(data);
    SpringApplication application = new SpringApplication(GembaApplication.class);
    application.addInitializers(
        context -> context.getBeanFactory().registerSingleton("dataFolder", folder));
    try {
      return application.run(
          "--server.port=" + port,
          "--server.address=" + address,
          "--gemba.demo=" + demo,
          "--gemba.clock=" + clock.map(Instant::toString).orElse(""),
          "--springdoc.api-docs.enabled=" + demo,
          "--logging.file.name=" + folder.part("logs").resolve("gemba.log"));
    } catch (RuntimeException e) {
      folder.close();
      throw e;
    }
  }

  private static void requireFreePort(CommandLine line) throws IOException {
    if (line.port() == 0) {
      return;
    }
    try (ServerSocket probe = new ServerSocket()) {
      probe.bind(new InetSocketAddress(InetAddress.getByName(line.address()), line.port()));
    } catch (IOException e) {
      throw new IOException(
          "Port " + line.port() + " is taken. Name another one: --port " + (line.port() + 1));
    }
  }

  private static void deleteDemo(Path data) throws IOException {
    if (!Files.exists(data)) {
      return;
    }
    DataFolder.open(data).close();
    try (Stream<Path> files = Files.walk(data)) {
      for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(file);
      }
    }
  }

  private static void backUp(CommandLine line) throws IOException {
    Path target = line.file().orElseThrow().toAbsolutePath();
    Store.backUp(line.data().resolve("gemba.db"), target);
    System.out.println("The house is backed up in " + target);
  }

  private static void restore(CommandLine line) throws IOException {
    try (DataFolder folder = DataFolder.open(line.data())) {
      Path kept = Restore.into(folder, line.file().orElseThrow());
      System.out.println(
          "Restored. Every campaign is paused, and what was in flight is unconfirmed."
              + (Files.exists(kept) ? " What was there before is in " + kept : ""));
    }
  }
}
