package app.gemba.store;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.campaign.Run;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.ChatContent;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.RulePack;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.PersonName;
import app.gemba.core.intake.file.FileFormat;
import app.gemba.core.intake.file.FileShape;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.pacing.Pace;
import app.gemba.core.people.HeldNumber;
import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;

/** A house in a temporary folder, with a real database. */
final class TemporaryHouse implements AutoCloseable {
  static final Instant NOW = Instant.parse("2026-11-17T15:00:00Z");
  static final ZoneId ZONE = ZoneId.of("America/New_York");

  final DataFolder folder;
  final Store store;
  final Verdicts verdicts = new Verdicts(RulePack.general());

  TemporaryHouse(Path root) throws IOException {
    folder = DataFolder.open(root);
    store = Store.open(folder);
  }

  static String e164(int i) {
    return String.format("+1207555%04d", i);
  }

  static PhoneNumber number(int i) {
    return new PhoneNumber(e164(i), LineType.LANDLINE_OR_MOBILE, "US", Set.of(ZONE));
  }

  /** A file of a few columns that has been looked at. */
  static ImportStore.NewImport file(String name, long rows) {
    TableFile table =
        new TableFile(
            Path.of(name),
            new FileShape(FileFormat.DELIMITED, "UTF-8", ',', "", 0, true),
            List.of(),
            List.of(),
            rows,
            OptionalLong.empty());
    return new ImportStore.NewImport(name, name, "sha of " + name, "US", table, Optional.empty());
  }

  /** An empty list. */
  ListStore.NamedList list(String name) {
    return new ListStore(store).add(name, Optional.empty(), Optional.empty(), NOW);
  }

  /** Somebody with numbers. */
  static PersonDraft draft(String ownId, String name, int... numbers) {
    return PersonDraft.of(
        ownId,
        PersonName.of(name),
        "",
        Arrays.stream(numbers).mapToObj(i -> HeldNumber.of(number(i))).toList());
  }

  /** A list of people with one number each, from 0. */
  long listOf(int people) {
    long list = list("list of " + people).id();
    store
        .writer()
        .write(
            Urgency.BULK,
            db -> {
              for (int i = 0; i < people; i++) {
                PersonDraft draft = draft("MF-" + i, "Guest " + i, i);
                Sql.update(
                    db,
                    "insert into list_member (list_id, person_id) values (?, ?)",
                    list,
                    TakeIn.one(db, draft, NOW).value());
              }
              return null;
            });
    return list;
  }

  /** A campaign to one list that is running, its audience frozen. */
  Launched running(long list, String message) {
    return running(list, message, Optional.empty());
  }

  /** The same, with second tries. */
  Launched running(long list, String message, Optional<RetryPlan> retries) {
    long sender = sender(Channel.SMS, Tariff.ofTexts(8_000));
    return launch(brief(sender, list, message, retries), Tariff.ofTexts(8_000));
  }

  /** A running campaign that calls a list. */
  Launched calling(long list, String message, CallContent content, Tariff tariff) {
    Channel channel = content.agents().isPresent() ? Channel.AGENT_CALL : Channel.VOICE_BROADCAST;
    Brief text = brief(sender(Channel.VOICE_BROADCAST, tariff), list, message);
    return launch(of(channel, text, Optional.empty(), Optional.of(content)), tariff);
  }

  /** A running campaign that writes to a list by a template. */
  Launched chatting(long list, String body, ChatContent content, Tariff tariff) {
    Brief text = brief(sender(Channel.WHATSAPP, tariff), list, body);
    return launch(of(Channel.WHATSAPP, text, Optional.of(content), Optional.empty()), tariff);
  }

  private long sender(Channel channel, Tariff tariff) {
    SenderStore senders = new SenderStore(store);
    String address = String.format("+1207555%04d", 9_000 + senders.all().size());
    return senders
        .add(
            address,
            new SenderStore.SenderTerms("Office", Set.of(channel), tariff, Optional.empty()),
            Optional.empty(),
            NOW)
        .id();
  }

