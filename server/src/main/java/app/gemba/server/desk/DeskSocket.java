package app.gemba.server.desk;

import app.gemba.engine.desk.DeskEar;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Optional;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.Executor;
import java.util.concurrent.Semaphore;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.web.socket.BinaryMessage;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;

/**
 * What one page of an agent is sent, by a thread of its own: the desk as text whenever it has
 * changed, and what the telephone hears as binary messages of 20 ms, 16-bit samples at 8 kHz, low
 * byte first. What is told is put together elsewhere, so that no sound waits for it. A page that is
 * too slow loses sound, never what it is told.
 */
final class DeskSocket implements DeskEar {
  private static final Logger LOG = LoggerFactory.getLogger(DeskSocket.class);

  /** Half a second: what is older is of no use. */
  private static final int KEPT_FRAMES = 25;

  private final WebSocketSession session;
  private final Supplier<String> desk;
  private final BlockingQueue<short[]> frames = new ArrayBlockingQueue<>(KEPT_FRAMES);
  private final Executor writers;
  private final AtomicBoolean isStale = new AtomicBoolean();
  private final AtomicReference<Optional<String>> told = new AtomicReference<>(Optional.empty());
  private final Semaphore work = new Semaphore(0);
  private volatile boolean closed;

  /**
   * A page that has just opened.
   *
   * @param desk puts together what the page is told, by one of the {@code writers}
   */
  DeskSocket(WebSocketSession session, Supplier<String> desk, Executor writers) {
    this.session = session;
    this.desk = desk;
    this.writers = writers;
    Thread sender = new Thread(this::send, "desk-socket");
    sender.setDaemon(true);
    sender.start();
    changed();
  }

  @Override
  public void changed() {
    if (!isStale.getAndSet(true)) {
      writers.execute(this::write);
    }
  }

  /** One at a time, so that what is told last is the newest. */
  private synchronized void write() {
    isStale.set(false);
    try {
      told.set(Optional.of(desk.get()));
      work.release();
    } catch (RuntimeException e) {
      LOG.warn("a page could not be told of its desk: {}", e.getMessage());
    }
  }

  @Override
  public void heard(short[] frame) {
    while (!frames.offer(frame)) {
      frames.poll();
    }
    work.release();
  }

  void close() {
    closed = true;
    work.release();
  }

  private void send() {
    try {
      while (!closed && session.isOpen()) {
        work.acquire();
        work.drainPermits();
        for (short[] frame = frames.poll(); frame != null; frame = frames.poll()) {
          session.sendMessage(new BinaryMessage(bytes(frame)));
        }
        Optional<String> text = told.getAndSet(Optional.empty());
        if (text.isPresent()) {
          session.sendMessage(new TextMessage(text.get()));
        }
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } catch (IOException | RuntimeException e) {
      LOG.debug("a page has gone: {}", e.getMessage());
    }
  }

  private static ByteBuffer bytes(short[] frame) {
    ByteBuffer bytes = ByteBuffer.allocate(2 * frame.length).order(ByteOrder.LITTLE_ENDIAN);
    bytes.asShortBuffer().put(frame);
    return bytes;
  }
}
