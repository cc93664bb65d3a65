package app.gemba.standins.telephone;

import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;

/** A call with the sound that waits to be heard at its other end, and its place in time. */
final class RunningCall {
  /** 200 ms: what comes later than that is lost, as on any line. */
  private static final int LONGEST_WAIT = 10;

  private static final short[] SILENCE = new short[Sound.FRAME];

  private final String from;
  private final String to;
  private final Call call;
  private final boolean atRealSpeed;
  private final BlockingQueue<byte[]> said = new LinkedBlockingQueue<>();
  private long sample;
  private long answeredAt = -1;
  private boolean spoke;
  private boolean firstSound;
  private volatile boolean hungUp;

  RunningCall(String from, String to, Call call, boolean atRealSpeed) {
    this.atRealSpeed = atRealSpeed;
    this.from = from;
    this.to = to;
    this.call = call;
  }

  /** What 20 ms brought: sound, and perhaps something to be told. */
  record Step(long sample, byte[] sound, Optional<Integer> told, Optional<String> words) {}

  /** Whether the exchange's timer steps it; else each frame of its caller does. */
  boolean isAtRealSpeed() {
    return atRealSpeed;
  }

  void hear(byte[] sound) {
    if (said.size() < LONGEST_WAIT) {
      said.add(sound);
    }
  }

  void tell(String words) {
    call.tell(words);
  }

  void hangUp() {
    hungUp = true;
  }

  synchronized Step step() {
    Call.Phase before = call.phase();
    if (hungUp) {
      call.hangUp();
    }
    byte[] next = said.poll();
    short[] heard = call.step(next == null ? SILENCE : Companding.expand(next));
    if (call.phase() == Call.Phase.ANSWERED && !spoke && Playback.isLoud(heard)) {
      spoke = true;
      firstSound = true;
    }
    long at = sample;
    sample += Sound.FRAME;
    if (before != call.phase() && call.phase() == Call.Phase.ANSWERED) {
      answeredAt = at;
    }
    return new Step(at, Companding.compress(heard), told(before), call.takeWords());
  }

  String to() {
    return to;
  }

  /** Whether the step before brought the first sound of whoever has answered; told once. */
  synchronized boolean takeFirstSound() {
    boolean now = firstSound;
    firstSound = false;
    return now;
  }

  boolean hasEnded() {
    return call.phase() == Call.Phase.ENDED;
  }

  byte[] cause() {
    return hasEnded() ? new byte[] {(byte) call.cause()} : new byte[0];
  }

  /** What the exchange writes down about it. */
  synchronized ExchangeLog.Ended end() {
    call.hangUp();
    return new ExchangeLog.Ended(
        from,
        to,
        call.kind().name(),
        call.cause(),
        answeredAt < 0 ? 0 : (sample - answeredAt) / 8,
        call.heardMillis(),
        call.key());
  }

  private Optional<Integer> told(Call.Phase before) {
    if (before == call.phase()) {
      return Optional.empty();
    }
    return switch (call.phase()) {
      case RINGING -> Optional.of(Wire.RINGING);
      case ANSWERED -> Optional.of(Wire.ANSWERED);
      case ENDED -> Optional.of(Wire.ENDED);
      case SETTING_UP, ANNOUNCING -> Optional.empty();
    };
  }
}
