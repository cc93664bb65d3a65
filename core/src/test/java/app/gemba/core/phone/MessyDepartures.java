package app.gemba.core.phone;

import java.util.Map;

/** Where the reader departs from reference/phone_messy.csv, by the row's id, and why. */
final class MessyDepartures {
  static final Map<String, String> BY_ID =
      Map.of(
          "183", "all eleven digits of a valid number stand in the cell, however they are grouped",
          "278", "a local number with its context in a parameter is not written by people",
          "293", "a note to stop beside a number must not make it one that is contacted",
          "375", "the library no longer knows the Mexican 1; better rejected than guessed");

  /** Where no warning is given though the table has one, or the other way round. */
  static final Map<String, String> WARNINGS = Map.of();

  private MessyDepartures() {}
}
