package app.gemba.server.today;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Standing;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdict;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.forecast.Forecast;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.server.house.SenderRates;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.HouseStore;
import app.gemba.store.TimeStore;
import app.gemba.store.TimeStore.Slot;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Campaigns as lanes over time: when they may act, what they did, and what is planned. */
@Component
class Lanes {
  private final CampaignStore campaigns;
  private final TimeStore times;
  private final HouseStore house;
  private final SenderRates rates;
  private final Verdicts verdicts;
  private final Clock clock;

  Lanes(
      CampaignStore campaigns,
      TimeStore times,
      HouseStore house,
      SenderRates rates,
      Verdicts verdicts,
      Clock clock) {
    this.campaigns = campaigns;
    this.times = times;
    this.house = house;
    this.rates = rates;
    this.verdicts = verdicts;
    this.clock = clock;
  }

  private static final Duration MINUTE = Duration.ofMinutes(1);

  /** A span in which somebody of the audience may be contacted. */
  record Span(Instant from, Instant to) {}

  /** How many leave in a slot, as planned. */
  record Planned(Instant at, long people) {}

  /**
   * One campaign over a span of time.
   *
   * @param widthSeconds width of the slots
   * @param finish when the last one leaves, as things stand
   */
  record Lane(
      long campaignId,
      String name,
      Channel channel,
      CampaignState state,
      long people,
      long attempts,
      long reached,
      long replies,
      int perMinute,
      Optional<Instant> begins,
      Optional<Instant> finish,
      long widthSeconds,
      List<Span> open,
      List<Slot> done,
      List<Planned> plan) {}

  /** The lanes of a span, live campaigns first. */
  List<Lane> between(Instant from, Instant to) {
    Set<Long> ids = new LinkedHashSet<>();
    campaigns
        .in(List.of(CampaignState.RUNNING, CampaignState.PAUSED, CampaignState.SCHEDULED))
        .forEach(campaign -> ids.add(campaign.id()));
    ids.addAll(times.activeIn(from, to));
    return ids.stream()
        .map(id -> lane(campaigns.get(id), from, to))
        .filter(lane -> !lane.done().isEmpty() || !lane.plan().isEmpty() || isIn(lane, from, to))
        .toList();
  }

  /** The lane of one campaign. */
  Lane lane(Campaign campaign, Instant from, Instant to) {
    Brief brief = campaign.brief();
    Terms terms = brief.terms(house.house().zone());
    Map<Set<ZoneId>, Long> waiting =
        campaign.state().isLive() ? times.waitingByZones(campaign.id()) : Map.of();
    boolean moves = campaign.state().isLive() && campaign.state() != CampaignState.PAUSED;
    Forecast forecast =
        Forecast.of(
            moves ? waiting : Map.of(), verdicts, terms, pace(campaign, waiting), clock.instant());
    Set<Set<ZoneId>> zones =
        new LinkedHashSet<>(
            campaign.state().isLive() ? waiting.keySet() : times.zones(campaign.id()));
    if (zones.isEmpty() || campaign.state().isLive()) {
      zones.add(Set.of(house.house().zone()));
    }
    return new Lane(
        campaign.id(),
        brief.name(),
        brief.channel(),
        campaign.state(),
        campaign.people(),
        campaign.attempts(),
        campaign.reached(),
        campaign.replies(),
        (int) Math.max(1, MINUTE.toMillis() / Math.max(1, brief.interval().toMillis())),
        campaign
            .beganAt()
            .or(brief::startAt)
            .or(() -> forecast.plan().keySet().stream().findFirst()),
        forecast.finish(),
        Forecast.SLOT.toSeconds(),
        open(zones, terms, from, to),
        times.slots(campaign.id(), from, to),
        forecast.plan().entrySet().stream()
            .filter(slot -> !slot.getKey().isBefore(from) && slot.getKey().isBefore(to))
            .map(slot -> new Planned(slot.getKey(), slot.getValue()))
            .toList());
  }

  /** What the sender's rate leaves; texts to come are as long as those that went. */
  private Duration pace(Campaign campaign, Map<Set<ZoneId>, Long> waiting) {
    long texts = waiting.values().stream().mapToLong(Long::longValue).sum();
    double perText =
        campaign.attempts() == 0 ? 1 : (double) campaign.segments() / campaign.attempts();
    boolean runs = campaign.state() == CampaignState.RUNNING;
    Duration call = campaign.brief().composer().compose(Map.of()).expected();
    return rates.interval(campaign.brief(), runs, texts, Math.round(texts * perText), call);
  }

  private static boolean isIn(Lane lane, Instant from, Instant to) {
    return lane.state() == CampaignState.PAUSED
        && lane.begins().map(at -> at.isBefore(to) && !at.isBefore(from)).orElse(false);
  }

  private List<Span> open(Set<Set<ZoneId>> zones, Terms terms, Instant from, Instant to) {
    List<Span> spans = new ArrayList<>();
    Optional<Instant> since = Optional.empty();
    for (Instant at = from; at.isBefore(to); at = at.plus(Forecast.SLOT)) {
      boolean open = anybody(zones, terms, at);
      if (open && since.isEmpty()) {
        since = Optional.of(at);
      } else if (!open && since.isPresent()) {
        spans.add(new Span(since.get(), at));
        since = Optional.empty();
      }
    }
    since.ifPresent(at -> spans.add(new Span(at, to)));
    return spans;
  }

  private boolean anybody(Set<Set<ZoneId>> zones, Terms terms, Instant at) {
    return zones.stream()
        .anyMatch(
            group -> {
              PhoneNumber number = new PhoneNumber("+10000000", LineType.MOBILE, "ZZ", group);
              Standing standing = new Standing(Optional.of(number), false, false, Agreement.YES);
              return verdicts.of(standing, terms, at) instanceof Verdict.Clear;
            });
  }
}
