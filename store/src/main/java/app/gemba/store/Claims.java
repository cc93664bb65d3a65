package app.gemba.store;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.PartReference;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.WireEvent;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Writes claims down, all of a step at once: one statement for the attempts, one for their parts,
 * one for their people. The unique key of campaign, number and try forbids a second attempt,
 * whoever asks.
 */
final class Claims {
  private Claims() {}

  private record AttemptRow(long member, String text, int segments, long cost) {}

  private record PartRow(long attempt, int part, int reference) {}

  static List<Claim> write(
      Connection db, Launched campaign, List<RunCommand.Send> sends, Instant now)
      throws SQLException {
    if (sends.isEmpty()) {
      return List.of();
    }
    Map<Long, Long> attempts = attempts(db, campaign, sends, now);
    List<Claim> claims = new ArrayList<>();
    List<PartRow> parts = new ArrayList<>();
    for (RunCommand.Send send : sends) {
      long attempt = attempts.get(send.candidate().position());
      for (int part = 0; part < send.message().parts(); part++) {
        int reference = PartReference.of(new WireEvent.PartRef(attempt, part));
        parts.add(new PartRow(attempt, part, reference));
      }
      String to = send.candidate().standing().number().orElseThrow().e164();
      claims.add(new Claim(attempt, to, send));
    }
    Sql.update(
        db,
        """
        insert into attempt_part (attempt_id, part, state, reference)
        select value ->> 'attempt', value ->> 'part', ?, value ->> 'reference' from json_each(?)
        """,
        PartState.CLAIMED,
        Json.write(parts));
    Sql.update(
        db,
        """
        update audience_member set state = 'IN_FLIGHT', reason = null, due = null, changed_at = ?
        where id in (select value from json_each(?))
        """,
        now,
        Json.write(attempts.keySet()));
    return claims;
  }

  /** What an attempt costs; for a call, what it costs at most until it has ended. */
  static long cost(Launched campaign, RunCommand.Send send) {
    return campaign
        .tariff()
        .most(campaign.brief().channel(), send.message().parts(), send.message().expected());
  }

  /** Attempts by the members they are for. */
  private static Map<Long, Long> attempts(
      Connection db, Launched campaign, List<RunCommand.Send> sends, Instant now)
      throws SQLException {
    List<AttemptRow> rows =
        sends.stream()
            .map(
                send ->
                    new AttemptRow(
                        send.candidate().position(),
                        send.message().text(),
                        send.message().parts(),
                        cost(campaign, send)))
            .toList();
    Map<Long, Long> attempts = new HashMap<>();
    Sql.query(
        db,
        """
        insert into attempt (campaign_id, member_id, number_id, try, text, segments,
          cost_micros, claimed_at, ledger_position, campaign_version)
        select m.campaign_id, m.id, m.number_id,
          1 + (select coalesce(max(b.try), 0) from attempt b where b.member_id = m.id and b.try > 0),
          j.value ->> 'text', j.value ->> 'segments',
          j.value ->> 'cost', ?2, (select coalesce(max(id), 0) from consent_record), ?3
        from json_each(?1) j join audience_member m on m.id = j.value ->> 'member'
        where true
        returning member_id, id
        """,
        row -> attempts.put(row.getLong(1), row.getLong(2)),
        Json.write(rows),
        now,
        campaign.version());
    return attempts;
  }
}
