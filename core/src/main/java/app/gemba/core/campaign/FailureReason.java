package app.gemba.core.campaign;

/** Why an attempt failed, in words that every channel shares. */
public enum FailureReason {
  HANDSET_AWAY("the handset was off or out of reach until the text ran out of time"),
  NUMBER_GONE("the number is no longer in service"),
  BARRED("the network does not let this text through"),
  NETWORK_REFUSED("the network did not take the text"),
  UNKNOWN("the network gave no reason");

  private final String words;

  FailureReason(String words) {
    this.words = words;
  }

  /** The reason as a sentence for people, without its full stop. */
  public String words() {
    return words;
  }
}
