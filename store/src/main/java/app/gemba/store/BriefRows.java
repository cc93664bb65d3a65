package app.gemba.store;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.ChatContent;
import app.gemba.core.consent.Purpose;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Briefs as rows of the table of campaigns. */
final class BriefRows {
  private BriefRows() {}

  /** From a row of campaign. */
  static Brief read(Connection db, ResultSet row) throws SQLException {
    long id = row.getLong("id");
    Brief.StartMode mode = Brief.StartMode.valueOf(row.getString("start_mode"));
    Optional<String> startAt = Sql.text(row, "start_at");
    List<Long> lists =
        Sql.query(
            db,
            "select list_id from campaign_list where campaign_id = ? order by list_id",
            list -> list.getLong(1),
            id);
    return new Brief(
        row.getString("name"),
        Channel.valueOf(row.getString("channel")),
        Purpose.valueOf(row.getString("purpose")),
        row.getString("message"),
        Json.texts(row.getString("when_blank")),
        Sql.id(row, "sender_id"),
        lists,
        row.getString("typed_numbers"),
        LocalTime.parse(row.getString("hours_from")),
        LocalTime.parse(row.getString("hours_to")),
        Arrays.stream(row.getString("hours_days").split(","))
            .map(DayOfWeek::valueOf)
            .collect(Collectors.toUnmodifiableSet()),
        Brief.HoursClock.valueOf(row.getString("hours_clock")),
        row.getInt("per_minute"),
        mode,
        mode == Brief.StartMode.AT ? startAt.map(Instant::parse) : Optional.empty(),
        mode == Brief.StartMode.AT_OWN ? startAt.map(LocalDateTime::parse) : Optional.empty(),
        Sql.id(row, "limit_micros"),
        json(row, "retries", RetryPlan.class),
        json(row, "chat", ChatContent.class),
        json(row, "call", CallContent.class));
  }

  /** The columns of a brief, in the order in which {@link #values} gives them. */
  static final List<String> COLUMNS =
      List.of(
          "name",
          "channel",
          "purpose",
          "message",
          "when_blank",
          "sender_id",
          "typed_numbers",
          "hours_from",
          "hours_to",
          "hours_days",
          "hours_clock",
          "per_minute",
          "start_mode",
          "start_at",
          "limit_micros",
          "retries",
          "chat",
          "call");

  static List<Object> values(Brief brief) {
    String days =
        brief.hoursDays().stream().sorted().map(DayOfWeek::name).collect(Collectors.joining(","));
    Optional<?> startAt =
        brief.startMode() == Brief.StartMode.AT
            ? brief.startAt()
            : brief.startMode() == Brief.StartMode.AT_OWN
                ? brief.startAtOwn().map(LocalDateTime::toString)
                : Optional.empty();
    return new ArrayList<>(
        List.of(
            brief.name().strip(),
            brief.channel(),
            brief.purpose(),
            brief.message(),
            Json.write(brief.whenBlank()),
            brief.senderId(),
            brief.typedNumbers(),
            brief.hoursFrom().toString(),
            brief.hoursTo().toString(),
            days,
            brief.hoursClock(),
            brief.perMinute(),
            brief.startMode(),
            startAt,
            brief.limitMicros(),
            brief.retryPlan().rules().isEmpty() ? "" : Json.write(brief.retryPlan()),
            brief.chat().map(Json::write).orElse(""),
            brief.call().map(Json::write).orElse("")));
  }

  private static <T> Optional<T> json(ResultSet row, String column, Class<T> type)
      throws SQLException {
    return Optional.of(row.getString(column))
        .filter(json -> !json.isEmpty())
        .map(json -> Json.read(json, type));
  }

  static void keepLists(Connection db, long campaign, Brief brief) throws SQLException {
    Sql.update(db, "delete from campaign_list where campaign_id = ?", campaign);
    for (long list : brief.lists()) {
      int kept =
          Sql.update(
              db,
              "insert into campaign_list (campaign_id, list_id) select ?, id from list where id = ?",
              campaign,
              list);
      if (kept == 0) {
        throw Refused.notFound("list");
      }
    }
  }
}
