package app.gemba.store;

import app.gemba.core.people.PeopleDirectory;
import app.gemba.core.people.PersonId;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Optional;

/** Finds people in the database by what identifies them. */
record PeopleLookup(Connection db) implements PeopleDirectory {

  @Override
  public Optional<PersonId> byOwnId(String ownId) {
    return find("select person_id from person_detail where own_id = ?", ownId);
  }

  @Override
  public Optional<PersonId> byNumber(String e164) {
    return find(
        """
      select min(pn.person_id) from number n join person_number pn on pn.number_id = n.id
      where n.e164 = ? having count(*) > 0
      """,
        e164);
  }

  @Override
  public Optional<PersonId> byEmail(String email) {
    return find(
        "select person_id from person_detail where email = ? order by person_id limit 1", email);
  }

  private Optional<PersonId> find(String sql, String value) {
    try {
      return Sql.first(db, sql, row -> new PersonId(row.getLong(1)), value);
    } catch (SQLException e) {
      throw new StoreFailure("people could not be looked up: " + e.getMessage(), e);
    }
  }
}
