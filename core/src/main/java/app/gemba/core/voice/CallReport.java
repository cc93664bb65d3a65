package app.gemba.core.voice;

import app.gemba.core.channel.Outcome;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * What came of a call.
 *
 * @param answered how long it was answered; nothing where nobody did
 * @param heard how much of the message went out, and {@code message} how long all of it is
 * @param key the last key that did something
 * @param cause why the call ended, as the network says it
 */
public record CallReport(
    Outcome outcome,
    Duration answered,
    Duration heard,
    Duration message,
    Optional<Key> key,
    CallCause cause,
    List<Mark> marks) {
  public CallReport {
    marks = List.copyOf(marks);
  }
}
