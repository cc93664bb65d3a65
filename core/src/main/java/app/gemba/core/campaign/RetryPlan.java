package app.gemba.core.campaign;

import app.gemba.core.channel.OutcomeClass;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * After which outcomes to try again, how often, after how long, and on which of the person's
 * numbers. When its time has come, a retry is an attempt like any other: the verdict is asked
 * again.
 *
 * @param rules at most one for each class of outcome
 */
public record RetryPlan(List<Rule> rules) {
  /** No second try. */
  public static final RetryPlan NONE = new RetryPlan(List.of());

  private static final int MOST_TIMES = 10;
  private static final Duration SHORTEST = Duration.ofMinutes(1);
  private static final Duration LONGEST = Duration.ofDays(7);

  public RetryPlan {
    rules = List.copyOf(rules);
  }

  /** On which of a person's numbers to try again. */
  public enum Numbers {
    SAME,
    /** The next in the person's own order, round and round; the same where there is no other. */
    NEXT
  }

  /**
   * What follows one class of outcome.
   *
   * @param times how often to try again, 1 to 10
   * @param afterMinutes how long after the end of the try before, a minute to a week
   */
  public record Rule(OutcomeClass outcome, int times, long afterMinutes, Numbers numbers) {
    private Duration after() {
      return Duration.ofMinutes(afterMinutes);
    }
  }

  /** A try that has ended, on one of a person's numbers. */
  public record Tried(long number, OutcomeClass outcome) {}

  /** A further try. */
  public record Again(long number, Instant notBefore) {}

  /** What makes the plan unusable, in sentences; none where it can be used. */
  public List<String> mistakes() {
    List<String> mistakes = new ArrayList<>();
    for (Rule rule : rules) {
      if (!rule.outcome().canBeTriedAgain()) {
        mistakes.add("Nobody is tried again who was reached or opted out.");
      }
      if (rule.times() < 1 || rule.times() > MOST_TIMES) {
        mistakes.add("A retry is made 1 to " + MOST_TIMES + " times.");
      }
      if (rule.after().compareTo(SHORTEST) < 0 || rule.after().compareTo(LONGEST) > 0) {
        mistakes.add("A retry comes after a minute at least and a week at most.");
      }
    }
    long classes = rules.stream().map(Rule::outcome).distinct().count();
    if (classes < rules.size()) {
      mistakes.add("There is more than one retry rule for the same outcome.");
    }
    return mistakes.stream().distinct().toList();
  }

  /**
   * The next try after the last one has ended.
   *
   * @param tried all tries so far, oldest first, each ended; not empty
   * @param numbers the person's numbers that take this channel, in their order
   * @return empty where there is none
   */
  public Optional<Again> next(List<Tried> tried, List<Long> numbers, Instant now) {
    Tried last = tried.get(tried.size() - 1);
    Optional<Rule> rule = rules.stream().filter(one -> one.outcome() == last.outcome()).findFirst();
    long before = tried.stream().filter(one -> one.outcome() == last.outcome()).count();
    if (rule.isEmpty() || before > rule.get().times()) {
      return Optional.empty();
    }
    Instant notBefore = now.plus(rule.get().after());
    return number(rule.get(), tried, numbers).map(number -> new Again(number, notBefore));
  }

  /** How many tries a person can have at most. */
  public int mostTries() {
    return 1 + rules.stream().collect(Collectors.summingInt(Rule::times));
  }

  private static Optional<Long> number(Rule rule, List<Tried> tried, List<Long> numbers) {
    long last = tried.get(tried.size() - 1).number();
    List<Long> lost =
        tried.stream()
            .filter(one -> one.outcome() == OutcomeClass.NOT_REACHABLE)
            .map(Tried::number)
            .toList();
    List<Long> usable = numbers.stream().filter(number -> !lost.contains(number)).toList();
    if (rule.numbers() == Numbers.SAME) {
      return usable.contains(last) ? Optional.of(last) : Optional.empty();
    }
    int place = numbers.indexOf(last);
    for (int i = 1; i <= numbers.size(); i++) {
      long next = numbers.get(Math.floorMod(place + i, numbers.size()));
      if (usable.contains(next)) {
        return Optional.of(next);
      }
    }
    return Optional.empty();
  }
}
