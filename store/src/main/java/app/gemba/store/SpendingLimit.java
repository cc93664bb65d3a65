package app.gemba.store;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.RunCommand;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Keeps a campaign within what it may cost: at the limit it pauses, and everybody left waits. */
final class SpendingLimit {
  private SpendingLimit() {}

  /** As many of the sends, in order, as the money left pays for. */
  static List<RunCommand.Send> within(
      Connection db, Launched campaign, List<RunCommand.Send> sends, Instant now)
      throws SQLException {
    if (campaign.brief().limitMicros().isEmpty() || sends.isEmpty()) {
      return sends;
    }
    long left =
        campaign.brief().limitMicros().get()
            - Sql.number(
                db, "select cost_micros from campaign_total where campaign_id = ?", campaign.id());
    List<RunCommand.Send> affordable = new ArrayList<>();
    for (RunCommand.Send send : sends) {
      long cost = Claims.cost(campaign, send);
      if (cost > left) {
        Lives.advance(db, campaign.id(), CampaignAct.PAUSE, now);
        AuditLog.add(
            db,
            Optional.empty(),
            "campaign paused at its spending limit",
            campaign.id() + " " + campaign.brief().name(),
            "",
            now);
        return affordable;
      }
      left -= cost;
      affordable.add(send);
    }
    return affordable;
  }
}
