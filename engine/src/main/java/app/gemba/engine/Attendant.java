package app.gemba.engine;

/**
 * Somebody of the house who is on the line. All is told from the thread of the line, one at a time,
 * until the call has ended or goes on without them.
 */
public interface Attendant {

  /** It rings there. */
  void ringing();

  /** Somebody or something has answered. */
  void answered();

  /** 20 ms were heard, before the answer too. */
  void heard(short[] frame);

  /** The next 20 ms of what the attendant says. */
  short[] says();

  /** What the other end begins to say, in words. */
  void words(String words);
}
