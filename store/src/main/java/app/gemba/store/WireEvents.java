package app.gemba.store;

import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.campaign.WireEvent.PartRef;
import app.gemba.core.channel.Outcome;
import app.gemba.core.consent.ReasonCode;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Keeps what networks say as it came, and derives from it where people stand. */
final class WireEvents {
  private WireEvents() {}

  static void keep(Connection db, WireEvent event, Instant now) throws SQLException {
    if (event instanceof WireEvent.Accepted accepted) {
      accepted(db, accepted, now);
    } else if (event instanceof WireEvent.Rejected rejected) {
      note(db, "not taken", rejected.part(), Optional.empty(), rejected.detail(), now);
      settle(db, rejected.part(), PartState.FAILED, rejected.reason(), now);
      CallRecords.neverDialled(db, rejected.part().attemptId());
    } else if (event instanceof WireEvent.Unanswered unanswered) {
      note(db, "unconfirmed", unanswered.part(), Optional.empty(), "no answer came", now);
      settle(db, unanswered.part(), PartState.UNCONFIRMED, Outcome.UNKNOWN, now);
    } else if (event instanceof WireEvent.Withdrawn withdrawn) {
      withdrawn(db, withdrawn.attemptId(), now);
    } else if (event instanceof WireEvent.Receipt receipt) {
      receipt(db, receipt, now);
    } else if (event instanceof WireEvent.CallEnded ended) {
      CallRecords.keep(db, ended, now);
    }
  }

  /**
   * Nothing left. The person is refused where an opt-out came between the claim and the wire,
   * cancelled where the campaign was stopped there, and else waits again; the attempt is no try.
   */
  private static void withdrawn(Connection db, long attempt, Instant now) throws SQLException {
    note(db, "held back at the last moment", attempt, 0, Optional.empty(), "", now);
    Sql.update(db, "delete from attempt_part where attempt_id = ?", attempt);
    Sql.update(
        db,
        """
        update campaign_total as t set attempts = t.attempts - 1,
          segments = t.segments - a.segments, cost_micros = t.cost_micros - a.cost_micros
        from attempt a where a.id = ? and a.campaign_id = t.campaign_id
        """,
        attempt);
    Sql.update(db, "update attempt set try = -id where id = ?", attempt);
    PersonState state = afterWithdrawal(db, attempt);
    Sql.update(
        db,
        """
        update audience_member set state = ?, reason = ?, due = ?, changed_at = ?
        where id = (select member_id from attempt where id = ?)
        """,
        state,
        state == PersonState.REFUSED ? Optional.of(ReasonCode.SUPPRESSED) : Optional.empty(),
        state == PersonState.WAITING ? Optional.of(now) : Optional.empty(),
        now,
        attempt);
  }

  private static PersonState afterWithdrawal(Connection db, long attempt) throws SQLException {
    long suppressed =
        Sql.number(
            db,
            """
            select count(*) from suppression
            where number_id = (select number_id from attempt where id = ?)
            """,
            attempt);
    if (suppressed > 0) {
      return PersonState.REFUSED;
    }
    long campaign = Sql.number(db, "select campaign_id from attempt where id = ?", attempt);
    return Lives.state(db, campaign).isLive() ? PersonState.WAITING : PersonState.CANCELLED;
  }

  static void note(
      Connection db,
      String kind,
      long attempt,
      int part,
      Optional<String> messageId,
      String detail,
      Instant now)
      throws SQLException {
    note(db, kind, new PartRef(attempt, part), messageId, detail, now);
  }

  private static void note(
      Connection db,
      String kind,
      PartRef part,
      Optional<String> messageId,
      String detail,
      Instant now)
      throws SQLException {
    Sql.update(
        db,
        """
        insert into wire_event (at, kind, attempt_id, part, message_id, detail)
        values (?, ?, ?, ?, ?, ?)
        """,
        now,
        kind,
        part.attemptId(),
        part.part(),
        messageId,
        detail);
  }

  private static void accepted(Connection db, WireEvent.Accepted accepted, Instant now)
      throws SQLException {
    PartRef part = accepted.part();
    note(
        db,
        "taken by the network",
        part,
        Optional.of(accepted.messageId()),
        "id " + accepted.messageId(),
        now);
    acceptedLate(db, accepted, now);
    claimEarlyReceipts(db, accepted, now);
  }

  /** The answer to a part that may have been settled otherwise meanwhile. */
  static void acceptedLate(Connection db, WireEvent.Accepted accepted, Instant now)
      throws SQLException {
    PartRef part = accepted.part();
    Sql.update(
        db,
        "update attempt_part set message_id = ? where attempt_id = ? and part = ?",
        accepted.messageId(),
        part.attemptId(),
        part.part());
    settle(db, part, PartState.ACCEPTED, Outcome.UNKNOWN, now);
  }

  /** A receipt can overtake the answer it belongs to; it has waited without an attempt. */
  static void claimEarlyReceipts(Connection db, WireEvent.Accepted accepted, Instant now)
      throws SQLException {
    record Early(long id, String kind, String detail) {}
    List<Early> early =
        Sql.query(
            db,
            """
            select id, kind, detail from wire_event
            where message_id = ? and attempt_id is null order by id
            """,
            row -> new Early(row.getLong(1), row.getString(2), row.getString(3)),
            accepted.messageId());
    for (Early waiting : early) {
      Sql.update(
          db,
          "update wire_event set attempt_id = ?, part = ? where id = ?",
          accepted.part().attemptId(),
          accepted.part().part(),
          waiting.id());
      PartState state = PartState.valueOf(waiting.kind().toUpperCase(Locale.ROOT));
      settle(db, accepted.part(), state, reasonIn(waiting.detail()), now);
    }
  }

