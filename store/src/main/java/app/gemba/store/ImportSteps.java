package app.gemba.store;

import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ImportBook;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.RejectReason;
import app.gemba.core.people.PersonId;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Imports under way, step by step: a step is kept whole or not at all. */
public final class ImportSteps implements ImportBook {
  private final Store store;
  private final Path folder;

  /** Over a store, with the folder in which files are kept. */
  public ImportSteps(Store store, Path folder) {
    this.store = store;
    this.folder = folder;
  }

  @Override
  public List<Long> running() {
    return store.read(
        db ->
            Sql.query(
                db,
                "select id from import where state = 'running' order by started_at, id",
                row -> row.getLong(1)));
  }

  @Override
  public Job job(long id) {
    return store.read(
        db ->
            Sql.first(
                    db,
                    "select * from import where id = ? and plan is not null",
                    row ->
                        new Job(
                            id,
                            folder.resolve(row.getString("stored_as")),
                            Plans.read(row.getString("plan")),
                            ImportStore.header(row),
                            row.getLong("rows_done")),
                    id)
                .orElseThrow(() -> Refused.notFound("import")));
  }

  /** Rows that an earlier step has taken are passed over. */
  @Override
  public void take(Job job, List<ReadRow> rows, Instant now) {
    store
        .writer()
        .write(
            Urgency.BULK,
            db -> {
              Target target = target(db, job);
              new Step(db, target, now)
                  .take(rows.stream().filter(row -> row.number() > target.rowsDone()).toList());
              return null;
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
      long importId, long list, long rowsDone, Optional<Long> user, AgreementSource agreement) {}

  private static Target target(Connection db, Job job) throws SQLException {
    return Sql.first(
            db,
            "select list_id, rows_done, uploaded_by from import where id = ?",
            row ->
                new Target(
                    job.id(),
                    row.getLong("list_id"),
                    row.getLong("rows_done"),
                    Sql.id(row, "uploaded_by"),
                    job.plan().agreement()),
            job.id())
        .orElseThrow(() -> Refused.notFound("import"));
  }

  /** One step: what became of each of its rows, written together. */
  private static final class Step {
    private final Connection db;
    private final Target target;
    private final Instant now;
    private final List<Object[]> outcomes = new ArrayList<>();
    private final List<Object[]> members = new ArrayList<>();
    private long fresh;
    private long merged;
    private long rejected;

    Step(Connection db, Target target, Instant now) {
      this.db = db;
      this.target = target;
      this.now = now;
    }

    void take(List<ReadRow> rows) throws SQLException {
      List<PersonDraft> drafts = rows.stream().map(row -> row.reading().draft()).toList();
      TakeIn step = TakeIn.of(db, drafts, now);
      for (ReadRow row : rows) {
        takeRow(step, row);
      }
      step.keep();
      Sql.batch(
          db, "insert or ignore into list_member (list_id, person_id) values (?, ?)", members);
      Sql.batch(
          db,
          """
          insert into import_row (import_id, row_number, outcome, person_id, reason)
          values (?, ?, ?, ?, ?)
          """,
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
      Optional<PersonId> known = row.cutOff() ? Optional.empty() : step.known(draft);
      Optional<RejectReason> reason = reason(row, known);
      if (reason.isPresent()) {
        rejected++;
        addOutcome(row, "rejected", Optional.empty(), reason);
        return;
      }
      TakeIn.Taken taken = step.take(draft, known);
      Optional<TakeIn.Evidence> evidence = evidence(row.number());
      if (evidence.isPresent()) {
        step.record(taken.person(), draft, evidence.get());
      }
      members.add(new Object[] {target.list(), taken.person().value()});
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

    private Optional<TakeIn.Evidence> evidence(long row) {
      AgreementSource source = target.agreement();
      if (source instanceof AgreementSource.Declared said) {
        return Optional.of(
            new TakeIn.Evidence(
                said.channels(),
                said.purposes(),
                said.how(),
                Optional.of(target.importId()),
                Optional.of(row),
                target.user()));
      }
      if (source instanceof AgreementSource.Column said) {
        return Optional.of(
            new TakeIn.Evidence(
                said.channels(),
                said.purposes(),
                said.how(),
                Optional.of(target.importId()),
                Optional.of(row),
                target.user()));
      }
      return Optional.empty();
    }
  }
}
