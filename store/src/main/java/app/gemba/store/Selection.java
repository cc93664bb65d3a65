package app.gemba.store;

import app.gemba.core.people.Filter;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Which people are meant: some by their ids, or all that match.
 *
 * @param ids where they were picked one by one
 * @param list only those on a list
 * @param filter only those of whom it holds
 * @param words each must begin a word of theirs
 * @param digits a part of one of their numbers; where there are words too, either will do
 */
public record Selection(
    Optional<List<Long>> ids,
    Optional<Long> list,
    Filter filter,
    List<String> words,
    String digits) {

  private static final int MANY_NUMBERS = 20_000;

  private static final String WITH_DIGITS =
      "select pn.person_id from number_search s"
          + " join person_number pn on pn.number_id = s.rowid where s.digits match ?";

  private static final String NOT_DELETED =
      "not exists (select 1 from person p where p.id = d.person_id and p.deleted_at is not null)";

  /** The same where all are looked at: who is deleted is read once, not asked of each. */
  private static final String NOT_DELETED_OF_MANY =
      "d.person_id not in (select id from person where deleted_at is not null)";

  /** Everybody on a list. */
  public static Selection ofList(long list) {
    return new Selection(Optional.empty(), Optional.of(list), Filter.EVERYBODY, List.of(), "");
  }

  /** People picked one by one. */
  public static Selection of(List<Long> ids) {
    return new Selection(Optional.of(ids), Optional.empty(), Filter.EVERYBODY, List.of(), "");
  }

  /** Everybody of whom a filter holds. */
  public static Selection of(Filter filter) {
    return new Selection(Optional.empty(), Optional.empty(), filter, List.of(), "");
  }

  /** Ids after one, in order; lists that are filters are asked as such. */
  List<Long> page(Connection db, Instant now, long after, int limit) throws SQLException {
    if (digits.isEmpty()) {
      return page(db, asked(db, now, NOT_DELETED, FoundBy.WORDS), after, limit);
    }
    FoundBy number = areInManyNumbers(db) ? FoundBy.COMMON_DIGITS : FoundBy.DIGITS;
    List<Long> byNumber = page(db, asked(db, now, NOT_DELETED, number), after, limit);
    if (words.isEmpty()) {
      return byNumber;
    }
    List<Long> byWords = page(db, asked(db, now, NOT_DELETED, FoundBy.WORDS), after, limit);
    return Stream.concat(byNumber.stream(), byWords.stream())
        .distinct()
        .sorted()
        .limit(limit)
        .toList();
  }

  /** The same of a filter that is an audience, without whom an unfinished import brought. */
  List<Long> contactable(Connection db, Instant now, long after, int limit) throws SQLException {
    String may = NOT_DELETED + " and " + UnfinishedImports.didNotBring("d.person_id");
    return page(db, asked(db, now, may, FoundBy.WORDS), after, limit);
  }

  private static List<Long> page(Connection db, Asked asked, long after, int limit)
      throws SQLException {
    asked.values.add(after);
    asked.values.add(limit);
    return Sql.query(
        db,
        "select %1$s %2$s and %1$s > ? order by %1$s limit ?".formatted(asked.key, asked.sql),
        row -> row.getLong(1),
        asked.values.toArray());
  }

  private boolean areInManyNumbers(Connection db) throws SQLException {
    return Sql.number(
            db,
            "select count(*) from (select 1 from number_search where digits match ? limit ?)",
            '"' + digits + '"',
            MANY_NUMBERS)
        == MANY_NUMBERS;
  }

  /** How many they are. */
  long count(Connection db, Instant now) throws SQLException {
    if (isAList() && ListStore.filter(db, list.get()).isEmpty()) {
      return Sql.number(db, "select people from list where id = ?", list.get());
    }
    FoundBy by =
        digits.isEmpty()
            ? FoundBy.WORDS
            : words.isEmpty() ? FoundBy.DIGITS : FoundBy.DIGITS_OR_WORDS;
    Asked asked = asked(db, now, NOT_DELETED_OF_MANY, by);
    return Sql.number(db, "select count(*) " + asked.sql, asked.values.toArray());
  }

  private boolean isAList() {
    return list.isPresent()
        && ids.isEmpty()
        && filter.conditions().isEmpty()
        && words.isEmpty()
        && digits.isEmpty();
  }

  /**
   * The question, from its tables on.
   *
   * @param key the surrogate of a person, as the first table has it: the order in which it is read
   */
  private record Asked(String key, String sql, List<Object> values) {}

  /** By what of what was typed people are looked for, where anything was. */
  private enum FoundBy {
    WORDS(""),
    DIGITS("d.person_id in (" + WITH_DIGITS + ")"),
    DIGITS_OR_WORDS(
        "(d.person_id in ("
            + WITH_DIGITS
            + ") or d.person_id in (select rowid from person_search where person_search match ?))"),
    /** So many have them that a page of them is together sooner by looking at one by one. */
    COMMON_DIGITS(
        "exists (select 1 from person_number pn join number n on n.id = pn.number_id"
            + " where pn.person_id = d.person_id and instr(substr(n.e164, 2), ?) > 0)");

    private final String condition;

    FoundBy(String condition) {
      this.condition = condition;
    }
  }

  private Asked asked(Connection db, Instant now, String notDeleted, FoundBy by)
      throws SQLException {
    List<Object> values = new ArrayList<>();
    Optional<Filter> ofList =
        list.isPresent() ? ListStore.filter(db, list.get()) : Optional.empty();
    boolean ofMembers = list.isPresent() && ofList.isEmpty();
    boolean byWords = by == FoundBy.WORDS && !words.isEmpty();
    String key = byWords ? "s.rowid" : ofMembers ? "lm.person_id" : "d.person_id";
    StringBuilder sql = new StringBuilder(" from ");
    List<String> where = new ArrayList<>();
    if (byWords) {
      sql.append("person_search s cross join ");
      where.add("s.person_search match ? and d.person_id = s.rowid");
      values.add(PeopleSearch.match(words));
    }
    if (ofMembers) {
      sql.append("list_member lm cross join ");
      where.add("lm.list_id = ? and lm.person_id = " + (byWords ? "s.rowid" : "d.person_id"));
      values.add(list.get());
    }
    sql.append("person_detail d");
    where.add(notDeleted);
    if (ids.isPresent()) {
      where.add("d.person_id in (select value from json_each(?))");
      values.add(Json.write(ids.get()));
    }
    if (by != FoundBy.WORDS) {
      where.add(by.condition);
      values.add(by == FoundBy.COMMON_DIGITS ? digits : '"' + digits + '"');
    }
    if (by == FoundBy.DIGITS_OR_WORDS) {
      values.add(PeopleSearch.match(words));
    }
    FilterSql conditions = FilterSql.of(filter, now);
    where.add(conditions.sql());
    values.addAll(conditions.values());
    if (ofList.isPresent()) {
      FilterSql living = FilterSql.of(ofList.get(), now);
      where.add(living.sql());
      values.addAll(living.values());
    }
    return new Asked(key, sql + " where " + String.join(" and ", where), values);
  }
}
