package app.gemba.server.today;

import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.today.Lanes.Lane;
import app.gemba.store.CampaignStore;
import app.gemba.store.HouseStore;
import app.gemba.store.TimeStore;
import app.gemba.store.TimeStore.ListTally;
import app.gemba.store.TimeStore.Stuck;
import app.gemba.store.TimeStore.UnreadReply;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A day, or a week, drawn as time; and what waits for a person. */
@RestController
@RequestMapping("/api/v1")
class TodayController {
  private static final int FIRST_HOUR = 6;
  private static final int LAST_HOUR = 22;
  private static final int MOST_DAYS = 7;
  private static final int SHOWN_REPLIES = 100;

  private final Lanes lanes;
  private final CampaignStore campaigns;
  private final TimeStore times;
  private final HouseStore house;
  private final BusinessClock clock;

  TodayController(
      Lanes lanes,
      CampaignStore campaigns,
      TimeStore times,
      HouseStore house,
      BusinessClock clock) {
    this.lanes = lanes;
    this.campaigns = campaigns;
    this.times = times;
    this.house = house;
    this.clock = clock;
  }

  /** What waits for a person. */
  record Waiting(List<Stuck> unconfirmed, List<Stuck> heldWithoutZone, long unreadReplies) {}

  /** A span of days, with the lanes in it. */
  record Day(Instant from, Instant to, List<Lane> lanes, Waiting waiting) {}

  /** A day from 6 to 22 on the house's clock, or several whole days. */
  @GetMapping("/today")
  @Needs(Permission.SEE_CAMPAIGNS)
  Day today(@RequestParam Optional<LocalDate> day, @RequestParam Optional<Integer> days) {
    ZoneId zone = house.house().zone();
    LocalDate first = day.orElseGet(() -> LocalDate.ofInstant(clock.instant(), zone));
    int count = Math.max(1, Math.min(MOST_DAYS, days.orElse(1)));
    Instant from =
        count == 1
            ? first.atTime(FIRST_HOUR, 0).atZone(zone).toInstant()
            : first.atStartOfDay(zone).toInstant();
    Instant to =
        count == 1
            ? first.atTime(LAST_HOUR, 0).atZone(zone).toInstant()
            : first.plusDays(count).atStartOfDay(zone).toInstant();
    return new Day(
        from,
        to,
        lanes.between(from, to),
        new Waiting(times.unconfirmed(), times.heldWithoutZone(), times.unreadCount()));
  }

  /** One campaign over the days of its run, at most a week. */
  @GetMapping("/campaigns/{id}/lane")
  @Needs(Permission.SEE_CAMPAIGNS)
  Lane lane(@PathVariable long id, @RequestParam Instant from, @RequestParam Instant to) {
    return lanes.lane(campaigns.get(id), from, to);
  }

  @GetMapping("/campaigns/{id}/by-list")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<ListTally> byList(@PathVariable long id) {
    campaigns.get(id);
    return times.byList(id);
  }

  @GetMapping("/replies/unread")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<UnreadReply> unreadReplies() {
    return times.unread(SHOWN_REPLIES).stream()
        .map(
            reply ->
                new UnreadReply(
                    reply.id(),
                    reply.at(),
                    reply.channel(),
                    reply.name(),
                    Caller.shown(reply.number()),
                    reply.text(),
                    reply.campaignId()))
        .toList();
  }

  @PostMapping("/replies/{id}/read")
  @Needs(Permission.RUN_CAMPAIGNS)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void markRead(@PathVariable long id) {
    times.markRead(id, clock.instant());
  }

  /** Takes back that a reply has been read. */
  @DeleteMapping("/replies/{id}/read")
  @Needs(Permission.RUN_CAMPAIGNS)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void markUnread(@PathVariable long id) {
    times.markUnread(id);
  }
}
