package app.gemba.store;

import app.gemba.core.people.ActBook;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * What is done to many people at once: in small steps, so that nothing waits for it, and kept for a
 * while so that it can be taken back.
 */
public final class Acts implements ActBook {
  /** For how long an act can be taken back. */
  public static final Duration TAKEN_BACK_FOR = Duration.ofDays(7);

  private static final int PEOPLE_A_STEP = 500;
  private static final int FORGOTTEN_A_STEP = 2_000;

  private final Store store;

  /** Over a store. */
  public Acts(Store store) {
    this.store = store;
  }

  /** What can be done. */
  public enum Kind {
    PUT_ON_LIST("put on"),
    TAKE_OFF_LIST("taken off"),
    TAG("tagged"),
    UNTAG("no longer tagged"),
    DELETE_PEOPLE("deleted");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    /** What became of the people, in a word. */
    public String words() {
      return words;
    }
  }

  /**
   * An act.
   *
   * @param people on whom it had an effect so far
   * @param until when it can be taken back
   */
  public record Act(
      long id, Kind kind, String words, String state, long people, Instant madeAt, Instant until) {}

  /**
   * Something to be done.
   *
   * @param list for what is about a list
   * @param tag for what is about a tag
   */
  public record Wanted(Kind kind, Selection selection, Optional<Long> list, Optional<String> tag) {}

  /** The stored form of a selection. */
  private record StoredSelection(
      Optional<List<Long>> ids,
      Optional<Long> list,
      String filter,
      List<String> words,
      String digits) {}

  /** Begins an act; its steps are taken elsewhere. */
  public Act begin(Wanted wanted, Optional<Long> user, Instant now) {
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              Optional<Long> tag = Optional.empty();
              if (wanted.tag().isPresent()) {
                tag = Optional.of(tag(db, wanted.tag().get()));
              }
              String about = about(db, wanted);
              Selection of = wanted.selection();
              long id =
                  Sql.insert(
                      db,
                      """
                      insert into act (kind, list_id, tag_id, selection, words, state, made_at,
                        made_by, until)
                      values (?, ?, ?, ?, ?, 'going', ?, ?, ?)
                      """,
                      wanted.kind(),
                      wanted.list(),
                      tag,
                      Json.write(
                          new StoredSelection(
                              of.ids(),
                              of.list(),
                              Filters.write(of.filter()),
                              of.words(),
                              of.digits())),
                      about,
                      now,
                      user,
                      now.plus(TAKEN_BACK_FOR));
              AuditLog.add(db, user, "people " + wanted.kind().words(), about, "", now);
              return get(db, id);
            });
  }

  /** Begins to take an act back. */
  public Act takeBack(long id, Optional<Long> user, Instant now) {
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int begun =
                  Sql.update(
                      db,
                      """
                      update act set state = 'going-back', person_done = 0
                      where id = ? and state in ('going', 'done') and until > ?
                      """,
                      id,
                      now);
              if (begun == 0) {
                throw new Refused(
                    Refused.Kind.WRONG_STATE, "This can no longer be taken back, or has been.");
              }
              AuditLog.add(db, user, "act taken back", get(db, id).words(), "", now);
              return get(db, id);
            });
  }

  /** An act. */
  public Act get(long id) {
    return store.read(db -> get(db, id));
  }

  /** The last acts, newest first. */
  public List<Act> last(int limit) {
    return store.read(
        db -> Sql.query(db, "select * from act order by id desc limit ?", Acts::read, limit));
  }

  @Override
  public List<Long> going() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select id from act where state in ('going', 'going-back') order by id",
                row -> row.getLong(1)));
  }

  @Override
  public boolean some(long id, Instant now) {
    return store.writer().write(Urgency.BULK, db -> step(db, id, now));
  }

  /**
   * Lets go of what was kept to take acts back that are too old for it, a step of it.
   *
   * @return whether there is more
   */
  public boolean forgetSomeOld(Instant now) {
    return store
        .writer()
        .write(
            Urgency.BULK,
            db ->
                Sql.update(
                        db,
                        """
                        update act_person set saved = null where (act_id, person_id) in (
                          select p.act_id, p.person_id from act a join act_person p on p.act_id = a.id
                          where a.until <= ? and p.saved is not null limit ?)
                        """,
                        now,
                        FORGOTTEN_A_STEP)
                    == FORGOTTEN_A_STEP);
  }

  private static boolean step(Connection db, long id, Instant now) throws SQLException {
    boolean back = get(db, id).state().equals("going-back");
    long after = Sql.number(db, "select person_done from act where id = ?", id);
    ActStep step = ActStep.of(db, id, now);
    List<Long> people =
        back
            ? Sql.query(
                db,
                "select person_id from act_person where act_id = ? and person_id > ?"
                    + " order by person_id limit ?",
                row -> row.getLong(1),
                id,
                after,
                PEOPLE_A_STEP)
            : selection(db, id).page(db, now, after, PEOPLE_A_STEP);
    if (people.isEmpty()) {
      Sql.update(db, "update act set state = ? where id = ?", back ? "taken-back" : "done", id);
      return false;
    }
    if (back) {
      step.takeBack(people);
    } else {
      step.act(people);
    }
    Sql.update(
        db, "update act set person_done = ? where id = ?", people.get(people.size() - 1), id);
    return true;
  }

  private static Selection selection(Connection db, long id) throws SQLException {
    StoredSelection is =
        Sql.first(
                db,
                "select selection from act where id = ?",
                row -> Json.read(row.getString(1), StoredSelection.class),
                id)
            .orElseThrow();
    return new Selection(is.ids(), is.list(), Filters.read(is.filter()), is.words(), is.digits());
  }

  private static long tag(Connection db, String name) throws SQLException {
    String plain = name.strip();
    if (plain.isEmpty() || plain.length() > 60) {
      throw new Refused(Refused.Kind.INVALID, "A tag has 1 to 60 characters.");
    }
    return Tags.of(db, List.of(plain)).byName().values().iterator().next();
  }

  private static String about(Connection db, Wanted wanted) throws SQLException {
    if (wanted.list().isPresent()) {
      return Sql.first(
              db,
              "select name from list where id = ? and deleted_at is null and filter is null",
              row -> row.getString(1),
              wanted.list().get())
          .orElseThrow(
              () ->
                  new Refused(
                      Refused.Kind.INVALID, "Nobody can be put on or taken off this list."));
    }
    return wanted.tag().map(String::strip).orElse("");
  }

  private static Act get(Connection db, long id) throws SQLException {
    return Sql.first(db, "select * from act where id = ?", Acts::read, id)
        .orElseThrow(() -> Refused.notFound("act"));
  }

  private static Act read(ResultSet row) throws SQLException {
    return new Act(
        row.getLong("id"),
        Kind.valueOf(row.getString("kind")),
        row.getString("words"),
        row.getString("state"),
        row.getLong("people"),
        Instant.parse(row.getString("made_at")),
        Instant.parse(row.getString("until")));
  }
}
