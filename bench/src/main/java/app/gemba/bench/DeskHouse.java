package app.gemba.bench;

import app.gemba.core.campaign.Brief;
import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentContent.Dialling;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Purpose;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.NotNow;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.engine.CampaignRunner;
import app.gemba.engine.TelephoneLines;
import app.gemba.engine.desk.DeskExchange;
import app.gemba.engine.desk.Seat;
import app.gemba.engine.desk.Sitting;
import app.gemba.networks.telephone.ExchangeTrunk;
import app.gemba.server.Gemba;
import app.gemba.standins.telephone.ExchangeLog;
import app.gemba.store.AccountStore;
import app.gemba.store.CampaignStore;
import app.gemba.store.HouseStore;
import app.gemba.store.SenderStore;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.security.crypto.password.PasswordEncoder;

/** The real application with one campaign whose calls agents hold, as fast as agents are free. */
final class DeskHouse implements AutoCloseable {
  private static final String CALLER = "+12075550150";
  private static final String PASSWORD = "long-enough-1";
  private static final ZoneId ZONE = ZoneId.of("America/New_York");
  private static final Instant NOON = Instant.parse("2026-11-17T17:00:00Z");
  private static final int LINES = 100;

  private final ConfigurableApplicationContext application;
  private final String address;
  private final long campaign;
  private final ExecutorService hands = Executors.newFixedThreadPool(4);

  private DeskHouse(ConfigurableApplicationContext application, long campaign) {
    this.application = application;
    this.address = "localhost:" + application.getEnvironment().getProperty("local.server.port");
    this.campaign = campaign;
  }

  static DeskHouse open(Path folder, int exchange, List<String> numbers) throws Exception {
    ConfigurableApplicationContext application =
        Gemba.application(folder.resolve("house"), false, Optional.of(NOON), "127.0.0.1", 0);
    application
        .getBean(HouseStore.class)
        .change(
            new HouseStore.House("Marram Ferries", ZONE, "US", "USD", 0), Optional.empty(), NOON);
    application
        .getBean(TelephoneLines.class)
        .use(Optional.of(new ExchangeTrunk("localhost", exchange)), LINES);
    return new DeskHouse(application, launch(application, numbers));
  }

  private static long launch(ConfigurableApplicationContext application, List<String> numbers)
      throws InterruptedException {
    Tariff free = Tariff.ofTexts(0);
    long sender =
        application
            .getBean(SenderStore.class)
            .add(
                CALLER,
                new SenderStore.SenderTerms(
                    "Office", Set.of(Channel.VOICE_BROADCAST), free, Optional.empty()),
                Optional.empty(),
                NOON)
            .id();
    CampaignStore campaigns = application.getBean(CampaignStore.class);
    CampaignStore.Campaign draft = campaigns.add(brief(sender), Optional.empty(), NOON);
    List<PhoneNumber> typed =
        numbers.stream()
            .map(e164 -> new PhoneNumber(e164, LineType.LANDLINE_OR_MOBILE, "US", Set.of(ZONE)))
            .toList();
    campaigns.launch(
        draft.id(),
        new CampaignStore.LaunchTerms(draft.version(), "bench", "general-1", "real", free, typed),
        Optional.empty(),
        NOON);
    application.getBean(CampaignRunner.class).wake();
    while (!campaigns.get(draft.id()).frozen()) {
      TimeUnit.MILLISECONDS.sleep(20);
    }
    return draft.id();
  }

  /** An agent signs in, opens the page and is ready. */
  ListeningPage sitDown(int number, ExchangeLog log) throws Exception {
    String login = "agent-" + number;
    long id =
        application
            .getBean(AccountStore.class)
            .add(
                login,
                login,
                application.getBean(PasswordEncoder.class).encode(PASSWORD),
                "AGENT",
                false,
                Optional.empty(),
                NOON)
            .id();
    DeskExchange exchange = application.getBean(DeskExchange.class);
    Seat seat = exchange.floor().seat(id);
    ListeningPage page = new ListeningPage(seat, log, () -> finish(exchange, seat), hands);
    HttpClient http = signedIn(login);
    http.newWebSocketBuilder()
        .buildAsync(URI.create("ws://" + address + "/api/v1/desk/socket"), page)
        .join();
    exchange.floor().signOn(id, new Sitting(campaign, CALLER, Optional.empty()));
    seat.ready();
    application.getBean(CampaignRunner.class).wake();
    return page;
  }

  private HttpClient signedIn(String login) throws Exception {
    CookieManager cookies = new CookieManager();
    HttpClient http = HttpClient.newBuilder().cookieHandler(cookies).build();
    URI session = URI.create("http://" + address + "/api/v1/session");
    http.send(HttpRequest.newBuilder(session).build(), BodyHandlers.discarding());
    String token =
        cookies.getCookieStore().getCookies().stream()
            .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
            .findFirst()
            .orElseThrow()
            .getValue();
    int status =
        http.send(
                HttpRequest.newBuilder(session)
                    .header("Content-Type", "application/json")
                    .header("X-XSRF-TOKEN", token)
                    .POST(
                        BodyPublishers.ofString(
                            "{\"login\":\"" + login + "\",\"password\":\"" + PASSWORD + "\"}"))
                    .build(),
                BodyHandlers.discarding())
            .statusCode();
    if (status != 200) {
      throw new IllegalStateException("the sign-in of " + login + " was answered with " + status);
    }
    return http;
  }

  private void finish(DeskExchange exchange, Seat seat) {
    try {
      exchange
          .acts()
          .mark(seat, new Choice(AgentContent.USUAL.outcome("1").orElseThrow(), Optional.empty()));
      exchange.acts().finish(seat);
      application.getBean(CampaignRunner.class).wake();
    } catch (NotNow e) {
      // It was told twice of the same wrap-up.
    }
  }

  @Override
  public void close() {
    application.close();
    hands.shutdownNow();
  }

  private static Brief brief(long sender) {
    AgentContent usual = AgentContent.USUAL;
    AgentContent atOnce =
        new AgentContent(
            Dialling.ONE_PER_AGENT, usual.outcomes(), List.of(), "", Optional.empty(), 20, 200);
    CallContent call = CallContent.BY_AGENTS;
    return new Brief(
        "Bench",
        Channel.AGENT_CALL,
        Purpose.SERVICE,
        "This is Marram Ferries.",
        Map.of(),
        Optional.of(sender),
        List.of(),
        "+12075550101",
        LocalTime.MIDNIGHT,
        LocalTime.MIDNIGHT,
        EnumSet.allOf(DayOfWeek.class),
        Brief.HoursClock.OWN,
        60,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.of(
            new CallContent(
                call.soundId(),
                call.soundSeconds(),
                call.keys(),
                call.againMinutes(),
                call.leaveOnMachines(),
                call.personHears(),
                call.atOnce(),
                call.perHour(),
                Optional.of(atOnce))));
  }
}
