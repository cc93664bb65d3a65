package app.gemba.server.demo;

import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.Line;
import app.gemba.standins.telephone.Call;
import java.time.LocalTime;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import java.util.function.Function;

/** One line to the simulated telephones in the same process, as fast as the machine allows. */
final class DirectLine implements CallNetwork, CallNetwork.Leg {
  private static final long SEED = 20261117;

  private final LocalTime hour;
  private final int tryNumber;
  private final Deque<short[]> said = new ArrayDeque<>();
  private Optional<Call> call = Optional.empty();
  private Optional<Listener> listener = Optional.empty();

  DirectLine(LocalTime hour, int tryNumber) {
    this.hour = hour;
    this.tryNumber = tryNumber;
  }

  /** Lets the call that was dialled go its way to its end. */
  void run() {
    Call to = call.orElseThrow();
    Listener ear = listener.orElseThrow();
    for (long sample = 0; to.phase() != Call.Phase.ENDED; sample += Line.FRAME) {
      Call.Phase before = to.phase();
      short[] mine = said.isEmpty() ? new short[Line.FRAME] : said.poll();
      ear.heard(sample, to.step(mine));
      if (before != to.phase()) {
        tell(ear, to.phase());
      }
      to.takeWords().ifPresent(ear::words);
    }
    ear.ended(CallCause.of(to.cause()));
  }

  private static void tell(Listener ear, Call.Phase phase) {
    if (phase == Call.Phase.RINGING) {
      ear.ringing();
    } else if (phase == Call.Phase.ANSWERED) {
      ear.answered();
    }
  }

  @Override
  public boolean isConnected() {
    return true;
  }

  @Override
  public Leg dial(String from, String to, Function<Leg, Listener> ear) {
    call = Optional.of(Call.to(to, SEED, hour, tryNumber));
    listener = Optional.of(ear.apply(this));
    return this;
  }

  @Override
  public void say(short[] frame) {
    said.add(frame);
  }

  @Override
  public void words(String words) {
    call.ifPresent(to -> to.tell(words));
  }

  @Override
  public void hangUp() {
    call.ifPresent(Call::hangUp);
  }

  @Override
  public void close() {
    // There is nothing to close.
  }
}