  private Launched launch(Brief brief, Tariff tariff) {
    CampaignStore campaigns = new CampaignStore(store);
    CampaignStore.Campaign draft = campaigns.add(brief, Optional.empty(), NOW);
    campaigns.launch(
        draft.id(),
        new CampaignStore.LaunchTerms(
            draft.version(), "key-" + draft.id(), "general-1", "stand-in", tariff, List.of()),
        Optional.empty(),
        NOW);
    AttemptStore book = new AttemptStore(store);
    while (!book.freezeSome(
        launched(draft.id()),
        NOW,
        who -> verdicts.of(who.standing(), draft.brief().terms(ZONE), NOW))) {
      // Each turn freezes the next part.
    }
    book.advance(draft.id(), CampaignAct.BEGIN, NOW);
    return launched(draft.id());
  }

  static CampaignStore.LaunchTerms terms(int version, String key) {
    return new CampaignStore.LaunchTerms(
        version, key, "general-1", "stand-in", Tariff.ofTexts(8_000), List.of());
  }

  /** An agent with an account. */
  long agent(String name) {
    return new AccountStore(store)
        .add(name, name, "none", "AGENT", false, Optional.empty(), NOW)
        .id();
  }

  Launched launched(long id) {
    return new AttemptStore(store)
        .launched().stream().filter(one -> one.id() == id).findFirst().orElseThrow();
  }

  /** One step of a run, as the engine takes it. */
  AttemptStore.Stepped step(Launched campaign, int atMost) {
    return step(campaign, atMost, NOW);
  }

  /** The same at another time. */
  AttemptStore.Stepped step(Launched campaign, int atMost, Instant now) {
    Run run =
        new Run(
            verdicts,
            campaign.brief().terms(ZONE),
            campaign.brief().composer(),
            Pace.perMinute(60_000, now));
    return new AttemptStore(store)
        .step(campaign, atMost, now, looked -> run.step(looked, now).commands());
  }

  static long count(AttemptStore.Stepped stepped, Class<? extends RunCommand> kind) {
    return stepped.others().stream().filter(kind::isInstance).count();
  }

  static Brief brief(long sender, long list, String message) {
    return brief(sender, list, message, Optional.empty());
  }

  static Brief brief(long sender, long list, String message, Optional<RetryPlan> retries) {
    return new Brief(
        "Winter timetable",
        Channel.SMS,
        Purpose.SERVICE,
        message,
        Map.of(),
        Optional.of(sender),
        List.of(list),
        "",
        LocalTime.MIDNIGHT,
        LocalTime.MIDNIGHT,
        EnumSet.allOf(DayOfWeek.class),
        Brief.HoursClock.OWN,
        60_000,
        Brief.StartMode.NOW,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        retries,
        Optional.empty(),
        Optional.empty());
  }

  private static Brief of(
      Channel channel, Brief text, Optional<ChatContent> chat, Optional<CallContent> call) {
    return new Brief(
        text.name(),
        channel,
        text.purpose(),
        text.message(),
        text.whenBlank(),
        text.senderId(),
        text.lists(),
        "",
        text.hoursFrom(),
        text.hoursTo(),
        text.hoursDays(),
        text.hoursClock(),
        text.perMinute(),
        text.startMode(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        chat,
        call);
  }

  long number(String sql, Object... values) {
    return store.read(db -> Sql.number(db, sql, values));
  }

  /** The rows of a query, each as a line. */
  List<String> lines(String sql) {
    return store.read(
        db ->
            Sql.query(
                db,
                sql,
                row -> {
                  StringBuilder line = new StringBuilder();
                  for (int i = 1; i <= row.getMetaData().getColumnCount(); i++) {
                    line.append('|').append(row.getString(i));
                  }
                  return line.toString();
                }));
  }

  @Override
  public void close() throws IOException {
    store.close();
    folder.close();
  }
}
