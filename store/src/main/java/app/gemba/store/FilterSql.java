package app.gemba.store;

import app.gemba.core.people.Filter;
import app.gemba.core.people.Filter.Agreed;
import app.gemba.core.people.Filter.Comparison;
import app.gemba.core.people.Filter.Condition;
import app.gemba.core.people.Filter.ContactedWithin;
import app.gemba.core.people.Filter.FieldHolds;
import app.gemba.core.people.Filter.LastOutcome;
import app.gemba.core.people.Filter.OnList;
import app.gemba.core.people.Filter.Suppressed;
import app.gemba.core.people.Filter.Tagged;
import app.gemba.core.people.SearchWords;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/** A filter as a condition on {@code person_detail d}. */
final class FilterSql {
  private static final Pattern NUMBER = Pattern.compile("-?\\d+(\\.\\d+)?");

  /** Of which the database knows the capitals by itself, and faster. */
  private static final Pattern PLAIN = Pattern.compile("\\p{ASCII}*");

  private final List<Object> values = new ArrayList<>();
  private final String sql;

  private FilterSql(Filter filter, Instant now) {
    StringBuilder all = new StringBuilder("true");
    for (Condition condition : filter.conditions()) {
      all.append(" and ").append(condition.not() ? "not " : "").append('(');
      all.append(sql(condition, now)).append(')');
    }
    sql = all.toString();
  }

  static FilterSql of(Filter filter, Instant now) {
    return new FilterSql(filter, now);
  }

  /** The condition, with question marks. */
  String sql() {
    return sql;
  }

  /** What to put there. */
  List<Object> values() {
    return values;
  }

  private String sql(Condition condition, Instant now) {
    if (condition instanceof OnList on) {
      return put(
          "exists (select 1 from list_member m where m.person_id = d.person_id"
              + " and m.list_id in (select value from json_each(?)))",
          Json.write(on.anyOf()));
    }
    if (condition instanceof Tagged tagged) {
      return put(
          "exists (select 1 from person_tag pt where pt.person_id = d.person_id and pt.tag_id in"
              + " (select t.id from json_each(?) j join tag t on lower_case(t.name) = lower_case(j.value)))",
          Json.write(tagged.anyOf()));
    }
    if (condition instanceof FieldHolds field) {
      return field(field);
    }
    if (condition instanceof Agreed agreed) {
      return agreed(agreed);
    }
    if (condition instanceof ContactedWithin within) {
      return put(
          "exists (select 1 from last_contact l where l.person_id = d.person_id and l.at > ?)",
          within.days() == 0 ? Instant.EPOCH : now.minus(Duration.ofDays(within.days())));
    }
    if (condition instanceof LastOutcome last) {
      return put(
          "exists (select 1 from last_contact l where l.person_id = d.person_id"
              + " and l.outcome in (select value from json_each(?)))",
          Json.write(last.anyOf()));
    }
    if (condition instanceof Suppressed) {
      return put(
          "exists (select 1 from person_number pn join suppression s on s.number_id = pn.number_id"
              + " where pn.person_id = d.person_id and (s.until is null or s.until > ?))",
          now);
    }
    throw new IllegalArgumentException("a condition of an unknown kind: " + condition);
  }

  private String field(FieldHolds is) {
    String value = "coalesce(json_extract(d.fields, ?), '')";
    values.add("$.\"" + is.key().replace("\"", "") + '"');
    if (is.comparison() == Comparison.BLANK) {
      return value + " = ''";
    }
    boolean number = NUMBER.matcher(is.value()).matches();
    Object compared = number ? Double.valueOf(is.value()) : is.value();
    return switch (is.comparison()) {
      case IS -> whateverCapitals("%s = %s", value, is.value()) + amongFound(is);
      case CONTAINS -> whateverCapitals("instr(%s, %s) > 0", value, is.value());
      case LESS -> compare(value, "<", number, compared);
      case MORE -> compare(value, ">", number, compared);
      case BLANK -> throw new IllegalStateException("handled above");
    };
  }

  private String whateverCapitals(String condition, String value, String compared) {
    String lower = PLAIN.matcher(compared).matches() ? "lower" : "lower_case";
    values.add(SqlFunctions.lowerCase(compared));
    return condition.formatted(lower + "(" + value + ")", "?");
  }

  /**
   * Whoever has a value has its words among those by which they are found, so that only they are
   * looked at.
   */
  private String amongFound(FieldHolds is) {
    List<String> words = SearchWords.ofQuery(is.value());
    if (is.not() || words.isEmpty()) {
      return "";
    }
    values.add(PeopleSearch.matchWhole(words));
    return " and d.person_id in (select rowid from person_search where person_search match ?)";
  }

  private String compare(String value, String sign, boolean number, Object to) {
    String left = number ? "cast(nullif(" + value + ", '') as real)" : "nullif(" + value + ", '')";
    return put("coalesce(" + left + " " + sign + " ?, false)", to);
  }

  private String agreed(Agreed is) {
    String said =
        "select s.word from person_number pn join consent_state s on s.number_id = pn.number_id"
            + " where pn.person_id = d.person_id and s.channel = ? and s.purpose = ?";
    values.add(is.channel());
    values.add(is.purpose());
    return switch (is.word()) {
      case YES -> "exists (" + said + " and s.word = 'YES')";
      case NO -> "exists (" + said + " and s.word = 'NO')";
      case UNSAID -> "not exists (" + said + ")";
    };
  }

  private String put(String part, Object value) {
    values.add(value);
    return part;
  }
}
