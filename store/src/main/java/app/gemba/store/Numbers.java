package app.gemba.store;

import app.gemba.core.phone.LineType;
import app.gemba.core.phone.PhoneNumber;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/** Numbers as rows of their own. */
final class Numbers {
  private static final Map<String, Set<ZoneId>> ZONES = new ConcurrentHashMap<>();

  private Numbers() {}

  /** A number with its surrogate. */
  record Kept(long id, PhoneNumber number) {}

  /** Keeps a number once, with what was worked out about it, and gives its surrogate. */
  static long keep(Connection db, PhoneNumber number) throws SQLException {
    Optional<Long> known = find(db, number.e164());
    if (known.isPresent()) {
      return known.get();
    }
    long id =
        Sql.insert(
            db,
            "insert into number (e164, line_type, region, zones) values (?, ?, ?, ?)",
            number.e164(),
            number.type(),
            number.region(),
            zoneNames(number.zones()));
    Sql.update(
        db,
        "insert into number_search (rowid, digits) values (?, ?)",
        id,
        number.e164().substring(1));
    return id;
  }

  /** The columns of a number's row: id, e164, line_type, region and zones. */
  static Object[] row(long id, PhoneNumber number) {
    return new Object[] {
      id, number.e164(), number.type(), number.region(), zoneNames(number.zones())
    };
  }

  private static String zoneNames(Set<ZoneId> zones) {
    return zones.size() == 1
        ? zones.iterator().next().getId()
        : zones.stream().map(ZoneId::getId).sorted().collect(Collectors.joining(";"));
  }

  static Optional<Long> find(Connection db, String e164) throws SQLException {
    return Sql.first(db, "select id from number where e164 = ?", row -> row.getLong(1), e164);
  }

  /** From a row with the columns number_id, e164, line_type, region and zones. */
  static Optional<Kept> read(ResultSet row) throws SQLException {
    Optional<Long> id = Sql.id(row, "number_id");
    if (id.isEmpty()) {
      return Optional.empty();
    }
    PhoneNumber number =
        new PhoneNumber(
            row.getString("e164"),
            LineType.valueOf(row.getString("line_type")),
            row.getString("region"),
            zones(row.getString("zones")));
    return Optional.of(new Kept(id.get(), number));
  }

  private static Set<ZoneId> zones(String names) {
    return ZONES.computeIfAbsent(
        names,
        all ->
            Arrays.stream(all.split(";"))
                .filter(name -> !name.isEmpty())
                .map(ZoneId::of)
                .collect(Collectors.toUnmodifiableSet()));
  }
}
