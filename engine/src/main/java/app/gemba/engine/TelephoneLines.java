package app.gemba.engine;

import app.gemba.core.voice.CallNetwork;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;

/** The telephone network that is in use, and its lines: shared by all that calls. */
public final class TelephoneLines {
  private final AtomicReference<Optional<Trunk>> trunk = new AtomicReference<>(Optional.empty());
  private final AtomicInteger taken = new AtomicInteger();
  private final List<Runnable> watchers = new CopyOnWriteArrayList<>();

  private record Trunk(CallNetwork network, int lines) {}

  /** Uses another network with so many lines, or none; takes leave of the one before. */
  public void use(Optional<CallNetwork> next, int lines) {
    Optional<Trunk> before = trunk.getAndSet(next.map(one -> new Trunk(one, lines)));
    before.ifPresent(one -> one.network().close());
    changed();
  }

  /** Whether calls can be made. */
  public boolean isConnected() {
    return trunk.get().filter(one -> one.network().isConnected()).isPresent();
  }

  /** The network; empty where there is none. */
  public Optional<CallNetwork> network() {
    return trunk.get().map(Trunk::network);
  }

  /** How many more calls can be made; none where nothing is connected. */
  public int free() {
    return isConnected() ? Math.max(0, trunk.get().map(Trunk::lines).orElse(0) - taken.get()) : 0;
  }

  /** Takes a line. */
  public void take() {
    taken.incrementAndGet();
  }

  /** Lets a line go. */
  public void release() {
    taken.decrementAndGet();
    changed();
  }

  /** Told whenever a line has come free, or the connection has come or gone. */
  public void onChange(Runnable runnable) {
    watchers.add(runnable);
  }

  private void changed() {
    watchers.forEach(Runnable::run);
  }
}
