package app.gemba.engine.desk;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.Standing;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdict;
import app.gemba.core.desk.CallInHand;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.NotNow;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** What agents do with whoever is before them, beside what is their desk's alone. */
public final class DeskActs {
  private final DeskExchange.Parts parts;
  private final Floor floor;
  private final Sittings sittings;
  private final KeptInTurn kept;

  DeskActs(DeskExchange.Parts parts, Floor floor, Sittings sittings, KeptInTurn kept) {
    this.parts = parts;
    this.floor = floor;
    this.sittings = sittings;
    this.kept = kept;
  }

  /** Puts whoever is shown back, to come again after a while. */
  public void skip(Seat seat, Duration later) {
    CallInHand shown = seat.shown();
    parts.desks().putBack(shown.position(), now().plus(later), now());
    seat.putBack("");
  }

  /** Says words to whoever the agent talks with. */
  public void say(Seat seat, String words) {
    seat.talking();
    seat.say(words, parts.plans().spoken(words));
  }

  /**
   * Leaves the sitting's message on the machine that has answered; the agent is free at once.
   *
   * @throws NotNow where there is no message, or nothing has answered
   */
  public void leaveMessage(Seat seat) {
    Launched campaign =
        sittings
            .launched(seat.talkingTo().campaignId())
            .orElseThrow(() -> new NotNow("This campaign is over. Speak a message, or hang up."));
    if (sittings.message(seat, campaign).length == 0) {
      throw new NotNow("No message was chosen for this sitting. Speak one, or hang up.");
    }
    requireAgreedToRecordings(seat.talkingTo(), campaign.brief().purpose());
    Seat.HandedOver over = seat.handOver();
    kept.now(() -> parts.desks().handedOver(over.attemptId(), over.note(), now()));
  }

  /** Marks the call in hand; nothing follows before the agent has done with it. */
  public void mark(Seat seat, Choice choice) {
    seat.mark(choice);
    keepMark(seat);
  }

  /** Keeps what the agent notes about the call in hand. */
  public void note(Seat seat, String text) {
    seat.note(text);
    keepMark(seat);
  }

  private void keepMark(Seat seat) {
    Seat.View is = seat.view();
    is.desk()
        .call()
        .flatMap(CallInHand::attemptId)
        .ifPresent(
            attempt ->
                kept.later(
                    () ->
                        parts
                            .desks()
                            .keepMark(
                                attempt, is.desk().call().flatMap(CallInHand::choice), is.note())));
  }

  /** A message that is left is a recorded voice, whoever has dialled. */
  private void requireAgreedToRecordings(CallInHand call, Purpose purpose) {
    Channel recorded = Channel.VOICE_BROADCAST;
    Standing standing = parts.desks().standing(call.position(), recorded, purpose, now());
    Verdict verdict = parts.verdicts().of(standing, Terms.always(recorded, purpose), now());
    if (verdict instanceof Verdict.Refused refused) {
      throw new NotNow(
          "No recorded message may be left here: "
              + refused.reasons().get(0).words()
              + ". Speak it yourself, or hang up.");
    }
  }

  /** The agent has done with the call in hand: what its marking says follows. */
  public void finish(Seat seat) {
    kept(seat.finish());
  }

  /** Ends wrap-ups whose limit has passed, and calls that nobody listens to any more. */
  public void tidy(Duration aloneAtMost) {
    for (Seat seat : floor.seats()) {
      Optional<Long> campaign = seat.view().sitting().map(Sitting::campaignId);
      campaign
          .flatMap(this::wrapUpLimit)
          .flatMap(limit -> seat.finishAfter(Optional.of(limit)))
          .ifPresent(this::kept);
      if (seat.alone(Instant.now()).compareTo(aloneAtMost) > 0) {
        seat.leaveAlone();
      }
    }
  }

  private Optional<Duration> wrapUpLimit(long campaign) {
    return sittings
        .launched(campaign)
        .flatMap(one -> one.brief().agents().wrapUpSeconds())
        .map(Duration::ofSeconds);
  }

  private void kept(Seat.Finished finished) {
    kept.now(
        () -> {
          if (finished.choice().filter(Choice::isStop).isPresent()) {
            parts.stops().add(finished.number(), Instant.now());
          }
          parts.desks().finish(finished.attemptId(), finished.choice(), finished.note(), now());
        });
  }

  private Instant now() {
    return parts.clock().instant();
  }
}
