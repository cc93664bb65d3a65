package app.gemba.store;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Finds people by the beginnings of any of their words, or by any part of a number. */
final class PeopleSearch {
  private PeopleSearch() {}

  /** Keeps the words of people in step with what is known of them. */
  static void keepWords(Connection db, Collection<Long> people) throws SQLException {
    String ids = Json.write(people);
    Sql.update(
        db, "delete from person_search where rowid in (select value from json_each(?))", ids);
    Sql.update(
        db,
        """
        insert into person_search (rowid, words)
        select d.person_id, d.name || ' ' || coalesce(d.email, '') || ' ' || coalesce(d.own_id, '')
          || ' ' || coalesce((select group_concat(value, ' ') from json_each(d.fields)), '')
          || ' ' || coalesce((select group_concat(t.name, ' ') from person_tag pt
            join tag t on t.id = pt.tag_id where pt.person_id = d.person_id), '')
        from json_each(?) j join person_detail d on d.person_id = j.value
        """,
        ids);
  }

  /**
   * Ids of people after one, in order.
   *
   * @param words each must begin a word of the person's
   * @param digits must be a part of one of the person's numbers; where there are any, words are not
   *     looked at
   */
  static List<Long> find(
      Connection db, Optional<Long> list, List<String> words, String digits, long after, int limit)
      throws SQLException {
    List<Object> values = new ArrayList<>();
    String sql = digits.isEmpty() ? byWords(words, values) : byDigits(digits, values);
    if (list.isPresent()) {
      sql +=
          " and exists (select 1 from list_member m where m.list_id = ? and m.person_id = p.person_id)";
      values.add(list.get());
    }
    values.add(after);
    values.add(limit);
    return Sql.query(
        db,
        sql + " and p.person_id > ? group by p.person_id order by p.person_id limit ?",
        row -> row.getLong(1),
        values.toArray());
  }

  /** What full-text search is asked for: each word as a beginning. */
  static String match(List<String> words) {
    return words.stream()
        .map(word -> '"' + word.replace("\"", "") + "\"*")
        .collect(Collectors.joining(" "));
  }

  private static String byWords(List<String> words, List<Object> values) {
    values.add(match(words));
    return "select p.person_id from (select rowid as person_id from person_search"
        + " where person_search match ?) p where true";
  }

  /** Fewer than three digits are no part to look for: they begin a number. */
  private static String byDigits(String digits, List<Object> values) {
    if (digits.length() < 3) {
      values.add("+" + digits);
      values.add("+" + digits + ":");
      return "select p.person_id from number n join person_number p on p.number_id = n.id"
          + " where n.e164 >= ? and n.e164 < ?";
    }
    values.add('"' + digits + '"');
    return "select p.person_id from number_search s join person_number p on p.number_id = s.rowid"
        + " where s.digits match ?";
  }
}
