package app.gemba.core.campaign;

/** Where a campaign is in its life. */
public enum CampaignState {
  DRAFT,
  SCHEDULED,
  RUNNING,
  PAUSED,
  FINISHED,
  STOPPED;

  /** Whether anything may still happen of itself. */
  public boolean isLive() {
    return this == SCHEDULED || this == RUNNING || this == PAUSED;
  }
}
