package app.gemba.bench;

import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.Line;
import app.gemba.networks.telephone.ExchangeTrunk;
import app.gemba.standins.telephone.TelephoneExchange;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/**
 * A hundred calls at once at real speed: how late the frames of each come, after the earliest of
 * its call, beside how late an idle loop wakes that sleeps for as long as a frame. The 99.9th
 * percentile of each.
 */
final class LinesBenchmark implements Benchmark {
  private static final int CALLS = 100;
  private static final int FRAMES = 1_000;
  private static final double PERCENTILE = 0.999;
  private static final long FRAME_NANOS = TimeUnit.MILLISECONDS.toNanos(20);
  private static final short[] SILENCE = new short[Line.FRAME];

  @Override
  public String about() {
    return "how late frames are on 100 calls at real speed, beside an idle timer loop (99.9 %)";
  }

  @Override
  public Figures run() throws Exception {
    try (TelephoneExchange exchange = new TelephoneExchange(0, 1, () -> LocalTime.NOON, true);
        ExchangeTrunk trunk = new ExchangeTrunk("localhost", exchange.port())) {
      calls(trunk, 150);
      double ours = percentile(calls(trunk, FRAMES));
      return new Figures(ours, percentile(idle()), "ms late");
    }
  }

  private static long[] calls(ExchangeTrunk trunk, int frames) throws InterruptedException {
    List<Timed> calls = new ArrayList<>();
    for (int i = 0; i < CALLS; i++) {
      Timed call = new Timed(frames);
      calls.add(call);
      trunk.dial("+12075550100", String.format("+12075550%03d", i), call::of);
    }
    long[] all = {};
    for (Timed call : calls) {
      call.over.await();
      long[] late = call.lateness();
      all = Arrays.copyOf(all, all.length + late.length);
      System.arraycopy(late, 0, all, all.length - late.length, late.length);
    }
    return all;
  }

  private static long[] idle() throws InterruptedException {
    long[] late = new long[FRAMES];
    long due = System.nanoTime();
    for (int i = 0; i < FRAMES; i++) {
      due += FRAME_NANOS;
      TimeUnit.NANOSECONDS.sleep(due - System.nanoTime());
      late[i] = Math.max(0, System.nanoTime() - due);
    }
    return late;
  }

  /** In milliseconds. */
  private static double percentile(long[] nanos) {
    long[] sorted = nanos.clone();
    Arrays.sort(sorted);
    return sorted[(int) (PERCENTILE * (sorted.length - 1))] / 1e6;
  }

  /** Notes when each frame comes, and says one for each. */
  private static final class Timed implements CallNetwork.Listener {
    private final CountDownLatch over = new CountDownLatch(1);
    private final long[] offsets;
    private CallNetwork.Leg leg;
    private int heard;

    Timed(int frames) {
      offsets = new long[frames];
    }

    CallNetwork.Listener of(CallNetwork.Leg caller) {
      leg = caller;
      return this;
    }

    /** Over the earliest that this call has seen for its place. */
    long[] lateness() {
      long[] seen = Arrays.copyOf(offsets, heard);
      long earliest = Arrays.stream(seen).min().orElse(0);
      return Arrays.stream(seen).map(offset -> offset - earliest).toArray();
    }

    @Override
    public void ringing() {
      // Sound comes from the dialling on.
    }

    @Override
    public void answered() {
      // Sound comes from the dialling on.
    }

    @Override
    public void heard(long sample, short[] frame) {
      if (heard < offsets.length) {
        offsets[heard++] = System.nanoTime() - sample * 1_000_000_000L / Line.RATE;
        leg.say(SILENCE);
        if (heard == offsets.length) {
          leg.hangUp();
        }
      }
    }

    @Override
    public void ended(CallCause cause) {
      over.countDown();
    }
  }
}
