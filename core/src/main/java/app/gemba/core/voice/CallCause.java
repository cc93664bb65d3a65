package app.gemba.core.voice;

import java.util.Arrays;

/** Why a call ended, as telephone networks say it. Source: ITU-T Q.850 (numbers from memory). */
public enum CallCause {
  UNALLOCATED_NUMBER(1),
  NO_ROUTE(3),
  NORMAL_CLEARING(16),
  USER_BUSY(17),
  NO_USER_RESPONDING(18),
  NO_ANSWER(19),
  CALL_REJECTED(21),
  NUMBER_CHANGED(22),
  OUT_OF_ORDER(27),
  INVALID_NUMBER(28),
  NO_CIRCUIT(34),
  NETWORK_OUT_OF_ORDER(38),
  TEMPORARY_FAILURE(41),
  /** Any other. */
  OTHER(127);

  private final int number;

  CallCause(int number) {
    this.number = number;
  }

  /** The cause of a number. */
  public static CallCause of(int number) {
    return Arrays.stream(values())
        .filter(cause -> cause.number == number)
        .findFirst()
        .orElse(OTHER);
  }

  /** Whether the number itself is at fault, so that it need not be tried again. */
  public boolean isNumbersFault() {
    return switch (this) {
      case UNALLOCATED_NUMBER, NUMBER_CHANGED, INVALID_NUMBER -> true;
      default -> false;
    };
  }
}
