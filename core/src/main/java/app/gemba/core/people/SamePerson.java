package app.gemba.core.people;

/**
 * By what a row is taken to be about somebody known.
 *
 * @param byOwnId by the operator's own id
 * @param byNumber what a number says
 * @param byEmail by an e-mail address
 */
public record SamePerson(boolean byOwnId, NumberRule byNumber, boolean byEmail) {
  /** Id first, then a number with the same name, then the e-mail address. */
  public static final SamePerson USUAL = new SamePerson(true, NumberRule.WITH_NAME, true);

  /** What a number says about who somebody is. */
  public enum NumberRule {
    /** Whoever has the number is the same person, whatever the name. */
    ALONE,
    /**
     * The name must be the same; where the row or the known person has none, the number is enough.
     * People of different names share a telephone.
     */
    WITH_NAME,
    /** Nothing: everybody may share it. */
    NEVER
  }
}
