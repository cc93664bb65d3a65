package app.gemba.store;

import app.gemba.core.people.PlainWords;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Locale;
import java.util.function.UnaryOperator;
import org.sqlite.Function;
import org.sqlite.SQLiteConnection;

/** What the database is asked to do with texts of any script; its own words know only ASCII. */
final class SqlFunctions {
  private SqlFunctions() {}

  /** Makes {@code plain_words} and {@code lower_case} known to a connection, and returns it. */
  static Connection givenTo(Connection db) throws SQLException {
    SQLiteConnection sqlite = db.unwrap(SQLiteConnection.class);
    Function.create(
        sqlite, "plain_words", new OfText(PlainWords::of), 1, Function.FLAG_DETERMINISTIC);
    Function.create(
        sqlite, "lower_case", new OfText(SqlFunctions::lowerCase), 1, Function.FLAG_DETERMINISTIC);
    return db;
  }

  /** The same as {@code lower_case}. */
  static String lowerCase(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  /** A function of one text. */
  private static final class OfText extends Function {
    private final UnaryOperator<String> does;

    OfText(UnaryOperator<String> does) {
      this.does = does;
    }

    @Override
    protected void xFunc() throws SQLException {
      String text = value_text(0);
      result(text == null ? "" : does.apply(text));
    }
  }
}
