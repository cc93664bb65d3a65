package app.gemba.standins.chat;

import app.gemba.standins.CsvLog;
import app.gemba.standins.RecentMessages;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A simulated chat service. Over HTTP it takes templates and decides on them, takes messages by
 * approved templates, and calls back what becomes of them. All requests carry the key.
 */
public final class ChatService implements AutoCloseable {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final Pattern PLACEHOLDER = Pattern.compile("\\{\\{\\s*(\\d+)\\s*}}");
  private static final Duration DECIDES_AFTER = Duration.ofSeconds(2);
  private static final int LONGEST_BODY = 64_000;

  private final ChatServiceSettings settings;
  private final HttpServer server;
  private final CsvLog log;
  private final Callbacks callbacks;
  private final RecentMessages recent = new RecentMessages();
  private final Map<String, Template> templates = new ConcurrentHashMap<>();
  private final ScheduledExecutorService people = Executors.newScheduledThreadPool(2);
  private final AtomicLong lastId = new AtomicLong(System.currentTimeMillis() << 12);
  private volatile double speed;

  private record Template(String category, String body, boolean approved) {
    String filled(List<String> values) {
      return PLACEHOLDER
          .matcher(body)
          .replaceAll(
              found -> Matcher.quoteReplacement(values.get(Integer.parseInt(found.group(1)) - 1)));
    }

    int placeholders() {
      return (int) PLACEHOLDER.matcher(body).results().map(one -> one.group(1)).distinct().count();
    }
  }

  private record Reply(int status, Map<String, Object> body) {
    static Reply refused(int status, String code, String detail) {
      return new Reply(status, Map.of("code", code, "detail", detail));
    }
  }

  private interface Handler {
    Reply handle(JsonNode body);
  }

  private ChatService(ChatServiceSettings settings) throws IOException {
    this.settings = settings;
    this.speed = settings.speed();
    this.log = new CsvLog(settings.log(), "event", "message_id", "from", "to", "detail");
    this.callbacks = new Callbacks(settings.secret());
    this.server =
        HttpServer.create(
            new InetSocketAddress(InetAddress.getLoopbackAddress(), settings.port()), 100);
    server.setExecutor(Executors.newFixedThreadPool(16));
    handle("GET", "/v1/health", body -> new Reply(200, Map.of("standIn", true)));
    handle("PUT", "/v1/callback", this::callAt);
    handle("POST", "/v1/templates", this::submitted);
    handle("POST", "/v1/messages", this::sent);
  }

  /** Opens a service; it listens when this returns. */
  public static ChatService open(ChatServiceSettings settings) throws IOException {
    ChatService service = new ChatService(settings);
    service.server.start();
    return service;
  }

  /** Where it listens. */
  public int port() {
    return server.getAddress().getPort();
  }

  /** How many times faster than in life things happen from now on. */
  public void speed(double times) {
    speed = times;
  }

  /** What people got and wrote lately, newest first; of one number, where one is given. */
  public List<RecentMessages.Message> recent(Optional<String> person) {
    return recent.of(person);
  }

  /** A template that was approved before this service was opened, such as by the demo's history. */
  public void approve(String name, String language, String category, String body) {
    templates.put(name + "/" + language, new Template(category, body, true));
  }

  /** Somebody writes. */
  public void type(String person, String to, String text) {
    log.write("incoming", "", person, to, text);
    recent.add(new RecentMessages.Message(Instant.now(), person, to, false, text));
    callbacks.tell(Map.of("type", "incoming", "from", person, "to", to, "text", text));
  }

  @Override
  public void close() throws IOException {
    server.stop(0);
    people.shutdownNow();
    callbacks.close();
    log.close();
  }

  private void handle(String method, String path, Handler handler) {
    server.createContext(path, exchange -> answer(exchange, method, handler));
  }

  private void answer(HttpExchange exchange, String method, Handler handler) throws IOException {
    try (exchange) {
      Reply reply = reply(exchange, method, handler);
      byte[] bytes = JSON.writeValueAsBytes(reply.body());
      exchange.getResponseHeaders().add("Content-Type", "application/json");
      exchange.sendResponseHeaders(reply.status(), bytes.length);
      exchange.getResponseBody().write(bytes);
    }
  }

