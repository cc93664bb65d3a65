package app.gemba.server.desk;

import app.gemba.core.channel.AgentContent.Answer;
import app.gemba.core.channel.AgentOutcome;
import java.util.List;
import java.util.Optional;

/**
 * How a simulated agent leads a talk: the script line by line, answers where they are asked for.
 */
final class AgentTalk {
  private static final String GOODBYE = "Thank you for your time. Goodbye.";
  private static final String NO_ANSWER = "The fare is that of last year.";

  private final List<String> script;
  private final List<Answer> answers;
  private Optional<Understood> understood = Optional.empty();
  private boolean tookLeave;
  private int said;

  AgentTalk(List<String> script, List<Answer> answers) {
    this.script = List.copyOf(script);
    this.answers = List.copyOf(answers);
  }

  /** What an agent does next. */
  sealed interface Move {
    /** Says something. */
    record Say(String words) implements Move {}

    /** Leaves the recorded message. */
    record LeaveMessage() implements Move {}

    /** Puts the receiver down. */
    record HangUp() implements Move {}
  }

  /** The move behind what was heard; behind nothing for long, the talk goes on. */
  Move next(String heard) {
    understood = Understood.in(heard).or(() -> understood);
    if (said == 0 && Understood.isMachine(heard)) {
      return new Move.LeaveMessage();
    }
    if (tookLeave) {
      return new Move.HangUp();
    }
    if (Understood.asksForThePrice(heard)) {
      return new Move.Say(answers.stream().findFirst().map(Answer::words).orElse(NO_ANSWER));
    }
    if (understood.isPresent() || said >= script.size()) {
      tookLeave = true;
      return new Move.Say(GOODBYE);
    }
    return new Move.Say(script.get(said++));
  }

  /** How the agent marks it, of what the campaign has. */
  AgentOutcome outcome(List<AgentOutcome> outcomes) {
    return understood.orElse(Understood.LATER).among(outcomes);
  }
}
