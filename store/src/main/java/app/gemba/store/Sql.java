package app.gemba.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
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
