package app.gemba.store;

import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.consent.ReasonCode;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Optional;

/** A campaign's way from one state to the next, as part of a larger step. */
final class Lives {
  private Lives() {}

  static CampaignState state(Connection db, long id) throws SQLException {
    return Sql.first(
            db,
            "select state from campaign where id = ?",
            row -> CampaignState.valueOf(row.getString(1)),
            id)
        .orElseThrow(() -> Refused.notFound("campaign"));
  }

  /** The state after the act; empty, and nothing changed, where the act is not possible. */
  static Optional<CampaignState> advance(Connection db, long id, CampaignAct act, Instant now)
      throws SQLException {
    Optional<CampaignState> after = act.after(state(db, id));
    if (after.isEmpty()) {
      return after;
    }
    CampaignState to = after.get();
    boolean over = to == CampaignState.FINISHED || to == CampaignState.STOPPED;
    Sql.update(
        db,
        """
        update campaign set state = ?, changed_at = ?,
          began_at = case when ? = 'RUNNING' then coalesce(began_at, ?) else began_at end,
          ended_at = case when ? then ? else ended_at end
        where id = ?
        """,
        to,
        now,
        to,
        now,
        over,
        now,
        id);
    if (over) {
      Sql.update(
          db,
          """
          update audience_member set
            state = case when reason in (?1, ?4) then 'NOT_REACHED' else 'CANCELLED' end,
            reason = null, due = null, changed_at = ?2
          where campaign_id = ?3 and state in ('WAITING', 'HELD')
          """,
          ReasonCode.TRIED_AGAIN,
          now,
          id,
          ReasonCode.FOLLOW_UP);
      Sql.update(
          db,
          "update follow_up set state = 'CANCELLED' where campaign_id = ? and state = 'OPEN'",
          id);
    }
    return after;
  }
}
