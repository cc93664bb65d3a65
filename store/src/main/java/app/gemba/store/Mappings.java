package app.gemba.store;

import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.Rejected;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** How files of one shape are taken in: remembered by their headers, named, edited. */
public final class Mappings {
  private final Store store;

  /** Over a store. */
  public Mappings(Store store) {
    this.store = store;
  }

  /** A remembered mapping. */
  public record Mapping(
      long id, String name, List<String> headers, ImportPlan plan, int version, Instant usedAt) {}

  /** All mappings, the one last used first. */
  public List<Mapping> all() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select * from mapping order by used_at desc, id desc limit 500",
                Mappings::read));
  }

  /** One mapping. */
  public Mapping get(long id) {
    return store.read(
        db ->
            Sql.first(db, "select * from mapping where id = ?", Mappings::read, id)
                .orElseThrow(() -> Refused.notFound("mapping")));
  }

  /** The mapping of files with these headers; a file of rejects is of the shape it came from. */
  public Optional<Mapping> of(List<String> headers) {
    return store.read(
        db ->
            Sql.first(db, "select * from mapping where headers = ?", Mappings::read, key(headers)));
  }

  /** Renames a mapping, or changes what it does. */
  public void change(
      long id, int version, String name, ImportPlan plan, Optional<Long> user, Instant now) {
    String plain = name.strip();
    if (plain.isEmpty() || plain.length() > 120) {
      throw new Refused(Refused.Kind.INVALID, "A mapping needs a name of 1 to 120 characters.");
    }
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int changed =
                  Sql.update(
                      db,
                      "update mapping set name = ?, plan = ?, version = version + 1"
                          + " where id = ? and version = ?",
                      plain,
                      Plans.write(plan),
                      id,
                      version);
              if (changed == 0) {
                throw new Refused(
                    Refused.Kind.STALE,
                    "Somebody changed this mapping meanwhile. Look at it again, then change it.");
              }
              return AuditLog.add(db, user, "mapping changed", plain, "", now);
            });
  }

  /** Forgets a mapping; files of its shape are guessed again. */
  public void forget(long id, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              Sql.update(db, "delete from mapping where id = ?", id);
              return AuditLog.add(db, user, "mapping forgotten", String.valueOf(id), "", now);
            });
  }

  /** Remembers how a file was taken in. */
  static void remember(
      Connection db,
      String fileName,
      List<String> headers,
      ImportPlan plan,
      Optional<Long> user,
      Instant now)
      throws SQLException {
    int width = Rejected.ownHeaders(headers).size();
    ImportPlan own =
        plan.withColumns(plan.columns().stream().filter(c -> c.index() < width).toList());
    Sql.update(
        db,
        """
        insert into mapping (name, headers, plan, used_at, made_by) values (?, ?, ?, ?, ?)
        on conflict (headers) do update set plan = excluded.plan, used_at = excluded.used_at,
          version = version + 1
        """,
        "Files like " + fileName,
        key(headers),
        Plans.write(own),
        now,
        user);
  }

  private static String key(List<String> headers) {
    return Json.write(Rejected.ownHeaders(headers));
  }

  private static Mapping read(ResultSet row) throws SQLException {
    return new Mapping(
        row.getLong("id"),
        row.getString("name"),
        List.of(Json.read(row.getString("headers"), String[].class)),
        Plans.read(row.getString("plan")),
        row.getInt("version"),
        Instant.parse(row.getString("used_at")));
  }
}
