package app.gemba.store;

import app.gemba.core.phone.PhoneNumber;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Map;
import java.util.Optional;

/** Whom an agent has before them, with what a call to them needs. */
public final class DeskPeople {
  private final Store store;

  /** Over a store. */
  public DeskPeople(Store store) {
    this.store = store;
  }

  /**
   * Somebody of an audience.
   *
   * @param place the place of their number among {@code numbers} of theirs, from 1
   * @param tries how often they were called in this campaign before
   * @param fields merge fields by name
   * @param promise what was noted when they were promised this call; empty where nobody promised
   */
  public record DeskPerson(
      long personId,
      PhoneNumber number,
      int place,
      int numbers,
      int tries,
      Map<String, String> fields,
      Optional<String> promise) {}

  /** Somebody by their place in an audience. */
  public DeskPerson person(long position) {
    return store.read(
        db ->
            Sql.first(
                    db,
                    """
                    select d.*, n.id as number_id, n.e164, n.line_type, n.region, n.zones,
                      (select count(*) from person_number pn join person_number o
                        on o.person_id = pn.person_id and o.position <= pn.position
                        where pn.person_id = m.person_id and pn.number_id = m.number_id) as place,
                      (select count(*) from person_number pn where pn.person_id = m.person_id)
                        as numbers,
                      (select count(*) from attempt a where a.member_id = m.id and a.try > 0) as tries,
                      coalesce(
                        (select f.note from follow_up f where f.id = m.follow_up_id),
                        (select f.note from follow_up f where f.kept_attempt_id = (
                          select max(a.id) from attempt a where a.member_id = m.id and a.try > 0)))
                        as promise
                    from audience_member m join person_detail d on d.person_id = m.person_id
                    join number n on n.id = m.number_id where m.id = ?
                    """,
                    DeskPeople::person,
                    position)
                .orElseThrow(() -> Refused.notFound("person in this campaign")));
  }

  private static DeskPerson person(ResultSet row) throws SQLException {
    return new DeskPerson(
        row.getLong("person_id"),
        Numbers.read(row).orElseThrow().number(),
        row.getInt("place"),
        row.getInt("numbers"),
        row.getInt("tries"),
        Audiences.fields(row),
        Sql.text(row, "promise"));
  }
}
