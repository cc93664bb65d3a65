package app.gemba.store;

import app.gemba.core.channel.Outcome;
import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.Mark;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Calls that were made, each with what was recognised in it. */
public final class CallStore {
  private final Store store;

  /** Over a store. */
  public CallStore(Store store) {
    this.store = store;
  }

  /**
   * A call that has ended.
   *
   * @param messageMillis how long the message was, and {@code heardMillis} how much went out
   * @param key the last key that did something; blank where none did
   */
  public record Call(
      long attemptId,
      long campaignId,
      Instant at,
      String number,
      int attempt,
      Outcome outcome,
      long answeredMillis,
      long heardMillis,
      long messageMillis,
      String key,
      CallCause cause,
      long costMicros,
      List<Mark> marks) {}

  /** Calls to one person of a campaign, oldest first. */
  public List<Call> ofMember(long campaign, long member) {
    return store.read(
        db ->
            Sql.query(
                db,
                SELECT + " where a.campaign_id = ? and a.member_id = ? order by a.id",
                CallStore::call,
                campaign,
                member));
  }

  /** One call; empty where it has not ended, or is none. */
  public Optional<Call> get(long attempt) {
    return store.read(db -> Sql.first(db, SELECT + " where a.id = ?", CallStore::call, attempt));
  }

  private static final String SELECT =
      """
      select a.*, r.*, n.e164 from attempt a join call_record r on r.attempt_id = a.id
      join number n on n.id = a.number_id
      """;

  private static Call call(ResultSet row) throws SQLException {
    return new Call(
        row.getLong("id"),
        row.getLong("campaign_id"),
        Instant.parse(row.getString("claimed_at")),
        row.getString("e164"),
        row.getInt("try"),
        Outcome.of(row.getString("outcome")).orElse(Outcome.UNKNOWN),
        row.getLong("answered_ms"),
        row.getLong("heard_ms"),
        row.getLong("message_ms"),
        row.getString("key"),
        CallCause.valueOf(row.getString("cause")),
        row.getLong("cost_micros"),
        Arrays.asList(Json.read(row.getString("marks"), Mark[].class)));
  }
}
