package app.gemba.networks.sms;

import app.gemba.core.campaign.MessageNetwork;
import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Outcome;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.jsmpp.InvalidResponseException;
import org.jsmpp.PDUException;
import org.jsmpp.SMPPConstant;
import org.jsmpp.extra.NegativeResponseException;
import org.jsmpp.extra.ResponseTimeoutException;
import org.jsmpp.session.SMPPSession;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Texts over SMPP 3.4. At most a window of texts awaits its answer at once; a place comes free only
 * after the answer has been kept, so that a kill leaves no more than a window in doubt.
 */
public final class SmppTextNetwork implements MessageNetwork<OutgoingText> {
  private static final Logger LOG = LoggerFactory.getLogger(SmppTextNetwork.class);
  private static final Duration LINK_CHECK = Duration.ofMillis(50);
  private static final Duration THROTTLED_WAIT = Duration.ofMillis(500);
  private static final int MOST_THROTTLED_TRIES = 120;

  private final SmppSettings settings;
  private final Listener listener;
  private final Gate gate;
  private final SmppLink link;
  private final ExecutorService window;
  private final AtomicInteger inFlight = new AtomicInteger();
  private volatile boolean closed;

  /** Begins to bind at once, and goes on trying. */
  public SmppTextNetwork(SmppSettings settings, Listener listener, Gate gate) {
    this.settings = settings;
    this.listener = listener;
    this.gate = gate;
    this.window = Executors.newFixedThreadPool(settings.window());
    this.link = new SmppLink(settings, new Incoming(listener), listener::roomChanged);
  }

  @Override
  public boolean isConnected() {
    return link.session().isPresent();
  }

  @Override
  public int room() {
    return isConnected() && !closed ? settings.window() - inFlight.get() : 0;
  }

  @Override
  public void send(OutgoingText text) {
    inFlight.incrementAndGet();
    window.execute(() -> sendAll(text));
  }

  @Override
  public void close() {
    closed = true;
    window.shutdown();
    try {
      if (!window.awaitTermination(2, TimeUnit.SECONDS)) {
        window.shutdownNow();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      window.shutdownNow();
    }
    link.close();
  }

  private void sendAll(OutgoingText text) {
    int part = 0;
    try {
      if (!gate.mayLeave(text)) {
        listener.heard(List.of(new WireEvent.Withdrawn(text.attemptId())));
        return;
      }
      for (; part < text.segments().size(); part++) {
        WireEvent answer = send(new Submission(text, part));
        if (answer instanceof WireEvent.Unanswered) {
          listener.heard(unansweredFrom(text, part));
          return;
        }
        listener.heard(List.of(answer));
        if (answer instanceof WireEvent.Rejected) {
          return;
        }
      }
    } catch (InterruptedException e) {
      // Taking leave of the network: nobody can say any more how far this one came.
      listener.heard(unansweredFrom(text, part));
      Thread.currentThread().interrupt();
    } catch (RuntimeException e) {
      LOG.error("the answer to attempt {} could not be kept: {}", text.attemptId(), e.getMessage());
    } finally {
      // Told at the half, not at each place: claims are then written in groups.
      if (inFlight.decrementAndGet() == settings.window() / 2) {
        listener.roomChanged();
      }
    }
  }

  /**
   * A text is one thing to its reader: what would have followed a lost part is in doubt with it.
   */
  private static List<WireEvent> unansweredFrom(OutgoingText text, int part) {
    return IntStream.range(part, text.segments().size())
        .<WireEvent>mapToObj(
            open -> new WireEvent.Unanswered(new WireEvent.PartRef(text.attemptId(), open)))
        .toList();
  }

  private WireEvent send(Submission submission) throws InterruptedException {
    for (int tries = 1; ; tries++) {
      SMPPSession session = awaitSession();
      try {
        return new WireEvent.Accepted(submission.ref(), submission.over(session));
      } catch (NegativeResponseException e) {
        if (!isThrottle(e.getCommandStatus()) || tries >= MOST_THROTTLED_TRIES) {
          String detail = String.format("command status 0x%08X", e.getCommandStatus());
          return new WireEvent.Rejected(submission.ref(), Outcome.NETWORK_REFUSED, detail);
        }
        Thread.sleep(THROTTLED_WAIT.toMillis());
      } catch (PDUException e) {
        return new WireEvent.Rejected(submission.ref(), Outcome.NETWORK_REFUSED, e.getMessage());
      } catch (ResponseTimeoutException | InvalidResponseException | IOException e) {
        LOG.debug("no answer: {}", e.getMessage());
        return new WireEvent.Unanswered(submission.ref());
      }
    }
  }

  /** What has not been written to the wire can wait for it. */
  private SMPPSession awaitSession() throws InterruptedException {
    while (true) {
      Optional<SMPPSession> session = link.session();
      if (session.isPresent()) {
        return session.get();
      }
      if (closed) {
        throw new InterruptedException("the network is closed");
      }
      Thread.sleep(LINK_CHECK.toMillis());
    }
  }

  /**
   * Throttling and a full queue (SMPP 3.4, 5.1.3): the text was not taken and may be offered again.
   */
  private static boolean isThrottle(int status) {
    return status == SMPPConstant.STAT_ESME_RTHROTTLED || status == SMPPConstant.STAT_ESME_RMSGQFUL;
  }
}
