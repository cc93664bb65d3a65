package app.gemba.e2e;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;

/** A stand-in as a process of its own, which goes on when Gemba is killed. */
final class StandInApart implements AutoCloseable {
  /** The evening at which all calls of the exchange arrive, and the seed of who is there. */
  static final LocalTime EVENING = LocalTime.of(18, 30);

  static final int SEED = 7;
  static final String LOGIN = "gemba";
  static final String KEY = "gemba";
  static final String SECRET = "a-secret-of-the-test";

  private final Process process;
  private final Path log;
  final int port;

  private StandInApart(Process process, Path log, int port) {
    this.process = process;
    this.log = log;
    this.port = port;
  }

  /** A message centre whose handsets act so many times faster than in life. */
  static StandInApart messages(Path folder, double speed) throws IOException {
    Path log = folder.resolve("message-centre.csv");
    int port = RunningGemba.freePort();
    return start(
        folder.resolve("message-centre.out"),
        log,
        port,
        "app.gemba.standins.sms.MessageCentreProcess",
        List.of(String.valueOf(port), LOGIN, LOGIN, "7", String.valueOf(speed), log.toString()));
  }

  /** A chat service whose people act so many times faster than in life. */
  static StandInApart chat(Path folder, double speed) throws IOException {
    Path log = folder.resolve("chat.csv");
    int port = RunningGemba.freePort();
    return start(
        folder.resolve("chat.out"),
        log,
        port,
        "app.gemba.standins.chat.ChatServiceProcess",
        List.of(String.valueOf(port), KEY, SECRET, "7", String.valueOf(speed), log.toString()));
  }

  /** A telephone exchange in the evening, as fast as it is spoken to. */
  static StandInApart telephone(Path folder) throws IOException {
    return telephone(folder, "fast");
  }

  /** The same, where calls take their time. */
  static StandInApart telephoneAtRealSpeed(Path folder) throws IOException {
    return telephone(folder, "real");
  }

  private static StandInApart telephone(Path folder, String speed) throws IOException {
    Path log = folder.resolve("telephone.csv");
    int port = RunningGemba.freePort();
    return start(
        folder.resolve("telephone.out"),
        log,
        port,
        "app.gemba.standins.telephone.TelephoneExchangeProcess",
        List.of(
            String.valueOf(port), String.valueOf(SEED), EVENING.toString(), speed, log.toString()));
  }

  private static StandInApart start(
      Path output, Path log, int port, String main, List<String> arguments) throws IOException {
    List<String> line =
        new ArrayList<>(List.of("java", "-cp", System.getProperty("java.class.path"), main));
    line.addAll(arguments);
    Process process =
        new ProcessBuilder(line).redirectErrorStream(true).redirectOutput(output.toFile()).start();
    while (!Files.readString(output).contains("listening")) {
      if (!process.isAlive()) {
        throw new IllegalStateException(Files.readString(output));
      }
      RunningGemba.pause(50);
    }
    return new StandInApart(process, log, port);
  }

  /** The lines of its own log about one kind of event. */
  List<NamedCsvRecord> logged(String event) throws IOException {
    try (CsvReader<NamedCsvRecord> reader = CsvReader.builder().ofNamedCsvRecord(log)) {
      return reader.stream().filter(line -> line.getField("event").equals(event)).toList();
    }
  }

  @Override
  public void close() {
    process.destroy();
  }
}
