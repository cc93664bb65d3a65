package app.gemba.store;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Senders, and the network that carries their texts. */
public final class SenderStore {
  private final Store store;

  /** Over a store. */
  public SenderStore(Store store) {
    this.store = store;
  }

  /**
   * A number or name that texts come from.
   *
   * @param priceMicros price of a segment in millionths of the house's currency
   * @param perMinute messages it may say a minute over all campaigns; empty where it has no cap
   */
  public record Sender(
      long id,
      String address,
      String label,
      long priceMicros,
      Optional<Integer> perMinute,
      int version) {}

  /** What can be said and changed about a sender. */
  public record SenderTerms(String label, long priceMicros, Optional<Integer> perMinute) {}

  /** How the SMS network is reached. {@code kind} is "stand-in" or "smpp". */
  public record SmsNetwork(
      String kind, String host, int port, String systemId, String password, int window) {
    /** The kind of network that is only simulated. */
    public static final String STAND_IN = "stand-in";
  }

  /** All senders, oldest first. */
  public List<Sender> all() {
    return store.read(db -> Sql.query(db, "select * from sender order by id", SenderStore::sender));
  }

  /** Adds a sender. */
  public Sender add(String address, SenderTerms terms, Optional<Long> user, Instant now) {
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              if (Sql.number(db, "select count(*) from sender where address = ?", address) > 0) {
                throw new Refused(Refused.Kind.INVALID, "This sender is there already.");
              }
              long id =
                  Sql.insert(
                      db,
                      """
                      insert into sender (address, label, price_micros, per_minute)
                      values (?, ?, ?, ?)
                      """,
                      address,
                      terms.label(),
                      terms.priceMicros(),
                      terms.perMinute());
              AuditLog.add(db, user, "sender added", address, terms.label(), now);
              return get(db, id);
            });
  }

  /**
   * Changes what a sender is called, costs and may say a minute. Campaigns that were launched keep
   * their price; the rate holds for all from now on.
   *
   * @throws Refused where somebody changed it meanwhile
   */
  public Sender change(long id, int version, SenderTerms terms, Optional<Long> user, Instant now) {
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              String address = get(db, id).address();
              int changed =
                  Sql.update(
                      db,
                      """
                      update sender set label = ?, price_micros = ?, per_minute = ?,
                        version = version + 1
                      where id = ? and version = ?
                      """,
                      terms.label(),
                      terms.priceMicros(),
                      terms.perMinute(),
                      id,
                      version);
              if (changed == 0) {
                throw new Refused(
                    Refused.Kind.STALE,
                    "Somebody changed this sender meanwhile. Look at it again, then change it.");
              }
              AuditLog.add(db, user, "sender changed", address, terms.label(), now);
              return get(db, id);
            });
  }

  private static Sender get(java.sql.Connection db, long id) throws java.sql.SQLException {
    return Sql.first(db, "select * from sender where id = ?", SenderStore::sender, id)
        .orElseThrow(() -> Refused.notFound("sender"));
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

  private static Sender sender(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Sender(
        row.getLong("id"),
        row.getString("address"),
        row.getString("label"),
        row.getLong("price_micros"),
        Sql.id(row, "per_minute").map(Long::intValue),
        row.getInt("version"));
  }
}
