package app.gemba.core.intake;

/** Why a row was not taken. */
public enum RejectReason {
  NO_NUMBER("no number"),
  NO_NUMBER_IN_TEXT("no number in the text"),
  NOT_USABLE("not a usable number"),
  DESTROYED("digits lost by a spreadsheet"),
  CUT_OFF("the file ends in the middle of this row");

  private final String words;

  RejectReason(String words) {
    this.words = words;
  }

  /** The reason in plain words, as it stands in the file of rejects. */
  public String words() {
    return words;
  }
}
