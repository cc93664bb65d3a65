package app.gemba.core.voice;

/**
 * Something that was recognised in a call, and where.
 *
 * @param sample counted from the dialling at 8 kHz
 * @param detail such as the key that was pressed; may be blank
 */
public record Mark(long sample, Kind kind, String detail) {

  /** What was recognised. */
  public enum Kind {
    RINGING,
    ANSWERED,
    INFORMATION_TONE,
    PERSON,
    MACHINE,
    BEEP,
    MESSAGE_BEGINS,
    MESSAGE_ENDS,
    KEY,
    ENDED
  }
}
