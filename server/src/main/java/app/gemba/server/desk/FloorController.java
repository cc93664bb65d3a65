package app.gemba.server.desk;

import app.gemba.core.desk.AgentState;
import app.gemba.engine.TelephoneLines;
import app.gemba.engine.desk.DeskExchange;
import app.gemba.engine.desk.Seat;
import app.gemba.engine.desk.Sitting;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.AccountStore;
import app.gemba.store.AccountStore.Account;
import app.gemba.store.CampaignStore;
import app.gemba.store.DeskReports;
import app.gemba.store.FollowUps;
import app.gemba.store.HouseStore;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** All desks. */
@RestController
@RequestMapping("/api/v1")
class FloorController {
  private final DeskExchange exchange;
  private final TelephoneLines lines;
  private final SimulatedAgents simulated;
  private final AccountStore accounts;
  private final CampaignStore campaigns;
  private final DeskReports reports;
  private final FollowUps followUps;
  private final HouseStore house;
  private final BusinessClock clock;

  FloorController(
      DeskExchange exchange,
      TelephoneLines lines,
      SimulatedAgents simulated,
      AccountStore accounts,
      CampaignStore campaigns,
      DeskReports reports,
      FollowUps followUps,
      HouseStore house,
      BusinessClock clock) {
    this.exchange = exchange;
    this.lines = lines;
    this.simulated = simulated;
    this.accounts = accounts;
    this.campaigns = campaigns;
    this.reports = reports;
    this.followUps = followUps;
    this.house = house;
    this.clock = clock;
  }

  /** A desk as a supervisor sees it. */
  record FloorDesk(
      long agentId,
      String agent,
      AgentState state,
      String words,
      Instant since,
      boolean held,
      boolean breakAfter,
      Optional<Long> campaignId,
      String campaign,
      DeskReports.Work today,
      long reachedToday,
      long followUpsToday) {}

  /**
   * The floor.
   *
   * @param simulatedIn the campaign in which simulated agents sit; empty where they are off
   */
  record Floor(
      Instant at,
      List<FloorDesk> desks,
      long ringing,
      int freeLines,
      Optional<String> whyNotNow,
      Optional<Long> simulatedIn) {}

  /** In which campaign simulated agents sit; empty to let them go. */
  record SimulatedBody(@NotNull Optional<Long> campaignId) {}

  @GetMapping("/floor")
  @Needs(Permission.SEE_FLOOR)
  Floor floor() {
    Map<Long, String> names =
        accounts.all().stream().collect(Collectors.toMap(Account::id, Account::name));
    List<FloorDesk> desks =
        exchange.floor().seats().stream()
            .map(Seat::view)
            .filter(is -> is.desk().state() != AgentState.OFFLINE)
            .map(is -> desk(is, names.getOrDefault(is.agentId(), "")))
            .toList();
    return new Floor(
        clock.instant(),
        desks,
        desks.stream().filter(one -> one.state() == AgentState.RINGING).count(),
        lines.free(),
        exchange.whyNotNow(),
        simulated.campaign());
  }

  /** Lets two simulated agents sit down, or go. */
  @PutMapping("/floor/simulated")
  @Needs(Permission.RUN_CAMPAIGNS)
  Floor simulate(@Valid @RequestBody SimulatedBody body) {
    simulated.sit(body.campaignId());
    return floor();
  }

  private FloorDesk desk(Seat.View is, String name) {
    ZoneId zone = house.house().zone();
    Instant midnight = LocalDate.ofInstant(clock.instant(), zone).atStartOfDay(zone).toInstant();
    Optional<Long> campaign = is.sitting().map(Sitting::campaignId);
    return new FloorDesk(
        is.agentId(),
        name,
        is.desk().state(),
        is.desk().state().words(),
        is.desk().since(),
        is.desk().call().filter(call -> call.held()).isPresent(),
        is.desk().breakAfter(),
        campaign,
        campaign.map(id -> campaigns.get(id).brief().name()).orElse(""),
        reports.since(is.agentId(), midnight),
        reports.reachedSince(is.agentId(), midnight),
        followUps.openUntil(is.agentId(), midnight.plus(Duration.ofDays(1))));
  }
}
