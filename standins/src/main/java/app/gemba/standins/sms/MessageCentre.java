package app.gemba.standins.sms;

import app.gemba.standins.RecentMessages;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicLong;
import org.jsmpp.SMPPConstant;
import org.jsmpp.bean.InterfaceVersion;
import org.jsmpp.bean.SubmitSm;
import org.jsmpp.session.BindRequest;
import org.jsmpp.session.SMPPServerSession;
import org.jsmpp.session.SMPPServerSessionListener;
import org.jsmpp.util.DeliveryReceiptState;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * A simulated message centre. It takes texts over SMPP 3.4, passes them to handsets with habits of
 * their own, and sends receipts and answers back; what cannot be delivered because no application
 * is bound waits until one is.
 */
public final class MessageCentre implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(MessageCentre.class);
  private static final int CARRIERS = 128;
  private static final int PROCESSORS = 32;
  private static final int LONGEST_QUEUE = 10_000;
  private static final Duration BIND_WITHIN = Duration.ofSeconds(10);
  private static final Duration TRY_AGAIN_AFTER = Duration.ofMillis(200);

  private final MessageCentreSettings settings;
  private final CentreLog log;
  private final SMPPServerSessionListener listener;
  private final List<SMPPServerSession> bound = new CopyOnWriteArrayList<>();
  private final LinkedBlockingQueue<Delivery> outbox = new LinkedBlockingQueue<>();
  private final ScheduledExecutorService handsets = Executors.newScheduledThreadPool(1);
  private final ExecutorService carriers = Executors.newFixedThreadPool(CARRIERS);
  private final ExecutorService doors = Executors.newCachedThreadPool();
  private final AtomicLong nextId = new AtomicLong(System.currentTimeMillis() << 20);
  private final AtomicLong nextSession = new AtomicLong();
  private final RecentMessages recent = new RecentMessages();
  private volatile double speed;
  private volatile boolean closed;

  private MessageCentre(MessageCentreSettings settings) throws IOException {
    this.settings = settings;
    this.speed = settings.speed();
    this.log = new CentreLog(settings.log());
    this.listener = new SMPPServerSessionListener(settings.port());
    listener.setPduProcessorDegree(PROCESSORS);
    listener.setQueueCapacity(LONGEST_QUEUE);
    listener.setMessageReceiverListener((SubmitOnly) this::submitted);
  }

  /** Opens a message centre; it listens when this returns. */
  public static MessageCentre open(MessageCentreSettings settings) throws IOException {
    MessageCentre centre = new MessageCentre(settings);
    centre.doors.execute(centre::letIn);
    for (int i = 0; i < CARRIERS; i++) {
      centre.carriers.execute(centre::carry);
    }
    return centre;
  }

  /** The port it listens on. */
  public int port() {
    return settings.port();
  }

  /** What handsets got and answered lately, newest first; of one number, where one is given. */
  public List<RecentMessages.Message> recent(Optional<String> number) {
    return recent.of(number);
  }

  /** Lets handsets act so many times faster than in life from now on. */
  public void speed(double times) {
    speed = times;
  }

  /** Somebody types a text on a handset. */
  public void type(String from, String to, String text) {
    recent.add(new RecentMessages.Message(Instant.now(), from, to, false, text));
    log.incoming(from, to, text);
    outbox.add(new Delivery.Typed(from, to, text));
  }

  @Override
  public void close() throws IOException {
    closed = true;
    listener.close();
    bound.forEach(SMPPServerSession::unbindAndClose);
    handsets.shutdownNow();
    carriers.shutdownNow();
    doors.shutdownNow();
    log.close();
  }

  private void letIn() {
    while (!closed) {
      try {
        SMPPServerSession session = listener.accept();
        doors.execute(() -> bind(session));
      } catch (IOException e) {
        if (!closed) {
          LOG.debug("accept: {}", e.getMessage());
        }
      }
    }
  }

  private void bind(SMPPServerSession session) {
    try {
      BindRequest request = session.waitForBind(BIND_WITHIN.toMillis());
      if (!request.getSystemId().equals(settings.systemId())
          || !request.getPassword().equals(settings.password())) {
        request.reject(SMPPConstant.STAT_ESME_RBINDFAIL);
        return;
      }
      request.accept("gemba-stand-in", InterfaceVersion.IF_34);
      long number = nextSession.incrementAndGet();
      session.addSessionStateListener(
          (now, before, source) -> {
            if (!now.isBound()) {
              bound.remove(session);
            }
          });
      bound.add(session);
      LOG.info("an application is bound, the {}. since the start", number);
    } catch (TimeoutException | IOException | org.jsmpp.PDUStringException e) {
      LOG.debug("bind: {}", e.getMessage());
      session.close();
    }
  }

  private String submitted(SubmitSm pdu) {
    String id = Long.toHexString(nextId.getAndIncrement());
    ShortText text = ShortText.of(pdu);
    log.submitted(id, text);
    Handset handset = new Handset(settings.seed(), text.destination(), text.text());
    Handset.Arrival arrival = handset.arrival();
    after(arrival.after(), () -> arrived(id, text, arrival.end()));
    if (arrival.end() == Handset.End.DELIVERED && text.part() == text.parts()) {
      handset
          .answer()
          .ifPresent(
              answer ->
                  after(
                      arrival.after().plus(answer.after()),
                      () -> type(text.destination(), text.source(), answer.text())));
    }
    return id;
  }

  private void arrived(String id, ShortText text, Handset.End end) {
    DeliveryReceiptState state =
        switch (end) {
          case DELIVERED -> DeliveryReceiptState.DELIVRD;
          case GONE -> DeliveryReceiptState.UNDELIV;
          case EXPIRED -> DeliveryReceiptState.EXPIRED;
        };
    if (end == Handset.End.DELIVERED) {
      recent.add(
          new RecentMessages.Message(
              Instant.now(), text.destination(), text.source(), true, text.text()));
    }
    log.receipt(id, text.destination(), state.name());
    String error = end == Handset.End.GONE ? "001" : end == Handset.End.EXPIRED ? "027" : "000";
    outbox.add(new Delivery.Receipt(id, text, state, error));
  }

  private void after(Duration inLife, Runnable what) {
    long millis = (long) (inLife.toMillis() / speed);
    if (millis <= 0) {
      what.run();
    } else if (!closed) {
      handsets.schedule(what, millis, TimeUnit.MILLISECONDS);
    }
  }

  private void carry() {
    while (!closed) {
      try {
        Delivery next = outbox.take();
        if (!delivered(next)) {
          Thread.sleep(TRY_AGAIN_AFTER.toMillis());
          outbox.add(next);
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }

  private boolean delivered(Delivery delivery) {
    for (SMPPServerSession session : bound) {
      try {
        delivery.over(session);
        return true;
      } catch (Exception e) {
        LOG.debug("deliver: {}", e.getMessage());
      }
    }
    return false;
  }
}
