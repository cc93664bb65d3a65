package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Candidate;
import java.util.Set;

/** The way out of one channel: where claimed attempts go, and how many more it has room for. */
public interface Outlet {

  /** How many more attempts of a campaign may be put in flight now. */
  int room(Launched campaign);

  /** Takes claimed attempts on their way; what comes of them goes into the book. */
  void send(Launched campaign, Claim claim);

  /**
   * Whether somebody looks at each person before anything leaves. Who is clear is then offered, and
   * claimed only when that somebody begins.
   */
  default boolean isByHand(Launched campaign) {
    return false;
  }

  /** Places in the audience of those who are before somebody already; a look leaves them out. */
  default Set<Long> inHand(Launched campaign) {
    return Set.of();
  }

  /** Shows a person who is clear to somebody who will decide. */
  default void offer(Launched campaign, Candidate person) {
    throw new UnsupportedOperationException("nobody looks at each person here");
  }

  /** What of this campaign is claimed and has not left stays here. */
  void stopCampaign(long campaign);

  /** Whether anything can leave. */
  boolean isConnected();

  /** Told whenever room has come free, or the connection has come or gone. */
  void onChange(Runnable runnable);
}
