package app.gemba.engine;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;

/** The way out of one channel: where claimed attempts go, and how many more it has room for. */
public interface Outlet {

  /** How many more attempts of a campaign may be put in flight now. */
  int room(Launched campaign);

  /** Takes claimed attempts on their way; what comes of them goes into the book. */
  void send(Launched campaign, Claim claim);

  /** What of this campaign is claimed and has not left stays here. */
  void stopCampaign(long campaign);

  /** Whether anything can leave. */
  boolean isConnected();

  /** Told whenever room has come free, or the connection has come or gone. */
  void onChange(Runnable runnable);
}
