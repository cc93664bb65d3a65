package app.gemba.server.demo;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.voice.Line;
import app.gemba.engine.CallPlans;
import app.gemba.engine.CallSounds;
import app.gemba.engine.CallUnderWay;
import app.gemba.networks.telephone.ExchangeTrunk;
import app.gemba.standins.telephone.TelephoneExchange;
import app.gemba.store.HouseStore;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Random;

/**
 * Calls of the demo's past: each is really made, to an exchange that goes as fast as it is spoken
 * to, so that its sound is there to be heard.
 */
final class DemoCallWire implements DemoWire {
  private static final long SEED = 20261117;

  private final CallPlans plans;
  private final CallSounds sounds;
  private final HouseStore house;

  DemoCallWire(CallPlans plans, CallSounds sounds, HouseStore house) {
    this.plans = plans;
    this.sounds = sounds;
    this.house = house;
  }

  @Override
  public Said carry(Launched campaign, Claim claim, Random random, Instant now) {
    LocalTime hour = LocalTime.ofInstant(now, house.house().zone());
    try (TelephoneExchange exchange =
            new TelephoneExchange(0, SEED + random.nextInt(5), () -> hour, false);
        ExchangeTrunk trunk = new ExchangeTrunk("localhost", exchange.port())) {
      CallUnderWay.Ended ended =
          CallUnderWay.dial(
                  trunk,
                  campaign.sender(),
                  claim.to(),
                  plans.plan(campaign.brief(), claim.send().message().text()),
                  key -> {})
              .join();
      sounds.keepRecording(claim.attemptId(), ended.heard(), ended.said());
      Instant over = now.plus(Line.span(ended.heard().length));
      WireEvent end = new WireEvent.CallEnded(claim.attemptId(), ended.report());
      return new Said(List.of(), List.of(new Coming(over, end)));
    } catch (IOException e) {
      throw new IllegalStateException("a call of the demo could not be made", e);
    }
  }
}
