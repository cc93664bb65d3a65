package app.gemba.server.demo;

import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.file.UnreadableFile;
import app.gemba.core.people.Filter;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Role;
import app.gemba.server.house.CallNetworkDesk;
import app.gemba.server.house.ChatNetworkDesk;
import app.gemba.server.house.SmsNetworkDesk;
import app.gemba.server.imports.ImportDesk;
import app.gemba.store.CampaignStore;
import app.gemba.store.ChatTemplates;
import app.gemba.store.HouseStore;
import app.gemba.store.HouseStore.House;
import app.gemba.store.ImportStore;
import app.gemba.store.ListStore;
import app.gemba.store.NetworkStore;
import app.gemba.store.NumberZones;
import app.gemba.store.SenderStore;
import app.gemba.store.Store;
import app.gemba.store.TextIdeas;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Furnishes the demo: Marram Ferries on the morning of 17 November 2026, made up from one seed. */
@Component
public class DemoHouse {
  /** What the console says about who can sign in. */
  public static final String ACCOUNTS_TOLD =
      """
      Demo accounts, all with the password ferry-demo:
        tove   Tove Brandt, operator
        ines   Ines Calder, administrator
        bram   Bram Orme, reader (numbers are masked)
        lior   Lior Strand, agent at a desk
        carys  Carys Holm, agent at a desk
        femi   Femi Gale, supervisor""";

  private static final Duration THREE_HOURS = Duration.ofHours(3);
  private static final Duration EIGHT_HOURS = Duration.ofHours(8);
  private static final long SEED = 20261117;
  private static final int PASS_HOLDERS = 2000;
  private static final int ABROAD = 140;
  private static final int NEIGHBOURS = 28;
  private static final int LAPSED = 20;
  private static final int SCHOOLS = 40;
  private static final Tariff PRICES = new Tariff(0, 25_000, 2_000, 14_000, 6);

  private final HouseStore house;
  private final DemoAccounts accounts;
  private final SenderStore senders;
  private final NetworkStore networks;
  private final ChatTemplates templates;
  private final ImportDesk desk;
  private final Store store;
  private final ImportStore imports;
  private final ListStore lists;
  private final CampaignStore campaigns;
  private final NumberZones zones;
  private final DemoHistory history;
  private final TextIdeas ideas;
  private final BusinessClock clock;
  private long telephone;

  DemoHouse(
      HouseStore house,
      DemoAccounts accounts,
      SenderStore senders,
      NetworkStore networks,
      ChatTemplates templates,
      ImportDesk desk,
      Store store,
      ImportStore imports,
      ListStore lists,
      CampaignStore campaigns,
      NumberZones zones,
      DemoHistory history,
      TextIdeas ideas,
      BusinessClock clock) {
    this.house = house;
    this.accounts = accounts;
    this.senders = senders;
    this.networks = networks;
    this.templates = templates;
    this.desk = desk;
    this.store = store;
    this.imports = imports;
    this.lists = lists;
    this.campaigns = campaigns;
    this.zones = zones;
    this.history = history;
    this.ideas = ideas;
    this.clock = clock;
  }

  /** Furnishes an empty house; one that is furnished stays as it was left. */
  public void furnish() {
    if (!accounts.isEmpty()) {
      return;
    }
    store.writer().setSynced(false);
    try {
      furnishAll(clock.instant());
    } finally {
      store.writer().setSynced(true);
    }
  }

