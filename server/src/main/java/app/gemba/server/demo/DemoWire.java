package app.gemba.server.demo;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.WireEvent;
import java.time.Instant;
import java.util.List;
import java.util.Random;

/** What a network of the demo's past says about an attempt. */
interface DemoWire {

  /** Something that is heard at a moment, and what is done behind it. */
  record Coming(Instant at, WireEvent event, Runnable behind) {
    Coming(Instant at, WireEvent event) {
      this(at, event, () -> {});
    }
  }

  /** What is said at once, and what comes later. */
  record Said(List<WireEvent> atOnce, List<Coming> later) {}

  /** Carries an attempt. */
  Said carry(Launched campaign, Claim claim, Random random, Instant now);
}
