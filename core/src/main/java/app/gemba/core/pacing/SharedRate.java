package app.gemba.core.pacing;

import java.util.Optional;

/**
 * What a sender's rate leaves for one of the campaigns that speak from it.
 *
 * @param messagesPerMinute what the sender may say a minute; empty where it has no cap
 * @param campaigns how many campaigns take turns at it, this one among them
 */
public record SharedRate(Optional<Integer> messagesPerMinute, int campaigns) {
  public SharedRate {
    if (campaigns < 1) {
      throw new IllegalArgumentException("a rate is shared by at least one campaign");
    }
  }

  /**
   * Texts a minute that a campaign can keep up.
   *
   * @param wanted its own pace
   * @param texts texts that are still to go, and {@code messages} the parts they make on the wire
   * @return at least one
   */
  public int textsPerMinute(int wanted, long texts, long messages) {
    if (messagesPerMinute.isEmpty() || texts == 0) {
      return wanted;
    }
    double share = (double) messagesPerMinute.get() / campaigns;
    double perText = Math.max(1, (double) messages / texts);
    return (int) Math.max(1, Math.min(wanted, Math.floor(share / perText)));
  }
}
