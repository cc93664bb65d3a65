package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.RunEvent;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What is different in a step where somebody looks at each person before anything leaves: who is
 * before somebody already is not looked at again, and who is clear is offered rather than claimed.
 */
final class ByHand {
  /** Whoever is put back, or comes due, is seen soon. */
  private static final Duration LOOK_AGAIN = Duration.ofSeconds(1);

  private final boolean offered;
  private final Set<Long> inHand;
  private final List<Candidate> offers = new ArrayList<>();

  private ByHand(boolean offered, Set<Long> inHand) {
    this.offered = offered;
    this.inHand = inHand;
  }

  static ByHand of(Outlet outlet, Launched campaign) {
    return new ByHand(outlet.isByHand(campaign), outlet.inHand(campaign));
  }

  Set<Long> inHand() {
    return inHand;
  }

  /** The look without those who are in hand; they keep a campaign open. */
  RunEvent.Looked without(RunEvent.Looked looked, int atMost, Instant now) {
    if (inHand.isEmpty()) {
      return looked;
    }
    List<Candidate> others =
        looked.candidates().stream()
            .filter(person -> !inHand.contains(person.position()))
            .limit(atMost)
            .toList();
    Instant soon = now.plus(LOOK_AGAIN);
    Optional<Instant> next = Optional.of(looked.nextHeldUntil().filter(soon::isAfter).orElse(soon));
    return new RunEvent.Looked(others, atMost, next, true);
  }

  /** The commands without those to send, where somebody decides about each: they become offers. */
  List<RunCommand> withheld(List<RunCommand> commands) {
    if (!offered) {
      return commands;
    }
    List<RunCommand> others = new ArrayList<>();
    for (RunCommand command : commands) {
      if (command instanceof RunCommand.Send send) {
        offers.add(send.candidate());
      } else {
        others.add(command);
      }
    }
    return others;
  }

  /** Who is to be offered. */
  List<Candidate> offers() {
    return List.copyOf(offers);
  }
}
