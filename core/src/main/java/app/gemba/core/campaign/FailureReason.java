package app.gemba.core.campaign;

/** Why an attempt failed, in words that every channel shares. */
public enum FailureReason {
  HANDSET_AWAY(
      "the handset was off or out of reach until the text ran out of time",
      "Try again at another time of day.",
      OutcomeClass.NOT_NOW),
  NUMBER_GONE(
      "the number is no longer in service",
      "Ask for a new number; do not try this one again.",
      OutcomeClass.NOT_REACHABLE),
  BARRED(
      "the network does not let this text through",
      "Try another sender, and look at the links and the words of the text.",
      OutcomeClass.OUR_SIDE),
  NETWORK_REFUSED(
      "the network did not take the text",
      "Look at the sender and the network in Setup.",
      OutcomeClass.OUR_SIDE),
  UNKNOWN(
      "the network gave no reason",
      "Try once more; if it fails again, ask the network.",
      OutcomeClass.UNKNOWN);

  private final String words;
  private final String advice;
  private final OutcomeClass outcome;

  FailureReason(String words, String advice, OutcomeClass outcome) {
    this.words = words;
    this.advice = advice;
    this.outcome = outcome;
  }

  /** The class of outcome that an attempt with this end belongs to. */
  public OutcomeClass outcome() {
    return outcome;
  }

  /** What can be done about it: common practice. */
  public String advice() {
    return advice;
  }

  /** The reason as a sentence for people, without its full stop. */
  public String words() {
    return words;
  }
}
