package app.gemba.server.desk;

import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.desk.CallInHand;
import app.gemba.core.desk.FollowUpTime;
import app.gemba.core.desk.NotNow;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.engine.desk.Seat;
import app.gemba.store.CampaignStore;
import app.gemba.store.DeskPeople;
import app.gemba.store.HouseStore;
import app.gemba.store.Refused;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Times for follow-ups, within the hours in which the person may be called. */
@Component
class FollowUpProposals {
  private static final Duration FARTHEST = Duration.ofDays(60);

  private final CampaignStore campaigns;
  private final DeskPeople people;
  private final HouseStore house;
  private final Verdicts verdicts;

  FollowUpProposals(
      CampaignStore campaigns, DeskPeople people, HouseStore house, Verdicts verdicts) {
    this.campaigns = campaigns;
    this.people = people;
    this.house = house;
    this.verdicts = verdicts;
  }

  /**
   * The time that is wished for, or what the outcome proposes, moved into allowed hours; a wish
   * that has passed means the next quarter of an hour.
   */
  Instant at(Seat seat, AgentOutcome outcome, Optional<Instant> wish, Instant now) {
    CallInHand call =
        seat.view().desk().call().orElseThrow(() -> new NotNow("There is no call to mark."));
    if (wish.filter(at -> at.isAfter(now.plus(FARTHEST))).isPresent()) {
      throw new Refused(
          Refused.Kind.INVALID, "A follow-up is within 60 days. It was left as it is.");
    }
    Terms terms = campaigns.get(call.campaignId()).brief().terms(house.house().zone());
    PhoneNumber number = people.person(call.position()).number();
    Duration after = wish.isPresent() ? Duration.ZERO : Duration.ofMinutes(outcome.afterMinutes());
    return wish.filter(now::isBefore)
        .map(at -> FollowUpTime.allowed(verdicts, terms, number, at))
        .orElseGet(() -> FollowUpTime.propose(verdicts, terms, number, after, now));
  }
}
