package app.gemba.store;

import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.voice.CallReport;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;

/** Keeps how calls ended, what they cost, and where their people stand now. */
final class CallRecords {
  private static final String CALLS =
      Json.write(Arrays.stream(Channel.values()).filter(Channel::isCall).toList());

  private CallRecords() {}

  static void keep(Connection db, WireEvent.CallEnded ended, Instant now) throws SQLException {
    long attempt = ended.attemptId();
    CallReport report = ended.report();
    boolean known =
        Sql.number(db, "select count(*) from call_record where attempt_id = ?", attempt) > 0;
    if (known) {
      return;
    }
    Outcome outcome = report.outcome();
    Sql.update(
        db,
        """
        insert into call_record (attempt_id, answered_ms, heard_ms, message_ms, key, cause, marks)
        values (?, ?, ?, ?, ?, ?, ?)
        """,
        attempt,
        report.answered().toMillis(),
        report.heard().toMillis(),
        report.message().toMillis(),
        report.key().map(key -> String.valueOf(key.face())).orElse(""),
        report.cause(),
        Json.write(report.marks()));
    Sql.update(
        db,
        "update attempt_part set state = ? where attempt_id = ?",
        outcome.kind().isReached() ? PartState.DELIVERED : PartState.FAILED,
        attempt);
    pay(db, attempt, report);
    Sql.update(db, "update attempt set outcome = ? where id = ?", outcome, attempt);
    if (outcome == Outcome.TALKED_NOT_MARKED) {
      // In flight until the agent has marked it.
      WireEvents.note(db, "call ended", attempt, 0, Optional.empty(), "", now);
      Sql.update(db, "update agent_call set ended_at = ? where attempt_id = ?", now, attempt);
      return;
    }
    Sql.update(
        db,
        "update agent_call set ended_at = ?1, finished_at = ?1 where attempt_id = ?2",
        now,
        attempt);
    WireEvents.note(db, "call ended", attempt, 0, Optional.empty(), outcome.words(), now);
    if (WireEvents.isOutdone(db, attempt)
        || Retries.plan(db, attempt, outcome, now)
        || Promises.tryAgain(db, attempt, outcome, now)) {
      return;
    }
    Promises.close(db, attempt);
    Sql.update(
        db,
        """
        update audience_member set state = ?, reason = ?, due = null, changed_at = ?
        where id = (select member_id from attempt where id = ?)
        """,
        PersonState.after(outcome.kind()),
        outcome,
        now,
        attempt);
  }

  /** A call that could not be made costs nothing: what was set aside for it comes back. */
  static void neverDialled(Connection db, long attempt) throws SQLException {
    int aside =
        Sql.update(
            db,
            """
            update campaign_total as t set cost_micros = t.cost_micros - a.cost_micros
            from attempt a join campaign c on c.id = a.campaign_id
            where a.id = ? and t.campaign_id = a.campaign_id and c.channel in (
              select value from json_each(?))
            """,
            attempt,
            CALLS);
    if (aside > 0) {
      Sql.update(db, "update attempt set cost_micros = 0 where id = ?", attempt);
    }
  }

  /** What was set aside for the call becomes what it cost. */
  private static void pay(Connection db, long attempt, CallReport report) throws SQLException {
    record Paid(long campaign, long before, long cost) {}
    Optional<Paid> paid =
        Sql.first(
            db,
            """
            select a.campaign_id, a.cost_micros, c.tariff, c.price_micros from attempt a
            join campaign c on c.id = a.campaign_id where a.id = ?
            """,
            row ->
                new Paid(
                    row.getLong("campaign_id"),
                    row.getLong("cost_micros"),
                    Tariffs.launched(row).call(report.answered())),
            attempt);
    if (paid.isEmpty()) {
      return;
    }
    Sql.update(db, "update attempt set cost_micros = ? where id = ?", paid.get().cost(), attempt);
    Sql.update(
        db,
        "update campaign_total set cost_micros = cost_micros + ? where campaign_id = ?",
        paid.get().cost() - paid.get().before(),
        paid.get().campaign());
  }
}
