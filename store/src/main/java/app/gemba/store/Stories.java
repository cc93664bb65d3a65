package app.gemba.store;

import app.gemba.store.PeopleStore.StoryLine;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;

/** What happened with one person, as a time line. */
final class Stories {
  private static final String LINES =
      """
      select a.claimed_at as at,
        case when c.channel in ('VOICE_BROADCAST', 'VOICEMAIL_DROP', 'AGENT_CALL') then 'called' else 'sent' end
          as kind,
        c.name as campaign, case c.channel when 'AGENT_CALL' then '' else a.text end as detail, a.id * 10 as o
      from attempt a join audience_member m on m.id = a.member_id
      join campaign c on c.id = a.campaign_id where %1$s
      union all
      select w.at, w.kind, c.name,
        case when a.segments > 1 then
          'part ' || (w.part + 1) || case when w.detail = '' then '' else ' · ' end
          else '' end || w.detail,
        a.id * 10 + 1
      from wire_event w join attempt a on a.id = w.attempt_id
      join audience_member m on m.id = a.member_id join campaign c on c.id = a.campaign_id where %1$s
      union all
      select i.at, case i.opt_out when 1 then 'opted out' else 'answered' end, c.name, i.text,
        i.id * 10
      from incoming_text i left join campaign c on c.id = i.campaign_id where %2$s
      order by 1, 5
      """;

  private Stories() {}

  static List<StoryLine> ofPerson(Connection db, long personId) throws SQLException {
    String numbers = "i.number_id in (select number_id from person_number where person_id = ?)";
    return lines(db, LINES.formatted("m.person_id = ?", numbers), personId, personId, personId);
  }

  static List<StoryLine> ofMember(Connection db, long memberId) throws SQLException {
    return lines(db, LINES.formatted("m.id = ?", "i.member_id = ?"), memberId, memberId, memberId);
  }

  private static List<StoryLine> lines(Connection db, String sql, Object... ids)
      throws SQLException {
    return Sql.query(db, sql, Stories::line, ids);
  }

  private static StoryLine line(ResultSet row) throws SQLException {
    return new StoryLine(
        Instant.parse(row.getString("at")),
        row.getString("kind"),
        Sql.text(row, "campaign"),
        row.getString("detail"));
  }
}
