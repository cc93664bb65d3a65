package app.gemba.core.voice;

import app.gemba.core.channel.Outcome;

/** What a call came to that we did not end ourselves: the other end hung up, or the network did. */
final class HungUp {
  private HungUp() {}

  /**
   * Nobody had answered.
   *
   * @param informed whether the network's special information tones were heard
   * @param mailboxOnly whether the call was for a mailbox
   */
  static Outcome beforeAnswer(CallCause cause, boolean informed, boolean mailboxOnly) {
    if (informed || cause.isNumbersFault()) {
      return Outcome.OUT_OF_SERVICE;
    }
    return switch (cause) {
      case USER_BUSY -> Outcome.BUSY;
      case NO_ANSWER, NO_USER_RESPONDING -> mailboxOnly ? Outcome.NO_MAILBOX : Outcome.NO_ANSWER;
      case CALL_REJECTED -> Outcome.DECLINED;
      default -> Outcome.NO_LINE;
    };
  }

  /**
   * It was answered. Whoever has heard something has been reached, even where the line was lost.
   *
   * @param heard samples of the message that went out, of {@code message} in all
   */
  static Outcome afterAnswer(CallCause cause, boolean toMachine, int heard, int message) {
    if (toMachine) {
      return Outcome.MACHINE_ANSWERED;
    }
    if (heard == 0) {
      return cause == CallCause.NORMAL_CLEARING ? Outcome.HUNG_UP : Outcome.NO_LINE;
    }
    return heard >= message ? Outcome.HEARD_WHOLE : Outcome.HEARD_PART;
  }
}
