package app.gemba.core.campaign;

import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.Verdict;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * Where launched campaigns, their audiences and attempts are kept. What a method has returned is
 * durable.
 */
public interface AttemptBook {

  /**
   * A launched campaign that may still act.
   *
   * @param sender the address it speaks from
   * @param senderPerMinute messages that the sender may say a minute, over all campaigns
   * @param tariff what the sender cost when it was launched
   * @param frozen whether its audience is complete
   */
  record Launched(
      long id,
      CampaignState state,
      int version,
      Brief brief,
      String sender,
      Tariff tariff,
      Optional<Integer> senderPerMinute,
      boolean frozen) {}

  /** An attempt that is written down and may leave. */
  record Claim(long attemptId, String to, RunCommand.Send send) {}

  /** What came of a step: the claims, and what the run asked for beside them. */
  record Stepped(List<Claim> claims, List<RunCommand> others) {}

  /** All campaigns that are scheduled, running or paused. */
  List<Launched> launched();

  /**
   * Adds the next part of a launched audience, each person with the verdict of the moment.
   *
   * @return whether the audience is now complete
   */
  boolean freezeSome(Launched campaign, Instant now, Function<Candidate, Verdict> verdict);

  /**
   * Takes those into a running audience who came onto its lists since, where the campaign feeds
   * from them; each with the verdict of the moment. Somebody of an import that is not done waits.
   *
   * @return whether anybody came
   */
  boolean takeArrivals(Launched campaign, Instant now, Function<Candidate, Verdict> verdict);

  /**
   * In one transaction: looks for people whose turn has come, lets the run decide, and writes down
   * every claim, hold and refusal. Nothing happens where the campaign is no longer running.
   */
  Stepped step(
      Launched campaign,
      int atMost,
      Instant now,
      Function<RunEvent.Looked, List<RunCommand>> decide);

  /**
   * The same for one person, whose turn an agent begins. The run is shown nobody where the person
   * is no longer due.
   */
  Stepped stepFor(
      Launched campaign,
      long position,
      Instant now,
      Function<RunEvent.Looked, List<RunCommand>> decide);

  /** Keeps what a network said, and derives from it where people stand. */
  void record(List<WireEvent> events, Instant now);

  /** Keeps a message from a person; an opt-out holds from the moment this returns. */
  void recordIncoming(WireEvent.Incoming incoming, boolean optOut, Instant now);

  /** Keeps that somebody opted out by a key in a call; it holds from the moment this returns. */
  void recordKeyOptOut(long attemptId, String key, Instant now);

  /** Everything claimed and unanswered becomes unconfirmed; says how many attempts. */
  int unconfirmClaimed(Instant now);

  /** Lets a campaign go on in its life; empty where the act is not possible now. */
  Optional<CampaignState> advance(long campaignId, CampaignAct act, Instant now);
}
