package app.gemba.server.imports;

import app.gemba.core.intake.CellEdits;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.MergeRule;
import app.gemba.core.intake.RowReader;
import app.gemba.core.intake.RowReading;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.phone.PhoneReader;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.imports.ImportViews.RowView;
import app.gemba.server.imports.ImportViews.RowsView;
import app.gemba.store.CheckedRows;
import app.gemba.store.ImportEdits;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The rows of a file that waits: looked at, and put right where they stand. */
@RestController
@RequestMapping("/api/v1/imports/{id}/rows")
class ImportRowsController {
  private static final int PAGE = 40;

  private final ImportStore imports;
  private final ImportEdits edits;
  private final ImportChecks checks;
  private final PhoneReader phones;
  private final BusinessClock clock;

  ImportRowsController(
      ImportStore imports,
      ImportEdits edits,
      ImportChecks checks,
      PhoneReader phones,
      BusinessClock clock) {
    this.imports = imports;
    this.edits = edits;
    this.checks = checks;
    this.phones = phones;
    this.clock = clock;
  }

  /**
   * Which rows.
   *
   * @param kind those of a kind, as they were last counted; empty for all
   * @param after the number behind which they are
   */
  record RowsBody(@NotNull @Valid PlanBody plan, Optional<CheckedRows.Kind> kind, long after) {}

  /**
   * A cell put right.
   *
   * @param value empty to have it again as it stands in the file
   */
  record CellBody(@NotNull @Valid PlanBody plan, Optional<@Size(max = 4000) String> value) {}

  /** What becomes of one field of somebody known; empty for what the column's rule says. */
  record DecisionBody(@NotNull @Size(max = 100) String target, Optional<MergeRule> rule) {}

  @PostMapping
  @Needs(Permission.CHANGE_PEOPLE)
  RowsView rows(@PathVariable long id, @Valid @RequestBody RowsBody body) throws IOException {
    Import of = imports.get(id);
    CellEdits put = edits.of(id);
    Map<Long, Map<String, MergeRule>> decided = edits.decisions(id);
    ImportPlan plan = body.plan().read(of.file().headers());
    List<RowView> rows = new ArrayList<>();
    if (body.kind().isPresent()) {
      checks.of(of, plan);
      for (CheckedRows.CheckedRow row : checks.rows(id, body.kind().get(), body.after(), PAGE)) {
        rows.add(
            RowView.of(
                row, edited(put, row.number()), decided.getOrDefault(row.number(), Map.of())));
      }
    } else {
      RowReader reader = new RowReader(plan, phones);
      of.file()
          .forEachRow(
              row -> {
                if (row.number() > body.after()) {
                  rows.add(judged(row, put, plan, reader));
                }
                return rows.size() < PAGE;
              });
    }
    return new RowsView(
        rows, rows.size() < PAGE ? Optional.empty() : Optional.of(rows.get(PAGE - 1).number()));
  }

  /** Puts a cell right; the row is judged at once. */
  @PutMapping("/{row}/cells/{column}")
  @Needs(Permission.CHANGE_PEOPLE)
  RowView putCell(
      @PathVariable long id,
      @PathVariable long row,
      @PathVariable int column,
      @Valid @RequestBody CellBody body)
      throws IOException {
    Import of = imports.get(id);
    ImportPlan plan = body.plan().read(of.file().headers());
    if (column < 0 || column >= of.file().headers().size()) {
      throw Refused.notFound("column");
    }
    TableFile.Row is = of.file().row(row).orElseThrow(() -> Refused.notFound("row"));
    edits.put(id, row, column, body.value());
    return judged(is, edits.of(id), plan, new RowReader(plan, phones));
  }

  /** Decides about one field of somebody known of whom the row says something else. */
  @PutMapping("/{row}/decision")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void decide(
      @PathVariable long id, @PathVariable long row, @Valid @RequestBody DecisionBody body) {
    imports.get(id);
    edits.decide(id, row, body.target(), body.rule(), clock.instant());
  }

  private static RowView judged(
      TableFile.Row row, CellEdits put, ImportPlan plan, RowReader reader) {
    List<String> cells = put.apply(row.number(), row.cells());
    RowReading reading = reader.read(cells);
    return new RowView(
        row.number(),
        plan.mended(cells),
        "",
        reading.unlessKnown().map(reason -> reason.words()),
        reading.notes(),
        edited(put, row.number()),
        List.of());
  }

  private static List<Integer> edited(CellEdits put, long row) {
    return put.byRow().getOrDefault(row, Map.of()).keySet().stream().sorted().toList();
  }
}
