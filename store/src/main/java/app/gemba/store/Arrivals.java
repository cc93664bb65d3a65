package app.gemba.store;

import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.RunCommand;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Who came onto the lists of a campaign that feeds from them while it runs. */
final class Arrivals {
  private static final int AT_ONCE = 200;
  private static final Duration LOOKS_AGAIN_AFTER = Duration.ofSeconds(5);

  private Arrivals() {}

  /** The next who are not in the audience; whom an import brought that is not done waits. */
  static List<Long> next(Connection db, long campaign) throws SQLException {
    return Sql.query(
        db,
        """
        select a.person_id from arrival a where a.campaign_id = ?1 and exists (
          select 1 from list_member m join campaign_list cl on cl.list_id = m.list_id
          where cl.campaign_id = ?1 and m.person_id = a.person_id
            and coalesce(m.import_id, 0) not in (%s)) and %s
        order by a.person_id limit ?2
        """
            .formatted(UnfinishedImports.IDS, UnfinishedImports.didNotBring("a.person_id")),
        row -> row.getLong(1),
        campaign,
        AT_ONCE);
  }

  static void done(Connection db, long campaign, List<Long> people) throws SQLException {
    Sql.update(
        db,
        "delete from arrival where campaign_id = ? and person_id in"
            + " (select value from json_each(?))",
        campaign,
        Json.write(people));
  }

  /** Whether a campaign takes in who comes. */
  static boolean feeds(Connection db, long campaign) throws SQLException {
    return Sql.number(db, "select feeds from campaign where id = ?", campaign) == 1;
  }

  /**
   * Finishes a campaign of which nobody is left to contact.
   *
   * @return that it is to be looked at again, where it feeds from its lists and so is not over
   */
  static Optional<RunCommand> finish(Connection db, long campaign, Instant now)
      throws SQLException {
    if (feeds(db, campaign)) {
      return Optional.of(new RunCommand.WakeAt(now.plus(LOOKS_AGAIN_AFTER)));
    }
    Lives.advance(db, campaign, CampaignAct.FINISH, now);
    return Optional.empty();
  }
}
