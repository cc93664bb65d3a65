package app.gemba.server.campaigns;

import java.util.Optional;
import org.springframework.stereotype.Component;

/** The words of a draft as somebody of its audience gets them. */
@Component
public class SpokenText {
  private final Preflights preflights;

  SpokenText(Preflights preflights) {
    this.preflights = preflights;
  }

  /** The words for the one named, else for the first of the audience. */
  public String wordsFor(long draft, Optional<Long> personId) {
    return preflights.textFor(draft, personId);
  }
}
