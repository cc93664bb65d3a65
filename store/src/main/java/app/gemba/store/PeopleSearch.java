package app.gemba.store;

import app.gemba.core.people.SearchWords;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Finds people by the beginnings of their names, mail and id, or of their numbers. */
final class PeopleSearch {
  /** Sorts behind every word that begins alike. */
  private static final String END = "\uFFFF";

  private PeopleSearch() {}

  /** Keeps the words of a person in step with what is known of them. */
  static void keepWords(Connection db, long person) throws SQLException {
    Sql.update(db, "delete from person_word where person_id = ?", person);
    Set<String> words =
        Sql.first(
                db,
                "select name, coalesce(email, ''), coalesce(own_id, '') from person_detail"
                    + " where person_id = ?",
                row -> SearchWords.of(row.getString(1), row.getString(2), row.getString(3)),
                person)
            .orElse(Set.of());
    addWords(db, person, words);
  }

  /** Adds the words of somebody new. */
  static void addWords(Connection db, long person, Set<String> words) throws SQLException {
    Sql.update(
        db,
        "insert or ignore into person_word (word, person_id) select value, ? from json_each(?)",
        person,
        Json.write(words));
  }

  /**
   * Ids of people after one, in order.
   *
   * @param numberPrefixes beginnings of E.164 numbers; where there are any, words are not looked at
   */
  static List<Long> find(
      Connection db,
      Optional<Long> list,
      List<String> words,
      List<String> numberPrefixes,
      long after,
      int limit)
      throws SQLException {
    List<Object> values = new ArrayList<>();
    String sql =
        numberPrefixes.isEmpty() ? byWords(words, values) : byNumber(numberPrefixes, values);
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

  private static String byWords(List<String> words, List<Object> values) {
    StringBuilder sql =
        new StringBuilder("select p.person_id from person_word p where p.word >= ? and p.word < ?");
    values.add(words.get(0));
    values.add(words.get(0) + END);
    for (String word : words.subList(1, words.size())) {
      sql.append(
          " and exists (select 1 from person_word w where w.person_id = p.person_id"
              + " and w.word >= ? and w.word < ?)");
      values.add(word);
      values.add(word + END);
    }
    return sql.toString();
  }

  private static String byNumber(List<String> prefixes, List<Object> values) {
    List<String> ranges = new ArrayList<>();
    for (String prefix : prefixes) {
      ranges.add("(n.e164 >= ? and n.e164 < ?)");
      values.add(prefix);
      values.add(prefix + END);
    }
    return "select p.person_id from number n join person_number p on p.number_id = n.id where ("
        + String.join(" or ", ranges)
        + ")";
  }
}
