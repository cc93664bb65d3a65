package app.gemba.server.demo;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.voice.Line;
import app.gemba.engine.CallPlans;
import app.gemba.engine.CallSounds;
import app.gemba.engine.CallUnderWay;
import app.gemba.store.HouseStore;
import java.io.IOException;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CompletableFuture;

/**
 * Calls of the demo's past: each is really held, with the stand-in in the same process, so that its
 * sound is there to be heard.
 */
final class DemoCallWire implements DemoWire {
  private static final int FEW = 5;

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
    try {
      DirectLine line = new DirectLine(hour, 1 + random.nextInt(FEW));
      CompletableFuture<CallUnderWay.Ended> over =
          CallUnderWay.dial(
              line,
              campaign.sender(),
              claim.to(),
              plans.plan(campaign.brief(), claim.send().message().text()),
              key -> {});
      line.run();
      CallUnderWay.Ended ended = over.join();
      sounds.keepRecording(claim.attemptId(), ended.heard(), ended.said());
      Instant end = now.plus(Line.span(ended.heard().length));
      return new Said(
          List.of(),
          List.of(new Coming(end, new WireEvent.CallEnded(claim.attemptId(), ended.report()))));
    } catch (IOException e) {
      throw new IllegalStateException("a call of the demo could not be made", e);
    }
  }
}
