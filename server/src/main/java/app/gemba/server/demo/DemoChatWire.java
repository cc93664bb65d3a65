package app.gemba.server.demo;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.consent.Purpose;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/** WhatsApp messages of the demo's past: most arrive and are read, some people are not there. */
final class DemoChatWire implements DemoWire {
  private static final List<String> ANSWERS =
      List.of(
          "Tack! Går båten på nyårsdagen?", "Thanks, good to know", "Can I take my bike?", "ok!");

  @Override
  public Said carry(Launched campaign, Claim claim, Random random, Instant now) {
    String id = "m" + Long.toHexString(claim.attemptId() + 0x51f000);
    List<WireEvent> taken =
        List.of(new WireEvent.Accepted(new WireEvent.PartRef(claim.attemptId(), 0), id));
    List<Coming> coming = new ArrayList<>();
    boolean isMarketing = campaign.brief().purpose() == Purpose.MARKETING;
    double fate = random.nextDouble();
    Instant arrives = now.plusSeconds(1 + random.nextInt(12));
    if (fate < 0.2) {
      Outcome reason =
          fate < 0.12
              ? Outcome.NOT_ON_WHATSAPP
              : isMarketing && fate < 0.16 ? Outcome.CAPPED : Outcome.HANDSET_AWAY;
      coming.add(new Coming(arrives, receipt(id, claim, PartState.FAILED, reason)));
      return new Said(taken, coming);
    }
    coming.add(new Coming(arrives, receipt(id, claim, PartState.DELIVERED, Outcome.UNKNOWN)));
    if (fate < 0.8) {
      Instant read = arrives.plusSeconds(10 + random.nextInt(5_000));
      coming.add(new Coming(read, receipt(id, claim, PartState.READ, Outcome.UNKNOWN)));
      if (fate < 0.3) {
        String text = fate < 0.21 ? "STOP" : ANSWERS.get(random.nextInt(ANSWERS.size()));
        coming.add(
            new Coming(
                read.plusSeconds(20 + random.nextInt(300)),
                new WireEvent.Incoming(Channel.WHATSAPP, claim.to(), campaign.sender(), text)));
      }
    }
    return new Said(taken, coming);
  }

  private static WireEvent receipt(String id, Claim claim, PartState state, Outcome reason) {
    return new WireEvent.Receipt(id, Optional.empty(), claim.to(), state, reason, state.name());
  }
}
