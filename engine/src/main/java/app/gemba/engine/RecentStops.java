package app.gemba.engine;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Numbers that asked to stop a moment ago, on whatever channel. Verdicts hold from the commit of
 * the opt-out; this covers what was claimed before it and has not left yet.
 */
public final class RecentStops {
  /** Longer than any claim waits for the wire. */
  private static final Duration KEPT = Duration.ofMinutes(30);

  private final Map<String, Instant> since = new ConcurrentHashMap<>();

  /** Somebody has asked to stop. */
  public void add(String e164, Instant machineNow) {
    since.values().removeIf(at -> at.isBefore(machineNow.minus(KEPT)));
    since.put(e164, machineNow);
  }

  /** Whether somebody asked to stop a moment ago. */
  public boolean has(String e164) {
    return since.containsKey(e164);
  }
}
