package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.MergeFields;
import app.gemba.core.campaign.Preflight;
import app.gemba.core.campaign.TextWarnings;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Composer;
import app.gemba.core.channel.Message;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.content.LongCharacters;
import app.gemba.core.content.LongCharacters.LongCharacter;
import app.gemba.core.content.MergeText;
import app.gemba.core.forecast.Forecast;
import app.gemba.core.intake.TypedNumbers;
import app.gemba.core.phone.PhoneReader;
import app.gemba.server.house.SenderRates;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.HouseStore;
import app.gemba.store.NetworkStore;
import app.gemba.store.PreflightStore;
import app.gemba.store.PreflightStore.AudiencePerson;
import app.gemba.store.SenderStore;
import app.gemba.store.SenderStore.Sender;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Preflights of drafts, and launches that keep what a preflight promised. */
@Component
class Preflights {
  private final CampaignStore campaigns;
  private final PreflightStore audiences;
  private final SenderStore senders;
  private final NetworkStore networks;
  private final HouseStore house;
  private final SenderRates rates;
  private final Verdicts verdicts;
  private final PhoneReader phones;
  private final Clock clock;

  Preflights(
      CampaignStore campaigns,
      PreflightStore audiences,
      SenderStore senders,
      NetworkStore networks,
      HouseStore house,
      SenderRates rates,
      Verdicts verdicts,
      PhoneReader phones,
      Clock clock) {
    this.campaigns = campaigns;
    this.audiences = audiences;
    this.senders = senders;
    this.networks = networks;
    this.house = house;
    this.rates = rates;
    this.verdicts = verdicts;
    this.phones = phones;
    this.clock = clock;
  }

  /** People who are refused or held for one reason. */
  record Group(ReasonCode code, String words, String source, boolean holds, long people) {}

  /**
   * What would happen.
   *
   * @param missing what the brief still needs, in sentences
   * @param unreadable typed lines without a number
   * @param network none, stand-in or smpp
   * @param finish when the last text would leave if it were launched now
   * @param warnings what a careful colleague would say about the text
   * @param longCharacters what forces the long encoding
   * @param plainMessage the text with plain equivalents for these
   * @param callSeconds how long an answered call takes at most, as is expected; 0 for messages
   * @param legal what the law says of this kind of contact, with its source
   */
  record Result(
      int version,
      Instant at,
      long everyone,
      long withNumber,
      long allowed,
      long withinHours,
      List<Group> groups,
      long segments,
      long longer,
      long unicode,
      long leftBlank,
      long costMicros,
      List<String> missing,
      List<String> unreadable,
      String network,
      Optional<Instant> finish,
      List<String> warnings,
      List<LongCharacter> longCharacters,
      String plainMessage,
      long callSeconds,
      List<Standings.Standing> legal) {}

  /** One of the people behind a count. */
  record GroupPerson(
      long personId, String name, String number, String text, List<ReasonCode> reasons) {}

  Result result(long id) {
    Campaign campaign = campaigns.get(id);
    Instant now = clock.instant();
    TypedNumbers typed = typed(campaign.brief());
    Preflight preflight = counted(campaign, typed, now);
    Preflight.Counts counts = preflight.counts();
    boolean texts = campaign.brief().channel() == Channel.SMS;
    List<Group> groups =
        counts.reasons().entrySet().stream()
            .sorted(Map.Entry.comparingByKey())
            .map(
                entry ->
                    new Group(
                        entry.getKey(),
                        entry.getKey().words(),
                        entry.getKey().source(),
                        entry.getKey().holds(),
                        entry.getValue()))
            .toList();
    return new Result(
        campaign.version(),
        now,
        counts.everyone(),
        counts.withNumber(),
        counts.allowed(),
        counts.withinHours(),
        groups,
        counts.segments(),
        counts.longer(),
        counts.unicode(),
        counts.leftBlank(),
        counts.costMicros(),
        campaign.brief().missing(campaign.picked() > 0),
        typed.unreadable(),
        networks.kind(campaign.brief().channel()).orElse("none"),
        forecast(campaign.brief(), preflight, now).finish(),
        warnings(campaign),
        texts ? LongCharacters.in(campaign.brief().message()) : List.of(),
        LongCharacters.plain(campaign.brief().message()),
        preflight.longestCall().toSeconds(),
        Standings.of(campaign.brief().channel()));
  }

  private Preflight counted(Campaign campaign, TypedNumbers typed, Instant now) {
    Preflight preflight = preflight(campaign.brief(), now);
    stream(
        campaign,
        typed,
        now,
        person -> {
          preflight.count(person.candidate());
          return true;
        });
    return preflight;
  }

  private Forecast forecast(Brief brief, Preflight preflight, Instant now) {
    Preflight.Counts counts = preflight.counts();
    return Forecast.of(
        preflight.allowedByZones(),
        verdicts,
        brief.terms(house.house().zone()),
        rates.interval(brief, false, counts.allowed(), counts.segments(), preflight.longestCall()),
        now);
  }

