package app.gemba.standins;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;

/**
 * What a stand-in writes down on disk, a line an event, each at once; goes on with a file that is
 * there. The first column is the time by the machine's clock. Safe for use by several threads.
 */
public final class CsvLog implements AutoCloseable {
  private final CsvWriter writer;

  /** Opens a log, with the names of the columns behind the time. */
  public CsvLog(Path file, String... columns) throws IOException {
    boolean fresh = !Files.exists(file) || Files.size(file) == 0;
    writer =
        CsvWriter.builder()
            .bufferSize(0)
            .build(
                Files.newBufferedWriter(
                    file,
                    StandardCharsets.UTF_8,
                    StandardOpenOption.CREATE,
                    StandardOpenOption.APPEND));
    if (fresh) {
      line("at", columns);
    }
  }

  /** Writes an event down. */
  public synchronized void write(String... fields) {
    line(Instant.now().toString(), fields);
  }

  @Override
  public synchronized void close() throws IOException {
    writer.close();
  }

  private void line(String first, String... rest) {
    try {
      String[] line = new String[rest.length + 1];
      line[0] = first;
      System.arraycopy(rest, 0, line, 1, rest.length);
      writer.writeRecord(line);
      writer.flush();
    } catch (IOException e) {
      throw new UncheckedIOException("a stand-in's log cannot be written", e);
    }
  }
}
