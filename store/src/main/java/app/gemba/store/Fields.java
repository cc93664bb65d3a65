package app.gemba.store;

import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.FieldType;
import app.gemba.core.intake.ImportPlan;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** The custom fields of a house and what each holds. */
public final class Fields {
  private static final int LATEST = 2_000;
  private static final int MOST_CHOICES = 40;

  private final Store store;

  /** Over a store. */
  public Fields(Store store) {
    this.store = store;
  }

  /**
   * A custom field.
   *
   * @param key by which texts name it
   * @param choices for one of a few choices: those that people came with lately, the most seen
   *     first
   */
  public record Field(long id, String key, String name, FieldType type, List<String> choices) {
    private Field with(List<String> some) {
      return new Field(id, key, name, type, some);
    }
  }

  /** All fields, by name. */
  public List<Field> all() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select * from field order by name collate nocase",
                row -> {
                  Field is = read(row);
                  return is.type() == FieldType.CHOICE ? is.with(choices(db, is.key())) : is;
                }));
  }

  /** What the latest people have in a field; all people would take too long where they are many. */
  private static List<String> choices(Connection db, String key) throws SQLException {
    return Sql.query(
        db,
        """
        select f.value from (select fields from person_detail order by person_id desc limit ?) d
        join json_each(d.fields) f on f.key = ? where f.value <> ''
        group by f.value order by count(*) desc, f.value limit ?
        """,
        row -> row.getString(1),
        LATEST,
        key,
        MOST_CHOICES);
  }

  /**
   * Makes the fields that a plan needs and that are not there.
   *
   * @throws Refused where one is there and holds something else
   */
  static void require(Connection db, ImportPlan plan, Instant now) throws SQLException {
    for (ColumnPlan column : plan.columns()) {
      if (column.role() == ColumnRole.FIELD) {
        require(db, column.fieldKey(), column.fieldName(), column.choices().type(), now);
      }
    }
  }

  private static void require(Connection db, String key, String name, FieldType type, Instant now)
      throws SQLException {
    Optional<Field> known = Sql.first(db, "select * from field where key = ?", Fields::read, key);
    if (known.isEmpty()) {
      Sql.update(
          db,
          "insert into field (key, name, type, made_at) values (?, ?, ?, ?)",
          key,
          name,
          type,
          now);
    } else if (known.get().type() != type) {
      throw new Refused(
          Refused.Kind.INVALID,
          "The field “"
              + known.get().name()
              + "” holds "
              + words(known.get().type())
              + " in this house, not "
              + words(type)
              + ". Choose that type for the column, or another name.");
    }
  }

  private static String words(FieldType type) {
    return switch (type) {
      case TEXT -> "texts";
      case NUMBER -> "numbers";
      case DATE -> "dates";
      case YES_NO -> "yes or no";
      case CHOICE -> "one of a few choices";
    };
  }

  private static Field read(ResultSet row) throws SQLException {
    return new Field(
        row.getLong("id"),
        row.getString("key"),
        row.getString("name"),
        FieldType.valueOf(row.getString("type")),
        List.of());
  }
}
