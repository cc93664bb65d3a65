package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.Collection;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** Tags by their names, whatever their capitals; those that are new are made. */
record Tags(Map<String, Long> byName, Map<Long, String> names) {

  static Tags of(Connection db, Collection<String> names) throws SQLException {
    Map<String, Long> byName = new HashMap<>();
    Map<Long, String> shown = new HashMap<>();
    if (!names.isEmpty()) {
      String all = Json.write(names);
      Sql.update(db, "insert or ignore into tag (name) select value from json_each(?)", all);
      Sql.query(
          db,
          "select t.id, t.name from json_each(?) j join tag t on t.name = j.value collate nocase",
          row -> {
            byName.put(key(row.getString(2)), row.getLong(1));
            return shown.put(row.getLong(1), row.getString(2));
          },
          all);
    }
    return new Tags(byName, shown);
  }

  Set<Long> ids(Collection<String> wanted) {
    return wanted.isEmpty()
        ? Set.of()
        : wanted.stream().map(name -> byName.get(key(name))).collect(Collectors.toSet());
  }

  /** As the database compares: capitals of the Latin alphabet alone are the same as small ones. */
  private static String key(String name) {
    StringBuilder key = new StringBuilder(name);
    for (int i = 0; i < key.length(); i++) {
      char c = key.charAt(i);
      if (c < 0x80) {
        key.setCharAt(i, String.valueOf(c).toLowerCase(Locale.ROOT).charAt(0));
      }
    }
    return key.toString();
  }
}
