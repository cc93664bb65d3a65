package app.gemba.networks.sms;

import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.jsmpp.bean.BindType;
import org.jsmpp.bean.InterfaceVersion;
import org.jsmpp.bean.NumberingPlanIndicator;
import org.jsmpp.bean.TypeOfNumber;
import org.jsmpp.session.BindParameter;
import org.jsmpp.session.MessageReceiverListener;
import org.jsmpp.session.SMPPSession;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Keeps one transceiver session bound: binds, and binds again when it is lost. */
final class SmppLink implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(SmppLink.class);

  /** The system id by which our stand-in says what it is. */
  private static final String STAND_IN = "gemba-stand-in";

  private static final Duration ANSWER_WITHIN = Duration.ofSeconds(15);
  private static final Duration BIND_WITHIN = Duration.ofSeconds(5);
  private static final Duration LEAVE_WITHIN = Duration.ofSeconds(1);
  private static final Duration SHORTEST_WAIT = Duration.ofMillis(250);
  private static final Duration LONGEST_WAIT = Duration.ofSeconds(10);
  private static final int ENQUIRE_EVERY_MILLIS = 15_000;
  private static final int PROCESSORS = 128;
  private static final int LONGEST_QUEUE = 10_000;

  private final SmppSettings settings;
  private final MessageReceiverListener incoming;
  private final Runnable changed;
  private final AtomicReference<Optional<SMPPSession>> bound =
      new AtomicReference<>(Optional.empty());
  private final Object lost = new Object();
  private final Thread keeper;
  private volatile boolean closed;

  SmppLink(SmppSettings settings, MessageReceiverListener incoming, Runnable changed) {
    this.settings = settings;
    this.incoming = incoming;
    this.changed = changed;
    this.keeper = new Thread(this::keepBound, "smpp-link");
    keeper.setDaemon(true);
    keeper.start();
  }

  /** The session, if it is bound now. */
  Optional<SMPPSession> session() {
    return bound.get().filter(session -> session.getSessionState().isTransmittable());
  }

  @Override
  public void close() {
    closed = true;
    synchronized (lost) {
      lost.notifyAll();
    }
    keeper.interrupt();
    bound.getAndSet(Optional.empty()).ifPresent(SmppLink::takeLeave);
  }

  /** A message centre that is busy or gone must not hold up the end of the process. */
  private static void takeLeave(SMPPSession session) {
    session.setTransactionTimer(LEAVE_WITHIN.toMillis());
    session.unbindAndClose();
  }

  private void keepBound() {
    Duration wait = SHORTEST_WAIT;
    while (!closed) {
      try {
        SMPPSession session = bind();
        bound.set(Optional.of(session));
        LOG.info("bound to the message centre at {}:{}", settings.host(), settings.port());
        wait = SHORTEST_WAIT;
        changed.run();
        awaitLoss(session);
        bound.set(Optional.empty());
        changed.run();
        session.close();
      } catch (IOException e) {
        LOG.debug("bind: {}", e.getMessage());
      } catch (InterruptedException e) {
        return;
      }
      wait = pause(wait);
    }
  }

  private SMPPSession bind() throws IOException {
    SMPPSession session = new SMPPSession();
    session.setPduProcessorDegree(PROCESSORS);
    session.setQueueCapacity(LONGEST_QUEUE);
    session.setTransactionTimer(ANSWER_WITHIN.toMillis());
    session.setEnquireLinkTimer(ENQUIRE_EVERY_MILLIS);
    session.setMessageReceiverListener(incoming);
    session.addSessionStateListener(
        (now, before, source) -> {
          if (!now.isBound()) {
            synchronized (lost) {
              lost.notifyAll();
            }
          }
        });
    String peer =
        session.connectAndBind(
            settings.host(),
            settings.port(),
            new BindParameter(
                BindType.BIND_TRX,
                settings.systemId(),
                settings.password(),
                "gemba",
                TypeOfNumber.UNKNOWN,
                NumberingPlanIndicator.UNKNOWN,
                null,
                InterfaceVersion.IF_34),
            BIND_WITHIN.toMillis());
    if (settings.standInOnly() && !STAND_IN.equals(peer)) {
      session.unbindAndClose();
      LOG.error(
          "left {} again: the clock is not real time, and it is no stand-in", settings.host());
      throw new IOException("not a stand-in");
    }
    return session;
  }

  private void awaitLoss(SMPPSession session) throws InterruptedException {
    synchronized (lost) {
      while (!closed && session.getSessionState().isBound()) {
        lost.wait(1000);
      }
    }
  }

  private Duration pause(Duration wait) {
    try {
      Thread.sleep(wait.toMillis());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    Duration doubled = wait.multipliedBy(2);
    return doubled.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : doubled;
  }
}
