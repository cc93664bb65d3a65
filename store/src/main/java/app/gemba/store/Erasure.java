package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;

/**
 * Takes everything personal of people away; the surrogate stays, so that what added up still does.
 */
final class Erasure {
  private Erasure() {}

  static void erase(Connection db, Collection<Long> people, Instant now) throws SQLException {
    String ids = Json.write(people);
    Sql.update(
        db,
        """
        update audience_member set state = 'CANCELLED', reason = null, due = null, changed_at = ?
        where person_id in (select value from json_each(?)) and state in ('WAITING', 'HELD')
        """,
        now,
        ids);
    for (String statement :
        List.of(
            "update person_detail set own_id = null, name = '', first_name = '', last_name = '',"
                + " email = null, fields = '{}', version = version + 1 where person_id in",
            "delete from person_search where rowid in",
            "delete from person_tag where person_id in",
            "delete from person_number where person_id in",
            "delete from list_member where person_id in",
            "delete from campaign_person where person_id in")) {
      Sql.update(db, statement + " (select value from json_each(?))", ids);
    }
  }
}
