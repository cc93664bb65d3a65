package app.gemba.core.content;

/** How a text is coded on the wire (3GPP TS 23.038). */
public enum SmsEncoding {
  /** The 7-bit default alphabet; a unit is a septet. */
  GSM7(160, 153),
  /** 16-bit; a unit is a UTF-16 code unit. */
  UCS2(70, 67);

  private final int alone;
  private final int joined;

  SmsEncoding(int alone, int joined) {
    this.alone = alone;
    this.joined = joined;
  }

  /** Units that fit into a text of a single segment. */
  public int unitsAlone() {
    return alone;
  }

  /** Units that fit into each segment of a longer text, beside the 6-byte concatenation header. */
  public int unitsJoined() {
    return joined;
  }
}
