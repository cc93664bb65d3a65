package app.gemba.store;

import app.gemba.core.people.Filter;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.text.Normalizer;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Lists with their names, notes and users; saved filters are lists that hold nobody themselves. */
public final class ListStore {
  private static final int LONGEST_NAME = 120;
  private static final int LONGEST_NOTE = 1_000;

  private final Store store;

  /** Over a store. */
  public ListStore(Store store) {
    this.store = store;
  }

  /**
   * A list.
   *
   * @param people who are on it; of a filter, as it was last counted
   * @param filter empty where people are put on it one by one
   * @param users who may use it; nobody named means everybody
   * @param watched whether files put into its folder are taken in
   */
  public record NamedList(
      long id,
      String name,
      String note,
      long people,
      Instant createdAt,
      Optional<Filter> filter,
      List<Long> users,
      boolean watched,
      int version) {
    /** Whether somebody may use it. */
    public boolean mayUse(long user) {
      return users.isEmpty() || users.contains(user);
    }

    /** The name of its folder under the data folder's {@code drop}. */
    public String folder() {
      String plain =
          Normalizer.normalize(name, Normalizer.Form.NFKD)
              .replaceAll("\\p{M}", "")
              .toLowerCase(Locale.ROOT)
              .replaceAll("[^a-z0-9]+", "-")
              .replaceAll("^-+|-+$", "");
      return id + (plain.isEmpty() ? "" : "-" + plain);
    }
  }

  /** What can be changed of a list. */
  public record Change(
      int version,
      String name,
      String note,
      List<Long> users,
      boolean watched,
      Optional<Filter> filter) {}

  /** All lists, by name. */
  public List<NamedList> all() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select * from list where deleted_at is null order by name collate nocase",
                row -> read(db, row)));
  }

  /** Lists whose folder is watched. */
  public List<NamedList> watched() {
    return all().stream().filter(NamedList::watched).toList();
  }

  /** A list. */
  public NamedList get(long id) {
    return store.read(db -> get(db, id));
  }

  private static NamedList get(Connection db, long id) throws SQLException {
    return Sql.first(
            db, "select * from list where id = ? and deleted_at is null", row -> read(db, row), id)
        .orElseThrow(() -> Refused.notFound("list"));
  }

  /** Makes an empty list, or saves a filter under a name. */
  public NamedList add(String name, Optional<Filter> filter, Optional<Long> user, Instant now) {
    String plain = name(name);
    filter.ifPresent(ListStore::requireUsable);
    long list =
        write(
            db -> {
              requireFree(db, plain, 0);
              long id =
                  Sql.insert(
                      db,
                      "insert into list (name, filter, created_at, created_by) values (?, ?, ?, ?)",
                      plain,
                      filter.map(Filters::write),
                      now,
                      user);
              AuditLog.add(
                  db, user, filter.isPresent() ? "filter saved" : "list made", plain, "", now);
              return id;
            });
    return recount(list, now);
  }

  /** Changes what a list is called, who uses it, and what its filter asks. */
  public NamedList change(long id, Change to, Optional<Long> user, Instant now) {
    String plain = name(to.name());
    to.filter().ifPresent(ListStore::requireUsable);
    if (to.note().length() > LONGEST_NOTE) {
      throw new Refused(Refused.Kind.INVALID, "A note has at most 1,000 characters.");
    }
    write(
        db -> {
          NamedList is = get(db, id);
          if (is.version() != to.version()) {
            throw new Refused(
                Refused.Kind.STALE,
                "Somebody changed this list meanwhile. Look at it again, then change it.");
          }
          requireFree(db, plain, id);
          Sql.update(
              db,
              """
              update list set name = ?, note = ?, watched = ?,
                filter = case when filter is null then null else coalesce(?, filter) end,
                version = version + 1
              where id = ?
              """,
              plain,
              to.note().strip(),
              to.watched() && is.filter().isEmpty(),
              to.filter().map(Filters::write),
              id);
          Sql.update(db, "delete from list_user where list_id = ?", id);
          Sql.update(
              db,
              "insert into list_user (list_id, user_id) select ?, u.id from json_each(?) j"
                  + " join user_account u on u.id = j.value",
              id,
              Json.write(to.users()));
          return AuditLog.add(db, user, "list changed", plain, "", now);
        });
    return recount(id, now);
  }

  /** Deletes a list; the people on it stay. */
  public void delete(long id, Optional<Long> user, Instant now) {
    write(
        db -> {
          NamedList is = get(db, id);
          Sql.update(db, "update list set deleted_at = ?, watched = 0 where id = ?", now, id);
          return AuditLog.add(db, user, "list deleted", is.name(), is.people() + " people", now);
        });
  }

  /** Takes back that a list was deleted. */
  public NamedList bringBack(long id, Optional<Long> user, Instant now) {
    return write(
        db -> {
          Sql.update(db, "update list set deleted_at = null where id = ?", id);
          NamedList is = get(db, id);
          AuditLog.add(db, user, "list brought back", is.name(), "", now);
          return is;
        });
  }

  /** How many people a selection is. */
  public long count(Selection of, Instant now) {
    return store.read(db -> of.count(db, now));
  }

  /**
   * Counts a filter anew and keeps the count beside it; the count is read, so that nobody who
   * writes waits for it.
   */
  public NamedList recount(long id, Instant now) {
    NamedList is = get(id);
    if (is.filter().isEmpty()) {
      return is;
    }
    long people = count(Selection.of(is.filter().get()), now);
    write(db -> Sql.update(db, "update list set people = ? where id = ?", people, id));
    return get(id);
  }

  /** What a list asks; empty where it holds people itself. */
  static Optional<Filter> filter(Connection db, long list) throws SQLException {
    return Sql.first(
            db, "select filter from list where id = ?", row -> Sql.text(row, "filter"), list)
        .flatMap(json -> json)
        .map(Filters::read);
  }

  private static void requireUsable(Filter filter) {
    List<String> mistakes = filter.mistakes();
    if (!mistakes.isEmpty()) {
      throw new Refused(Refused.Kind.INVALID, String.join(" ", mistakes));
    }
  }

  private static void requireFree(Connection db, String name, long but) throws SQLException {
    Optional<Boolean> taken =
        Sql.first(
            db,
            "select deleted_at from list where name = ? collate nocase and id <> ?",
            row -> Sql.text(row, "deleted_at").isPresent(),
            name,
            but);
    if (taken.isPresent()) {
      throw new Refused(
          Refused.Kind.INVALID,
          taken.get()
              ? "A deleted list has this name. Bring it back, or choose another name."
              : "There is a list of this name already. Choose another.");
    }
  }

  private static String name(String name) {
    String plain = name.strip();
    if (plain.isEmpty() || plain.length() > LONGEST_NAME) {
      throw new Refused(Refused.Kind.INVALID, "A list needs a name of 1 to 120 characters.");
    }
    return plain;
  }

  private static NamedList read(Connection db, ResultSet row) throws SQLException {
    long id = row.getLong("id");
    return new NamedList(
        id,
        row.getString("name"),
        row.getString("note"),
        row.getLong("people"),
        Instant.parse(row.getString("created_at")),
        Sql.text(row, "filter").map(Filters::read),
        Sql.query(
            db,
            "select user_id from list_user where list_id = ? order by user_id",
            user -> user.getLong(1),
            id),
        row.getBoolean("watched"),
        row.getInt("version"));
  }

  private <T> T write(Writer.Job<T> job) {
    return store.writer().write(Urgency.DESK, job);
  }
}
