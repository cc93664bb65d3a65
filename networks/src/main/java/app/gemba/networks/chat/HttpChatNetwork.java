package app.gemba.networks.chat;

import app.gemba.core.campaign.MessageNetwork;
import app.gemba.core.campaign.OutgoingChat;
import app.gemba.core.campaign.PartReference;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.campaign.WireEvent.PartRef;
import app.gemba.core.channel.Outcome;
import java.io.IOException;
import java.net.ConnectException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Messages over the chat service's HTTP. At most a window of them awaits its answer at once; a
 * place comes free only after the answer has been kept, so that a kill leaves no more than a window
 * in doubt. A request that went out and was not answered is never made again.
 */
public final class HttpChatNetwork implements MessageNetwork<OutgoingChat> {
  private static final Logger LOG = LoggerFactory.getLogger(HttpChatNetwork.class);
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final Duration PATIENCE = Duration.ofSeconds(10);
  private static final long LOOKS_EVERY_MILLIS = 1_000;
  private static final long TRY_AGAIN_MILLIS = 300;
  private static final int TOO_MANY = 429;

  private final ChatSettings settings;
  private final Listener listener;
  private final Gate gate;
  private final HttpClient http =
      HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).connectTimeout(PATIENCE).build();
  private final ExecutorService window;
  private final ScheduledExecutorService looking = Executors.newSingleThreadScheduledExecutor();
  private final AtomicInteger inFlight = new AtomicInteger();
  private volatile boolean connected;
  private volatile boolean closed;

  /** Begins to look for the service at once, and goes on looking. */
  public HttpChatNetwork(ChatSettings settings, Listener listener, Gate gate) {
    this.settings = settings;
    this.listener = listener;
    this.gate = gate;
    this.window = Executors.newFixedThreadPool(settings.window());
    looking.scheduleWithFixedDelay(this::look, 0, LOOKS_EVERY_MILLIS, TimeUnit.MILLISECONDS);
  }

  @Override
  public int room() {
    return connected && !closed ? settings.window() - inFlight.get() : 0;
  }

  @Override
  public boolean isConnected() {
    return connected;
  }

  @Override
  public void send(OutgoingChat chat) {
    inFlight.incrementAndGet();
    window.execute(() -> sendNow(chat));
  }

  /**
   * Submits a template; what becomes of it is called back.
   *
   * @throws IOException where the service cannot be reached or did not take it
   */
  public void submit(String name, String category, String language, String body)
      throws IOException {
    Map<String, Object> template =
        Map.of("name", name, "category", category, "language", language, "body", body);
    try {
      HttpResponse<String> answer = post("/v1/templates", template);
      if (answer.statusCode() / 100 != 2) {
        throw new IOException("it answered " + answer.statusCode());
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted", e);
    }
  }

  @Override
  public void close() {
    closed = true;
    looking.shutdownNow();
    window.shutdown();
    try {
      if (!window.awaitTermination(2, TimeUnit.SECONDS)) {
        window.shutdownNow();
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      window.shutdownNow();
    }
  }

  /** Tells where to call back whenever the service has come. */
  private void look() {
    boolean before = connected;
    try {
      boolean may =
          isUsable(http.send(request("/v1/health").GET().build(), BodyHandlers.ofString()));
      if (may && !before) {
        HttpRequest here =
            request("/v1/callback")
                .PUT(json(Map.of("url", settings.callback().toString())))
                .build();
        may = http.send(here, BodyHandlers.discarding()).statusCode() == 200;
      }
      connected = may;
    } catch (IOException | JacksonException e) {
      connected = false;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    if (before != connected && !closed) {
      listener.roomChanged();
    }
  }

  private boolean isUsable(HttpResponse<String> health) {
    return health.statusCode() == 200
        && (!settings.standInOnly()
            || JSON.readTree(health.body()).path("standIn").asBoolean(false));
  }

  private void sendNow(OutgoingChat chat) {
    PartRef part = new PartRef(chat.attemptId(), 0);
    try {
      listener.heard(
          List.of(
              gate.mayLeave(chat)
                  ? answer(part, chat)
                  : new WireEvent.Withdrawn(part.attemptId())));
    } catch (InterruptedException e) {
      listener.heard(List.of(new WireEvent.Unanswered(part)));
      Thread.currentThread().interrupt();
    } catch (RuntimeException e) {
      LOG.error("the answer to attempt {} could not be kept: {}", part.attemptId(), e.getMessage());
    } finally {
      if (inFlight.decrementAndGet() == settings.window() / 2) {
        listener.roomChanged();
      }
    }
  }

  private WireEvent answer(PartRef part, OutgoingChat chat) throws InterruptedException {
    Map<String, Object> message =
        Map.of(
            "from", chat.from(),
            "to", chat.to(),
            "template", chat.message().template(),
            "language", chat.message().language(),
            "values", chat.message().values(),
            "reference", PartReference.of(part));
    while (true) {
      try {
        HttpResponse<String> answer = post("/v1/messages", message);
        if (answer.statusCode() != TOO_MANY) {
          return read(part, answer);
        }
      } catch (ConnectException e) {
        // Nothing has left: it can wait until the service is there again.
        LOG.debug("the chat service is away: {}", e.getMessage());
      } catch (IOException | JacksonException e) {
        LOG.debug("no answer: {}", e.getMessage());
        return new WireEvent.Unanswered(part);
      }
      Thread.sleep(TRY_AGAIN_MILLIS);
    }
  }

  private static WireEvent read(PartRef part, HttpResponse<String> answer) {
    int status = answer.statusCode();
    if (status / 100 == 2) {
      return new WireEvent.Accepted(part, JSON.readTree(answer.body()).path("id").asString());
    }
    return status / 100 == 4
        ? new WireEvent.Rejected(
            part,
            Outcome.NETWORK_REFUSED,
            JSON.readTree(answer.body()).path("detail").asString("status " + status))
        : new WireEvent.Unanswered(part);
  }

  private HttpResponse<String> post(String path, Map<String, Object> body)
      throws IOException, InterruptedException {
    return http.send(request(path).POST(json(body)).build(), BodyHandlers.ofString());
  }

  private HttpRequest.Builder request(String path) {
    return HttpRequest.newBuilder(settings.service().resolve(path))
        .timeout(PATIENCE)
        .header("Authorization", "Bearer " + settings.key())
        .header("Content-Type", "application/json");
  }

  private static HttpRequest.BodyPublisher json(Map<String, Object> body) {
    return BodyPublishers.ofString(JSON.writeValueAsString(body));
  }
}
