package app.gemba.server.people;

import app.gemba.server.BusinessClock;
import app.gemba.store.Acts;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Acts can be taken back for a while; then what was kept of people for that is let go. */
@Component
class OldActs {
  private final Acts acts;
  private final BusinessClock clock;

  OldActs(Acts acts, BusinessClock clock) {
    this.acts = acts;
    this.clock = clock;
  }

  @Scheduled(fixedDelay = 3_600_000, initialDelay = 120_000)
  void letGo() {
    boolean more = true;
    while (more) {
      more = acts.forgetSomeOld(clock.instant());
    }
  }
}
