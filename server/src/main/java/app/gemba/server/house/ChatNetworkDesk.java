package app.gemba.server.house;

import app.gemba.core.campaign.OutgoingChat;
import app.gemba.core.channel.Channel;
import app.gemba.engine.MessageExchange;
import app.gemba.networks.chat.ChatSettings;
import app.gemba.networks.chat.HttpChatNetwork;
import app.gemba.server.BusinessClock;
import app.gemba.standins.chat.ChatService;
import app.gemba.standins.chat.ChatServiceSettings;
import app.gemba.store.ChatTemplates;
import app.gemba.store.ChatTemplates.Template;
import app.gemba.store.DataFolder;
import app.gemba.store.NetworkStore;
import app.gemba.store.NetworkStore.Network;
import app.gemba.store.Refused;
import java.io.IOException;
import java.net.URI;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Connects the house to its chat service, and runs the stand-in where that is the service. */
@Component
public class ChatNetworkDesk implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(ChatNetworkDesk.class);
  private static final String STAND_IN_KEY = "gemba";
  private static final String STAND_IN_SECRET = "gemba-stand-in-secret";
  private static final int WINDOW = 20;
  private static final long SEED = 20261117;

  private final NetworkStore networks;
  private final ChatTemplates templates;
  private final MessageExchange<OutgoingChat> exchange;
  private final DataFolder folder;
  private final BusinessClock clock;
  private Optional<ChatService> standIn = Optional.empty();
  private Optional<HttpChatNetwork> network = Optional.empty();
  private Optional<Integer> ownPort = Optional.empty();

  ChatNetworkDesk(
      NetworkStore networks,
      ChatTemplates templates,
      MessageExchange<OutgoingChat> exchange,
      DataFolder folder,
      BusinessClock clock) {
    this.networks = networks;
    this.templates = templates;
    this.exchange = exchange;
    this.folder = folder;
    this.clock = clock;
  }

  /** The settings under which the stand-in is the chat service. */
  public static Network standInNetwork() {
    return new Network(true, Map.of("key", STAND_IN_KEY, "secret", STAND_IN_SECRET));
  }

  /** The stand-in, where it is the chat service. */
  synchronized Optional<ChatService> standIn() {
    return standIn;
  }

  /** The secret that callbacks are signed with; empty where there is no chat service. */
  public Optional<String> secret() {
    return networks.network(Channel.WHATSAPP).map(to -> to.settings().getOrDefault("secret", ""));
  }

  /** People act as much faster as the business clock runs. */
  synchronized void keepStep() {
    standIn.ifPresent(service -> service.speed(clock.speed()));
  }

  /** The service calls back to us, so that we must be there first. */
  @EventListener
  void serverIsThere(WebServerInitializedEvent event) {
    synchronized (this) {
      ownPort = Optional.of(event.getWebServer().getPort());
    }
    connect();
  }

  /** Connects to whatever is configured now, taking leave of what was before. */
  public synchronized void connect() {
    exchange.use(Optional.empty());
    network = Optional.empty();
    closeStandIn();
    Optional<Network> to = networks.network(Channel.WHATSAPP);
    if (to.isEmpty() || ownPort.isEmpty()) {
      return;
    }
    Map<String, String> settings = to.get().settings();
    URI service = to.get().standIn() ? openStandIn() : URI.create(settings.getOrDefault("url", ""));
    URI callback = URI.create("http://localhost:" + ownPort.get() + "/api/v1/chat/callback");
    ChatSettings wire =
        new ChatSettings(
            service, settings.getOrDefault("key", ""), callback, WINDOW, clock.isOffRealTime());
    HttpChatNetwork next = new HttpChatNetwork(wire, exchange, exchange);
    network = Optional.of(next);
    exchange.use(Optional.of(next));
  }

  /**
   * Submits a template to the service.
   *
   * @throws Refused where it cannot be reached
   */
  public void submit(Template template) {
    Optional<HttpChatNetwork> to;
    synchronized (this) {
      to = network;
    }
    if (to.isEmpty()) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "Not submitted: no network for WhatsApp messages is set up. Connect one in Setup.");
    }
    try {
      to.get().submit(template.name(), template.category(), template.language(), template.body());
    } catch (IOException e) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "Not submitted: the chat service could not be reached. Try again in a moment.");
    }
  }

  @Override
  public synchronized void close() {
    exchange.use(Optional.empty());
    closeStandIn();
  }

  private URI openStandIn() {
    try {
      ChatService service =
          ChatService.open(
              new ChatServiceSettings(
                  0,
                  STAND_IN_KEY,
                  STAND_IN_SECRET,
                  SEED,
                  clock.speed(),
                  folder.part("stand-ins").resolve("chat.csv")));
      templates.all().stream()
          .filter(one -> one.state() == ChatTemplates.State.APPROVED)
          .forEach(one -> service.approve(one.name(), one.language(), one.category(), one.body()));
      standIn = Optional.of(service);
      return URI.create("http://localhost:" + service.port());
    } catch (IOException e) {
      throw new Refused(
          Refused.Kind.WRONG_STATE, "The stand-in could not be started: " + e.getMessage());
    }
  }

  private void closeStandIn() {
    try {
      if (standIn.isPresent()) {
        standIn.get().close();
      }
    } catch (IOException e) {
      LOG.warn("the stand-in did not close: {}", e.getMessage());
    }
    standIn = Optional.empty();
  }
}
