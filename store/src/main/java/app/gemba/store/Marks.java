package app.gemba.store;

import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.campaign.RetryPlan.Numbers;
import app.gemba.core.campaign.RetryPlan.Rule;
import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.AgentOutcome.Follow;
import app.gemba.core.channel.Outcome;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.desk.Choice;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** What follows from how an agent marks a call. */
final class Marks {
  private Marks() {}

  private record Call(long attempt, long campaign, long member, long person, long user) {}

  /** What the agents of an attempt's campaign can mark. */
  static AgentContent content(Connection db, long attempt) throws SQLException {
    return Sql.first(
            db,
            """
            select c.* from campaign c join attempt a on a.campaign_id = c.id where a.id = ?
            """,
            row -> BriefRows.read(db, row).agents(),
            attempt)
        .orElseThrow(() -> Refused.notFound("call"));
  }

  /** Keeps a marking that may yet be another. */
  static int note(Connection db, long attempt, Optional<Choice> choice, String note)
      throws SQLException {
    return Sql.update(
        db,
        """
        update agent_call set choice = ?, choice_at = ?, note = ?
        where attempt_id = ? and finished_at is null
        """,
        choice.map(one -> one.outcome().key()).orElse(""),
        choice.flatMap(Choice::at),
        note,
        attempt);
  }

  static void finish(Connection db, long attempt, Optional<Choice> choice, String note, Instant now)
      throws SQLException {
    note(db, attempt, choice, note);
    int open =
        Sql.update(
            db,
            "update agent_call set finished_at = ? where attempt_id = ? and finished_at is null",
            now,
            attempt);
    if (open == 0) {
      return;
    }
    Call call = call(db, attempt);
    Outcome outcome =
        choice.map(one -> one.outcome().follow().outcome()).orElse(Outcome.TALKED_NOT_MARKED);
    String code = choice.map(one -> one.outcome().code()).orElse(outcome.name());
    Sql.update(db, "update attempt set outcome = ? where id = ?", code, attempt);
    Sql.update(
        db,
        "update attempt_part set state = ? where attempt_id = ?",
        outcome.kind().isReached() ? PartState.DELIVERED : PartState.FAILED,
        attempt);
    String said = choice.map(one -> one.outcome().label()).orElse(outcome.words());
    WireEvents.note(
        db,
        "marked",
        attempt,
        0,
        Optional.empty(),
        note.isBlank() ? said : said + ": " + note,
        now);
    if (choice.isPresent()) {
      follow(db, call, choice.get(), note, code, now);
    } else {
      settle(db, call, PersonState.REACHED, code, now);
    }
  }

  private static void follow(
      Connection db, Call call, Choice choice, String note, String code, Instant now)
      throws SQLException {
    AgentOutcome outcome = choice.outcome();
    if (outcome.listId().isPresent()) {
      Sql.update(
          db,
          """
          insert or ignore into list_member (list_id, person_id)
          select id, ? from list where id = ?
          """,
          call.person(),
          outcome.listId());
    }
    boolean live = Lives.state(db, call.campaign()).isLive();
    if (outcome.follow() == Follow.SUPPRESS) {
      IncomingTexts.toldAgent(db, call.attempt(), now);
    }
    if (outcome.follow() == Follow.FOLLOW_UP) {
      promise(db, call, choice.at().orElseThrow(), note, live, now);
      if (live) {
        return;
      }
    }
    Optional<RetryPlan> again = again(outcome);
    boolean tried =
        again.isPresent()
            && live
            && Retries.plan(db, call.attempt(), outcome.follow().outcome(), again.get(), now);
    if (!tried) {
      settle(db, call, PersonState.after(outcome.follow().outcome().kind()), code, now);
    }
  }

  private static Optional<RetryPlan> again(AgentOutcome outcome) {
    return switch (outcome.follow()) {
      case RETRY -> Optional.of(plan(outcome, Numbers.SAME));
      case NEXT_NUMBER -> Optional.of(plan(outcome, Numbers.NEXT));
      case DONE, FOLLOW_UP, SUPPRESS -> Optional.empty();
    };
  }

  /** An agent decides each time anew: no count of earlier tries ends it. */
  private static RetryPlan plan(AgentOutcome outcome, Numbers numbers) {
    return new RetryPlan(
        List.of(
            new Rule(
                outcome.follow().outcome().kind(),
                Integer.MAX_VALUE,
                outcome.afterMinutes(),
                numbers)));
  }

  private static void promise(
      Connection db, Call call, Instant at, String note, boolean live, Instant now)
      throws SQLException {
    long promise =
        Sql.insert(
            db,
            """
            insert into follow_up
              (campaign_id, member_id, attempt_id, user_id, due, note, state, made_at)
            values (?, ?, ?, ?, ?, ?, ?, ?)
            """,
            call.campaign(),
            call.member(),
            call.attempt(),
            call.user(),
            at,
            note,
            live ? "OPEN" : "CANCELLED",
            now);
    if (live) {
      Sql.update(
          db,
          """
          update audience_member set state = 'HELD', reason = ?, due = ?, follow_up_id = ?,
            changed_at = ?
          where id = ?
          """,
          ReasonCode.FOLLOW_UP,
          at,
          promise,
          now,
          call.member());
    }
  }

  private static void settle(Connection db, Call call, PersonState state, String code, Instant now)
      throws SQLException {
    Sql.update(
        db,
        """
        update audience_member set state = ?, reason = ?, due = null, changed_at = ? where id = ?
        """,
        state,
        code,
        now,
        call.member());
  }

  private static Call call(Connection db, long attempt) throws SQLException {
    return Sql.first(
            db,
            """
            select a.*, ac.user_id, m.person_id from attempt a
            join agent_call ac on ac.attempt_id = a.id
            join audience_member m on m.id = a.member_id where a.id = ?
            """,
            row ->
                new Call(
                    attempt,
                    row.getLong("campaign_id"),
                    row.getLong("member_id"),
                    row.getLong("person_id"),
                    row.getLong("user_id")),
            attempt)
        .orElseThrow(() -> Refused.notFound("call"));
  }
}
