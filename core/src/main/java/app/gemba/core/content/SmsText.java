package app.gemba.core.content;

import java.util.List;

/**
 * A text cut into what goes over the air.
 *
 * @param encoding the shortest encoding that holds every character
 * @param units septets (GSM7) or UTF-16 code units (UCS2) of the whole text, without headers
 * @param segments the text of each segment, in order; joined they are the text again
 */
public record SmsText(SmsEncoding encoding, int units, List<String> segments) {
  public SmsText {
    segments = List.copyOf(segments);
  }

  /** How many messages are paid for. An empty text has none. */
  public int count() {
    return segments.size();
  }
}
