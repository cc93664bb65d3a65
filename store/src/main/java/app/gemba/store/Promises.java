package app.gemba.store;

import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.channel.Outcome;
import app.gemba.core.channel.OutcomeClass;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;

/** A promise to call somebody is kept when they answer, and not by letting it ring once. */
final class Promises {
  /** Where the campaign has no plan of its own: common practice. */
  private static final RetryPlan AGAIN =
      new RetryPlan(
          List.of(new RetryPlan.Rule(OutcomeClass.NOT_NOW, 5, 60, RetryPlan.Numbers.SAME)));

  private Promises() {}

  /** Somebody who was promised a call has answered. */
  static void keep(Connection db, long attempt, Instant now) throws SQLException {
    Sql.update(
        db,
        """
        update follow_up set state = 'KEPT', kept_at = ?1, kept_attempt_id = ?2
        where state = 'OPEN' and id = (select m.follow_up_id from audience_member m
          join attempt a on a.member_id = m.id where a.id = ?2)
        """,
        now,
        attempt);
    forget(db, attempt);
  }

  /** Nobody answered: they are called again, though the campaign's plan would not. */
  static boolean tryAgain(Connection db, long attempt, Outcome outcome, Instant now)
      throws SQLException {
    boolean promised =
        Sql.number(
                db,
                """
                select count(*) from audience_member m join attempt a on a.member_id = m.id
                where a.id = ? and m.follow_up_id is not null
                """,
                attempt)
            > 0;
    return promised && Retries.plan(db, attempt, outcome, AGAIN, now);
  }

  /** No further call comes: the promise is closed, not kept. */
  static void close(Connection db, long attempt) throws SQLException {
    Sql.update(
        db,
        """
        update follow_up set state = 'CANCELLED' where state = 'OPEN' and id = (
          select m.follow_up_id from audience_member m
          join attempt a on a.member_id = m.id where a.id = ?)
        """,
        attempt);
    forget(db, attempt);
  }

  private static void forget(Connection db, long attempt) throws SQLException {
    Sql.update(
        db,
        """
        update audience_member set follow_up_id = null
        where follow_up_id is not null and id = (select member_id from attempt where id = ?)
        """,
        attempt);
  }
}
