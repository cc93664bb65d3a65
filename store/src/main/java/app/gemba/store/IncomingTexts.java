package app.gemba.store;

import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import app.gemba.core.phone.PhoneReading;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;

/** Keeps what people say, beside the campaign they most likely answer. */
final class IncomingTexts {
  private static final PhoneReader PHONES = new PhoneReader();

  private IncomingTexts() {}

  private record Answered(long campaign, long member) {}

  static void keep(Connection db, WireEvent.Incoming incoming, boolean optOut, Instant now)
      throws SQLException {
    long number = Numbers.keep(db, number(incoming.from()));
    Optional<Answered> answered =
        Sql.first(
            db,
            """
            select a.campaign_id, a.member_id from attempt a join campaign c on c.id = a.campaign_id
            where a.number_id = ? order by c.channel = ? desc, a.id desc limit 1
            """,
            row -> new Answered(row.getLong(1), row.getLong(2)),
            number,
            incoming.channel());
    insert(db, number, incoming, optOut, answered, now);
    if (optOut) {
      String by = incoming.channel() == Channel.SMS ? "text" : "WhatsApp";
      optOut(db, number, "answered “" + incoming.text().strip() + "” by " + by, now);
    }
  }

  /** A key by which somebody opted out in a call; the same call says it only once. */
  static void keepKey(Connection db, long attempt, String key, Instant now) throws SQLException {
    keepInCall(db, attempt, "pressed " + key, now);
  }

  /** Somebody told an agent that they want no contact any more. */
  static void toldAgent(Connection db, long attempt, Instant now) throws SQLException {
    keepInCall(db, attempt, "told an agent", now);
  }

  private static void keepInCall(Connection db, long attempt, String how, Instant now)
      throws SQLException {
    record Called(long number, String to, Channel channel, Answered by) {}
    Called called =
        Sql.first(
                db,
                """
                select a.*, s.address, c.channel from attempt a
                join campaign c on c.id = a.campaign_id join sender s on s.id = c.sender_id
                where a.id = ?
                """,
                row ->
                    new Called(
                        row.getLong("number_id"),
                        row.getString("address"),
                        Channel.valueOf(row.getString("channel")),
                        new Answered(row.getLong("campaign_id"), row.getLong("member_id"))),
                attempt)
            .orElseThrow(() -> Refused.notFound("call"));
    WireEvent.Incoming pressed = new WireEvent.Incoming(called.channel(), "", called.to(), how);
    insert(db, called.number(), pressed, true, Optional.of(called.by()), now);
    optOut(db, called.number(), how + " in a call", now);
  }

  private static void insert(
      Connection db,
      long number,
      WireEvent.Incoming incoming,
      boolean optOut,
      Optional<Answered> answered,
      Instant now)
      throws SQLException {
    Sql.update(
        db,
        """
        insert into incoming_text
          (at, number_id, channel, to_address, text, opt_out, campaign_id, member_id)
        values (?, ?, ?, ?, ?, ?, ?, ?)
        """,
        now,
        number,
        incoming.channel(),
        incoming.to(),
        incoming.text(),
        optOut,
        answered.map(Answered::campaign),
        answered.map(Answered::member));
  }

  /** Holds on all channels and for both purposes. */
  private static void optOut(Connection db, long number, String how, Instant now)
      throws SQLException {
    boolean already =
        Sql.number(
                db,
                "select count(*) from suppression where number_id = ? and until is null",
                number)
            > 0;
    if (!already) {
      Sql.update(
          db, "insert into suppression (number_id, why, since) values (?, ?, ?)", number, how, now);
    }
    for (Channel channel : Channel.ofAgreements()) {
      for (Purpose purpose : Purpose.values()) {
        Sql.update(
            db,
            """
            insert into consent_record
              (number_id, channel, purpose, word, said_on, how, recorded_at)
            values (?, ?, ?, 'NO', substr(?, 1, 10), ?, ?)
            """,
            number,
            channel,
            purpose,
            now,
            how,
            now);
      }
    }
  }

  private static PhoneNumber number(String from) {
    return PHONES.read(from, "ZZ") instanceof PhoneReading.Numbers read
        ? read.numbers().get(0)
        : new PhoneNumber(from, LineType.UNKNOWN, "ZZ", Set.of());
  }
}
