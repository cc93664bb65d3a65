package app.gemba.server.live;

import app.gemba.core.campaign.CampaignState;
import app.gemba.core.channel.Channel;
import app.gemba.core.intake.ImportBook;
import app.gemba.engine.Outlets;
import app.gemba.server.BusinessClock;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.HouseStore;
import app.gemba.store.ImportStore;
import app.gemba.store.NetworkStore;
import app.gemba.store.ReportStore;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Looks at what is running twice a second, as long as somebody watches, and tells what changed. */
@Component
class LiveBoard {
  private static final Duration RATE_OVER = Duration.ofSeconds(30);
  private static final int HEARTBEAT_EVERY = 30;

  /** Channels with a network of their own; a voicemail goes over the telephone as a call. */
  private static final List<Channel> WIRES =
      List.of(Channel.SMS, Channel.WHATSAPP, Channel.VOICE_BROADCAST);

  private final CampaignStore campaigns;
  private final ReportStore reports;
  private final ImportStore imports;
  private final ImportBook importsUnderWay;
  private final HouseStore house;
  private final NetworkStore networks;
  private final Outlets outlets;
  private final BusinessClock clock;
  private final List<SseEmitter> watchers = new CopyOnWriteArrayList<>();
  private final AtomicReference<Optional<Now>> last = new AtomicReference<>(Optional.empty());
  private int turns;

  LiveBoard(
      CampaignStore campaigns,
      ReportStore reports,
      ImportStore imports,
      ImportBook importsUnderWay,
      HouseStore house,
      NetworkStore networks,
      Outlets outlets,
      BusinessClock clock) {
    this.campaigns = campaigns;
    this.reports = reports;
    this.imports = imports;
    this.importsUnderWay = importsUnderWay;
    this.house = house;
    this.networks = networks;
    this.outlets = outlets;
    this.clock = clock;
  }

  /** A campaign that is under way. */
  record LiveCampaign(
      long id,
      String name,
      Channel channel,
      CampaignState state,
      long people,
      long reached,
      long waiting,
      long attempts,
      long perMinute,
      long replies,
      long optOuts,
      Optional<Instant> heldUntil) {}

  /** An import that is under way. */
  record LiveImport(long id, String fileName, long done, long rows) {}

  /** How a channel's network is: stand-in, smpp or real. */
  record LiveNetwork(Channel channel, String kind, boolean connected) {}

  /** What is happening; networks that are not set up are left out. */
  record Now(
      boolean brake,
      List<LiveNetwork> networks,
      boolean clockOffRealTime,
      int clockSpeed,
      List<LiveCampaign> campaigns,
      List<LiveImport> imports,
      long unconfirmed) {}

  /** What is sent: the state, and the business time at which it was so. */
  record Told(Instant at, Now now) {}

  Now look() {
    List<LiveCampaign> live =
        campaigns
            .in(List.of(CampaignState.SCHEDULED, CampaignState.RUNNING, CampaignState.PAUSED))
            .stream()
            .map(this::live)
            .toList();
    List<LiveImport> running =
        importsUnderWay.running().stream()
            .map(imports::get)
            .map(is -> new LiveImport(is.id(), is.fileName(), is.rowsDone(), is.file().rows()))
            .toList();
    return new Now(
        house.state(HouseStore.Switch.BRAKE).on(),
        WIRES.stream().flatMap(channel -> network(channel).stream()).toList(),
        clock.isOffRealTime(),
        clock.speed(),
        live,
        running,
        reports.unconfirmed());
  }

  private Optional<LiveNetwork> network(Channel channel) {
    return networks
        .kind(channel)
        .map(kind -> new LiveNetwork(channel, kind, outlets.of(channel).isConnected()));
  }

  SseEmitter subscribe() {
    SseEmitter watcher = new SseEmitter(0L);
    watcher.onCompletion(() -> watchers.remove(watcher));
    watcher.onTimeout(watcher::complete);
    watcher.onError(e -> watchers.remove(watcher));
    watchers.add(watcher);
    send(watcher, look());
    return watcher;
  }

  @Scheduled(fixedDelay = 500)
  void tell() {
    if (watchers.isEmpty()) {
      return;
    }
    Now now = look();
    boolean changed = !last.getAndSet(Optional.of(now)).equals(Optional.of(now));
    turns = (turns + 1) % HEARTBEAT_EVERY;
    if (changed || turns == 0 || now.clockSpeed() > 1) {
      watchers.forEach(watcher -> send(watcher, now));
    }
  }

  @EventListener
  void close(ContextClosedEvent event) {
    watchers.forEach(SseEmitter::complete);
  }

  private void send(SseEmitter watcher, Now now) {
    try {
      watcher.send(SseEmitter.event().name("now").data(new Told(clock.instant(), now)));
    } catch (IOException | IllegalStateException e) {
      watchers.remove(watcher);
    }
  }

  private LiveCampaign live(Campaign campaign) {
    long lately = reports.claimedSince(campaign.id(), clock.instant().minus(RATE_OVER));
    return new LiveCampaign(
        campaign.id(),
        campaign.brief().name(),
        campaign.brief().channel(),
        campaign.state(),
        campaign.people(),
        campaign.reached(),
        campaign.waiting(),
        campaign.attempts(),
        lately * 60 / RATE_OVER.toSeconds(),
        campaign.replies(),
        campaign.optOuts(),
        reports.firstHeldUntil(campaign.id()).filter(due -> due.isAfter(clock.instant())));
  }
}
