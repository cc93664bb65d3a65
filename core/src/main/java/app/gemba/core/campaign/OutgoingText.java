package app.gemba.core.campaign;

import app.gemba.core.content.SmsEncoding;
import java.util.List;

/**
 * A claimed attempt on its way to the network.
 *
 * @param from the sender's address, E.164 or an alphanumeric name
 * @param to E.164
 * @param segments the text of each part, in order
 */
public record OutgoingText(
    long attemptId, String from, String to, SmsEncoding encoding, List<String> segments)
    implements Outgoing {
  public OutgoingText {
    segments = List.copyOf(segments);
  }
}
