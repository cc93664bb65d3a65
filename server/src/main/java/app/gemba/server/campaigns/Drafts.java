package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.ChatContent;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.TypedNumbers;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.phone.PhoneReader;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.HouseStore;
import app.gemba.store.PeopleEdits;
import app.gemba.store.Refused;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Makes drafts out of what is there. */
@Component
class Drafts {
  private final CampaignStore campaigns;
  private final Preflights preflights;
  private final Launches launches;
  private final HouseStore house;
  private final PeopleEdits people;
  private final PhoneReader phones;
  private final java.time.Clock clock;

  Drafts(
      CampaignStore campaigns,
      Preflights preflights,
      Launches launches,
      HouseStore house,
      PeopleEdits people,
      PhoneReader phones,
      java.time.Clock clock) {
    this.campaigns = campaigns;
    this.preflights = preflights;
    this.launches = launches;
    this.house = house;
    this.people = people;
    this.phones = phones;
    this.clock = clock;
  }

  /** A draft that says the same, to the same audience or to nobody yet. */
  Campaign copyOf(Campaign of, boolean withAudience, Optional<Long> user) {
    Brief brief = of.brief();
    Brief copy =
        new Brief(
            name(brief.name() + (withAudience ? " (copy)" : " (again)")),
            brief.channel(),
            brief.purpose(),
            brief.message(),
            brief.whenBlank(),
            brief.senderId(),
            withAudience ? brief.lists() : List.of(),
            withAudience ? brief.typedNumbers() : "",
            brief.hoursFrom(),
            brief.hoursTo(),
            brief.hoursDays(),
            brief.hoursClock(),
            brief.perMinute(),
            Brief.StartMode.NOW,
            Optional.empty(),
            Optional.empty(),
            brief.limitMicros(),
            brief.retries(),
            brief.chat(),
            brief.call());
    return campaigns.add(copy, user, clock.instant());
  }

  /**
   * Sends a draft's text to one number, filled as for somebody, as a campaign of its own: over the
   * same wire and under the same rules.
   */
  Campaign testOf(
      long draft,
      Brief brief,
      String number,
      Optional<Long> asPerson,
      Optional<Long> user,
      Instant now) {
    TypedNumbers to = TypedNumbers.read(number, house.house().region(), phones);
    if (to.numbers().size() != 1) {
      throw new Refused(Refused.Kind.INVALID, "A test goes to one number. Nothing was sent.");
    }
    if (brief.channel() == Channel.AGENT_CALL) {
      throw new Refused(
          Refused.Kind.INVALID,
          "Calls of agents are tried at a desk: launch it to yourself, and sign on. Nothing was sent.");
    }
    boolean playsSound = brief.channel().isCall() && brief.calls().soundId().isPresent();
    String text = preflights.textFor(draft, asPerson);
    if (text.isBlank() && !playsSound) {
      throw new Refused(Refused.Kind.INVALID, "There is no text to test yet. Nothing was sent.");
    }
    if (brief.channel().isCall()) {
      agreeToTest(to.numbers().get(0), brief.channel().agreement(), user, now);
    }
    Filled filled = filled(draft, brief, text, asPerson);
    Brief test =
        new Brief(
            name("Test of " + brief.name()),
            brief.channel(),
            Purpose.SERVICE,
            filled.message(),
            filled.whenBlank(),
            brief.senderId(),
            List.of(),
            to.numbers().get(0).e164(),
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
            filled.chat(),
            brief.call());
    Campaign made = campaigns.add(test, user, now);
    campaigns.markTest(made.id(), draft);
    Preflights.Result is = preflights.result(made.id());
    launches.launch(
        made.id(),
        made.version(),
        UUID.randomUUID().toString(),
        new Launches.Promise(is.allowed(), is.segments(), is.costMicros()),
        user);
    return campaigns.get(made.id());
  }

  private record Filled(
      String message, Map<String, String> whenBlank, Optional<ChatContent> chat) {}

  /** What a test says: the words as they are, or a template whose fields are the person's. */
  private Filled filled(long draft, Brief brief, String text, Optional<Long> asPerson) {
    if (brief.chat().isEmpty()) {
      return new Filled(text.replace("{{", "{ {"), Map.of(), Optional.empty());
    }
    ChatContent chat = brief.chat().get();
    List<String> values = preflights.valuesFor(draft, asPerson);
    Map<String, String> whenBlank = new HashMap<>();
    List<String> fields = new ArrayList<>();
    for (int i = 0; i < values.size(); i++) {
      fields.add("test_" + i);
      whenBlank.put("test_" + i, values.get(i));
    }
    return new Filled(
        brief.message(),
        whenBlank,
        Optional.of(new ChatContent(chat.templateId(), chat.template(), chat.language(), fields)));
  }

  /** Who asks to be called for a test has agreed to this one. */
  private void agreeToTest(PhoneNumber number, Channel channel, Optional<Long> user, Instant now) {
    people.add(PersonDraft.ofNumber(number), Optional.empty(), user, now);
    people.agree(
        List.of(number.e164()),
        new PeopleEdits.Agreed(
            channel,
            Set.of(Purpose.SERVICE),
            "typed in for a test to oneself",
            LocalDate.ofInstant(now, house.house().zone())),
        user,
        now);
  }

  private static String name(String name) {
    return name.substring(0, Math.min(120, name.length()));
  }
}
