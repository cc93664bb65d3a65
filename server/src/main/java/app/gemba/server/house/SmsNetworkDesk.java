package app.gemba.server.house;

import app.gemba.core.campaign.OutgoingText;
import app.gemba.engine.MessageExchange;
import app.gemba.networks.sms.SmppSettings;
import app.gemba.networks.sms.SmppTextNetwork;
import app.gemba.server.BusinessClock;
import app.gemba.standins.sms.MessageCentre;
import app.gemba.standins.sms.MessageCentreSettings;
import app.gemba.store.DataFolder;
import app.gemba.store.NetworkStore;
import app.gemba.store.NetworkStore.SmsNetwork;
import app.gemba.store.Refused;
import java.io.IOException;
import java.net.ServerSocket;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Connects the house to its SMS network, and runs the stand-in where that is the network. */
@Component
public class SmsNetworkDesk implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(SmsNetworkDesk.class);
  private static final String STAND_IN_LOGIN = "gemba";
  private static final int STAND_IN_WINDOW = 50;
  private static final long SEED = 20261117;

  private final NetworkStore networks;
  private final MessageExchange<OutgoingText> exchange;
  private final DataFolder folder;
  private final BusinessClock clock;
  private Optional<MessageCentre> standIn = Optional.empty();

  SmsNetworkDesk(
      NetworkStore networks,
      MessageExchange<OutgoingText> exchange,
      DataFolder folder,
      BusinessClock clock) {
    this.clock = clock;
    this.networks = networks;
    this.exchange = exchange;
    this.folder = folder;
  }

  /** The settings under which the stand-in is the network. */
  public static SmsNetwork standInNetwork() {
    return new SmsNetwork(
        SmsNetwork.STAND_IN, "localhost", 0, STAND_IN_LOGIN, STAND_IN_LOGIN, STAND_IN_WINDOW);
  }

  /** The stand-in, where it is the network. */
  synchronized Optional<MessageCentre> standIn() {
    return standIn;
  }

  /** Handsets act as much faster as the business clock runs. */
  synchronized void keepStep() {
    standIn.ifPresent(centre -> centre.speed(clock.speed()));
  }

  /** Connects to whatever is configured now, taking leave of what was before. */
  public synchronized void connect() {
    exchange.use(Optional.empty());
    closeStandIn();
    Optional<SmsNetwork> network = networks.smsNetwork();
    if (network.isEmpty()) {
      return;
    }
    SmsNetwork to = network.get();
    int port = to.kind().equals(SmsNetwork.STAND_IN) ? openStandIn() : to.port();
    SmppSettings settings =
        new SmppSettings(
            to.host(), port, to.systemId(), to.password(), to.window(), clock.isOffRealTime());
    exchange.use(Optional.of(new SmppTextNetwork(settings, exchange, exchange)));
  }

  @Override
  public synchronized void close() {
    exchange.use(Optional.empty());
    closeStandIn();
  }

  private int openStandIn() {
    try {
      int port;
      try (ServerSocket free = new ServerSocket(0)) {
        port = free.getLocalPort();
      }
      MessageCentreSettings settings =
          new MessageCentreSettings(
              port,
              STAND_IN_LOGIN,
              STAND_IN_LOGIN,
              SEED,
              clock.speed(),
              folder.part("stand-ins").resolve("sms.csv"));
      standIn = Optional.of(MessageCentre.open(settings));
      return port;
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
