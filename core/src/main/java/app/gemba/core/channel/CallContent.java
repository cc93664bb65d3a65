package app.gemba.core.channel;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How a call goes, beside the words of the brief.
 *
 * @param soundId a sound that is played; empty where the words are spoken for each person
 * @param soundSeconds how long the sound is, rounded up
 * @param keys what keys do, each key once
 * @param againMinutes after how many minutes somebody is called who asked for later by a key
 * @param leaveOnMachines whether a machine gets the message behind its beep
 * @param personHears whether a person hears it; else they are released politely
 * @param atOnce calls at one time, at least 1
 * @param perHour calls an hour; empty where the brief's pace a minute holds
 * @param agents what agents need who hold the calls; empty for calls that go by themselves
 */
public record CallContent(
    Optional<Long> soundId,
    int soundSeconds,
    List<KeyUse> keys,
    int againMinutes,
    boolean leaveOnMachines,
    boolean personHears,
    int atOnce,
    Optional<Integer> perHour,
    Optional<AgentContent> agents) {
  /** A message that is all of a call, to whoever or whatever answers. */
  public static final CallContent BROADCAST =
      new CallContent(
          Optional.empty(),
          0,
          List.of(new KeyUse("1", KeyAct.CONFIRM), new KeyUse("9", KeyAct.OPT_OUT)),
          60,
          true,
          true,
          10,
          Optional.empty(),
          Optional.empty());

  /** Calls that agents hold, as they begin. */
  public static final CallContent BY_AGENTS =
      new CallContent(
          Optional.empty(),
          0,
          List.of(),
          60,
          true,
          true,
          10,
          Optional.empty(),
          Optional.of(AgentContent.USUAL));

  private static final int MOST_AT_ONCE = 500;
  private static final int LONGEST_AGAIN = 7 * 24 * 60;

  public CallContent {
    keys = List.copyOf(keys);
  }

  /** What a key does. */
  public enum KeyAct {
    CONFIRM,
    HEAR_AGAIN,
    CALL_LATER,
    /** At once, on all channels. */
    OPT_OUT
  }

  /** A key, by what stands on it, and what it does. */
  public record KeyUse(String key, KeyAct act) {}

  /** What a key does; empty where it does nothing. */
  public Optional<KeyAct> act(char face) {
    return keys.stream()
        .filter(use -> use.key().equals(String.valueOf(face)))
        .map(KeyUse::act)
        .findFirst();
  }

  /** What makes it unusable, in sentences; none where it can be used. */
  public List<String> mistakes() {
    List<String> mistakes = new ArrayList<>();
    if (keys.stream().anyMatch(use -> !use.key().matches("[0-9*#]"))) {
      mistakes.add("A key is one of 0 to 9, * and #.");
    }
    if (keys.stream().map(KeyUse::key).distinct().count() < keys.size()) {
      mistakes.add("A key does only one thing.");
    }
    if (atOnce < 1 || atOnce > MOST_AT_ONCE) {
      mistakes.add("Calls at once are 1 to " + MOST_AT_ONCE + ".");
    }
    if (againMinutes < 1 || againMinutes > LONGEST_AGAIN) {
      mistakes.add("Later is after a minute at least and a week at most.");
    }
    if (perHour.isPresent() && (perHour.get() < 1 || perHour.get() > 360_000)) {
      mistakes.add("The pace must be at least 1 an hour.");
    }
    agents.ifPresent(content -> mistakes.addAll(content.mistakes()));
    return mistakes;
  }
}
