package app.gemba.core.campaign;

import static app.gemba.core.campaign.CampaignState.DRAFT;
import static app.gemba.core.campaign.CampaignState.FINISHED;
import static app.gemba.core.campaign.CampaignState.PAUSED;
import static app.gemba.core.campaign.CampaignState.RUNNING;
import static app.gemba.core.campaign.CampaignState.SCHEDULED;
import static app.gemba.core.campaign.CampaignState.STOPPED;

import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/** What can be done to a campaign: draft → scheduled → running ⇄ paused → finished, or stopped. */
public enum CampaignAct {
  LAUNCH(EnumSet.of(DRAFT), SCHEDULED),
  /** The launched audience is frozen and the start has come. */
  BEGIN(EnumSet.of(SCHEDULED), RUNNING),
  PAUSE(EnumSet.of(SCHEDULED, RUNNING), PAUSED),
  RESUME(EnumSet.of(PAUSED), RUNNING),
  STOP(EnumSet.of(SCHEDULED, RUNNING, PAUSED), STOPPED),
  FINISH(EnumSet.of(RUNNING), FINISHED);

  private final Set<CampaignState> from;
  private final CampaignState to;

  CampaignAct(Set<CampaignState> from, CampaignState to) {
    this.from = from;
    this.to = to;
  }

  /** The state that follows, or empty where the act is not possible. */
  public Optional<CampaignState> after(CampaignState state) {
    return from.contains(state) ? Optional.of(to) : Optional.empty();
  }
}
