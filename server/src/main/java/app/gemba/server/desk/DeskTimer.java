package app.gemba.server.desk;

import app.gemba.engine.desk.DeskExchange;
import java.time.Duration;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Ends what nobody attends to any more. */
@Component
class DeskTimer {
  /** Long enough to close a page by mistake and open it again. */
  private static final Duration ALONE_AT_MOST = Duration.ofMinutes(2);

  private final DeskExchange exchange;

  DeskTimer(DeskExchange exchange) {
    this.exchange = exchange;
  }

  @Scheduled(fixedDelay = 1000)
  void tidy() {
    exchange.tidy(ALONE_AT_MOST);
  }
}
