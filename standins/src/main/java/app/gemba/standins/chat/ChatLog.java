package app.gemba.standins.chat;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;

/**
 * The chat service's own log on disk: one CSV line an event with the columns at, event, message_id,
 * from, to, detail.
 */
final class ChatLog implements AutoCloseable {
  private final CsvWriter writer;

  ChatLog(Path file) throws IOException {
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
      writer.writeRecord("at", "event", "message_id", "from", "to", "detail");
      writer.flush();
    }
  }

  synchronized void write(String event, String messageId, String from, String to, String detail) {
    try {
      writer.writeRecord(Instant.now().toString(), event, messageId, from, to, detail);
      writer.flush();
    } catch (IOException e) {
      throw new UncheckedIOException("the chat service's log cannot be written", e);
    }
  }

  @Override
  public synchronized void close() throws IOException {
    writer.close();
  }
}
