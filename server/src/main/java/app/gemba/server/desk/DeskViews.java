package app.gemba.server.desk;

import app.gemba.core.campaign.Brief;
import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.desk.AgentState;
import app.gemba.core.desk.CallInHand;
import app.gemba.engine.desk.Caption;
import app.gemba.engine.desk.DeskExchange;
import app.gemba.engine.desk.Seat;
import app.gemba.engine.desk.Sitting;
import app.gemba.server.BusinessClock;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.DeskPeople;
import app.gemba.store.DeskPeople.DeskPerson;
import app.gemba.store.DeskReports;
import app.gemba.store.FollowUps;
import app.gemba.store.HouseStore;
import app.gemba.store.ListStore;
import app.gemba.store.PeopleStore;
import app.gemba.store.PeopleStore.StoryLine;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Component;

/** What an agent sees at their desk, all of it. */
@Component
class DeskViews {
  private static final int BEFORE = 8;

  private final DeskExchange exchange;
  private final CampaignStore campaigns;
  private final DeskPeople people;
  private final PeopleStore contacts;
  private final ListStore lists;
  private final DeskReports reports;
  private final FollowUps followUps;
  private final HouseStore house;
  private final BusinessClock clock;

  DeskViews(
      DeskExchange exchange,
      CampaignStore campaigns,
      DeskPeople people,
      PeopleStore contacts,
      ListStore lists,
      DeskReports reports,
      FollowUps followUps,
      HouseStore house,
      BusinessClock clock) {
    this.exchange = exchange;
    this.campaigns = campaigns;
    this.people = people;
    this.contacts = contacts;
    this.lists = lists;
    this.reports = reports;
    this.followUps = followUps;
    this.house = house;
    this.clock = clock;
  }

  /**
   * A way a call can end.
   *
   * @param list the name of the list that the person is put on beside; empty for none
   */
  record OutcomeLine(
      String key,
      String label,
      AgentOutcome.Follow follow,
      int afterMinutes,
      Optional<String> list) {}

  /** What was chosen for the sitting, and what the campaign brings. */
  record SittingView(
      long campaignId,
      String campaign,
      AgentContent.Dialling dialling,
      String callerNumber,
      boolean hasMessage,
      List<OutcomeLine> outcomes,
      Optional<Integer> wrapUpSeconds,
      long toCome) {}

  /** What somebody has agreed to or refused, by channel, for the campaign's purpose. */
  record MayBe(String channel, String word) {}

  /**
   * Whoever is before the agent.
   *
   * @param zones where they could be; the strictest counts for when they may be called
   * @param tries calls to them in this campaign, this one included once it is dialled
   * @param promise what was noted when this call was promised
   * @param script what to say, line by line, with their fields filled
   */
  record PersonCard(
      long position,
      String name,
      String number,
      String numberType,
      int place,
      int numbers,
      List<String> zones,
      int tries,
      Optional<String> promise,
      Map<String, String> fields,
      List<MayBe> mayBe,
      List<StoryLine> before,
      List<String> script,
      List<AgentContent.Answer> answers) {}

  /** The call in hand, once it is dialled. */
  record LineView(
      long attemptId, Optional<Instant> answeredAt, Optional<Instant> endedAt, boolean held) {}

  /** How the call is marked so far. */
  record ChoiceView(String key, Optional<Instant> at) {}

  /** The agent's own day. */
  record DeskToday(
      long calls, long connects, long reached, long followUps, Optional<Instant> next) {}

  /** A desk as its agent sees it. */
  record DeskView(
      AgentState state,
      Instant since,
      Instant at,
      boolean breakAfter,
      Optional<SittingView> sitting,
      Optional<PersonCard> person,
      Optional<LineView> call,
      Optional<ChoiceView> choice,
      String note,
      List<Caption> captions,
      String told,
      Optional<String> whyNotNow,
      DeskToday today) {}

  /** How calls of a campaign can end. */
  List<AgentOutcome> outcomes(long campaign) {
    return campaigns.get(campaign).brief().agents().outcomes();
  }

  DeskView of(long agent) {
    Seat.View is = exchange.floor().seat(agent).view();
    Optional<Campaign> campaign = is.sitting().map(Sitting::campaignId).map(campaigns::get);
    Optional<CallInHand> call = is.desk().call();
    return new DeskView(
        is.desk().state(),
        is.desk().since(),
        clock.instant(),
        is.desk().breakAfter(),
        is.sitting().map(sitting -> sitting(sitting, campaign.orElseThrow())),
        call.map(one -> card(one, campaign.orElseThrow().brief())),
        call.flatMap(DeskViews::call),
        call.flatMap(CallInHand::choice)
            .map(choice -> new ChoiceView(choice.outcome().key(), choice.at())),
        is.note(),
        is.captions(),
        is.told(),
        exchange.whyNotNow(),
        today(agent));
  }

  private SittingView sitting(Sitting sitting, Campaign campaign) {
    AgentContent content = campaign.brief().agents();
    return new SittingView(
        campaign.id(),
        campaign.brief().name(),
        content.dialling(),
        sitting.callerNumber(),
        sitting.soundId().isPresent() || !content.machineWords().isBlank(),
        content.outcomes().stream().map(this::outcome).toList(),
        content.wrapUpSeconds(),
        campaign.waiting());
  }

  private OutcomeLine outcome(AgentOutcome outcome) {
    return new OutcomeLine(
        outcome.key(),
        outcome.label(),
        outcome.follow(),
        outcome.afterMinutes(),
        outcome.listId().map(id -> lists.get(id).name()));
  }

  private static Optional<LineView> call(CallInHand call) {
    return call.attemptId()
        .map(id -> new LineView(id, call.answeredAt(), call.endedAt(), call.held()));
  }

  private PersonCard card(CallInHand call, Brief brief) {
    DeskPerson person = people.person(call.position());
    PeopleStore.Person contact = contacts.person(person.personId(), clock.instant());
    List<StoryLine> story = contacts.story(person.personId());
    List<MayBe> mayBe =
        contact.agreements().stream()
            .filter(line -> line.e164().equals(call.number()))
            .filter(line -> line.purpose().equals(brief.purpose().name()))
            .map(line -> new MayBe(line.channel(), line.word()))
            .toList();
    return new PersonCard(
        call.position(),
        contact.name(),
        call.number(),
        person.number().type().name(),
        person.place(),
        person.numbers(),
        person.number().zones().stream().map(ZoneId::getId).sorted().toList(),
        person.tries(),
        person.promise().filter(text -> !text.isBlank()),
        allFields(contact),
        mayBe,
        story.subList(Math.max(0, story.size() - BEFORE), story.size()),
        AgentContent.lines(brief.composer().compose(person.fields()).text()),
        brief.agents().answers());
  }

  /** In one order for everybody: nothing moves under the agent. */
  private static Map<String, String> allFields(PeopleStore.Person contact) {
    Map<String, String> all = new LinkedHashMap<>();
    all.put("own id", contact.ownId());
    all.put("e-mail", contact.email());
    all.putAll(new TreeMap<>(contact.fields()));
    all.values().removeIf(String::isBlank);
    return all;
  }

  private DeskToday today(long agent) {
    ZoneId zone = house.house().zone();
    Instant midnight = LocalDate.ofInstant(clock.instant(), zone).atStartOfDay(zone).toInstant();
    DeskReports.Work work = reports.since(agent, midnight);
    return new DeskToday(
        work.calls(),
        work.connects(),
        reports.reachedSince(agent, midnight),
        followUps.openUntil(agent, midnight.plus(Duration.ofDays(1))),
        followUps.next(agent));
  }
}
