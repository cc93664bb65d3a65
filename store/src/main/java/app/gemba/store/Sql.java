package app.gemba.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/** Plain JDBC with a little less ceremony: SQL with question marks, and what to put there. */
final class Sql {
  private Sql() {}

  /** Reads one row. */
  interface RowMapper<T> {
    T map(ResultSet row) throws SQLException;
  }

  /** All rows of a query. */
  static <T> List<T> query(Connection db, String sql, RowMapper<T> mapper, Object... values)
      throws SQLException {
    try (PreparedStatement statement = prepare(db, sql, values);
        ResultSet rows = statement.executeQuery()) {
      List<T> all = new ArrayList<>();
      while (rows.next()) {
        all.add(mapper.map(rows));
      }
      return all;
    }
  }

  /** The first row of a query. */
  static <T> Optional<T> first(Connection db, String sql, RowMapper<T> mapper, Object... values)
      throws SQLException {
    return query(db, sql, mapper, values).stream().findFirst();
  }

  /** The only number of a query that always has one row. */
  static long number(Connection db, String sql, Object... values) throws SQLException {
    return first(db, sql, row -> row.getLong(1), values).orElse(0L);
  }

  /** Rows changed. */
  static int update(Connection db, String sql, Object... values) throws SQLException {
    try (PreparedStatement statement = prepare(db, sql, values)) {
      return statement.executeUpdate();
    }
  }

  /** The same statement for many rows. */
  static void batch(Connection db, String sql, List<Object[]> rows) throws SQLException {
    if (rows.isEmpty()) {
      return;
    }
    try (PreparedStatement statement = db.prepareStatement(sql)) {
      for (Object[] row : rows) {
        for (int i = 0; i < row.length; i++) {
          statement.setObject(i + 1, plain(row[i]));
        }
        statement.addBatch();
      }
      statement.executeBatch();
    }
  }

  /**
   * Inserts many rows by one statement, in their order. One statement costs a fraction of many:
   * each has a savepoint of its own, since triggers or foreign keys may stop it. What is the same
   * in all rows is put there once; what differs is taken out of JSON, which costs more the more
   * there is of it.
   *
   * @param insert as in {@code insert into list_member (list_id, person_id)}
   */
  static void insertAll(Connection db, String insert, List<Object[]> rows) throws SQLException {
    if (rows.isEmpty()) {
      return;
    }
    Object[] first = rows.get(0);
    List<String> selected = new ArrayList<>();
    List<Object> values = new ArrayList<>();
    List<Integer> varying = new ArrayList<>();
    for (int column = 0; column < first.length; column++) {
      if (isConstant(rows, column)) {
        selected.add("?");
        values.add(first[column]);
      } else {
        selected.add("value ->> " + varying.size());
        varying.add(column);
      }
    }
    String sql = insert + " select " + String.join(", ", selected) + " from json_each(?)";
    if (varying.size() == 1) {
      int column = varying.get(0);
      values.add(Json.write(rows.stream().map(row -> plain(row[column])).toArray()));
      update(db, sql.replace("value ->> 0", "value"), values.toArray());
    } else {
      values.add(rows(rows.stream().map(row -> of(row, varying)).toList()));
      update(db, sql, values.toArray());
    }
  }

  private static boolean isConstant(List<Object[]> rows, int column) {
    Object first = rows.get(0)[column];
    return rows.stream().allMatch(row -> Objects.equals(row[column], first));
  }

  private static Object[] of(Object[] row, List<Integer> columns) {
    return columns.stream().map(column -> row[column]).toArray();
  }

  /** Rows as {@code json_each} reads them: an array of arrays. */
  static String rows(List<Object[]> rows) {
    Object[][] plain = new Object[rows.size()][];
    for (int i = 0; i < plain.length; i++) {
      Object[] row = rows.get(i).clone();
      for (int j = 0; j < row.length; j++) {
        row[j] = plain(row[j]);
      }
      plain[i] = row;
    }
    return Json.write(plain);
  }

  /** The id that an insert gave. */
  static long insert(Connection db, String sql, Object... values) throws SQLException {
    return number(db, sql + " returning id", values);
  }

  /** A text column that may be empty. */
  static Optional<String> text(ResultSet row, String column) throws SQLException {
    return Optional.ofNullable(row.getString(column));
  }

  /** An instant column that may be empty. */
  static Optional<Instant> instant(ResultSet row, String column) throws SQLException {
    return text(row, column).map(Instant::parse);
  }

  /** An id column that may be empty. */
  static Optional<Long> id(ResultSet row, String column) throws SQLException {
    long id = row.getLong(column);
    return row.wasNull() ? Optional.empty() : Optional.of(id);
  }

  private static PreparedStatement prepare(Connection db, String sql, Object... values)
      throws SQLException {
    PreparedStatement statement = db.prepareStatement(sql);
    try {
      for (int i = 0; i < values.length; i++) {
        statement.setObject(i + 1, plain(values[i]));
      }
      return statement;
    } catch (SQLException e) {
      statement.close();
      throw e;
    }
  }

  private static Object plain(Object value) {
    if (value instanceof Optional<?> optional) {
      return optional.map(Sql::plain).orElse(null);
    }
    if (value instanceof Instant instant) {
      return Instants.text(instant);
    }
    if (value instanceof Enum<?> constant) {
      return constant.name();
    }
    return value instanceof Boolean flag ? (flag ? 1 : 0) : value;
  }
}
