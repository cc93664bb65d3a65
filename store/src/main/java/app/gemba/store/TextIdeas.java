package app.gemba.store;

import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** Texts that the house keeps to use again, each with a note what it is for. */
public final class TextIdeas {
  private final Store store;

  /** Over a store. */
  public TextIdeas(Store store) {
    this.store = store;
  }

  /** One text. */
  public record TextIdea(long id, String text, String note) {}

  /** All of them, newest first. */
  public List<TextIdea> all() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select id, text, note from text_idea order by id desc limit 200",
                row -> new TextIdea(row.getLong(1), row.getString(2), row.getString(3))));
  }

  /** Keeps one more. */
  public TextIdea add(String text, String note, Optional<Long> user, Instant now) {
    long id =
        store
            .writer()
            .write(
                Urgency.DESK,
                db ->
                    Sql.insert(
                        db,
                        "insert into text_idea (text, note, created_at, created_by)"
                            + " values (?, ?, ?, ?)",
                        text,
                        note,
                        now,
                        user));
    return new TextIdea(id, text, note);
  }

  /** Throws one away. */
  public void remove(long id) {
    store
        .writer()
        .write(Urgency.DESK, db -> Sql.update(db, "delete from text_idea where id = ?", id));
  }
}
