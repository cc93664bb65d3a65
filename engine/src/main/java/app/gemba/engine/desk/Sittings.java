package app.gemba.engine.desk;

import app.gemba.core.campaign.AttemptBook.Launched;
import java.io.IOException;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** What agents sit for, and the message that machines get. */
final class Sittings {
  private static final Logger LOG = LoggerFactory.getLogger(Sittings.class);

  private final DeskExchange.Parts parts;

  Sittings(DeskExchange.Parts parts) {
    this.parts = parts;
  }

  /** A campaign that may still act. */
  Optional<Launched> launched(long campaign) {
    return parts.attempts().launched().stream().filter(one -> one.id() == campaign).findFirst();
  }

  /** What a machine gets: the sound of the sitting, else the campaign's words; may be nothing. */
  short[] message(Seat seat, Launched campaign) {
    Optional<Long> sound = seat.view().sitting().flatMap(Sitting::soundId);
    try {
      return sound.isPresent()
          ? parts.plans().sound(sound.get())
          : parts.plans().spoken(campaign.brief().agents().machineWords());
    } catch (IOException e) {
      LOG.error("the message of a sitting could not be made: {}", e.getMessage());
      return new short[0];
    }
  }
}
