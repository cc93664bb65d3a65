package app.gemba.e2e;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** The message centre as a process of its own, which goes on when Gemba is killed. */
final class MessageCentreApart implements AutoCloseable {
  static final String LOGIN = "gemba";

  private final Process process;
  private final Path log;
  final int port;

  private MessageCentreApart(Process process, Path log, int port) {
    this.process = process;
    this.log = log;
    this.port = port;
  }

  static MessageCentreApart start(Path folder, double speed) throws IOException {
    int port = RunningGemba.freePort();
    Path log = folder.resolve("message-centre.csv");
    Path output = folder.resolve("message-centre.out");
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
                String.valueOf(speed),
                log.toString())
            .redirectErrorStream(true)
            .redirectOutput(output.toFile())
            .start();
    while (!Files.readString(output).contains("listening")) {
      if (!process.isAlive()) {
        throw new IllegalStateException(Files.readString(output));
      }
      RunningGemba.pause(50);
    }
    return new MessageCentreApart(process, log, port);
  }

  /** The lines of its own log about one kind of event, such as "submit". */
  List<NamedCsvRecord> logged(String event) throws IOException {
    try (CsvReader<NamedCsvRecord> reader = CsvReader.builder().ofNamedCsvRecord(log)) {
      return reader.stream().filter(line -> line.getField("event").equals(event)).toList();
    }
  }

  @Override
  public void close() throws IOException {
    process.destroy();
  }
}
