package app.gemba.engine.desk;

import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.Line;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Function;

/** A telephone network whose lines a test moves by hand. */
final class HandTelephone implements CallNetwork {
  final List<String> dialled = new CopyOnWriteArrayList<>();
  final List<OneLine> lines = new CopyOnWriteArrayList<>();

  @Override
  public boolean isConnected() {
    return true;
  }

  @Override
  public Leg dial(String from, String to, Function<Leg, Listener> listener) {
    OneLine line = new OneLine();
    line.listener = listener.apply(line);
    dialled.add(to);
    lines.add(line);
    return line;
  }

  @Override
  public void close() {
    // There is nothing to close.
  }

  /** One of its lines. */
  static final class OneLine implements Leg {
    final List<String> words = new CopyOnWriteArrayList<>();
    private Listener listener;
    private volatile boolean over;

    void answer() {
      listener.ringing();
      hear(200);
      listener.answered();
    }

    /** Silence is heard for so long, or until the receiver is put down. */
    void hear(int millis) {
      for (int at = 0; at < millis && !over; at += 20) {
        listener.heard(at * 8L, new short[Line.FRAME]);
      }
    }

    void busy() {
      listener.ended(CallCause.USER_BUSY);
    }

    void end() {
      listener.ended(CallCause.NORMAL_CLEARING);
    }

    boolean isOver() {
      return over;
    }

    @Override
    public void say(short[] frame) {
      // Nobody listens.
    }

    @Override
    public void words(String said) {
      words.add(said);
    }

    @Override
    public void hangUp() {
      if (!over) {
        over = true;
        new Thread(this::end).start();
      }
    }
  }
}
