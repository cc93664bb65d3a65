package app.gemba.standins.sms;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;

/**
 * The message centre's own log on disk: what came in, what went out, one CSV line an event with the
 * columns at, event, message_id, source, destination, coding, reference, concatenation, part,
 * parts, text.
 */
final class CentreLog implements AutoCloseable {
  private final CsvWriter writer;

  CentreLog(Path file) throws IOException {
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
      writer.writeRecord(
          "at",
          "event",
          "message_id",
          "source",
          "destination",
          "coding",
          "reference",
          "concatenation",
          "part",
          "parts",
          "text");
      writer.flush();
    }
  }

  synchronized void submitted(String messageId, ShortText text) {
    write(
        "submit",
        messageId,
        text.source(),
        text.destination(),
        text.ucs2() ? "UCS2" : "GSM7",
        String.valueOf(text.reference()),
        String.valueOf(text.concatenation()),
        String.valueOf(text.part()),
        String.valueOf(text.parts()),
        text.text());
  }

  synchronized void receipt(String messageId, String destination, String state) {
    write(state, messageId, "", destination, "", "", "", "", "", "");
  }

  synchronized void incoming(String from, String to, String text) {
    write("incoming", "", from, to, "", "", "", "", "", text);
  }

  private void write(String... fields) {
    try {
      String[] line = new String[fields.length + 1];
      line[0] = Instant.now().toString();
      System.arraycopy(fields, 0, line, 1, fields.length);
      writer.writeRecord(line);
      writer.flush();
    } catch (IOException e) {
      throw new UncheckedIOException("the message centre's log cannot be written", e);
    }
  }

  @Override
  public synchronized void close() throws IOException {
    writer.close();
  }
}