  static Outcome reasonIn(String detail) {
    for (Outcome reason : Outcome.values()) {
      if (detail.startsWith(reason.words())) {
        return reason;
      }
    }
    return Outcome.UNKNOWN;
  }

  private static void receipt(Connection db, WireEvent.Receipt receipt, Instant now)
      throws SQLException {
    Optional<PartRef> part = byMessageId(db, receipt).or(() -> byReference(db, receipt));
    String detail = detail(receipt);
    String kind = receipt.state().name().toLowerCase(Locale.ROOT);
    if (part.isEmpty()) {
      Sql.update(
          db,
          "insert into wire_event (at, kind, message_id, detail) values (?, ?, ?, ?)",
          now,
          kind,
          receipt.messageId(),
          detail);
      return;
    }
    note(db, kind, part.get(), Optional.of(receipt.messageId()), detail, now);
    settle(db, part.get(), receipt.state(), receipt.reason(), now);
  }

  /** What a receipt says beside its state. */
  static String detail(WireEvent.Receipt receipt) {
    boolean failed = receipt.state() == PartState.FAILED || receipt.state() == PartState.EXPIRED;
    return failed ? receipt.reason().words() + " (" + receipt.detail() + ")" : "";
  }

  private static Optional<PartRef> byMessageId(Connection db, WireEvent.Receipt receipt)
      throws SQLException {
    return Sql.first(
        db,
        "select attempt_id, part from attempt_part where message_id = ?",
        row -> new PartRef(row.getLong(1), row.getInt(2)),
        receipt.messageId());
  }

  /** Only where exactly one part without an answer fits: a guess would be worse than a question. */
  private static Optional<PartRef> byReference(Connection db, WireEvent.Receipt receipt) {
    if (receipt.reference().isEmpty()) {
      return Optional.empty();
    }
    try {
      List<PartRef> fitting =
          Sql.query(
              db,
              """
              select p.attempt_id, p.part from attempt_part p
              join attempt a on a.id = p.attempt_id join number n on n.id = a.number_id
              where p.state in ('CLAIMED', 'UNCONFIRMED') and p.state = 'UNCONFIRMED'
                and p.message_id is null and p.reference = ? and n.e164 = ?
              """,
              row -> new PartRef(row.getLong(1), row.getInt(2)),
              receipt.reference().get(),
              receipt.to());
      if (fitting.size() != 1) {
        return Optional.empty();
      }
      PartRef part = fitting.get(0);
      Sql.update(
          db,
          "update attempt_part set message_id = ? where attempt_id = ? and part = ?",
          receipt.messageId(),
          part.attemptId(),
          part.part());
      return Optional.of(part);
    } catch (SQLException e) {
      throw new StoreFailure("a receipt could not be matched: " + e.getMessage(), e);
    }
  }

  static void settle(Connection db, PartRef part, PartState heard, Outcome reason, Instant now)
      throws SQLException {
    Map<Integer, PartState> parts = new HashMap<>();
    Sql.query(
        db,
        "select part, state from attempt_part where attempt_id = ?",
        row -> parts.put(row.getInt(1), PartState.valueOf(row.getString(2))),
        part.attemptId());
    Optional<PartState> before = Optional.ofNullable(parts.get(part.part()));
    if (before.isEmpty() || before.get().and(heard) == before.get()) {
      return;
    }
    parts.put(part.part(), heard);
    Sql.update(
        db,
        "update attempt_part set state = ? where attempt_id = ? and part = ?",
        heard,
        part.attemptId(),
        part.part());
    PersonState state = PartState.overall(parts.values());
    if (state != PersonState.REACHED && isOutdone(db, part.attemptId())) {
      return;
    }
    boolean failed = state == PersonState.FAILED || state == PersonState.EXPIRED;
    if (failed && Retries.plan(db, part.attemptId(), reason, now)) {
      return;
    }
    Sql.update(
        db,
        """
        update audience_member set state = ?, reason = ?, changed_at = ?
        where id = (select member_id from attempt where id = ?) and (state <> ? or reason is not ?)
        """,
        state,
        outcome(failed, reason, parts.values()),
        now,
        part.attemptId(),
        state,
        outcome(failed, reason, parts.values()));
  }

  /** What is said beside the state: why it failed, or that it has been read. */
  private static Optional<Outcome> outcome(
      boolean failed, Outcome reason, Collection<PartState> parts) {
    if (failed) {
      return Optional.of(reason);
    }
    boolean read = parts.stream().allMatch(PartState.READ::equals);
    return read ? Optional.of(Outcome.READ) : Optional.empty();
  }

  /** Whether a later try of the same person, or an earlier one that arrived, says more. */
  static boolean isOutdone(Connection db, long attempt) throws SQLException {
    return Sql.number(
            db,
            """
            select count(*) from attempt a join attempt b on b.member_id = a.member_id
              and b.id <> a.id and b.try > 0
            where a.id = ?1 and (b.id > a.id or not exists (
              select 1 from attempt_part p where p.attempt_id = b.id
                and p.state not in ('DELIVERED', 'READ')))
            """,
            attempt)
        > 0;
  }
}
