package app.gemba.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;

/** What agents did: by agent and by hour. */
public final class DeskReports {
  private static final String SUMS =
      """
      coalesce(sum(h.calls), 0) as calls, coalesce(sum(h.connects), 0) as connects,
      coalesce(sum(h.ready_ms), 0) as ready_ms, coalesce(sum(h.talk_ms), 0) as talk_ms,
      coalesce(sum(h.wrap_up_ms), 0) as wrap_up_ms, coalesce(sum(h.break_ms), 0) as break_ms
      """;

  private final Store store;

  /** Over a store. */
  public DeskReports(Store store) {
    this.store = store;
  }

  /** What was done; times in milliseconds. */
  public record Work(
      long calls,
      long connects,
      long readyMillis,
      long talkMillis,
      long wrapUpMillis,
      long breakMillis) {
    /** Nothing. */
    public static final Work NONE = new Work(0, 0, 0, 0, 0, 0);
  }

  /** What one agent did, and how many promises of theirs are open, kept and lapsed. */
  public record AgentWork(
      long agentId, String agent, Work work, long promised, long kept, long open) {}

  /** What all agents did in an hour (UTC, truncated). */
  public record HourWork(Instant hour, Work work) {}

  /** How often an agent's calls ended in one way, as the campaign's books name it. */
  public record Ended(long agentId, String code, long calls) {}

  /** Each agent's work in a campaign. */
  public List<AgentWork> byAgent(long campaign) {
    return store.read(
        db ->
            Sql.query(
                db,
                "select u.id, u.name, "
                    + SUMS
                    + """
                    , (select count(*) from follow_up f
                        where f.campaign_id = ?1 and f.user_id = u.id) as promised,
                      (select count(*) from follow_up f where f.campaign_id = ?1
                        and f.user_id = u.id and f.state = 'KEPT') as kept,
                      (select count(*) from follow_up f where f.campaign_id = ?1
                        and f.user_id = u.id and f.state = 'OPEN') as open
                    from agent_hour h join user_account u on u.id = h.user_id
                    where h.campaign_id = ?1 group by u.id order by u.name
                    """,
                row ->
                    new AgentWork(
                        row.getLong("id"),
                        row.getString("name"),
                        work(row),
                        row.getLong("promised"),
                        row.getLong("kept"),
                        row.getLong("open")),
                campaign));
  }

  /** The work of each hour in a campaign, oldest first. */
  public List<HourWork> byHour(long campaign) {
    return store.read(
        db ->
            Sql.query(
                db,
                "select h.hour, "
                    + SUMS
                    + " from agent_hour h where h.campaign_id = ? group by h.hour order by h.hour",
                row -> new HourWork(Instant.parse(row.getString("hour")), work(row)),
                campaign));
  }

  /** How the calls of each agent ended in a campaign. */
  public List<Ended> ended(long campaign) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select ac.user_id, a.outcome, count(*) as calls from agent_call ac
                join attempt a on a.id = ac.attempt_id
                where ac.campaign_id = ? and a.outcome is not null
                group by ac.user_id, a.outcome order by ac.user_id, calls desc
                """,
                row ->
                    new Ended(
                        row.getLong("user_id"), row.getString("outcome"), row.getLong("calls")),
                campaign));
  }

  /** The work of one agent since a moment, over all campaigns. */
  public Work since(long agent, Instant since) {
    return store.read(
        db ->
            Sql.first(
                    db,
                    "select " + SUMS + " from agent_hour h where h.hour >= ? and h.user_id = ?",
                    DeskReports::work,
                    since,
                    agent)
                .orElse(Work.NONE));
  }

  /** How many of an agent's calls reached somebody since a moment: marked so, or a machine. */
  public long reachedSince(long agent, Instant since) {
    return store.read(
        db ->
            Sql.number(
                db,
                """
                select count(*) from agent_call ac join attempt a on a.id = ac.attempt_id
                where ac.user_id = ? and ac.dialled_at >= ? and (a.outcome like 'TALKED/%'
                  or a.outcome like 'TOLD_AGENT_TO_STOP/%' or a.outcome = 'LEFT_ON_MACHINE')
                """,
                agent,
                since));
  }

  private static Work work(ResultSet row) throws SQLException {
    return new Work(
        row.getLong("calls"),
        row.getLong("connects"),
        row.getLong("ready_ms"),
        row.getLong("talk_ms"),
        row.getLong("wrap_up_ms"),
        row.getLong("break_ms"));
  }
}
