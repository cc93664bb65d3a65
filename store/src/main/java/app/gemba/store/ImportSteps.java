package app.gemba.store;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.CellEdits;
import app.gemba.core.intake.ImportBook;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.MergeRule;
import app.gemba.core.intake.MergeRules;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.RejectReason;
import app.gemba.core.people.PersonId;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Imports under way, step by step: a step is kept whole or not at all. */
public final class ImportSteps implements ImportBook {
  private final Store store;
  private final Path folder;
  private final ImportUndo undo;

  /** Over a store, with the folder in which files are kept. */
  public ImportSteps(Store store, Path folder) {
    this.store = store;
    this.folder = folder;
    this.undo = new ImportUndo(store);
  }

  @Override
  public List<Long> undoing() {
    return undo.going();
  }

  @Override
  public boolean undoSome(long id, Instant now) {
    return undo.some(id, now);
  }

  @Override
  public List<Long> running() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select id from import where state = 'running' and undo_state is null"
                    + " order by started_at, id",
                row -> row.getLong(1)));
  }

  @Override
  public Job job(long id) {
    return store.read(
        db -> {
          CellEdits edits = ImportEdits.of(db, id);
          return Sql.first(
                  db,
                  "select * from import where id = ? and plan is not null",
                  row ->
                      new Job(
                          id,
                          Looks.read(row.getString("look"), folder),
                          Plans.read(row.getString("plan")),
                          row.getLong("rows_done"),
                          edits),
                  id)
              .orElseThrow(() -> Refused.notFound("import"));
        });
  }

  @Override
  public Map<Long, Map<String, MergeRule>> decisions(long id) {
    return store.read(db -> ImportEdits.decisions(db, id));
  }

  @Override
  public void resumed(long id, long row) {
    store
        .writer()
        .write(
            Urgency.BULK,
            db -> Sql.update(db, "update import set resumed_at_row = ? where id = ?", row, id));
  }

  /** Rows that an earlier step has taken are passed over. */
  @Override
  public boolean take(Job job, List<ReadRow> rows, Instant now) {
    return store
        .writer()
        .write(
            Urgency.BULK,
            db -> {
              Target target = target(db, job);
              if (target.stopped()) {
                return false;
              }
              new Step(db, target, now)
                  .take(rows.stream().filter(row -> row.number() > target.rowsDone()).toList());
              return true;
            });
  }

  @Override
  public void end(long id, Optional<String> failure, Instant now) {
    store
        .writer()
        .write(
            Urgency.BULK,
            db ->
                Sql.update(
                    db,
                    "update import set state = ?, failure = ?, ended_at = ? where id = ?",
                    failure.isPresent() ? "failed" : "done",
                    failure,
                    now,
                    id));
  }

  private record Target(
      long importId,
      String fileName,
      long list,
      long rowsDone,
      Optional<Long> user,
      boolean stopped,
      ImportPlan plan) {}

  private static Target target(Connection db, Job job) throws SQLException {
    return Sql.first(
            db,
            "select file_name, list_id, rows_done, uploaded_by, undo_state from import where id = ?",
            row ->
                new Target(
                    job.id(),
                    row.getString("file_name"),
                    row.getLong("list_id"),
                    row.getLong("rows_done"),
                    Sql.id(row, "uploaded_by"),
                    Sql.text(row, "undo_state").isPresent(),
                    job.plan()),
            job.id())
        .orElseThrow(() -> Refused.notFound("import"));
  }

  /** One step: what became of each of its rows, written together. */
  private static final class Step {
    private final Connection db;
    private final Target target;
    private final MergeRules rules;
    private final Instant now;
    private final List<Object[]> outcomes = new ArrayList<>();
    private final List<Object[]> members = new ArrayList<>();
    private long fresh;
    private long merged;
    private long rejected;

    Step(Connection db, Target target, Instant now) {
      this.db = db;
      this.target = target;
      this.rules = MergeRules.of(target.plan());
      this.now = now;
    }

    void take(List<ReadRow> rows) throws SQLException {
      List<PersonDraft> drafts = rows.stream().map(row -> row.reading().draft()).toList();
      TakeIn step = TakeIn.of(db, drafts, now);
      for (ReadRow row : rows) {
        takeRow(step, row);
      }
      step.keep();
      keepJournal(step);
      Sql.insertAll(
          db, "insert or ignore into list_member (list_id, person_id, import_id)", members);
      Sql.insertAll(
          db,
          "insert into import_row (import_id, row_number, outcome, person_id, reason)",
          outcomes);
      Sql.update(
          db,
          """
          update import set rows_done = rows_done + ?, rows_new = rows_new + ?,
            rows_merged = rows_merged + ?, rows_rejected = rows_rejected + ?
          where id = ?
          """,
          rows.size(),
          fresh,
          merged,
          rejected,
          target.importId());
    }

    private void takeRow(TakeIn step, ReadRow row) throws SQLException {
      PersonDraft draft = row.reading().draft();
      Optional<PersonId> known =
          row.cutOff() ? Optional.empty() : step.known(draft, target.plan().samePerson());
      Optional<RejectReason> reason = reason(row, known);
      if (reason.isPresent()) {
        rejected++;
        addOutcome(row, "rejected", Optional.empty(), reason);
        return;
      }
      TakeIn.Taken taken = step.take(draft, known, rules.with(row.decided()));
      step.record(taken.person(), draft, evidence(row.number()));
      if (draft.doNotContact()) {
        step.suppress(
            taken.person(),
            draft,
            "not to be contacted, as " + target.fileName() + " says",
            evidence(row.number()));
      }
      members.add(new Object[] {target.list(), taken.person().value(), target.importId()});
      fresh += taken.fresh() ? 1 : 0;
      merged += taken.fresh() ? 0 : 1;
      addOutcome(row, taken.fresh() ? "new" : "merged", Optional.of(taken.person()), reason);
    }

    private static Optional<RejectReason> reason(ReadRow row, Optional<PersonId> known) {
      if (row.cutOff()) {
        return Optional.of(RejectReason.CUT_OFF);
      }
      return known.isPresent() ? Optional.empty() : row.reading().unlessKnown();
    }

    private void addOutcome(
        ReadRow row, String outcome, Optional<PersonId> person, Optional<RejectReason> reason) {
      outcomes.add(
          new Object[] {
            target.importId(), row.number(), outcome, person.map(PersonId::value), reason
          });
    }

    private void keepJournal(TakeIn step) throws SQLException {
      Sql.update(
          db,
          """
          insert into import_change (import_id, person_id, before, after)
          select value ->> 0, value ->> 1, value ->> 2, value ->> 3 from json_each(?) where true
          on conflict (import_id, person_id) do update set after = excluded.after
          """,
          Sql.rows(
              step.changed().stream()
                  .map(
                      one ->
                          new Object[] {
                            target.importId(),
                            one.id(),
                            Json.write(one.before().orElseThrow()),
                            Json.write(one.snapshot())
                          })
                  .toList()));
    }

    private TakeIn.Evidence evidence(long row) {
      AgreementSource source = target.plan().agreement();
      Set<Channel> channels = Set.of();
      Set<Purpose> purposes = Set.of();
      String how = "";
      if (source instanceof AgreementSource.Declared said) {
        channels = said.channels();
        purposes = said.purposes();
        how = said.how();
      } else if (source instanceof AgreementSource.Column said) {
        channels = said.channels();
        purposes = said.purposes();
        how = said.how();
      }
      return new TakeIn.Evidence(
          channels, purposes, how, Optional.of(target.importId()), Optional.of(row), target.user());
    }
  }
}
