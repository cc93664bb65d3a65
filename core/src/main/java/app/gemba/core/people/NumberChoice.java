package app.gemba.core.people;

import app.gemba.core.channel.Channel;
import java.util.List;
import java.util.Optional;

/** Decides on which of a person's numbers to reach them. */
public final class NumberChoice {
  private NumberChoice() {}

  /**
   * The first that takes the channel, in the person's own order; else the first that could. A fax
   * is never chosen, and a number behind which an extension is to be dialled only where the channel
   * is a call that an agent makes.
   */
  public static Optional<HeldNumber> on(Channel channel, List<HeldNumber> numbers) {
    List<HeldNumber> usable = numbers.stream().filter(number -> isUsable(channel, number)).toList();
    return usable.stream()
        .filter(held -> channel.takes(held.number().type()))
        .findFirst()
        .or(() -> usable.stream().findFirst());
  }

  private static boolean isUsable(Channel channel, HeldNumber held) {
    return !held.isFax() && (held.extension().isEmpty() || channel == Channel.AGENT_CALL);
  }
}
