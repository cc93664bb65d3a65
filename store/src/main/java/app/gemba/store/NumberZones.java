package app.gemba.store;

import app.gemba.core.consent.ReasonCode;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Time zones of numbers as somebody says them, where a number alone does not tell. */
public final class NumberZones {
  private final Store store;

  /** Over a store. */
  public NumberZones(Store store) {
    this.store = store;
  }

  /**
   * Sets the zones that numbers could be in; none where that is not known. Whoever was held for
   * want of a zone comes due at once, on every live campaign.
   *
   * @return how many numbers there are among those named
   */
  public int set(Collection<String> numbers, Set<ZoneId> zones, Optional<Long> user, Instant now) {
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int set = set(db, Json.write(numbers), zones, now);
              AuditLog.add(
                  db,
                  user,
                  "time zone set",
                  set + (set == 1 ? " number" : " numbers"),
                  names(zones),
                  now);
              return set;
            });
  }

  /** Numbers of the people of a campaign who are held for want of a zone, in order, up to many. */
  public List<String> heldIn(long campaign, int limit) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select n.e164 from audience_member m join number n on n.id = m.number_id
                where m.campaign_id = ? and m.state = 'HELD' and m.reason = ? order by m.id limit ?
                """,
                row -> row.getString(1),
                campaign,
                ReasonCode.ZONE_UNKNOWN,
                limit));
  }

  private static int set(Connection db, String numbers, Set<ZoneId> zones, Instant now)
      throws SQLException {
    int set =
        Sql.update(
            db,
            "update number set zones = ? where e164 in (select value from json_each(?))",
            names(zones),
            numbers);
    if (!zones.isEmpty()) {
      Sql.update(
          db,
          """
          update audience_member set state = 'WAITING', reason = null, due = ?1, changed_at = ?1
          where state in ('WAITING', 'HELD') and state = 'HELD' and reason = ?2
            and number_id in (select n.id from number n join json_each(?3) j on j.value = n.e164)
          """,
          now,
          ReasonCode.ZONE_UNKNOWN,
          numbers);
    }
    return set;
  }

  private static String names(Set<ZoneId> zones) {
    return zones.stream().map(ZoneId::getId).sorted().collect(Collectors.joining(";"));
  }
}
