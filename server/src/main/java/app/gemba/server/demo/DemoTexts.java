package app.gemba.server.demo;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.OutcomeClass;
import app.gemba.core.consent.Purpose;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What Marram Ferries says in the demo, and to whom. */
record DemoTexts(long sender, long holders, long crew) {
  /** Whoever is away is tried once more, four hours later. */
  private static final RetryPlan AWAY_AGAIN =
      new RetryPlan(
          List.of(new RetryPlan.Rule(OutcomeClass.NOT_NOW, 1, 240, RetryPlan.Numbers.SAME)));

  /** Texts of the house, with what they are for. */
  static final Map<String, String> IDEAS =
      Map.of(
          "Marram Ferries: {{home_port}} pier is closed today. Boats leave from North Pier instead.",
          "a pier closure, on the day",
          "Marram Ferries: thank you for sailing with us, {{first_name}}. Reply STOP for no more.",
          "after a season");

  Brief autumn() {
    return brief(
        "Autumn timetable",
        Purpose.SERVICE,
        "Marram Ferries: the autumn boats run from 1 November. First boat from {{home_port}} 7:10,"
            + " last 18:40. Reply STOP for no more texts.",
        List.of(holders),
        240);
  }

  Brief renewal() {
    return brief(
        "Pass renewal",
        Purpose.MARKETING,
        "Marram Ferries: {{first_name}}, your pass ends {{pass_ends}}. Renew at the booking office"
            + " and keep your price. Reply STOP for no more.",
        List.of(holders),
        240);
  }

  Brief storm() {
    return brief(
        "Storm warning",
        Purpose.SERVICE,
        "Marram Ferries: strong wind tonight, the 18:40 may not run. Reply STOP for no more.",
        List.of(holders, crew),
        240);
  }

  Brief winter() {
    return brief(
        "Winter timetable",
        Purpose.SERVICE,
        "Marram Ferries: from {{home_port}} the winter boats run from 1 December. First boat 7:10,"
            + " last 18:40. {{first_name}}, your pass is valid until {{pass_ends}}. Reply STOP for"
            + " no more texts.",
        List.of(holders, crew),
        12,
        Optional.of(AWAY_AGAIN));
  }

  Brief rota() {
    return brief(
        "Crew rota",
        Purpose.SERVICE,
        "Marram Ferries: {{first_name}}, the December rota hangs in the office. Please sign it.",
        List.of(crew),
        2);
  }

  Brief advent(Instant start) {
    Brief now =
        brief(
            "Advent sailings",
            Purpose.MARKETING,
            "Marram Ferries: carols on board on all four Sundays in Advent, from {{home_port}}."
                + " Reply STOP for no more.",
            List.of(holders),
            30);
    return new Brief(
        now.name(),
        now.channel(),
        now.purpose(),
        now.message(),
        now.whenBlank(),
        now.senderId(),
        now.lists(),
        now.typedNumbers(),
        now.hoursFrom(),
        now.hoursTo(),
        now.hoursDays(),
        now.hoursClock(),
        now.perMinute(),
        Brief.StartMode.AT,
        Optional.of(start),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /**
   * A draft with something wrong in it: a place left to fill in, a link, curly quotes, no way out.
   */
  Brief spring() {
    return brief(
        "Spring group sailings",
        Purpose.MARKETING,
        "It’s time to book: group sailings from [date], “early birds” save 10 %."
            + " See http://marram-ferries.example/spring",
        List.of(holders),
        60);
  }

  private Brief brief(
      String name, Purpose purpose, String message, List<Long> lists, int perMinute) {
    return brief(name, purpose, message, lists, perMinute, Optional.empty());
  }

  private Brief brief(
      String name,
      Purpose purpose,
      String message,
      List<Long> lists,
      int perMinute,
      Optional<RetryPlan> retries) {
    return new Brief(
        name,
        Channel.SMS,
        purpose,
        message,
        Map.of("home_port", "your pier", "first_name", "Dear guest", "pass_ends", "soon"),
        Optional.of(sender),
        lists,
        "",
        LocalTime.of(8, 0),
        LocalTime.of(20, 0),
        EnumSet.allOf(DayOfWeek.class),
        Brief.HoursClock.HOUSE,
        perMinute,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        retries,
        Optional.empty(),
        Optional.empty());
  }
}
