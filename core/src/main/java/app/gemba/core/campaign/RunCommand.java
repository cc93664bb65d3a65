package app.gemba.core.campaign;

import app.gemba.core.channel.Message;
import app.gemba.core.consent.ReasonCode;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** What a run asks to be done. */
public sealed interface RunCommand {

  /** Look for people whose turn has come, at most so many, and bring them to the next step. */
  record Look(int atMost) implements RunCommand {}

  /** Claim a person for an attempt and send what they get. */
  record Send(Candidate candidate, Message message) implements RunCommand {}

  /** Keep a person back; empty where a condition must change first. */
  record Hold(Candidate candidate, Optional<Instant> until, List<ReasonCode> reasons)
      implements RunCommand {}

  /** Do not contact a person. */
  record Refuse(Candidate candidate, List<ReasonCode> reasons) implements RunCommand {}

  /** Nothing can be done before this instant. */
  record WakeAt(Instant instant) implements RunCommand {}

  /** Everybody has had their turn. */
  record Finish() implements RunCommand {}
}
