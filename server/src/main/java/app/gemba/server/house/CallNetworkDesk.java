package app.gemba.server.house;

import app.gemba.core.channel.Channel;
import app.gemba.engine.TelephoneLines;
import app.gemba.networks.telephone.ExchangeTrunk;
import app.gemba.server.BusinessClock;
import app.gemba.standins.telephone.ExchangeLog;
import app.gemba.standins.telephone.TelephoneExchange;
import app.gemba.store.DataFolder;
import app.gemba.store.HouseStore;
import app.gemba.store.NetworkStore;
import app.gemba.store.NetworkStore.Network;
import app.gemba.store.Refused;
import java.io.IOException;
import java.time.LocalTime;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Connects the house to its telephone network, and runs the stand-in where that is the network. */
@Component
public class CallNetworkDesk implements AutoCloseable {
  private static final Logger LOG = LoggerFactory.getLogger(CallNetworkDesk.class);
  private static final int STAND_IN_LINES = 100;
  private static final long SEED = 20261117;

  private final NetworkStore networks;
  private final TelephoneLines lines;
  private final HouseStore house;
  private final DataFolder folder;
  private final BusinessClock clock;
  private Optional<TelephoneExchange> standIn = Optional.empty();
  private volatile boolean closed;

  CallNetworkDesk(
      NetworkStore networks,
      TelephoneLines lines,
      HouseStore house,
      DataFolder folder,
      BusinessClock clock) {
    this.networks = networks;
    this.lines = lines;
    this.house = house;
    this.folder = folder;
    this.clock = clock;
  }

  /** The settings under which the stand-in is the telephone network. */
  public static Network standInNetwork() {
    return new Network(true, Map.of("lines", String.valueOf(STAND_IN_LINES)));
  }

  /** The stand-in, where it is the telephone network. */
  synchronized Optional<TelephoneExchange> standIn() {
    return standIn;
  }

  /** Calls take their time, but where the business clock runs faster: then they are as fast. */
  synchronized void keepStep() {
    standIn.ifPresent(one -> one.realSpeed(clock.speed() == 1));
  }

  /** Connects to whatever is configured now, taking leave of what was before. */
  public synchronized void connect() {
    lines.use(Optional.empty(), 0);
    closeStandIn();
    dial();
  }

  /** A line that was lost, or was not there yet, is looked for again. */
  @Scheduled(fixedDelay = 2000, initialDelay = 2000)
  synchronized void reconnect() {
    if (!closed && !lines.isConnected() && networks.network(Channel.VOICE_BROADCAST).isPresent()) {
      dial();
    }
  }

  @Override
  public synchronized void close() {
    closed = true;
    lines.use(Optional.empty(), 0);
    closeStandIn();
  }

  private void dial() {
    Optional<Network> to = networks.network(Channel.VOICE_BROADCAST);
    if (to.isEmpty()) {
      return;
    }
    Map<String, String> settings = to.get().settings();
    try {
      String host = to.get().standIn() ? "localhost" : settings.getOrDefault("host", "");
      int port =
          to.get().standIn() ? openStandIn() : Integer.parseInt(settings.getOrDefault("port", "0"));
      int count = Integer.parseInt(settings.getOrDefault("lines", "10"));
      lines.use(Optional.of(new ExchangeTrunk(host, port)), count);
    } catch (IOException e) {
      LOG.debug("the telephone network is not there: {}", e.getMessage());
    }
  }

  private int openStandIn() throws IOException {
    if (standIn.isEmpty()) {
      standIn =
          Optional.of(
              new TelephoneExchange(
                  0,
                  SEED,
                  () -> LocalTime.ofInstant(clock.instant(), house.house().zone()),
                  clock.speed() == 1,
                  ExchangeLog.to(folder.part("stand-ins").resolve("telephone.csv"))));
    }
    return standIn.get().port();
  }

  private void closeStandIn() {
    try {
      if (standIn.isPresent()) {
        standIn.get().close();
      }
    } catch (IOException e) {
      throw new Refused(Refused.Kind.WRONG_STATE, "The stand-in did not close: " + e.getMessage());
    }
    standIn = Optional.empty();
  }
}
