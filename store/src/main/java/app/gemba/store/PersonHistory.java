package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;

/** What was changed of people by hand, field by field. */
final class PersonHistory {
  private PersonHistory() {}

  /** What can be changed of a person, by what it is called. */
  static Map<String, String> details(Connection db, long person) throws SQLException {
    return Sql.first(
            db,
            "select * from person_detail where person_id = ?",
            row -> {
              Map<String, String> all = new LinkedHashMap<>();
              all.put("name", row.getString("name"));
              all.put("e-mail", Sql.text(row, "email").orElse(""));
              all.put("own id", Sql.text(row, "own_id").orElse(""));
              all.putAll(Json.texts(row.getString("fields")));
              return all;
            },
            person)
        .orElse(new LinkedHashMap<>());
  }

  /** Keeps each field that is other than it was. */
  static void keep(
      Connection db,
      long person,
      Map<String, String> before,
      Map<String, String> after,
      Optional<Long> user,
      Instant now)
      throws SQLException {
    TreeSet<String> all = new TreeSet<>(before.keySet());
    all.addAll(after.keySet());
    for (String what : all) {
      String was = before.getOrDefault(what, "");
      String is = after.getOrDefault(what, "");
      if (!was.equals(is)) {
        add(db, person, what, was, is, user, now);
      }
    }
  }

  static void add(
      Connection db,
      long person,
      String what,
      String before,
      String after,
      Optional<Long> user,
      Instant now)
      throws SQLException {
    Sql.update(
        db,
        """
        insert into person_history (person_id, at, user_id, what, before, after)
        values (?, ?, ?, ?, ?, ?)
        """,
        person,
        now,
        user,
        what,
        before,
        after);
  }
}
