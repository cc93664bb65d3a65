package app.gemba.core.campaign;

/** Why an attempt failed, in words that every channel shares. */
public enum FailureReason {
  HANDSET_AWAY(
      "the handset was off or out of reach until the text ran out of time",
      "Try again at another time of day."),
  NUMBER_GONE(
      "the number is no longer in service", "Ask for a new number; do not try this one again."),
  BARRED(
      "the network does not let this text through",
      "Try another sender, and look at the links and the words of the text."),
  NETWORK_REFUSED(
      "the network did not take the text", "Look at the sender and the network in Setup."),
  UNKNOWN("the network gave no reason", "Try once more; if it fails again, ask the network.");

  private final String words;
  private final String advice;

  FailureReason(String words, String advice) {
    this.words = words;
    this.advice = advice;
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
