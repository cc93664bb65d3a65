package app.gemba.bench;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.engine.Brake;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.MessageExchange;
import app.gemba.engine.Outlets;
import app.gemba.engine.RecentStops;
import app.gemba.networks.sms.SmppSettings;
import app.gemba.networks.sms.SmppTextNetwork;
import app.gemba.store.AttemptStore;
import app.gemba.store.CampaignStore;
import app.gemba.store.DataFolder;
import app.gemba.store.HouseStore;
import app.gemba.store.SenderStore;
import app.gemba.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;

/**
 * A campaign as it runs, every attempt on disk before it leaves and every receipt kept, beside a
 * bare jSMPP loop against the same message centre.
 */
final class SmsBenchmark implements Benchmark {
  static final String SENDER = "+12075550100";
  static final String TEXT = "Marram Ferries: the winter boats run from 1 December. STOP to end.";

  private static final int MESSAGES = 50_000;
  private static final int WARM_UP = 20_000;
  private static final int WINDOW = 200;
  private static final ZoneId ZONE = ZoneId.of("America/New_York");
  private static final Instant NOON = Instant.parse("2026-11-17T17:00:00Z");

  /** Any number will do: only the stand-in is at the other end. */
  static String number(int i) {
    return String.format("+1207%07d", i);
  }

  @Override
  public String about() {
    return "durable attempts over SMPP, beside a bare jSMPP loop with receipts on";
  }

  @Override
  public Figures run() throws Exception {
    Path folder = Files.createTempDirectory("gemba-bench");
    try (CentreApart centre = CentreApart.open(folder)) {
      BareSmppLoop.rate(centre.port(), WARM_UP, WINDOW);
      double before = BareSmppLoop.rate(centre.port(), MESSAGES, WINDOW);
      campaign(folder.resolve("warm-up"), centre.port(), WARM_UP);
      double ours = campaign(folder.resolve("house"), centre.port(), MESSAGES);
      double after = BareSmppLoop.rate(centre.port(), MESSAGES, WINDOW);
      return new Figures(ours, (before + after) / 2, "messages/s");
    }
  }

  private static double campaign(Path data, int port, int people) throws Exception {
    Clock clock = Clock.offset(Clock.systemUTC(), Duration.between(Instant.now(), NOON));
    try (DataFolder folder = DataFolder.open(data);
        Store store = Store.open(folder)) {
      CampaignStore campaigns = new CampaignStore(store);
      long campaign = launched(store, campaigns, people, clock.instant());
      AttemptStore book = new AttemptStore(store);
      Brake brake = new Brake();
      MessageExchange<OutgoingText> exchange =
          MessageExchange.ofTexts(book, brake, new RecentStops(), clock);
      Verdicts verdicts = new Verdicts(RulePack.general());
      try (CampaignRunner runner =
          new CampaignRunner(
              book,
              new Outlets(Map.of(Channel.SMS, exchange)),
              brake,
              verdicts,
              () -> ZONE,
              clock)) {
        runner.start();
        until(() -> campaigns.get(campaign).frozen());
        SmppSettings settings =
            new SmppSettings("localhost", port, CentreApart.LOGIN, CentreApart.LOGIN, WINDOW, true);
        long begun = System.nanoTime();
        exchange.use(Optional.of(new SmppTextNetwork(settings, exchange, exchange)));
        until(() -> allSettled(campaigns.get(campaign)));
        double seconds = (System.nanoTime() - begun) / 1e9;
        exchange.use(Optional.empty());
        return people / seconds;
      }
    }
  }

  /** Handsets that are off or gone are part of the stand-in: their receipts come as well. */
  private static boolean allSettled(CampaignStore.Campaign campaign) {
    return campaign.state() == CampaignState.FINISHED
        && campaign.reached() >= campaign.people() * 0.96;
  }

  private static long launched(Store store, CampaignStore campaigns, int people, Instant now) {
    new HouseStore(store)
        .change(
            new HouseStore.House("Marram Ferries", ZONE, "US", "USD", 0), Optional.empty(), now);
    long sender =
        new SenderStore(store)
            .add(
                SENDER,
                SenderStore.SenderTerms.ofTexts("Booking office", 8_000, Optional.empty()),
                Optional.empty(),
                now)
            .id();
    CampaignStore.Campaign draft = campaigns.add(brief(sender), Optional.empty(), now);
    List<PhoneNumber> typed =
        IntStream.range(0, people)
            .mapToObj(
                i -> new PhoneNumber(number(i), LineType.LANDLINE_OR_MOBILE, "US", Set.of(ZONE)))
            .toList();
    campaigns.launch(
        draft.id(),
        new CampaignStore.LaunchTerms(
            draft.version(), "bench", "general-1", "stand-in", Tariff.ofTexts(8_000), typed),
        Optional.empty(),
        now);
    return draft.id();
  }

  private static Brief brief(long sender) {
    return new Brief(
        "Bench",
        Channel.SMS,
        Purpose.SERVICE,
        TEXT,
        Map.of(),
        Optional.of(sender),
        List.of(),
        number(0),
        LocalTime.MIDNIGHT,
        LocalTime.MIDNIGHT,
        EnumSet.allOf(DayOfWeek.class),
        Brief.HoursClock.OWN,
        6_000_000,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static void until(java.util.function.BooleanSupplier reached)
      throws InterruptedException, IOException {
    long deadline = System.nanoTime() + TimeUnit.MINUTES.toNanos(10);
    while (!reached.getAsBoolean()) {
      if (System.nanoTime() > deadline) {
        throw new IOException("the campaign does not come to its end");
      }
      TimeUnit.MILLISECONDS.sleep(20);
    }
  }
}
