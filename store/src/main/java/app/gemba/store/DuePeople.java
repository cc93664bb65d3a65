package app.gemba.store;

import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.consent.Standing;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** People of a launched audience whose turn has come, with what is known of them now. */
final class DuePeople {
  private DuePeople() {}

  /** Who was promised a call comes first; then the others, whose turn came first. */
  static List<Candidate> due(Connection db, Launched campaign, int atMost, Instant now)
      throws SQLException {
    if (campaign.brief().channel() != Channel.AGENT_CALL) {
      return due(db, campaign, "m.due <= ?2", atMost, now);
    }
    List<Candidate> due =
        new ArrayList<>(
            due(db, campaign, "m.due <= ?2 and m.follow_up_id is not null", atMost, now));
    due.addAll(
        due(db, campaign, "m.due <= ?2 and m.follow_up_id is null", atMost - due.size(), now));
    return due;
  }

  /** One person, where their turn has come. */
  static List<Candidate> one(Connection db, Launched campaign, long position, Instant now)
      throws SQLException {
    return due(db, campaign, "m.due <= ?2 and m.id = " + position, 1, now);
  }

  private static List<Candidate> due(
      Connection db, Launched campaign, String which, long value, Instant now) throws SQLException {
    return Sql.query(
        db,
        "select m.id as member_id, m.twice, d.*, n.id as number_id, n.e164, n.line_type, n.region,"
            + " n.zones, "
            + Audiences.standingColumns()
            + """
             from audience_member m join person_detail d on d.person_id = m.person_id
            left join number n on n.id = m.number_id
            where m.campaign_id = ?1 and m.state in ('WAITING', 'HELD') and\s"""
            + which
            + " order by m.due, m.id limit ?3",
        DuePeople::read,
        campaign.id(),
        now,
        value,
        "",
        campaign.brief().channel().agreement(),
        campaign.brief().purpose(),
        now);
  }

  private static Candidate read(ResultSet row) throws SQLException {
    Standing standing =
        new Standing(
            Numbers.read(row).map(Numbers.Kept::number),
            row.getBoolean("twice"),
            row.getBoolean("suppressed"),
            Agreement.valueOf(row.getString("word")));
    return new Candidate(row.getLong("member_id"), standing, Audiences.fields(row));
  }

  static Optional<Instant> next(Connection db, long campaign) throws SQLException {
    return Sql.first(
        db,
        """
        select due from audience_member
        where campaign_id = ? and state in ('WAITING', 'HELD') and due is not null
        order by due limit 1
        """,
        row -> Instant.parse(row.getString(1)),
        campaign);
  }

  /** Whether anybody is held until something is known, or in flight and may be tried again. */
  static boolean isAwaiting(Connection db, Launched campaign) throws SQLException {
    boolean mayBeTriedAgain = campaign.brief().mayTryAgain();
    return Sql.number(
            db,
            """
            select coalesce(sum(people), 0) from audience_tally
            where campaign_id = ?1 and (state = 'HELD' and reason = ?2
              or ?3 and state = 'IN_FLIGHT')
            """,
            campaign.id(),
            ReasonCode.ZONE_UNKNOWN,
            mayBeTriedAgain)
        > 0;
  }
}
