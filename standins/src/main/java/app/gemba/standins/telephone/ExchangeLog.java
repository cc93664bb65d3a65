package app.gemba.standins.telephone;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** What the exchange knows of the calls that went through it, in the order in which they ended. */
public final class ExchangeLog {
  private final List<Ended> calls = new CopyOnWriteArrayList<>();

  /**
   * A call that has ended.
   *
   * @param kind who or what was there: a person, a machine, busy, no answer, out of service
   * @param cause why it ended (ITU-T Q.850)
   * @param answeredMillis how long it was answered
   * @param heardMillis how much of the caller's sound was heard, or recorded behind a beep
   */
  public record Ended(
      String from, String to, String kind, int cause, long answeredMillis, int heardMillis) {}

  void ended(Ended call) {
    calls.add(call);
  }

  /** All calls that have ended. */
  public List<Ended> calls() {
    return List.copyOf(calls);
  }
}
