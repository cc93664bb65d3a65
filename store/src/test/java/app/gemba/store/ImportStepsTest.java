package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ImportBook.ReadRow;
import app.gemba.core.intake.ImportPlan;
import java.io.IOException;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** However a file is cut into steps, the same people come of it. */
class ImportStepsTest {
  private static final Optional<Long> NOBODY = Optional.empty();
  private static final int ROWS = 300;
  @TempDir Path folder;

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3})
  void stepsOfAnySizeMakeTheSamePeople(int seed) throws IOException {
    List<ReadRow> rows = ImportRows.random(seed, ROWS);
    List<List<String>> one = after(rows, 1, "one" + seed);
    assertThat(after(rows, 7, "seven" + seed)).isEqualTo(one);
    assertThat(after(rows, ROWS, "all" + seed)).isEqualTo(one);
  }

  @Test
  void whatIsKnownStaysAndWhatIsBlankIsFilled() throws IOException {
    List<ReadRow> rows =
        List.of(
            ImportRows.row(
                1, ImportRows.draft("MF-1", "Oona Wick", "", Map.of("port", "Gull Steps"), 1)),
            ImportRows.row(
                2,
                ImportRows.draft(
                    "MF-1", "Oona W.", "oona@guests.example", Map.of("port", "North Pier"), 2)),
            ImportRows.row(3, ImportRows.draft("", "", "", Map.of("pass", "Family"), 2)));
    try (TemporaryHouse house = taken(rows, 3, "known")) {
      PeopleStore.Person oona = new PeopleStore(house.store).person(1, TemporaryHouse.NOW);
      assertThat(oona.name()).isEqualTo("Oona Wick");
      assertThat(oona.email()).isEqualTo("oona@guests.example");
      assertThat(oona.fields()).isEqualTo(Map.of("port", "North Pier", "pass", "Family"));
      assertThat(oona.numbers())
          .extracting(PeopleStore.PersonNumber::e164)
          .containsExactly(TemporaryHouse.e164(1), TemporaryHouse.e164(2));
      assertThat(house.number("select count(*) from person")).isEqualTo(1);
    }
  }

  @Test
  void aRowWithoutANumberIsAboutSomebodyKnownOrIsRejected() throws IOException {
    List<ReadRow> rows =
        List.of(
            ImportRows.row(
                1, ImportRows.draft("MF-1", "Oona Wick", "oona@guests.example", Map.of(), 1)),
            ImportRows.row(
                2, ImportRows.draft("", "Oona", "oona@guests.example", Map.of("pass", "Family"))),
            ImportRows.row(
                3, ImportRows.draft("MF-9", "Nobody", "nobody@guests.example", Map.of())));
    try (TemporaryHouse house = taken(rows, 3, "numberless")) {
      assertThat(house.number("select count(*) from person")).isEqualTo(1);
      assertThat(house.number("select count(*) from import_row where outcome = 'merged'"))
          .isEqualTo(1);
      assertThat(new ImportStore(house.store, folder).rejects(1, 0, 10))
          .extracting(ImportStore.Reject::row)
          .containsExactly(3L);
    }
  }

  private TemporaryHouse taken(List<ReadRow> rows, int stepSize, String name) throws IOException {
    TemporaryHouse house = new TemporaryHouse(folder.resolve(name));
    ImportStore imports = new ImportStore(house.store, folder);
    ImportSteps steps = new ImportSteps(house.store, folder);
    long list = house.list("list").id();
    long id = imports.add(TemporaryHouse.file("a.csv", ROWS), NOBODY, TemporaryHouse.NOW);
    AgreementSource agreement =
        new AgreementSource.Column(Set.of(Channel.SMS), EnumSet.allOf(Purpose.class), "pass form");
    imports.start(id, new ImportPlan(List.of(), "US", agreement), list, NOBODY, TemporaryHouse.NOW);
    for (int from = 0; from < rows.size(); from += stepSize) {
      steps.take(
          steps.job(id),
          rows.subList(from, Math.min(rows.size(), from + stepSize)),
          TemporaryHouse.NOW);
    }
    return house;
  }

  /** All that an import writes, table by table. */
  private List<List<String>> after(List<ReadRow> rows, int stepSize, String name)
      throws IOException {
    try (TemporaryHouse house = taken(rows, stepSize, name)) {
      assertThat(
              house.number(
                  "select rows_new + rows_merged + rows_rejected from import where id = 1"))
          .isEqualTo(ROWS);
      return List.of(
          lines(
              house,
              "select own_id, name, first_name, last_name, email, fields from person_detail",
              true),
          lines(
              house,
              "select pn.person_id, pn.position, n.e164 from person_number pn"
                  + " join number n on n.id = pn.number_id order by 1, 2",
              false),
          lines(house, "select person_id, tag_id from person_tag order by 1, 2", false),
          lines(
              house,
              "select rowid from person_search where person_search match 'guest*' order by 1",
              false),
          lines(
              house,
              "select n.e164, s.purpose, s.word from consent_state s"
                  + " join number n on n.id = s.number_id order by 1, 2",
              false),
          lines(house, "select count(*), sum(word = 'NO') from consent_record", false),
          lines(house, "select person_id from list_member order by 1", false),
          lines(house, "select row_number, outcome, person_id, reason from import_row", false));
    }
  }

  private static List<String> lines(TemporaryHouse house, String sql, boolean withFields) {
    return house.store.read(
        db ->
            Sql.query(
                db,
                sql,
                row -> {
                  StringBuilder line = new StringBuilder();
                  int columns = row.getMetaData().getColumnCount();
                  for (int i = 1; i <= columns; i++) {
                    boolean fields = withFields && i == columns;
                    line.append('|')
                        .append(
                            fields
                                ? new TreeMap<>(Json.texts(row.getString(i)))
                                : row.getString(i));
                  }
                  return line.toString();
                }));
  }
}
