package app.gemba.store;

import app.gemba.core.channel.AgentOutcome.Follow;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.Standing;
import app.gemba.core.desk.AgentState;
import app.gemba.core.desk.CallInHand;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.DeskBook;
import app.gemba.core.desk.Spell;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;

/** Calls of agents: who held which, and how they were marked. */
public final class DeskStore implements DeskBook {
  private final Store store;

  /** Over a store. */
  public DeskStore(Store store) {
    this.store = store;
  }

  @Override
  public void dialled(long attemptId, long agentId, Instant now) {
    store
        .writer()
        .write(
            Urgency.RUN,
            db -> {
              Sql.update(
                  db,
                  """
                  insert into agent_call (attempt_id, campaign_id, user_id, dialled_at)
                  select id, campaign_id, ?, ? from attempt where id = ?
                  """,
                  agentId,
                  now,
                  attemptId);
              count(db, attemptId, "calls", now);
              return null;
            });
  }

  @Override
  public void answered(long attemptId, Instant now) {
    store
        .writer()
        .write(
            Urgency.RUN,
            db -> {
              count(db, attemptId, "connects", now);
              Promises.keep(db, attemptId, now);
              return Sql.update(
                  db, "update agent_call set answered_at = ? where attempt_id = ?", now, attemptId);
            });
  }

  @Override
  public void keepMark(long attemptId, Optional<Choice> choice, String note) {
    store.writer().write(Urgency.DESK, db -> Marks.note(db, attemptId, choice, note));
  }

  @Override
  public void finish(long attemptId, Optional<Choice> choice, String note, Instant now) {
    Urgency urgency = choice.filter(Choice::isStop).isPresent() ? Urgency.STOP : Urgency.RUN;
    store
        .writer()
        .write(
            urgency,
            db -> {
              Marks.finish(db, attemptId, choice, note, now);
              return null;
            });
  }

  @Override
  public Standing standing(long position, Channel channel, Purpose purpose, Instant now) {
    return store.read(
        db ->
            Sql.first(
                    db,
                    "select n.id as number_id, n.e164, n.line_type, n.region, n.zones, "
                        + Audiences.standingColumns()
                        + """
                         from audience_member m join number n on n.id = m.number_id
                        where m.id = ?1
                        """,
                    row ->
                        new Standing(
                            Numbers.read(row).map(Numbers.Kept::number),
                            false,
                            row.getBoolean("suppressed"),
                            Agreement.valueOf(row.getString("word"))),
                    position,
                    "",
                    "",
                    "",
                    channel.agreement(),
                    purpose,
                    now)
                .orElseThrow(() -> Refused.notFound("person in this campaign")));
  }

  @Override
  public void handedOver(long attemptId, String note, Instant now) {
    store
        .writer()
        .write(
            Urgency.RUN,
            db ->
                Sql.update(
                    db,
                    "update agent_call set note = ?, finished_at = ? where attempt_id = ?",
                    note,
                    now,
                    attemptId));
  }

  @Override
  public List<Unmarked> unmarked(long agentId) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select ac.*, a.member_id, n.e164 from agent_call ac
                join attempt a on a.id = ac.attempt_id join number n on n.id = a.number_id
                where ac.user_id = ? and ac.finished_at is null and ac.answered_at is not null
                order by ac.attempt_id
                """,
                row -> unmarked(db, row),
                agentId));
  }

  @Override
  public Optional<Long> promisedBy(long position) {
    return store.read(
        db ->
            Sql.first(
                db,
                """
                select f.user_id from audience_member m join follow_up f on f.id = m.follow_up_id
                where m.id = ?
                """,
                row -> row.getLong(1),
                position));
  }

  @Override
  public void putBack(long position, Instant due, Instant now) {
    store
        .writer()
        .write(
            Urgency.RUN,
            db ->
                Sql.update(
                    db,
                    """
                    update audience_member set due = ?, changed_at = ?
                    where id = ? and state in ('WAITING', 'HELD') and due is not null
                    """,
                    due,
                    now,
                    position));
  }

  @Override
  public void keepSpell(long agentId, long campaignId, Spell spell) {
    Optional<String> column = column(spell.state());
    if (column.isEmpty()) {
      return;
    }
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              for (Spell.InHour piece : spell.byHour()) {
                add(db, column.get(), campaignId, piece.hour(), agentId, piece.time().toMillis());
              }
              return null;
            });
  }

  private static Optional<String> column(AgentState state) {
    return switch (state) {
      case READY -> Optional.of("ready_ms");
      case TALKING -> Optional.of("talk_ms");
      case WRAP_UP -> Optional.of("wrap_up_ms");
      case BREAK -> Optional.of("break_ms");
      case DIALLING, RINGING, OFFLINE -> Optional.empty();
    };
  }

  private static void count(Connection db, long attempt, String column, Instant now)
      throws SQLException {
    record Of(long campaign, long user) {}
    Of of =
        Sql.first(
                db,
                "select campaign_id, user_id from agent_call where attempt_id = ?",
                row -> new Of(row.getLong(1), row.getLong(2)),
                attempt)
            .orElseThrow(() -> Refused.notFound("call"));
    add(db, column, of.campaign(), now.truncatedTo(ChronoUnit.HOURS), of.user(), 1);
  }

  /** Adds to a column of the hour, which is one of this class's own names. */
  private static void add(
      Connection db, String column, long campaign, Instant hour, long agent, long amount)
      throws SQLException {
    Sql.update(
        db,
        """
        insert into agent_hour (campaign_id, hour, user_id, %1$s) values (?, ?, ?, ?)
        on conflict (campaign_id, hour, user_id) do update set %1$s = %1$s + excluded.%1$s
        """
            .formatted(column),
        campaign,
        hour,
        agent,
        amount);
  }

  private static Unmarked unmarked(Connection db, ResultSet row) throws SQLException {
    long attempt = row.getLong("attempt_id");
    Optional<Instant> at = Sql.instant(row, "choice_at");
    Optional<Choice> choice =
        Marks.content(db, attempt)
            .outcome(row.getString("choice"))
            .filter(outcome -> outcome.follow() != Follow.FOLLOW_UP || at.isPresent())
            .map(outcome -> new Choice(outcome, at));
    Optional<Instant> answered = Sql.instant(row, "answered_at");
    Optional<Instant> ended = Sql.instant(row, "ended_at");
    CallInHand call =
        new CallInHand(
            row.getLong("campaign_id"),
            row.getLong("member_id"),
            row.getString("e164"),
            Optional.of(attempt),
            answered,
            ended.or(() -> answered),
            false,
            choice);
    return new Unmarked(attempt, call, row.getString("note"));
  }
}
