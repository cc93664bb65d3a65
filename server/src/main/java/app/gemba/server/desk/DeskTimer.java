package app.gemba.server.desk;

import app.gemba.engine.desk.DeskExchange;
import app.gemba.engine.desk.Seat;
import java.time.Duration;
import java.util.Optional;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Ends what nobody attends to any more. */
@Component
class DeskTimer {
  /** Long enough to close a page by mistake and open it again. */
  private static final Duration ALONE_AT_MOST = Duration.ofMinutes(2);

  private static final int WAITING_LOOK_AGAIN_TURNS = 5;

  private final DeskExchange exchange;
  private Optional<String> whyNotNow = Optional.empty();
  private int turns;

  DeskTimer(DeskExchange exchange) {
    this.exchange = exchange;
  }

  @Scheduled(fixedDelay = 1000)
  void tidy() {
    exchange.acts().tidy(ALONE_AT_MOST);
    tell();
  }

  /** Whether calls can begin is told at once; how many are to come, now and then. */
  private void tell() {
    Optional<String> now = exchange.whyNotNow();
    turns++;
    if (!now.equals(whyNotNow) || turns % WAITING_LOOK_AGAIN_TURNS == 0) {
      whyNotNow = now;
      exchange.floor().seats().forEach(Seat::lookAgain);
    }
  }
}
