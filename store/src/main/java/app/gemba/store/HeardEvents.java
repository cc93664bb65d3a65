package app.gemba.store;

import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.campaign.WireEvent.PartRef;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Keeps many events at once. The usual ones, a part taken and a text of one part ended, are written
 * set by set, where nobody is tried twice; all others go their way one by one through {@link
 * WireEvents}. The order in which events are written does not matter: states are derived
 * monotonically.
 */
final class HeardEvents {
  private HeardEvents() {}

  /** Events as they came, and when. */
  record Heard(List<WireEvent> events, Instant at) {}

  private record TakenRow(long attempt, int part, String id, String at) {}

  private record EndRow(
      long attempt,
      int part,
      String id,
      String kind,
      String detail,
      String person,
      String reason,
      String at) {}

  private record Known(PartRef part, PartState state, long parts, boolean plain) {}

  static void keep(Connection db, List<Heard> all) throws SQLException {
    List<TakenRow> taken = new ArrayList<>();
    Map<WireEvent.Receipt, Instant> receipts = new HashMap<>();
    for (Heard heard : all) {
      for (WireEvent event : heard.events()) {
        if (event instanceof WireEvent.Accepted one) {
          taken.add(
              new TakenRow(
                  one.part().attemptId(),
                  one.part().part(),
                  one.messageId(),
                  Instants.text(heard.at())));
        } else if (event instanceof WireEvent.Receipt receipt
            && receipts.put(receipt, heard.at()) == null) {
          continue;
        } else {
          WireEvents.keep(db, event, heard.at());
        }
      }
    }
    if (!taken.isEmpty()) {
      keepTaken(db, taken);
    }
    if (!receipts.isEmpty()) {
      keepReceipts(db, receipts);
    }
  }

  private static void keepTaken(Connection db, List<TakenRow> taken) throws SQLException {
    String json = Json.write(taken);
    Set<PartRef> asExpected = new HashSet<>();
    Sql.query(
        db,
        """
        update attempt_part set state = 'ACCEPTED', message_id = j.value ->> 'id'
        from json_each(?) j
        where attempt_part.attempt_id = j.value ->> 'attempt'
          and attempt_part.part = j.value ->> 'part' and attempt_part.state = 'CLAIMED'
        returning attempt_id, part
        """,
        row -> asExpected.add(new PartRef(row.getLong(1), row.getInt(2))),
        json);
    Sql.update(
        db,
        """
        insert into wire_event (at, kind, attempt_id, part, message_id, detail)
        select value ->> 'at', 'taken by the network', value ->> 'attempt', value ->> 'part',
          value ->> 'id', 'id ' || (value ->> 'id')
        from json_each(?)
        """,
        json);
    Set<String> early =
        new HashSet<>(
            Sql.query(
                db,
                """
                select message_id from wire_event where attempt_id is null
                  and message_id in (select value ->> 'id' from json_each(?))
                """,
                row -> row.getString(1),
                json));
    for (TakenRow row : taken) {
      PartRef part = new PartRef(row.attempt(), row.part());
      WireEvent.Accepted accepted = new WireEvent.Accepted(part, row.id());
      Instant at = Instant.parse(row.at());
      if (!asExpected.contains(part)) {
        WireEvents.acceptedLate(db, accepted, at);
      }
      if (early.contains(row.id())) {
        WireEvents.claimEarlyReceipts(db, accepted, at);
      }
    }
  }

  private static void keepReceipts(Connection db, Map<WireEvent.Receipt, Instant> receipts)
      throws SQLException {
    Map<String, Known> known = known(db, receipts.keySet());
    Set<PartRef> ending = new HashSet<>();
    List<EndRow> ends = new ArrayList<>();
    List<WireEvent.Receipt> others = new ArrayList<>();
    for (Map.Entry<WireEvent.Receipt, Instant> heard : receipts.entrySet()) {
      WireEvent.Receipt receipt = heard.getKey();
      Known part = known.get(receipt.messageId());
      boolean usual =
          part != null
              && part.parts() == 1
              && part.plain()
              && part.state() == PartState.ACCEPTED
              && receipt.state() != PartState.ACCEPTED
              && ending.add(part.part());
      if (usual) {
        ends.add(end(part.part(), receipt, heard.getValue()));
      } else {
        others.add(receipt);
      }
    }
    keepEnds(db, ends);
    for (WireEvent.Receipt receipt : others) {
      WireEvents.keep(db, receipt, receipts.get(receipt));
    }
  }

  private static EndRow end(PartRef part, WireEvent.Receipt receipt, Instant at) {
    PersonState person = PartState.overall(List.of(receipt.state()));
    boolean failed = person == PersonState.FAILED || person == PersonState.EXPIRED;
    return new EndRow(
        part.attemptId(),
        part.part(),
        receipt.messageId(),
        receipt.state().name(),
        WireEvents.detail(receipt),
        person.name(),
        failed ? receipt.reason().name() : "",
        Instants.text(at));
  }

  private static Map<String, Known> known(Connection db, Set<WireEvent.Receipt> receipts)
      throws SQLException {
    Map<String, Known> known = new HashMap<>();
    Sql.query(
        db,
        """
        select p.message_id, p.attempt_id, p.part, p.state,
          (select count(*) from attempt_part q where q.attempt_id = p.attempt_id) as parts,
          a.try = 1 and c.retries = '' and c.channel = 'SMS' as plain
        from json_each(?) j cross join attempt_part p on p.message_id = j.value
        cross join attempt a on a.id = p.attempt_id join campaign c on c.id = a.campaign_id
        """,
        row ->
            known.put(
                row.getString("message_id"),
                new Known(
                    new PartRef(row.getLong("attempt_id"), row.getInt("part")),
                    PartState.valueOf(row.getString("state")),
                    row.getLong("parts"),
                    row.getBoolean("plain"))),
        Json.write(receipts.stream().map(WireEvent.Receipt::messageId).distinct().toList()));
    return known;
  }

  private static void keepEnds(Connection db, List<EndRow> ends) throws SQLException {
    if (ends.isEmpty()) {
      return;
    }
    String json = Json.write(ends);
    Sql.update(
        db,
        """
        insert into wire_event (at, kind, attempt_id, part, message_id, detail)
        select value ->> 'at', lower(value ->> 'kind'), value ->> 'attempt', value ->> 'part',
          value ->> 'id', value ->> 'detail'
        from json_each(?)
        """,
        json);
    Sql.update(
        db,
        """
        update attempt_part set state = j.value ->> 'kind' from json_each(?) j
        where attempt_part.attempt_id = j.value ->> 'attempt'
          and attempt_part.part = j.value ->> 'part'
        """,
        json);
    Sql.update(
        db,
        """
        update audience_member set state = j.value ->> 'person',
          reason = nullif(j.value ->> 'reason', ''), changed_at = j.value ->> 'at'
        from json_each(?) j join attempt a on a.id = j.value ->> 'attempt'
        where audience_member.id = a.member_id
        """,
        json);
  }
}
