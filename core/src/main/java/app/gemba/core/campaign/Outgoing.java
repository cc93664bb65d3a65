package app.gemba.core.campaign;

/** A claimed attempt on its way to a network. */
public sealed interface Outgoing permits OutgoingText, OutgoingChat {
  /** The attempt, in our own numbering. */
  long attemptId();

  /** To whom, E.164. */
  String to();
}
