package app.gemba.server.people;

import app.gemba.store.Fields;
import app.gemba.store.PeopleStore.Leaving;
import app.gemba.store.PeopleStore.LeavingNumber;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The columns of a file of people: what everybody has, a column for each label of a phone that
 * anybody has, and the custom fields. They are named so that the file is understood when it comes
 * back.
 */
final class LeavingColumns {
  private static final List<String> FIRST =
      List.of("Your id", "Full name", "First name", "Last name");
  private static final List<String> BEHIND_PHONES = List.of("E-mail", "Tags");

  private final Map<String, Integer> phones = new LinkedHashMap<>();
  private final List<Fields.Field> fields;

  LeavingColumns(List<Fields.Field> fields) {
    this.fields = fields;
  }

  /** Learns which phones somebody has, before the first row is written. */
  void see(Leaving person) {
    phonesOf(person).keySet().forEach(column -> phones.putIfAbsent(column, phones.size()));
  }

  List<String> heads() {
    List<String> heads = new ArrayList<>(FIRST);
    heads.addAll(phones.keySet());
    heads.addAll(BEHIND_PHONES);
    fields.forEach(field -> heads.add(field.name()));
    return heads;
  }

  List<String> row(Leaving person) {
    List<String> row =
        new ArrayList<>(
            List.of(person.ownId(), person.name(), person.firstName(), person.lastName()));
    Map<String, String> own = phonesOf(person);
    phones.keySet().forEach(column -> row.add(own.getOrDefault(column, "")));
    row.add(person.email());
    row.add(String.join("; ", person.tags()));
    fields.forEach(field -> row.add(person.fields().getOrDefault(field.key(), "")));
    return row;
  }

  private static Map<String, String> phonesOf(Leaving person) {
    Map<String, String> columns = new LinkedHashMap<>();
    Map<String, Integer> seen = new HashMap<>();
    for (LeavingNumber number : person.numbers()) {
      String label = number.label().replaceAll("[()]", " ").strip();
      String column = label.isEmpty() ? "Phone" : "Phone (" + label + ")";
      int times = seen.merge(column, 1, Integer::sum);
      columns.put(times == 1 ? column : column + " " + times, written(number));
    }
    return columns;
  }

  static String written(LeavingNumber number) {
    return number.extension().isEmpty()
        ? number.e164()
        : number.e164() + " ext. " + number.extension();
  }
}
