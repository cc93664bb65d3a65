package app.gemba.core.people;

import app.gemba.core.channel.Channel;
import app.gemba.core.phone.PhoneNumber;
import java.util.List;
import java.util.Optional;

/** Decides on which of a person's numbers to reach them. */
public final class NumberChoice {
  private NumberChoice() {}

  /** The first that takes the channel, in the person's own order; else the first at all. */
  public static Optional<PhoneNumber> on(Channel channel, List<PhoneNumber> numbers) {
    return numbers.stream()
        .filter(number -> channel.takes(number.type()))
        .findFirst()
        .or(() -> numbers.stream().findFirst());
  }
}
