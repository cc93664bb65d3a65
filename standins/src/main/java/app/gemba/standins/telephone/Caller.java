package app.gemba.standins.telephone;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.time.LocalTime;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One who is connected to the exchange, with the calls they have made. */
final class Caller implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Caller.class);

  private static final ExecutorService SWITCHING =
      Executors.newSingleThreadExecutor(
          task -> {
            Thread thread = new Thread(task, "exchange-switches");
            thread.setDaemon(true);
            return thread;
          });

  private final Socket socket;
  private final Habits habits;
  private final Supplier<LocalTime> hour;
  private final ExchangeLog log;
  private final Map<Integer, RunningCall> calls = new ConcurrentHashMap<>();
  private final Map<String, Integer> tries = new ConcurrentHashMap<>();
  private final BlockingQueue<Wire.Frame> outgoing = new LinkedBlockingQueue<>();
  private final BooleanSupplier realSpeed;
  private volatile boolean closed;

  Caller(
      Socket socket,
      Habits habits,
      Supplier<LocalTime> hour,
      ExchangeLog log,
      BooleanSupplier realSpeed) {
    this.socket = socket;
    this.habits = habits;
    this.hour = hour;
    this.log = log;
    this.realSpeed = realSpeed;
  }

  void start() {
    daemon("exchange-reads", this::read);
    daemon("exchange-writes", this::write);
  }

  boolean isClosed() {
    return closed;
  }

  /** 20 ms go by on every call. */
  void tick() {
    calls.forEach(
        (number, call) -> {
          if (call.isAtRealSpeed()) {
            step(number, call);
          }
        });
  }

  @Override
  public void close() {
    closed = true;
    try {
      socket.close();
    } catch (IOException e) {
      LOG.debug("a caller's connection did not close: {}", e.getMessage());
    }
    calls.values().forEach(call -> log.ended(call.end()));
    calls.clear();
  }

  private static void daemon(String name, Runnable work) {
    Thread thread = new Thread(work, name);
    thread.setDaemon(true);
    thread.start();
  }

  private void step(int number, RunningCall call) {
    RunningCall.Step step = call.step();
    if (call.hasEnded()) {
      calls.remove(number);
      log.ended(call.end());
    }
    if (call.takeFirstSound()) {
      log.spoke(call.to(), System.nanoTime());
    }
    outgoing.add(new Wire.Frame(Wire.SOUND, number, step.sample(), step.sound()));
    step.told()
        .ifPresent(kind -> outgoing.add(new Wire.Frame(kind, number, step.sample(), call.cause())));
    step.words()
        .ifPresent(
            words ->
                outgoing.add(
                    new Wire.Frame(
                        Wire.WORDS,
                        number,
                        step.sample(),
                        words.getBytes(StandardCharsets.UTF_8))));
  }

  private void read() {
    try (DataInputStream in =
        new DataInputStream(new BufferedInputStream(socket.getInputStream()))) {
      while (!closed) {
        take(Wire.read(in));
      }
    } catch (IOException e) {
      LOG.debug("a caller has left: {}", e.getMessage());
    } finally {
      close();
    }
  }

  private void take(Wire.Frame frame) {
    if (frame.kind() == Wire.DIAL) {
      if (realSpeed.getAsBoolean()) {
        // Voices take a while to be made: no line waits for those of another.
        SWITCHING.execute(() -> dial(frame, true));
      } else {
        dial(frame, false);
      }
      return;
    }
    Optional<RunningCall> call = Optional.ofNullable(calls.get(frame.call()));
    if (frame.kind() == Wire.HANG_UP) {
      // Behind the dialling, should that not have come through yet.
      call.ifPresentOrElse(
          RunningCall::hangUp,
          () ->
              SWITCHING.execute(
                  () ->
                      Optional.ofNullable(calls.get(frame.call())).ifPresent(RunningCall::hangUp)));
    } else if (frame.kind() == Wire.WORDS && call.isPresent()) {
      RunningCall to = call.get();
      if (to.isAtRealSpeed()) {
        SWITCHING.execute(() -> to.tell(frame.text()));
      } else {
        to.tell(frame.text());
      }
    } else if (frame.kind() == Wire.SOUND && call.isPresent()) {
      call.get().hear(frame.content());
      if (!call.get().isAtRealSpeed()) {
        step(frame.call(), call.get());
      }
    }
  }

  private void dial(Wire.Frame frame, boolean atRealSpeed) {
    String[] numbers = frame.text().split("\n");
    int tryNumber = tries.merge(numbers[1], 1, Integer::sum);
    Habits.Answering habit = habits.of(numbers[1], hour.get(), tryNumber);
    habit.voice().say(habit.says());
    habit.voice().say(Person.ASKS);
    log.dialled(numbers[0], numbers[1]);
    calls.put(frame.call(), new RunningCall(numbers[0], numbers[1], new Call(habit), atRealSpeed));
  }

  private void write() {
    try (DataOutputStream out =
        new DataOutputStream(new BufferedOutputStream(socket.getOutputStream(), 32_768))) {
      while (!closed) {
        Wire.write(out, outgoing.take());
        Wire.Frame next = outgoing.poll();
        while (next != null) {
          Wire.write(out, next);
          next = outgoing.poll();
        }
        out.flush();
      }
    } catch (IOException e) {
      LOG.debug("a caller has left: {}", e.getMessage());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } finally {
      close();
    }
  }
}
