package app.gemba.standins.chat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import tools.jackson.databind.json.JsonMapper;

/**
 * Calls back what happened, in the order in which it did, signed by HMAC-SHA256 over the time and
 * the body (RFC 2104, FIPS 180-4). What is not taken is offered again until it is.
 */
final class Callbacks implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(Callbacks.class);
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final int MOST_AT_ONCE = 50;
  private static final Duration PATIENCE = Duration.ofSeconds(5);
  private static final long TRY_AGAIN_MILLIS = 300;

  /** It was heard before, but the answer was lost. */
  private static final int HEARD_ALREADY = 409;

  private final String secret;
  private final BlockingQueue<Map<String, Object>> waiting = new LinkedBlockingQueue<>();
  private final HttpClient http =
      HttpClient.newBuilder().version(HttpClient.Version.HTTP_1_1).connectTimeout(PATIENCE).build();
  private final Thread thread = new Thread(this::work, "chat-calls-back");
  private volatile URI to;

  Callbacks(String secret) {
    this.secret = secret;
    thread.setDaemon(true);
    thread.start();
  }

  void callAt(URI address) {
    to = address;
  }

  void tell(Map<String, Object> event) {
    waiting.add(event);
  }

  @Override
  public void close() {
    thread.interrupt();
  }

  private void work() {
    try {
      while (true) {
        List<Map<String, Object>> events = new ArrayList<>();
        events.add(waiting.take());
        waiting.drainTo(events, MOST_AT_ONCE - 1);
        String id = UUID.randomUUID().toString();
        String body = JSON.writeValueAsString(Map.of("id", id, "events", events));
        while (!isTaken(body)) {
          Thread.sleep(TRY_AGAIN_MILLIS);
        }
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private boolean isTaken(String body) throws InterruptedException {
    URI address = to;
    if (address == null) {
      return false;
    }
    String time = String.valueOf(Instant.now().getEpochSecond());
    HttpRequest request =
        HttpRequest.newBuilder(address)
            .timeout(PATIENCE)
            .header("Content-Type", "application/json")
            .header("Chat-Time", time)
            .header("Chat-Signature", signature(time, body))
            .POST(BodyPublishers.ofString(body))
            .build();
    try {
      int status = http.send(request, BodyHandlers.discarding()).statusCode();
      return status / 100 == 2 || status == HEARD_ALREADY;
    } catch (IOException e) {
      LOG.debug("nobody took a callback: {}", e.getMessage());
      return false;
    }
  }

  private String signature(String time, String body) {
    try {
      Mac mac = Mac.getInstance("HmacSHA256");
      mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
      byte[] signed = mac.doFinal((time + "." + body).getBytes(StandardCharsets.UTF_8));
      return HexFormat.of().formatHex(signed);
    } catch (GeneralSecurityException e) {
      throw new IllegalStateException("every Java has HMAC-SHA256", e);
    }
  }
}