  private void furnishAll(Instant now) {
    house.change(
        new House("Marram Ferries", ZoneId.of("America/New_York"), "US", "USD", 0),
        Optional.empty(),
        now);
    networks.useSmsNetwork(Optional.of(SmsNetworkDesk.standInNetwork()), Optional.empty(), now);
    networks.use(
        Channel.WHATSAPP, Optional.of(ChatNetworkDesk.standInNetwork()), Optional.empty(), now);
    networks.use(
        Channel.VOICE_BROADCAST,
        Optional.of(CallNetworkDesk.standInNetwork()),
        Optional.empty(),
        now);
    long office =
        senders
            .add(
                "+12075550100",
                SenderStore.SenderTerms.ofTexts("Booking office", 8_000, Optional.of(600)),
                Optional.empty(),
                now)
            .id();
    senders.add(
        "MARRAM",
        SenderStore.SenderTerms.ofTexts("Marram Ferries by name", 9_500, Optional.empty()),
        Optional.empty(),
        now);
    DemoPeople people = new DemoPeople(SEED);
    long holders =
        bringIn("pass-holders-2026.csv", people.passHolders(PASS_HOLDERS), "Pass holders 2026");
    long crew = bringIn("boat-crew.csv", people.crew(12), "Boat crew");
    accounts.add("ines", "Ines Calder", Role.ADMINISTRATOR);
    Optional<Long> tove = Optional.of(accounts.add("tove", "Tove Brandt", Role.OPERATOR));
    accounts.add("bram", "Bram Orme", Role.READER);
    telephone = sender("+12075550150", "Booking office, telephone", Channel.VOICE_BROADCAST, now);
    campaignsOf(new DemoTexts(office, holders, crew), tove, now);
    channelsOf(
        new DemoChannels(
            sender("+12075550140", "Marram on WhatsApp", Channel.WHATSAPP, now),
            telephone,
            bringIn("guests-abroad.csv", people.abroad(ABROAD), "Guests abroad"),
            bringIn("pier-neighbours.csv", people.neighbours(NEIGHBOURS), "Pier neighbours"),
            bringIn("lapsed-guests.csv", people.neighbours(LAPSED), "Lapsed guests")),
        people,
        tove,
        now);
    desksOf(people, tove, now);
    Filter walkers =
        new Filter(
            List.of(
                new Filter.Tagged(false, Set.of("walker")),
                new Filter.Agreed(false, Channel.WHATSAPP, Purpose.MARKETING, Agreement.YES),
                new Filter.ContactedWithin(true, 30)));
    lists.add("Walkers to write to", Optional.of(walkers), tove, now.minus(Duration.ofDays(9)));
    DemoTexts.IDEAS.forEach(
        (text, note) -> ideas.add(text, note, tove, now.minus(Duration.ofDays(30))));
  }

  /** One campaign in every state of its life. */
  private void campaignsOf(DemoTexts texts, Optional<Long> tove, Instant now) {
    history.play(texts.autumn(), tove, now.minus(Duration.ofDays(20)));
    history.play(texts.renewal(), tove, now.minus(Duration.ofDays(6)));
    Instant storm = now.minus(Duration.ofDays(2));
    long stopped = history.play(texts.storm(), tove, storm, storm.plus(Duration.ofMinutes(2)));
    campaigns.act(stopped, CampaignAct.STOP, tove, storm.plus(Duration.ofMinutes(2)));
    history.play(texts.winter(), tove, now.minus(Duration.ofMinutes(67)), now);
    Instant rota = now.minus(Duration.ofMinutes(30));
    long paused = history.play(texts.rota(), tove, rota, rota.plus(Duration.ofMinutes(4)));
    campaigns.act(paused, CampaignAct.PAUSE, tove, rota.plus(Duration.ofMinutes(4)));
    history.launch(
        texts.advent(now.plus(Duration.ofHours(25))), tove, now.minus(Duration.ofHours(16)));
    campaigns.add(texts.spring(), tove, now.minus(Duration.ofHours(1)));
  }

