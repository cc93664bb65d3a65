package app.gemba.core.intake.file;

/** A file that cannot be taken in; the message says what it is and what to do. */
public final class UnreadableFile extends Exception {
  private static final long serialVersionUID = 1L;

  /** With a sentence for the operator. */
  public UnreadableFile(String sentence) {
    super(sentence);
  }
}
