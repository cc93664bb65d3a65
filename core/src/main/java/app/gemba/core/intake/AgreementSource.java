package app.gemba.core.intake;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import java.time.LocalDate;
import java.util.Set;

/** Where an import's evidence of agreement comes from. */
public sealed interface AgreementSource {

  /** The file says nothing about agreement. */
  record None() implements AgreementSource {}

  /**
   * Everybody in the file has agreed.
   *
   * @param how the operator's words for how it was given
   */
  record Declared(Set<Channel> channels, Set<Purpose> purposes, String how, LocalDate on)
      implements AgreementSource {
    public Declared {
      channels = Set.copyOf(channels);
      purposes = Set.copyOf(purposes);
    }
  }

  /** A column says yes or no for each person; a date column may say when. */
  record Column(Set<Channel> channels, Set<Purpose> purposes, String how)
      implements AgreementSource {
    public Column {
      channels = Set.copyOf(channels);
      purposes = Set.copyOf(purposes);
    }
  }
}
