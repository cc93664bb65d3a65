package app.gemba.store;

import java.util.List;

/** Tags of people. */
public final class TagStore {
  private static final int MOST = 500;

  private final Store store;

  /** Over a store. */
  public TagStore(Store store) {
    this.store = store;
  }

  /** A tag, and how many people have it. */
  public record Tag(long id, String name, long people) {}

  /** Tags by name; at most 500. */
  public List<Tag> all() {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select t.id, t.name,
                  (select count(*) from person_tag pt where pt.tag_id = t.id) as people
                from tag t order by t.name collate nocase limit ?
                """,
                row -> new Tag(row.getLong(1), row.getString(2), row.getLong(3)),
                MOST));
  }
}
