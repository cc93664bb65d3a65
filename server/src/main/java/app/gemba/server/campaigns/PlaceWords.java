package app.gemba.server.campaigns;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.Outcome;
import app.gemba.core.channel.OutcomeClass;
import app.gemba.core.consent.ReasonCode;
import java.util.Optional;

/** What the places of a report are called. */
final class PlaceWords {
  private PlaceWords() {}

  /** The same, where a campaign's own outcomes have names of their own. */
  static String of(String code, Brief brief) {
    String key = code.substring(code.indexOf('/') + 1);
    Optional<String> own =
        code.contains("/")
            ? brief.agents().outcome(key).map(AgentOutcome::label)
            : Optional.empty();
    return own.orElseGet(() -> of(code));
  }

  /** The words of a reason or an outcome; blank where it is none. */
  static String of(String code) {
    for (ReasonCode reason : ReasonCode.values()) {
      if (reason.name().equals(code)) {
        return reason.words();
      }
    }
    return Outcome.of(code).map(Outcome::words).orElse("");
  }

  /** What can be done about an outcome; blank where nothing needs doing. */
  static String advice(String code) {
    return Outcome.of(code).map(Outcome::advice).orElse("");
  }

  /** The class of outcomes that a place belongs to; empty where nobody's attempt has ended. */
  static Optional<OutcomeClass> kind(PersonState state, String reason) {
    Optional<OutcomeClass> told = Outcome.of(reason).map(Outcome::kind);
    return switch (state) {
      case REACHED -> told.or(() -> Optional.of(OutcomeClass.REACHED));
      case EXPIRED, NOT_REACHED -> told.or(() -> Optional.of(OutcomeClass.NOT_NOW));
      case FAILED, UNCONFIRMED -> told.or(() -> Optional.of(OutcomeClass.UNKNOWN));
      case WAITING, HELD, REFUSED, IN_FLIGHT, CANCELLED -> Optional.empty();
    };
  }
}
