package app.gemba.networks.telephone;

import static java.nio.charset.StandardCharsets.UTF_8;

import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.Line;
import app.gemba.core.voice.MuLaw;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Calls over the wire of the exchange: one connection, any number of calls on it. */
public final class ExchangeTrunk implements CallNetwork {
  private static final Logger LOG = LoggerFactory.getLogger(ExchangeTrunk.class);
  private static final int PATIENCE_MILLIS = 2_000;
  private static final int LONGEST_WORDS = 1_000;
  private static final byte[] NOTHING = new byte[0];

  private final Socket socket;
  private final AtomicInteger lastCall = new AtomicInteger();
  private final Map<Integer, Listener> calls = new ConcurrentHashMap<>();
  private final BlockingQueue<ExchangeFrame> outgoing = new LinkedBlockingQueue<>();
  private volatile boolean closed;

  /**
   * Connects.
   *
   * @throws IOException where nobody listens there
   */
  public ExchangeTrunk(String host, int port) throws IOException {
    socket = new Socket();
    socket.connect(new InetSocketAddress(host, port), PATIENCE_MILLIS);
    socket.setTcpNoDelay(true);
    daemon("trunk-reads", this::read);
    daemon("trunk-writes", this::write);
  }

  @Override
  public boolean isConnected() {
    return !closed;
  }

  @Override
  public Leg dial(String from, String to, Function<Leg, Listener> listener) {
    int call = lastCall.incrementAndGet();
    Leg leg = new OverTheWire(call);
    calls.put(call, listener.apply(leg));
    byte[] numbers = (from + "\n" + to).getBytes(UTF_8);
    if (closed) {
      end(call, CallCause.NETWORK_OUT_OF_ORDER);
    } else {
      outgoing.add(new ExchangeFrame(ExchangeFrame.DIAL, call, 0, numbers));
    }
    return leg;
  }

  @Override
  public void close() {
    closed = true;
    try {
      socket.close();
    } catch (IOException e) {
      LOG.debug("the trunk did not close: {}", e.getMessage());
    }
    calls.keySet().forEach(call -> end(call, CallCause.NETWORK_OUT_OF_ORDER));
  }

  private final class OverTheWire implements Leg {
    private final int call;
    private final AtomicLong sample = new AtomicLong();

    OverTheWire(int call) {
      this.call = call;
    }

    @Override
    public void say(short[] frame) {
      if (frame.length != Line.FRAME) {
        throw new IllegalArgumentException("a frame is " + Line.FRAME + " samples");
      }
      long at = sample.getAndAdd(Line.FRAME);
      outgoing.add(new ExchangeFrame(ExchangeFrame.SOUND, call, at, MuLaw.encode(frame)));
    }

    @Override
    public void words(String words) {
      byte[] text = words.substring(0, Math.min(LONGEST_WORDS, words.length())).getBytes(UTF_8);
      outgoing.add(new ExchangeFrame(ExchangeFrame.WORDS, call, sample.get(), text));
    }

    @Override
    public void hangUp() {
      outgoing.add(new ExchangeFrame(ExchangeFrame.HANG_UP, call, sample.get(), NOTHING));
    }
  }

  private static void daemon(String name, Runnable work) {
    Thread thread = new Thread(work, name);
    thread.setDaemon(true);
    thread.start();
  }

  private void end(int call, CallCause cause) {
    Listener listener = calls.remove(call);
    if (listener != null) {
      listener.ended(cause);
    }
  }

  private void read() {
    try (DataInputStream in =
        new DataInputStream(new BufferedInputStream(socket.getInputStream()))) {
      while (!closed) {
        take(ExchangeFrame.read(in));
      }
    } catch (IOException e) {
      if (!closed) {
        LOG.warn("the exchange was lost: {}", e.getMessage());
      }
    } finally {
      close();
    }
  }

  private void take(ExchangeFrame frame) {
    Listener listener = calls.get(frame.call());
    if (listener == null) {
      return;
    }
    switch (frame.kind()) {
      case ExchangeFrame.RINGING -> listener.ringing();
      case ExchangeFrame.ANSWERED -> listener.answered();
      case ExchangeFrame.SOUND -> listener.heard(frame.sample(), MuLaw.decode(frame.content()));
      case ExchangeFrame.WORDS -> listener.words(new String(frame.content(), UTF_8));
      case ExchangeFrame.ENDED -> end(frame.call(), CallCause.of(frame.content()[0] & 0x7F));
      default -> LOG.warn("a frame of kind {} is none of this wire", frame.kind());
    }
  }

  private void write() {
    try (DataOutputStream out =
        new DataOutputStream(new BufferedOutputStream(socket.getOutputStream(), 32_768))) {
      while (!closed) {
        outgoing.take().write(out);
        for (ExchangeFrame next = outgoing.poll(); next != null; next = outgoing.poll()) {
          next.write(out);
        }
        out.flush();
      }
    } catch (IOException e) {
      LOG.debug("the exchange has gone: {}", e.getMessage());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } finally {
      close();
    }
  }
}
