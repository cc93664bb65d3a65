package app.gemba.store;

import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.MergeRules;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.intake.RejectReason;
import app.gemba.core.intake.RowReading;
import app.gemba.core.people.PersonId;
import app.gemba.core.people.SamePerson;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** People who are added or changed by a program: some at once, all of them or none. */
public final class PeopleBatches {
  private final Store store;

  /** Over a store. */
  public PeopleBatches(Store store) {
    this.store = store;
  }

  /**
   * A batch.
   *
   * @param key under which the same batch is answered once; empty where it may be done again
   * @param content what tells the batch from another under the same key
   */
  public record Batch(
      Optional<String> key,
      String content,
      List<ImportPlan> plans,
      List<RowReading> rows,
      Optional<Long> list,
      long user) {}

  /** What became of one: new, merged or rejected. */
  public record BatchRow(String outcome, Optional<Long> personId, Optional<String> reason) {}

  /**
   * Takes a batch in, or gives the answer that the same batch was given before.
   *
   * @param answer writes an answer down
   * @throws Refused where another batch was sent under the same key
   */
  public String take(Batch batch, Function<List<BatchRow>, String> answer, Instant now) {
    String hash = ApiTokens.hash(batch.content());
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              Optional<String> before =
                  batch.key().isPresent() ? before(db, batch, hash) : Optional.empty();
              if (before.isPresent()) {
                return before.get();
              }
              String given = answer.apply(take(db, batch, now));
              if (batch.key().isPresent()) {
                Sql.update(
                    db,
                    """
                    insert into answered_request (user_id, key, body_hash, answer, at)
                    values (?, ?, ?, ?, ?)
                    """,
                    batch.user(),
                    batch.key().get(),
                    hash,
                    given,
                    now);
              }
              return given;
            });
  }

  private static Optional<String> before(Connection db, Batch batch, String hash)
      throws SQLException {
    Optional<String[]> before =
        Sql.first(
            db,
            "select body_hash, answer from answered_request where user_id = ? and key = ?",
            row -> new String[] {row.getString(1), row.getString(2)},
            batch.user(),
            batch.key().orElseThrow());
    if (before.isPresent() && !before.get()[0].equals(hash)) {
      throw new Refused(
          Refused.Kind.INVALID,
          "Another batch was sent under this Idempotency-Key. Nothing was taken; send it under a new"
              + " one.");
    }
    return before.map(is -> is[1]);
  }

  private static List<BatchRow> take(Connection db, Batch batch, Instant now) throws SQLException {
    for (ImportPlan plan : batch.plans()) {
      Fields.require(db, plan, now);
    }
    List<PersonDraft> drafts = batch.rows().stream().map(RowReading::draft).toList();
    TakeIn step = TakeIn.of(db, drafts, now);
    List<BatchRow> results = new ArrayList<>();
    List<Object[]> members = new ArrayList<>();
    for (int i = 0; i < drafts.size(); i++) {
      PersonDraft draft = drafts.get(i);
      Optional<PersonId> known = step.known(draft, SamePerson.USUAL);
      Optional<RejectReason> reason = batch.rows().get(i).unlessKnown();
      if (known.isEmpty() && reason.isPresent()) {
        results.add(new BatchRow("rejected", Optional.empty(), reason.map(RejectReason::words)));
        continue;
      }
      TakeIn.Taken taken = step.take(draft, known, MergeRules.of(batch.plans().get(i)));
      TakeIn.Evidence evidence = evidence(batch.plans().get(i).agreement(), batch.user());
      step.record(taken.person(), draft, evidence);
      if (draft.doNotContact()) {
        step.suppress(taken.person(), draft, "not to be contacted, as was sent", evidence);
      }
      batch.list().ifPresent(list -> members.add(new Object[] {list, taken.person().value()}));
      results.add(
          new BatchRow(
              taken.fresh() ? "new" : "merged",
              Optional.of(taken.person().value()),
              Optional.empty()));
    }
    step.keep();
    Sql.batch(db, "insert or ignore into list_member (list_id, person_id) values (?, ?)", members);
    AuditLog.add(db, Optional.of(batch.user()), "people sent", drafts.size() + " people", "", now);
    return results;
  }

  private static TakeIn.Evidence evidence(AgreementSource source, long user) {
    return source instanceof AgreementSource.Column said
        ? new TakeIn.Evidence(
            said.channels(),
            said.purposes(),
            said.how(),
            Optional.empty(),
            Optional.empty(),
            Optional.of(user))
        : new TakeIn.Evidence(
            Set.of(), Set.of(), "", Optional.empty(), Optional.empty(), Optional.of(user));
  }
}
