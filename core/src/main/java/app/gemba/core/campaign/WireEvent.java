package app.gemba.core.campaign;

import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.voice.CallReport;
import java.util.Optional;

/** What a network says about a text, as it came. */
public sealed interface WireEvent {

  /** Which part of which attempt, in our own numbering. */
  record PartRef(long attemptId, int part) {}

  /** The network took a part and will speak of it by this id. */
  record Accepted(PartRef part, String messageId) implements WireEvent {}

  /** The network refused a part at once. */
  record Rejected(PartRef part, Outcome reason, String detail) implements WireEvent {}

  /** The connection was lost, or no answer came in time. */
  record Unanswered(PartRef part) implements WireEvent {}

  /** A text was held back at the last moment; no part of it left. */
  record Withdrawn(long attemptId) implements WireEvent {}

  /**
   * A receipt. May come twice, late, or before the acceptance it belongs to.
   *
   * @param messageId the network's id
   * @param reference our reference for the part, where the network returns it: see {@link
   *     PartReference}
   * @param to the number the text went to, E.164
   * @param state ACCEPTED for a receipt that settles nothing yet
   */
  record Receipt(
      String messageId,
      Optional<Integer> reference,
      String to,
      PartState state,
      Outcome reason,
      String detail)
      implements WireEvent {}

  /** A message from a person. */
  record Incoming(Channel channel, String from, String to, String text) implements WireEvent {}

  /** A call has ended. */
  record CallEnded(long attemptId, CallReport report) implements WireEvent {}
}
