package app.gemba.core.channel;

import app.gemba.core.channel.AgentOutcome.Follow;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What agents need who hold the calls of a campaign, beside its message, which is their script: a
 * paragraph a line that they can say by one key.
 *
 * @param dialling who decides when a call begins
 * @param outcomes how a call can end, each key once
 * @param answers what agents can say to what they are asked
 * @param machineWords what is spoken to a machine where no sound is chosen for the sitting; blank
 *     where nothing is
 * @param wrapUpSeconds how long an agent may take after a call; empty for as long as they need
 * @param agents how many are expected, and {@code callsAnHour} how many calls each: only for what
 *     is said beforehand, never a limit
 */
public record AgentContent(
    Dialling dialling,
    List<AgentOutcome> outcomes,
    List<Answer> answers,
    String machineWords,
    Optional<Integer> wrapUpSeconds,
    int agents,
    int callsAnHour) {
  /**
   * Calls that an agent holds an hour where most ring out: common practice, without a predictive
   * dialler.
   */
  private static final int USUAL_CALLS_AN_HOUR = 20;

  private static final int MOST_OUTCOMES = 9;
  private static final int MOST_ANSWERS = 5;
  private static final int LONGEST_LABEL = 40;
  private static final int LONGEST_WORDS = 600;
  private static final int LONGEST_AFTER = 60 * 24 * 60;
  private static final int DAY = 24 * 60;

  /** What a campaign begins with. */
  public static final AgentContent USUAL =
      new AgentContent(
          Dialling.PREVIEW,
          List.of(
              new AgentOutcome("1", "Agreed", Follow.DONE, 0, Optional.empty()),
              new AgentOutcome("2", "Call again", Follow.FOLLOW_UP, DAY, Optional.empty()),
              new AgentOutcome("3", "Not interested", Follow.DONE, 0, Optional.empty()),
              new AgentOutcome("4", "Wrong person", Follow.NEXT_NUMBER, 5, Optional.empty()),
              new AgentOutcome("5", "No more contact", Follow.SUPPRESS, 0, Optional.empty())),
          List.of(),
          "",
          Optional.empty(),
          2,
          USUAL_CALLS_AN_HOUR);

  public AgentContent {
    outcomes = List.copyOf(outcomes);
    answers = List.copyOf(answers);
  }

  /** Who decides when a call begins. */
  public enum Dialling {
    /** The person is shown first, and the agent starts the call. */
    PREVIEW,
    /** A call begins as soon as an agent is ready. */
    ONE_PER_AGENT
  }

  /** Something to say when it is asked for. */
  public record Answer(String label, String words) {}

  /** A script whose fields are filled, as the lines that are said one by one. */
  public static List<String> lines(String script) {
    return script.lines().map(String::strip).filter(line -> !line.isEmpty()).toList();
  }

  /** The outcome of a key; empty where there is none. */
  public Optional<AgentOutcome> outcome(String key) {
    return outcomes.stream().filter(one -> one.key().equals(key)).findFirst();
  }

  /** Between two calls, over all agents that are expected. */
  public Duration expectedInterval() {
    return Duration.ofHours(1).dividedBy((long) agents * callsAnHour);
  }

  /** What makes it unusable, in sentences; none where it can be used. */
  public List<String> mistakes() {
    List<String> mistakes = new ArrayList<>();
    if (outcomes.isEmpty() || outcomes.size() > MOST_OUTCOMES) {
      mistakes.add("A call by an agent ends in one of 1 to " + MOST_OUTCOMES + " ways.");
    }
    if (outcomes.stream().anyMatch(one -> !one.key().matches("[1-9]"))
        || outcomes.stream().map(AgentOutcome::key).distinct().count() < outcomes.size()) {
      mistakes.add("Each way a call can end has a number key of its own, 1 to 9.");
    }
    if (outcomes.stream().anyMatch(one -> isBad(one.label(), LONGEST_LABEL))) {
      mistakes.add("Each way a call can end needs a name of at most 40 characters.");
    }
    boolean late =
        outcomes.stream()
            .filter(one -> one.follow() != Follow.DONE && one.follow() != Follow.SUPPRESS)
            .anyMatch(one -> one.afterMinutes() < 1 || one.afterMinutes() > LONGEST_AFTER);
    if (late) {
      mistakes.add("Another call comes after a minute at least and 60 days at most.");
    }
    if (answers.size() > MOST_ANSWERS
        || answers.stream()
            .anyMatch(
                one -> isBad(one.label(), LONGEST_LABEL) || isBad(one.words(), LONGEST_WORDS))) {
      mistakes.add("There are at most " + MOST_ANSWERS + " answers, each with a name and words.");
    }
    if (machineWords.length() > LONGEST_WORDS) {
      mistakes.add("What is said to a machine has at most " + LONGEST_WORDS + " characters.");
    }
    if (wrapUpSeconds.filter(limit -> limit < 5 || limit > 3_600).isPresent()) {
      mistakes.add("A limit after a call is 5 seconds at least and an hour at most.");
    }
    if (agents < 1 || agents > 500 || callsAnHour < 1 || callsAnHour > 200) {
      mistakes.add("Say how many agents there are, 1 to 500, and their calls an hour, 1 to 200.");
    }
    return mistakes;
  }

  private static boolean isBad(String text, int longest) {
    return text.isBlank() || text.length() > longest;
  }
}
