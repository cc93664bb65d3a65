package app.gemba.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.intake.CellNote;
import app.gemba.core.intake.Conflict;
import app.gemba.core.intake.ImportCheck.Counted;
import app.gemba.core.intake.ImportCheck.Outcome;
import app.gemba.core.intake.MergeRule;
import app.gemba.core.intake.RejectReason;
import app.gemba.store.CheckedRows.CheckedRow;
import app.gemba.store.CheckedRows.Kind;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Rows that somebody may want to look at before a file is taken in. */
class CheckedRowsTest {
  private static final Conflict CONFLICT =
      new Conflict("port", "Port", "Pier", "Quay", MergeRule.REPLACE);

  @TempDir Path folder;

  @Test
  void aRowIsFoundUnderEachOfItsKindsAsItWasCounted() throws IOException {
    Counted odd = row(3, Outcome.NEW, List.of(new CellNote(1, false, "two numbers")), List.of());
    Counted wrong = row(5, Outcome.REJECTED, List.of(new CellNote(1, true, "a date")), List.of());
    Counted known = row(9, Outcome.MERGED, List.of(), List.of(CONFLICT));
    Counted plain = row(10, Outcome.NEW, List.of(), List.of());
    try (CheckedRows rows = CheckedRows.create(folder.resolve("check.db"))) {
      for (Counted one : List.of(odd, wrong, known, plain)) {
        rows.add(one);
      }
      rows.finish();
      assertThat(rows.counts())
          .isEqualTo(Map.of(Kind.ODD, 1L, Kind.PROBLEM, 1L, Kind.MERGED, 1L, Kind.CONFLICT, 1L));
      assertThat(rows.page(Kind.ODD, 0, 10)).containsExactly(CheckedRow.of(odd));
      assertThat(rows.page(Kind.PROBLEM, 0, 10)).containsExactly(CheckedRow.of(wrong));
      assertThat(rows.page(Kind.CONFLICT, 0, 10)).containsExactly(CheckedRow.of(known));
      assertThat(rows.page(Kind.PROBLEM, 0, 10).get(0).reason()).contains("not a usable number");
    }
  }

  @Test
  void rowsArePagedInTheOrderOfTheFile() throws IOException {
    try (CheckedRows rows = CheckedRows.create(folder.resolve("check.db"))) {
      for (int i = 1; i <= 2_500; i++) {
        rows.add(row(i, Outcome.MERGED, List.of(), List.of()));
      }
      rows.finish();
      List<Long> seen = new ArrayList<>();
      List<CheckedRow> page = rows.page(Kind.MERGED, 0, 400);
      while (!page.isEmpty()) {
        page.forEach(one -> seen.add(one.number()));
        page = rows.page(Kind.MERGED, seen.get(seen.size() - 1), 400);
      }
      assertThat(seen).hasSize(2_500).isSorted().doesNotHaveDuplicates();
    }
  }

  @Test
  void anotherCountTakesThePlaceOfTheOneBefore() throws IOException {
    Path file = folder.resolve("check.db");
    try (CheckedRows first = CheckedRows.create(file)) {
      first.add(row(1, Outcome.MERGED, List.of(), List.of()));
      first.finish();
    }
    try (CheckedRows second = CheckedRows.create(file)) {
      assertThat(second.page(Kind.MERGED, 0, 10)).isEmpty();
    }
  }

  @Test
  void cellsArePutRightAndHadAgainWhileAFileWaitsAndNotLater() throws IOException {
    try (TemporaryHouse house = new TemporaryHouse(folder.resolve("house"))) {
      ImportStore imports = new ImportStore(house.store, folder);
      ImportEdits edits = new ImportEdits(house.store);
      long id = imports.add(TemporaryHouse.file("a.csv", 3), Optional.empty(), TemporaryHouse.NOW);
      edits.put(id, 2, 1, Optional.of("207 555 0101"));
      edits.put(id, 2, 1, Optional.of("207 555 0102"));
      edits.put(id, 3, 0, Optional.of("Oona"));
      assertThat(edits.of(id).apply(2, List.of("Viggo", "see notes")))
          .containsExactly("Viggo", "207 555 0102");
      assertThat(edits.of(id).apply(3, List.of())).containsExactly("Oona");
      assertThat(imports.get(id).edits()).as("each is a reason to count again").isEqualTo(3);
      edits.put(id, 2, 1, Optional.empty());
      assertThat(edits.of(id).apply(2, List.of("Viggo", "see notes")))
          .containsExactly("Viggo", "see notes");
      edits.decide(id, 3, "port", Optional.of(MergeRule.KEEP), TemporaryHouse.NOW);
      assertThat(edits.decisions(id)).isEqualTo(Map.of(3L, Map.of("port", MergeRule.KEEP)));
      edits.decide(id, 3, "port", Optional.empty(), TemporaryHouse.NOW);
      assertThat(edits.decisions(id)).isEmpty();
      assertThatThrownBy(() -> edits.put(id, 1, 0, Optional.of("x".repeat(4_001))))
          .hasMessageContaining("4,000");
      imports.discard(id, Optional.empty(), TemporaryHouse.NOW);
      assertThatThrownBy(() -> edits.put(id, 2, 1, Optional.of("x")))
          .isInstanceOfSatisfying(
              Refused.class, e -> assertThat(e.kind()).isEqualTo(Refused.Kind.WRONG_STATE));
    }
  }

  private static Counted row(
      long number, Outcome outcome, List<CellNote> notes, List<Conflict> conflicts) {
    return new Counted(
        number,
        List.of("Guest " + number, "207 555 0101"),
        outcome,
        outcome == Outcome.REJECTED ? Optional.of(RejectReason.NOT_USABLE) : Optional.empty(),
        notes,
        Optional.empty(),
        conflicts);
  }
}
