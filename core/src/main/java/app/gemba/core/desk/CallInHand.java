package app.gemba.core.desk;

import java.time.Instant;
import java.util.Optional;

/**
 * A person before an agent, and the call to them.
 *
 * @param position the person's place in the campaign's audience
 * @param number the number that is called, in E.164
 * @param attemptId the attempt; empty as long as the person is only shown
 * @param answeredAt when somebody answered; empty where nobody has
 * @param endedAt when the line was put down; empty where it was not
 * @param held whether the person waits and hears that they do
 * @param choice how it is marked so far
 */
public record CallInHand(
    long campaignId,
    long position,
    String number,
    Optional<Long> attemptId,
    Optional<Instant> answeredAt,
    Optional<Instant> endedAt,
    boolean held,
    Optional<Choice> choice) {

  /** Somebody who is shown and not called yet. */
  public static CallInHand shown(long campaignId, long position, String number) {
    return new CallInHand(
        campaignId,
        position,
        number,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        false,
        Optional.empty());
  }

  CallInHand dialled(long attempt) {
    return new CallInHand(
        campaignId, position, number, Optional.of(attempt), answeredAt, endedAt, held, choice);
  }

  CallInHand answered(Instant now) {
    return new CallInHand(
        campaignId, position, number, attemptId, Optional.of(now), endedAt, held, choice);
  }

  CallInHand ended(Instant now) {
    return new CallInHand(
        campaignId, position, number, attemptId, answeredAt, Optional.of(now), false, choice);
  }

  CallInHand held(boolean on) {
    return new CallInHand(campaignId, position, number, attemptId, answeredAt, endedAt, on, choice);
  }

  CallInHand marked(Choice as) {
    return new CallInHand(
        campaignId, position, number, attemptId, answeredAt, endedAt, held, Optional.of(as));
  }
}
