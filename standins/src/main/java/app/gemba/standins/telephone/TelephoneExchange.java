package app.gemba.standins.telephone;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.time.LocalTime;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A simulated telephone exchange over TCP, with people and machines behind its numbers. At real
 * speed one timer serves all calls, 20 ms by 20 ms; otherwise each call goes as fast as its caller
 * sends sound, one frame for each.
 */
public final class TelephoneExchange implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(TelephoneExchange.class);
  private static final int FRAME_MILLIS = 20;

  private final ServerSocket listener;
  private final Habits habits;
  private final Supplier<LocalTime> hour;
  private final ExchangeLog log;
  private final List<Caller> callers = new CopyOnWriteArrayList<>();
  private volatile boolean realSpeed;
  private final ScheduledExecutorService timer =
      Executors.newSingleThreadScheduledExecutor(
          task -> {
            Thread thread = new Thread(task, "exchange-timer");
            thread.setPriority(Thread.MAX_PRIORITY);
            return thread;
          });

  /**
   * Opens an exchange.
   *
   * @param port 0 for any that is free
   * @param seed of the people behind the numbers
   * @param hour the time of day where they are
   * @param realSpeed whether calls take their time, or go as fast as the caller sends
   */
  public TelephoneExchange(int port, long seed, Supplier<LocalTime> hour, boolean realSpeed)
      throws IOException {
    this(port, seed, hour, realSpeed, ExchangeLog.inMemory());
  }

  /** The same, with a log of one's own. */
  public TelephoneExchange(
      int port, long seed, Supplier<LocalTime> hour, boolean realSpeed, ExchangeLog log)
      throws IOException {
    this.log = log;
    this.listener = new ServerSocket(port, 50, InetAddress.getLoopbackAddress());
    this.habits = new Habits(seed);
    this.hour = hour;
    this.realSpeed = realSpeed;
    Thread accepting = new Thread(this::letIn, "exchange-accepts");
    accepting.setDaemon(true);
    accepting.start();
    timer.scheduleAtFixedRate(this::tick, 0, FRAME_MILLIS, TimeUnit.MILLISECONDS);
  }

  /** Where it listens. */
  public int port() {
    return listener.getLocalPort();
  }

  /** Whether calls that are dialled from now on take their time. */
  public void realSpeed(boolean on) {
    realSpeed = on;
  }

  /** What it knows of its calls. */
  public ExchangeLog log() {
    return log;
  }

  @Override
  public void close() throws IOException {
    timer.shutdownNow();
    listener.close();
    callers.forEach(Caller::close);
    log.close();
  }

  private void letIn() {
    while (!listener.isClosed()) {
      try {
        Socket socket = listener.accept();
        socket.setTcpNoDelay(true);
        Caller caller = new Caller(socket, habits, hour, log, () -> realSpeed);
        callers.removeIf(Caller::isClosed);
        callers.add(caller);
        caller.start();
      } catch (IOException e) {
        if (!listener.isClosed()) {
          LOG.warn("somebody could not be let in: {}", e.getMessage());
        }
      }
    }
  }

  private void tick() {
    try {
      callers.forEach(Caller::tick);
    } catch (RuntimeException e) {
      LOG.error("a turn of the exchange failed", e);
    }
  }
}
