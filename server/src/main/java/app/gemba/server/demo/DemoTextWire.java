package app.gemba.server.demo;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/** Texts of the demo's past: most arrive, a few are answered, hardly any answer is lost. */
final class DemoTextWire implements DemoWire {
  private static final int LOST_ONE_IN = 1_200;
  private static final List<String> ANSWERS =
      List.of("Thanks!", "ok, see you on board", "does the 7:10 take dogs", "wrong number I think");

  @Override
  public Said carry(Launched campaign, Claim claim, Random random, Instant now) {
    List<WireEvent> taken = new ArrayList<>();
    List<Coming> coming = new ArrayList<>();
    if (random.nextInt(LOST_ONE_IN) == 0) {
      taken.add(new WireEvent.Unanswered(new WireEvent.PartRef(claim.attemptId(), 0)));
      return new Said(taken, coming);
    }
    double fate = random.nextDouble();
    PartState end =
        fate < 0.012 ? PartState.FAILED : fate < 0.03 ? PartState.EXPIRED : PartState.DELIVERED;
    Outcome reason = end == PartState.FAILED ? Outcome.NUMBER_GONE : Outcome.HANDSET_AWAY;
    Instant arrives = now.plusSeconds(end == PartState.EXPIRED ? 14_400 : 1 + random.nextInt(30));
    for (int part = 0; part < claim.send().message().parts(); part++) {
      String id = Long.toHexString(claim.attemptId() * 16 + part + 0x7f3a00);
      taken.add(new WireEvent.Accepted(new WireEvent.PartRef(claim.attemptId(), part), id));
      WireEvent receipt =
          new WireEvent.Receipt(id, Optional.empty(), claim.to(), end, reason, end.name());
      coming.add(new Coming(arrives, receipt));
    }
    double mood = random.nextDouble();
    if (end == PartState.DELIVERED && mood < 0.03) {
      String text = mood < 0.005 ? "STOP" : ANSWERS.get(random.nextInt(ANSWERS.size()));
      Instant answered = arrives.plusSeconds(20 + random.nextInt(600));
      coming.add(
          new Coming(
              answered, new WireEvent.Incoming(Channel.SMS, claim.to(), campaign.sender(), text)));
    }
    return new Said(taken, coming);
  }
}
