package app.gemba.core.desk;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.consent.Standing;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Where the calls of agents are kept. What a method has returned is durable. */
public interface DeskBook {

  /** A call that an agent held and has not marked, such as after a restart. */
  record Unmarked(long attemptId, CallInHand call, String note) {}

  /** A call is about to be dialled for an agent; a follow-up that it keeps is kept by that. */
  void dialled(long attemptId, long agentId, Instant now);

  /** Somebody or something has answered. */
  void answered(long attemptId, Instant now);

  /** Keeps how a call is marked so far, and what was noted; nothing follows yet. */
  void keepMark(long attemptId, Optional<Choice> choice, String note);

  /**
   * The agent has done with a call: what its marking says follows now. Without one the person
   * counts as reached, not marked. What was done before is not done twice.
   */
  void finish(long attemptId, Optional<Choice> choice, String note, Instant now);

  /** What is known of somebody's number for another channel than the campaign's own. */
  Standing standing(long position, Channel channel, Purpose purpose, Instant now);

  /** A call goes on by itself, with the message for a machine: it needs no marking. */
  void handedOver(long attemptId, String note, Instant now);

  /** Calls of an agent that have ended and are not marked, oldest first. */
  List<Unmarked> unmarked(long agentId);

  /** Whose promise a person waits for; empty where nobody promised. */
  Optional<Long> promisedBy(long position);

  /** Puts a person who was shown back, to be called later. */
  void putBack(long position, Instant due, Instant now);

  /** An agent has done one thing for a while, in a campaign. */
  void keepSpell(long agentId, long campaignId, Spell spell);
}
