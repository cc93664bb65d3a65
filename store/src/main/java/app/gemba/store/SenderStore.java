package app.gemba.store;

import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Tariff;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Who messages and calls come from. */
public final class SenderStore {
  private final Store store;

  /** Over a store. */
  public SenderStore(Store store) {
    this.store = store;
  }

  /**
   * A number or name that messages and calls come from.
   *
   * @param channels on which it speaks
   * @param tariff what it costs, in millionths of the house's currency
   * @param perMinute messages it may say a minute over all campaigns; empty where it has no cap
   */
  public record Sender(
      long id,
      String address,
      String label,
      Set<Channel> channels,
      Tariff tariff,
      Optional<Integer> perMinute,
      int version) {}

  /** What can be said and changed about a sender. */
  public record SenderTerms(
      String label, Set<Channel> channels, Tariff tariff, Optional<Integer> perMinute) {
    /** One that only texts. */
    public static SenderTerms ofTexts(String label, long priceMicros, Optional<Integer> perMinute) {
      return new SenderTerms(label, Set.of(Channel.SMS), Tariff.ofTexts(priceMicros), perMinute);
    }

    private String channelNames() {
      return channels.stream().sorted().map(Channel::name).collect(Collectors.joining(","));
    }
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
                      insert into sender (address, label, channels, price_micros, chat_micros,
                        attempt_micros, minute_micros, step_seconds, per_minute)
                      values (?, ?, ?, ?, ?, ?, ?, ?, ?)
                      """,
                      address,
                      terms.label(),
                      terms.channelNames(),
                      terms.tariff().partMicros(),
                      terms.tariff().chatMicros(),
                      terms.tariff().attemptMicros(),
                      terms.tariff().minuteMicros(),
                      terms.tariff().stepSeconds(),
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
                      update sender set label = ?, channels = ?, price_micros = ?, chat_micros = ?,
                        attempt_micros = ?, minute_micros = ?, step_seconds = ?, per_minute = ?,
                        version = version + 1
                      where id = ? and version = ?
                      """,
                      terms.label(),
                      terms.channelNames(),
                      terms.tariff().partMicros(),
                      terms.tariff().chatMicros(),
                      terms.tariff().attemptMicros(),
                      terms.tariff().minuteMicros(),
                      terms.tariff().stepSeconds(),
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

  private static Sender sender(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Sender(
        row.getLong("id"),
        row.getString("address"),
        row.getString("label"),
        Arrays.stream(row.getString("channels").split(","))
            .map(Channel::valueOf)
            .collect(Collectors.toUnmodifiableSet()),
        Tariffs.ofSender(row),
        Sql.id(row, "per_minute").map(Long::intValue),
        row.getInt("version"));
  }
}
