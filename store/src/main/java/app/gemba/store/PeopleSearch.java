package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.Collection;
import java.util.List;
import java.util.stream.Collectors;

/** Finds people by the beginnings of any of their words, or by any part of a number. */
final class PeopleSearch {
  private static final String INSERT =
      """
      insert into person_search (rowid, words)
      select d.person_id, plain_words(
        d.name || ' ' || coalesce(d.email, '') || ' ' || coalesce(d.own_id, '')
        || ' ' || coalesce((select group_concat(value, ' ') from json_each(d.fields)), '')
        || ' ' || coalesce((select group_concat(t.name, ' ') from person_tag pt
          join tag t on t.id = pt.tag_id where pt.person_id = d.person_id), ''))
      """;

  private PeopleSearch() {}

  /** Keeps the words of people in step with what is known of them. */
  static void keepWords(Connection db, Collection<Long> people) throws SQLException {
    String ids = Json.write(people);
    Sql.update(
        db, "delete from person_search where rowid in (select value from json_each(?))", ids);
    Sql.update(
        db, INSERT + " from json_each(?) j join person_detail d on d.person_id = j.value", ids);
  }

  /** Puts in the words of everybody, in a house that has none: one of an earlier version. */
  static void fillWhereEmpty(Connection db) throws SQLException {
    if (Sql.number(db, "select count(*) from (select 1 from person_search limit 1)") == 0) {
      Sql.update(
          db,
          INSERT
              + """
                 from person_detail d
                where d.person_id not in (select id from person where deleted_at is not null)
                """);
    }
  }

  /** What full-text search is asked for: each word as a beginning. */
  static String match(List<String> words) {
    return words.stream().map(word -> quoted(word) + '*').collect(Collectors.joining(" "));
  }

  /** The same for words that are whole. */
  static String matchWhole(List<String> words) {
    return words.stream().map(PeopleSearch::quoted).collect(Collectors.joining(" "));
  }

  private static String quoted(String word) {
    return '"' + word.replace("\"", "") + '"';
  }
}
