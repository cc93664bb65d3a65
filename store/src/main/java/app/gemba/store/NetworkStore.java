package app.gemba.store;

import app.gemba.core.channel.Channel;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;

/** How the house reaches the networks that carry its messages and calls. */
public final class NetworkStore {
  private final Store store;

  /** Over a store. */
  public NetworkStore(Store store) {
    this.store = store;
  }

  /** How the SMS network is reached. {@code kind} is "stand-in" or "smpp". */
  public record SmsNetwork(
      String kind, String host, int port, String systemId, String password, int window) {
    /** The kind of network that is only simulated. */
    public static final String STAND_IN = "stand-in";
  }

  /**
   * How the network of a channel other than texts is reached.
   *
   * @param settings what its wire needs, by name
   */
  public record Network(boolean standIn, Map<String, String> settings) {
    /** Its kind, as screens and attempts name it. */
    public String kind() {
      return standIn ? SmsNetwork.STAND_IN : "real";
    }
  }

  /** The channel whose network a channel uses: a voicemail goes over the telephone as a call. */
  private static Channel wire(Channel channel) {
    return channel.carrier();
  }

  /** The kind of network that carries a channel: stand-in, real or smpp; empty where none does. */
  public Optional<String> kind(Channel channel) {
    return channel == Channel.SMS
        ? smsNetwork().map(SmsNetwork::kind)
        : network(channel).map(Network::kind);
  }

  /** The network of a channel other than texts; empty where none is set up. */
  public Optional<Network> network(Channel channel) {
    return store.read(
        db ->
            Sql.first(
                db,
                "select * from network where channel = ?",
                row ->
                    new Network(
                        row.getString("kind").equals(SmsNetwork.STAND_IN),
                        Json.texts(row.getString("settings"))),
                wire(channel)));
  }

  /** Sets, changes or (with empty) removes the network of a channel other than texts. */
  public void use(Channel channel, Optional<Network> network, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              Sql.update(db, "delete from network where channel = ?", wire(channel));
              if (network.isPresent()) {
                Sql.update(
                    db,
                    "insert into network (channel, kind, settings) values (?, ?, ?)",
                    wire(channel),
                    network.get().kind(),
                    Json.write(network.get().settings()));
              }
              return AuditLog.add(
                  db,
                  user,
                  "network set: " + channel.words(),
                  network.map(Network::kind).orElse("none"),
                  "",
                  now);
            });
  }

  /** The SMS network; empty where none is configured. */
  public Optional<SmsNetwork> smsNetwork() {
    return store.read(
        db ->
            Sql.first(
                db,
                "select * from sms_network",
                row ->
                    new SmsNetwork(
                        row.getString("kind"),
                        row.getString("host"),
                        row.getInt("port"),
                        row.getString("system_id"),
                        row.getString("password"),
                        row.getInt("send_window"))));
  }

  /** Sets, changes or (with empty) removes the SMS network. */
  public void useSmsNetwork(Optional<SmsNetwork> network, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              Sql.update(db, "delete from sms_network");
              if (network.isPresent()) {
                SmsNetwork to = network.get();
                Sql.update(
                    db,
                    """
                    insert into sms_network
                      (id, kind, host, port, system_id, password, send_window)
                    values (1, ?, ?, ?, ?, ?, ?)
                    """,
                    to.kind(),
                    to.host(),
                    to.port(),
                    to.systemId(),
                    to.password(),
                    to.window());
              }
              String subject = network.map(SmsNetwork::kind).orElse("none");
              String detail = network.map(to -> to.host() + ":" + to.port()).orElse("");
              return AuditLog.add(db, user, "SMS network set", subject, detail, now);
            });
  }
}