  private List<String> warnings(Campaign campaign) {
    List<String> warnings =
        new ArrayList<>(ImportWarnings.about(audiences.unfinishedImports(campaign.id())));
    warnings.addAll(
        TextWarnings.about(
            campaign.brief(),
            house.house().name(),
            fields(campaign.id()),
            composer(campaign.brief()).fields()));
    return warnings;
  }

  /** People of a draft's audience; those behind one count, see {@link Preflight#isBehind}. */
  List<GroupPerson> people(long id, Optional<String> group, long after, int limit) {
    Campaign campaign = campaigns.get(id);
    Instant now = clock.instant();
    // Who has a longer text than the others can only be said after all have been measured.
    Preflight preflight =
        group.equals(Optional.of("LONGER"))
            ? counted(campaign, typed(campaign.brief()), now)
            : preflight(campaign.brief(), now);
    Composer composer = composer(campaign.brief());
    List<GroupPerson> people = new ArrayList<>();
    stream(
        campaign,
        typed(campaign.brief()),
        now,
        person -> {
          Optional<ReasonCode> reason = preflight.groupOf(person.candidate());
          boolean wanted = preflight.isBehind(group.orElse("EVERYONE"), person.candidate());
          if (wanted && (person.personId() > after || after == 0)) {
            people.add(
                new GroupPerson(
                    person.personId(),
                    person.name(),
                    person.candidate().standing().number().map(n -> n.e164()).orElse(""),
                    composer.compose(person.candidate().fields()).text(),
                    reason.stream().toList()));
          }
          return people.size() < limit;
        });
    return people;
  }

  /** The text as somebody of the audience gets it: the one named, else the first. */
  String textFor(long id, Optional<Long> personId) {
    List<GroupPerson> all =
        people(id, Optional.empty(), personId.map(person -> person - 1).orElse(0L), 1);
    return all.stream()
        .findFirst()
        .map(GroupPerson::text)
        .orElseGet(() -> composer(campaigns.get(id).brief()).compose(Map.of()).text());
  }

  /** What stands in the placeholders of a template for somebody: the one named, else the first. */
  List<String> valuesFor(long id, Optional<Long> personId) {
    Campaign campaign = campaigns.get(id);
    Composer composer = composer(campaign.brief());
    List<String> values = new ArrayList<>();
    stream(
        campaign,
        typed(campaign.brief()),
        clock.instant(),
        person -> {
          boolean isThem = personId.isEmpty() || personId.get() == person.personId();
          if (isThem
              && composer.compose(person.candidate().fields()) instanceof Message.Chat chat) {
            values.addAll(chat.values());
          }
          return !isThem;
        });
    return values;
  }

  /** Numbers of everybody behind one count; numbers that nobody has yet are left out. */
  List<String> numbersBehind(long id, String count) {
    Campaign campaign = campaigns.get(id);
    Instant now = clock.instant();
    Preflight preflight = preflight(campaign.brief(), now);
    List<String> numbers = new ArrayList<>();
    stream(
        campaign,
        typed(campaign.brief()),
        now,
        person -> {
          if (person.personId() > 0 && preflight.isBehind(count, person.candidate())) {
            person.candidate().standing().number().ifPresent(n -> numbers.add(n.e164()));
          }
          return true;
        });
    return numbers;
  }

  /** The merge fields that can be used, from the first people of the audience. */
  List<String> fields(long id) {
    Campaign campaign = campaigns.get(id);
    TreeSet<String> fields = new TreeSet<>(MergeFields.BUILT_IN);
    int[] seen = {0};
    stream(
        campaign,
        typed(campaign.brief()),
        clock.instant(),
        person -> {
          fields.addAll(person.candidate().fields().keySet());
          return ++seen[0] < 500;
        });
    return List.copyOf(fields);
  }

  private Preflight preflight(Brief brief, Instant now) {
    return new Preflight(
        verdicts, brief.terms(house.house().zone()), composer(brief), tariff(brief), now);
  }

  /** A text that cannot be read yet is measured as it stands. */
  private static Composer composer(Brief brief) {
    try {
      return brief.composer();
    } catch (MergeText.BadText e) {
      String plain = brief.message().replace("{", "").replace("}", "");
      return Composer.of(brief.channel(), plain, Map.of(), Optional.empty(), brief.call());
    }
  }

  TypedNumbers typed(Brief brief) {
    return TypedNumbers.read(brief.typedNumbers(), house.house().region(), phones);
  }

  private void stream(
      Campaign campaign, TypedNumbers typed, Instant now, Predicate<AudiencePerson> consumer) {
    audiences.forEach(campaign.id(), campaign.brief(), typed.numbers(), now, consumer);
  }

  private Tariff tariff(Brief brief) {
    return senders.all().stream()
        .filter(sender -> brief.senderId().equals(Optional.of(sender.id())))
        .map(Sender::tariff)
        .findFirst()
        .orElse(Tariff.ofTexts(0));
  }
}
