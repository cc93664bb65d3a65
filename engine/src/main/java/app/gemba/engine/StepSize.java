package app.gemba.engine;

import java.time.Duration;

/**
 * How many rows are written in one step: whoever else writes waits for one step at most, so that a
 * step is to take a third of a second whatever the machine; many rows a step are cheaper than few.
 */
record StepSize(int rows) {
  /** The first step, of which nothing is known. */
  static final StepSize FIRST = new StepSize(500);

  private static final int MOST = 4_000;
  private static final Duration AIM = Duration.ofMillis(300);

  /** The next step's, after one of some rows took so long. */
  StepSize after(int rows, Duration took) {
    long inTime = rows * AIM.toNanos() / Math.max(1, took.toNanos());
    return new StepSize((int) Math.max(FIRST.rows, Math.min(MOST, inTime)));
  }
}
