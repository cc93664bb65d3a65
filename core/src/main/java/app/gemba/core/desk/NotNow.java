package app.gemba.core.desk;

/** Something that a desk cannot do in the state it is in; the message is for the agent. */
public final class NotNow extends RuntimeException {
  private static final long serialVersionUID = 1L;

  /** With a sentence for the agent. */
  public NotNow(String message) {
    super(message);
  }
}
