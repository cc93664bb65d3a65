package app.gemba.core.campaign;

import app.gemba.core.channel.Composer;
import app.gemba.core.consent.Terms;
import app.gemba.core.consent.Verdict;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.pacing.Pace;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A running campaign, stepped: an event and the time in, commands and the next state out. The
 * working state is the pace alone; the audience stays where it is kept. The same steps serve the
 * live run, the tests and, played forward on a virtual clock, the forecast.
 *
 * @param pace when the next attempt may leave
 */
public record Run(Verdicts verdicts, Terms terms, Composer composer, Pace pace) {
  /** What is awaited is told when it comes; this is for the case that the telling is missed. */
  private static final Duration LOOK_AGAIN = Duration.ofMinutes(1);

  /** The next state and what is to be done. */
  public record Step(Run next, List<RunCommand> commands) {
    public Step {
      commands = List.copyOf(commands);
    }
  }

  /** Takes one step. */
  public Step step(RunEvent event, Instant now) {
    if (event instanceof RunEvent.Tick tick) {
      return new Step(this, List.of(lookOrSleep(tick.room(), now)));
    }
    return take((RunEvent.Looked) event, now);
  }

  private RunCommand lookOrSleep(int room, Instant now) {
    long may = Math.min(room, pace.available(now));
    if (may > 0) {
      return new RunCommand.Look((int) may);
    }
    Instant slot = pace.nextSlot();
    return new RunCommand.WakeAt(slot.isAfter(now) ? slot : now.plus(pace.interval()));
  }

  private Step take(RunEvent.Looked looked, Instant now) {
    List<RunCommand> commands = new ArrayList<>();
    int sent = 0;
    for (Candidate candidate : looked.candidates()) {
      RunCommand command = decide(candidate, now);
      sent += command instanceof RunCommand.Send ? 1 : 0;
      commands.add(command);
    }
    Run next = new Run(verdicts, terms, composer, pace.after(sent, now));
    if (looked.candidates().isEmpty()) {
      commands.add(whenNobodyIsDue(looked, now));
    }
    return new Step(next, commands);
  }

  /**
   * Whoever is held until something is known, or is in flight and may be tried again, keeps the
   * campaign open: nobody is lost.
   */
  private static RunCommand whenNobodyIsDue(RunEvent.Looked looked, Instant now) {
    Instant soon = now.plus(LOOK_AGAIN);
    Optional<Instant> next =
        looked.awaiting()
            ? Optional.of(looked.nextHeldUntil().filter(soon::isAfter).orElse(soon))
            : looked.nextHeldUntil();
    return next.<RunCommand>map(RunCommand.WakeAt::new).orElseGet(RunCommand.Finish::new);
  }

  private RunCommand decide(Candidate candidate, Instant now) {
    Verdict verdict = verdicts.of(candidate.standing(), terms, now);
    if (verdict instanceof Verdict.Held held) {
      return new RunCommand.Hold(candidate, held.until(), held.reasons());
    }
    if (verdict instanceof Verdict.Refused refused) {
      return new RunCommand.Refuse(candidate, refused.reasons());
    }
    return new RunCommand.Send(candidate, composer.compose(candidate.fields()));
  }
}
