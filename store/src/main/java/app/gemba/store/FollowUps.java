package app.gemba.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Dated promises to call somebody again. */
public final class FollowUps {
  private static final String SELECT =
      """
      select f.*, c.name as campaign, u.name as agent, d.name as person, m.person_id, n.e164
      from follow_up f join campaign c on c.id = f.campaign_id
      join user_account u on u.id = f.user_id
      join audience_member m on m.id = f.member_id
      join person_detail d on d.person_id = m.person_id
      join attempt a on a.id = f.attempt_id join number n on n.id = a.number_id
      """;

  private final Store store;

  /** Over a store. */
  public FollowUps(Store store) {
    this.store = store;
  }

  /** A promise, and who made it to whom. */
  public record FollowUp(
      long id,
      long campaignId,
      String campaign,
      long position,
      String person,
      String number,
      String agent,
      Instant due,
      String note) {}

  /** Open promises of an agent, or of everybody, the next first. */
  public Page<FollowUp> open(Optional<Long> agent, String after, int limit) {
    List<FollowUp> rows =
        store.read(
            db ->
                Sql.query(
                    db,
                    SELECT
                        + """
                         where f.state = 'OPEN' and (?1 is null or f.user_id = ?1)
                          and f.due || printf('#%012d', f.id) > ?2
                        order by f.due, f.id limit ?3
                        """,
                    FollowUps::row,
                    agent,
                    after,
                    limit + 1));
    return Page.of(
        rows, limit, row -> Instants.text(row.due()) + String.format("#%012d", row.id()));
  }

  /** How many promises of an agent are open up to a moment. */
  public long openUntil(long agent, Instant until) {
    return store.read(
        db ->
            Sql.number(
                db,
                "select count(*) from follow_up where state = 'OPEN' and user_id = ? and due <= ?",
                agent,
                until));
  }

  /** When the next promise of an agent is due. */
  public Optional<Instant> next(long agent) {
    return store.read(
        db ->
            Sql.first(
                db,
                "select due from follow_up where state = 'OPEN' and user_id = ? order by due limit 1",
                row -> Instant.parse(row.getString(1)),
                agent));
  }

  private static FollowUp row(ResultSet row) throws SQLException {
    return new FollowUp(
        row.getLong("id"),
        row.getLong("campaign_id"),
        row.getString("campaign"),
        row.getLong("member_id"),
        row.getString("person"),
        row.getString("e164"),
        row.getString("agent"),
        Instant.parse(row.getString("due")),
        row.getString("note"));
  }
}
