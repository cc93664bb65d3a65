package app.gemba.standins.sms;

import app.gemba.standins.CsvLog;
import java.io.IOException;
import java.nio.file.Path;

/**
 * The message centre's own log on disk: what came in, what went out, one CSV line an event with the
 * columns at, event, message_id, source, destination, coding, reference, concatenation, part,
 * parts, text.
 */
final class CentreLog implements AutoCloseable {
  private final CsvLog lines;

  CentreLog(Path file) throws IOException {
    lines =
        new CsvLog(
            file,
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
  }

  void submitted(String messageId, ShortText text) {
    lines.write(
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

  void receipt(String messageId, String destination, String state) {
    lines.write(state, messageId, "", destination, "", "", "", "", "", "");
  }

  void incoming(String from, String to, String text) {
    lines.write("incoming", "", from, to, "", "", "", "", "", text);
  }

  @Override
  public void close() throws IOException {
    lines.close();
  }
}
