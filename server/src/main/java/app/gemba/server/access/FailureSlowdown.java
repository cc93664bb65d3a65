package app.gemba.server.access;

import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * Slows sign-in attempts after failures: after the third in a row for a login, each waits twice as
 * long as the one before, to at most five minutes. By the machine's own clock.
 */
@Component
class FailureSlowdown {
  private static final int FREE = 3;
  private static final Duration LONGEST = Duration.ofMinutes(5);
  private static final int MOST_REMEMBERED = 10_000;

  private record Failures(int count, Instant last) {}

  private final Map<String, Failures> byLogin = new ConcurrentHashMap<>();

  /** How long this login has to wait before the next attempt. */
  Duration waitFor(String login, Instant now) {
    Failures failures = byLogin.get(key(login));
    if (failures == null || failures.count() < FREE) {
      return Duration.ZERO;
    }
    Duration wait = Duration.ofSeconds(1L << Math.min(failures.count() - FREE, 9));
    wait = wait.compareTo(LONGEST) > 0 ? LONGEST : wait;
    Duration left = Duration.between(now, failures.last().plus(wait));
    return left.isNegative() ? Duration.ZERO : left;
  }

  void failed(String login, Instant now) {
    if (byLogin.size() > MOST_REMEMBERED) {
      byLogin.values().removeIf(failures -> failures.last().isBefore(now.minus(LONGEST)));
    }
    byLogin.merge(
        key(login), new Failures(1, now), (old, one) -> new Failures(old.count() + 1, now));
  }

  void succeeded(String login) {
    byLogin.remove(key(login));
  }

  private static String key(String login) {
    return login.strip().toLowerCase(Locale.ROOT);
  }
}
