package app.gemba.store;

import app.gemba.core.channel.Tariff;
import java.sql.ResultSet;
import java.sql.SQLException;

/** Prices as columns hold them. */
final class Tariffs {
  private Tariffs() {}

  /** Of a row of sender. */
  static Tariff ofSender(ResultSet row) throws SQLException {
    return new Tariff(
        row.getLong("price_micros"),
        row.getLong("chat_micros"),
        row.getLong("attempt_micros"),
        row.getLong("minute_micros"),
        row.getInt("step_seconds"));
  }

  /** Of a row of campaign: what its sender cost when it was launched. */
  static Tariff launched(ResultSet row) throws SQLException {
    String kept = row.getString("tariff");
    return kept == null
        ? Tariff.ofTexts(row.getLong("price_micros"))
        : Json.read(kept, Tariff.class);
  }
}