  /** One campaign on each further channel that is over, and one that is to come. */
  private void channelsOf(DemoChannels says, DemoPeople people, Optional<Long> tove, Instant now) {
    Instant week = now.minus(Duration.ofDays(7));
    long winter = template("winter_boats", "UTILITY", DemoChannels.WINTER_BODY, "", week);
    template(
        "easter_offer",
        "UTILITY",
        DemoChannels.EASTER_BODY,
        "The text promotes something, so that its category is marketing.",
        week);
    // A British number of the range for fiction does not tell its zone: somebody has said it.
    zones.set(people.british(), Set.of(ZoneId.of("Europe/London")), tove, week);
    history.play(says.winterAbroad(winter), tove, now.minus(Duration.ofHours(26)));
    campaigns.add(says.newYearAbroad(winter), tove, now.minus(Duration.ofMinutes(50)));
    Instant evening = now.minus(Duration.ofDays(3)).plus(Duration.ofHours(8));
    history.play(says.pierClosure(), tove, evening);
    history.launch(says.gullSteps(now.plus(EIGHT_HOURS)), tove, now.minus(Duration.ofHours(2)));
    history.play(says.lapsedAutumn(), tove, now.minus(Duration.ofDays(4)).plus(THREE_HOURS));
    campaigns.add(says.lapsedSpring(), tove, now.minus(Duration.ofMinutes(20)));
  }

  /** Calls to schools: those of autumn are over, those of spring have begun this morning. */
  private void desksOf(DemoPeople people, Optional<Long> tove, Instant now) {
    accounts.add("femi", "Femi Gale", Role.SUPERVISOR);
    history.sit(
        List.of(
            accounts.add("lior", "Lior Strand", Role.AGENT),
            accounts.add("carys", "Carys Holm", Role.AGENT)));
    DemoDesks desks =
        new DemoDesks(
            telephone,
            bringIn("schools.csv", people.schools(SCHOOLS), "Schools"),
            lists
                .add("Spring groups", Optional.empty(), tove, now.minus(Duration.ofDays(90)))
                .id());
    history.play(desks.autumn(), tove, now.minus(Duration.ofDays(35)));
    history.play(desks.spring(), tove, now.minus(Duration.ofMinutes(14)), now);
    campaigns.add(desks.summer(), tove, now.minus(Duration.ofMinutes(6)));
  }

  private long template(String name, String category, String body, String fault, Instant at) {
    long id =
        templates
            .submit(new ChatTemplates.Draft(name, category, "en", body), Optional.empty(), at)
            .id();
    ChatTemplates.State state =
        fault.isEmpty() ? ChatTemplates.State.APPROVED : ChatTemplates.State.REJECTED;
    templates.decide(name, "en", state, fault, at.plus(Duration.ofMinutes(4)));
    return id;
  }

  private long sender(String address, String label, Channel channel, Instant now) {
    SenderStore.SenderTerms terms =
        new SenderStore.SenderTerms(label, Set.of(channel), PRICES, Optional.empty());
    return senders.add(address, terms, Optional.empty(), now).id();
  }

  private long bringIn(String fileName, String csv, String list) {
    try {
      ImportDesk.Proposal proposal =
          desk.receive(
              ImportDesk.Source.chosen(fileName),
              new ByteArrayInputStream(csv.getBytes(StandardCharsets.UTF_8)),
              Optional.empty());
      boolean says = proposal.plan().has(ColumnRole.AGREED);
      AgreementSource agreement =
          says
              ? new AgreementSource.Column(
                  Channel.ofAgreements(),
                  Set.of(Purpose.values()),
                  "pass form at the booking office")
              : new AgreementSource.None();
      ImportPlan plan = new ImportPlan(proposal.plan().columns(), "US", agreement);
      long id = proposal.of().id();
      desk.start(id, plan, new ImportDesk.Onto(Optional.empty(), list), Optional.empty());
      while (imports.get(id).state().equals("running")) {
        Thread.sleep(20);
      }
      return imports.get(id).listId().orElseThrow();
    } catch (IOException | UnreadableFile e) {
      throw new IllegalStateException("the demo's own file cannot be read", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("interrupted while furnishing the demo", e);
    }
  }
}
