package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;

/** Why an import cannot be taken back any more: somebody of it was, or is to be, contacted. */
final class UndoHindrances {
  private static final int NAMED = 3;

  private UndoHindrances() {}

  /**
   * Walks over all rows of an import.
   *
   * @throws Refused where one of its people has been contacted since it began, or one whom it
   *     brought is in the audience of a campaign that was launched, naming who
   */
  static void requireNone(Connection db, long id) throws SQLException {
    requireNotContacted(
        names(
            db,
            """
            select d.name, c.name from import i
            join import_row r on r.import_id = i.id
            join last_contact l on l.person_id = r.person_id and l.at >= i.started_at
            join person_detail d on d.person_id = r.person_id
            join attempt a on a.id = l.attempt_id join campaign c on c.id = a.campaign_id
            where i.id = ? and i.started_at is not null limit ?
            """,
            id,
            NAMED));
    requireInNoAudience(db, id);
  }

  /** The same for what happened since a moment ago, at which there was none. */
  static void requireNoneSince(Connection db, long id, Instant then) throws SQLException {
    requireNotContacted(
        names(
            db,
            """
            select d.name, c.name from last_contact l
            cross join import_row r on r.person_id = l.person_id and r.import_id = ?
            join person_detail d on d.person_id = r.person_id
            join attempt a on a.id = l.attempt_id join campaign c on c.id = a.campaign_id
            where l.at >= ? limit ?
            """,
            id,
            then,
            NAMED));
    boolean audiencesGrow =
        Sql.number(
                db,
                """
                select count(*) from campaign where launched_at is not null and ended_at is null
                  and (frozen_at is null or feeds = 1 or launched_at >= ?)
                """,
                then)
            > 0;
    if (audiencesGrow) {
      requireInNoAudience(db, id);
    }
  }

  private static void requireInNoAudience(Connection db, long id) throws SQLException {
    List<String> inAudience =
        names(
            db,
            """
            select d.name, c.name from import_row r
            join audience_member m on m.person_id = r.person_id
            join person_detail d on d.person_id = r.person_id
            join campaign c on c.id = m.campaign_id
            where r.import_id = ? and r.outcome = 'new' limit ?
            """,
            id,
            NAMED);
    if (!inAudience.isEmpty()) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "This import cannot be taken back any more: people it brought are in the audience of a"
              + " launched campaign, "
              + String.join(", ", inAudience)
              + ". Nothing was changed.");
    }
  }

  private static void requireNotContacted(List<String> contacted) {
    if (!contacted.isEmpty()) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "This import cannot be taken back any more: people of it have been contacted since, "
              + String.join(", ", contacted)
              + ". Nothing was changed.");
    }
  }

  private static List<String> names(Connection db, String sql, Object... values)
      throws SQLException {
    return Sql.query(
        db,
        sql,
        row -> {
          String name = row.getString(1);
          return (name.isBlank() ? "somebody without a name" : name)
              + " ("
              + row.getString(2)
              + ")";
        },
        values);
  }
}