  private Reply reply(HttpExchange exchange, String method, Handler handler) throws IOException {
    String said = exchange.getRequestHeaders().getFirst("Authorization");
    if (!("Bearer " + settings.key()).equals(said)) {
      return Reply.refused(401, "key", "The key is not known here.");
    }
    if (!exchange.getRequestMethod().equals(method)) {
      return Reply.refused(405, "method", "Only " + method + " is answered here.");
    }
    byte[] body = exchange.getRequestBody().readNBytes(LONGEST_BODY);
    try {
      return handler.handle(
          body.length == 0
              ? JSON.createObjectNode()
              : JSON.readTree(new String(body, StandardCharsets.UTF_8)));
    } catch (JacksonException | IllegalArgumentException e) {
      return Reply.refused(400, "unreadable", "The request cannot be read.");
    }
  }

  private Reply callAt(JsonNode body) {
    callbacks.callAt(URI.create(body.path("url").asString()));
    return new Reply(200, Map.of());
  }

  private Reply submitted(JsonNode body) {
    String name = body.path("name").asString();
    String language = body.path("language").asString();
    String category = body.path("category").asString();
    String text = body.path("body").asString();
    Optional<String> fault = TemplateRules.fault(name, category, text);
    templates.put(name + "/" + language, new Template(category, text, false));
    log.write("template", name, "", "", fault.orElse("approved"));
    later(
        DECIDES_AFTER,
        () -> {
          templates.put(name + "/" + language, new Template(category, text, fault.isEmpty()));
          callbacks.tell(
              Map.of(
                  "type",
                  "template",
                  "name",
                  name,
                  "language",
                  language,
                  "state",
                  fault.isEmpty() ? "approved" : "rejected",
                  "reason",
                  fault.orElse("")));
        });
    return new Reply(202, Map.of("state", "submitted"));
  }

  private Reply sent(JsonNode body) {
    String to = body.path("to").asString();
    Template template =
        templates.get(body.path("template").asString() + "/" + body.path("language").asString());
    List<String> values = body.path("values").valueStream().map(JsonNode::asString).toList();
    if (template == null || !template.approved()) {
      return Reply.refused(422, "template", "There is no such approved template.");
    }
    if (values.size() < template.placeholders() || values.stream().anyMatch(String::isBlank)) {
      return Reply.refused(422, "values", "A placeholder has no value.");
    }
    if (!to.matches("\\+[1-9]\\d{6,14}")) {
      return Reply.refused(422, "number", "This is no number in E.164.");
    }
    String id = "m" + Long.toHexString(lastId.incrementAndGet());
    String text = template.filled(values);
    String from = body.path("from").asString();
    log.write("message", id, from, to, text);
    follow(new Sent(id, body.path("reference").asInt(), from, to, text), template.category());
    return new Reply(202, Map.of("id", id));
  }

  private record Sent(String id, int reference, String from, String to, String text) {}

  private void follow(Sent sent, String category) {
    ChatPerson.Fate fate = new ChatPerson(settings.seed(), sent.to(), sent.text()).fate(category);
    later(
        fate.after(),
        () -> {
          tell(sent, fate.end());
          if (fate.end() == ChatPerson.End.DELIVERED) {
            recent.add(
                new RecentMessages.Message(
                    Instant.now(), sent.to(), sent.from(), true, sent.text()));
          }
          fate.readAfter().ifPresent(after -> later(after, () -> read(sent, fate)));
        });
  }

  private void read(Sent sent, ChatPerson.Fate fate) {
    log.write("read", sent.id(), sent.from(), sent.to(), "");
    callbacks.tell(state(sent, "read", ""));
    fate.answer()
        .ifPresent(text -> later(fate.answerAfter(), () -> type(sent.to(), sent.from(), text)));
  }

  private void tell(Sent sent, ChatPerson.End end) {
    log.write(
        end == ChatPerson.End.DELIVERED ? "delivered" : "failed",
        sent.id(),
        sent.from(),
        sent.to(),
        end.name());
    switch (end) {
      case DELIVERED -> callbacks.tell(state(sent, "delivered", ""));
      case NOT_A_MEMBER -> callbacks.tell(state(sent, "failed", "not-a-member"));
      case CAPPED -> callbacks.tell(state(sent, "failed", "capped"));
      case UNREACHABLE -> callbacks.tell(state(sent, "failed", "unreachable"));
    }
  }

  private static Map<String, Object> state(Sent sent, String state, String reason) {
    return Map.of(
        "type",
        "message",
        "id",
        sent.id(),
        "reference",
        sent.reference(),
        "to",
        sent.to(),
        "state",
        state,
        "reason",
        reason);
  }

  private void later(Duration inLife, Runnable act) {
    if (!people.isShutdown()) {
      people.schedule(act, (long) (inLife.toMillis() / speed), TimeUnit.MILLISECONDS);
    }
  }
}
