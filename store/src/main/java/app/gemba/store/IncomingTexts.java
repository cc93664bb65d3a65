package app.gemba.store;

import app.gemba.core.campaign.WireEvent;
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

/** Keeps texts from people, beside the campaign they most likely answer. */
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
            "select campaign_id, member_id from attempt where number_id = ? order by id desc limit 1",
            row -> new Answered(row.getLong(1), row.getLong(2)),
            number);
    Sql.update(
        db,
        """
        insert into incoming_text (at, number_id, to_address, text, opt_out, campaign_id, member_id)
        values (?, ?, ?, ?, ?, ?, ?)
        """,
        now,
        number,
        incoming.to(),
        incoming.text(),
        optOut,
        answered.map(Answered::campaign),
        answered.map(Answered::member));
    if (optOut) {
      optOut(db, number, incoming, now);
    }
  }

  /** Holds on all channels and for both purposes. */
  private static void optOut(Connection db, long number, WireEvent.Incoming incoming, Instant now)
      throws SQLException {
    String how = "answered “" + incoming.text().strip() + "” by text";
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
    for (Purpose purpose : Purpose.values()) {
      Sql.update(
          db,
          """
          insert into consent_record (number_id, channel, purpose, word, said_on, how, recorded_at)
          values (?, 'SMS', ?, 'NO', substr(?, 1, 10), ?, ?)
          """,
          number,
          purpose,
          now,
          how,
          now);
    }
  }

  private static PhoneNumber number(String from) {
    return PHONES.read(from, "ZZ") instanceof PhoneReading.Numbers read
        ? read.numbers().get(0)
        : new PhoneNumber(from, LineType.UNKNOWN, "ZZ", Set.of());
  }
}
