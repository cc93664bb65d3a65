package app.gemba.store;

/** What was asked for cannot be done as things stand; the sentence is for the operator. */
public final class Refused extends RuntimeException {
  private static final long serialVersionUID = 1L;

  private final Kind kind;

  /** Why, as far as a program may care. */
  public enum Kind {
    NOT_FOUND,
    /** Somebody else changed it in between. */
    STALE,
    /** Its state does not allow it. */
    WRONG_STATE,
    /** What was given is unusable. */
    INVALID
  }

  /** With a kind and a sentence. */
  public Refused(Kind kind, String sentence) {
    super(sentence);
    this.kind = kind;
  }

  /** Why. */
  public Kind kind() {
    return kind;
  }

  /** There is no such thing. */
  public static Refused notFound(String what) {
    return new Refused(Kind.NOT_FOUND, "There is no such " + what + ".");
  }
}
