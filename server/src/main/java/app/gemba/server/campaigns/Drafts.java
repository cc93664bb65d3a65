package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.TypedNumbers;
import app.gemba.core.phone.PhoneReader;
import app.gemba.store.CampaignStore;
import app.gemba.store.CampaignStore.Campaign;
import app.gemba.store.HouseStore;
import app.gemba.store.Refused;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Makes drafts out of what is there. */
@Component
class Drafts {
  private final CampaignStore campaigns;
  private final Preflights preflights;
  private final Launches launches;
  private final HouseStore house;
  private final PhoneReader phones;
  private final java.time.Clock clock;

  Drafts(
      CampaignStore campaigns,
      Preflights preflights,
      Launches launches,
      HouseStore house,
      PhoneReader phones,
      java.time.Clock clock) {
    this.campaigns = campaigns;
    this.preflights = preflights;
    this.launches = launches;
    this.house = house;
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
            brief.retries());
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
    String text = preflights.textFor(draft, asPerson);
    if (text.isBlank()) {
      throw new Refused(Refused.Kind.INVALID, "There is no text to test yet. Nothing was sent.");
    }
    Brief test =
        new Brief(
            name("Test of " + brief.name()),
            brief.channel(),
            Purpose.SERVICE,
            text.replace("{{", "{ {"),
            Map.of(),
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
            Optional.empty());
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

  private static String name(String name) {
    return name.substring(0, Math.min(120, name.length()));
  }
}
