package app.gemba.store;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.channel.Tariff;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.intake.MergeRules;
import app.gemba.core.intake.PersonDraft;
import app.gemba.core.people.SamePerson;
import app.gemba.core.phone.PhoneNumber;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** Campaigns: their briefs, and their life from draft to end. */
public final class CampaignStore {
  private final Store store;

  /** Over a store. */
  public CampaignStore(Store store) {
    this.store = store;
  }

  /**
   * A campaign.
   *
   * @param people size of the frozen audience, zero for a draft
   * @param costMicros what its attempts cost so far
   */
  public record Campaign(
      long id,
      Brief brief,
      CampaignState state,
      int version,
      Instant changedAt,
      String createdBy,
      Optional<Instant> launchedAt,
      Optional<String> launchedBy,
      Optional<Instant> beganAt,
      Optional<Instant> endedAt,
      boolean frozen,
      long people,
      long picked,
      long reached,
      long failed,
      long waiting,
      long attempts,
      long segments,
      long costMicros,
      long replies,
      long optOuts) {}

  /** What a launch relies on. */
  public record LaunchTerms(
      int version,
      String key,
      String packVersion,
      String networkKind,
      Tariff tariff,
      List<PhoneNumber> typed) {}

  /** Makes a draft. */
  public Campaign add(Brief brief, Optional<Long> user, Instant now) {
    long id =
        store
            .writer()
            .write(
                Urgency.DESK,
                db -> {
                  List<Object> values = BriefRows.values(brief);
                  values.addAll(List.of("DRAFT", now, user, now));
                  long made =
                      Sql.insert(
                          db,
                          "insert into campaign ("
                              + String.join(", ", BriefRows.COLUMNS)
                              + ", state, created_at, created_by, changed_at) values ("
                              + String.join(", ", Collections.nCopies(values.size(), "?"))
                              + ")",
                          values.toArray());
                  BriefRows.keepLists(db, made, brief);
                  AuditLog.add(db, user, "campaign made", subject(made, brief.name()), "", now);
                  return made;
                });
    return get(id);
  }

  /**
   * Changes a draft.
   *
   * @throws Refused where it is no draft, or somebody changed it since the given version
   */
  public Campaign change(long id, int version, Brief brief, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              requireDraft(db, id, version);
              List<Object> values = BriefRows.values(brief);
              values.addAll(List.of(now, id));
              Sql.update(
                  db,
                  "update campaign set "
                      + String.join(" = ?, ", BriefRows.COLUMNS)
                      + " = ?, changed_at = ?, version = version + 1 where id = ?",
                  values.toArray());
              BriefRows.keepLists(db, id, brief);
              return null;
            });
    return get(id);
  }

  /** A campaign. */
  public Campaign get(long id) {
    return store.read(
        db ->
            Sql.first(db, SELECT + " where c.id = ?", row -> read(db, row), id)
                .orElseThrow(() -> Refused.notFound("campaign")));
  }

  /** Campaigns, newest first. */
  public Page<Campaign> page(Optional<Long> before, int limit) {
    List<Campaign> rows =
        store.read(
            db ->
                Sql.query(
                    db,
                    SELECT + " where c.id < ? and c.test_of is null order by c.id desc limit ?",
                    row -> read(db, row),
                    before.orElse(Long.MAX_VALUE),
                    limit + 1));
    return Page.of(rows, limit, row -> String.valueOf(row.id()));
  }

  /** Marks a campaign as a test of another, so that it is not listed among the others. */
  public void markTest(long id, long of) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> Sql.update(db, "update campaign set test_of = ? where id = ?", of, id));
  }

  /** Campaigns in any of the states, newest first, at most 200. */
  public List<Campaign> in(List<CampaignState> states) {
    String marks = String.join(", ", Collections.nCopies(states.size(), "?"));
    return store.read(
        db ->
            Sql.query(
                db,
                SELECT
                    + " where c.test_of is null and c.state in ("
                    + marks
                    + ") order by c.id desc limit 200",
                row -> read(db, row),
                states.toArray()));
  }

  /**
   * Launches a draft, once. The same key again is the same launch, and changes nothing.
   *
   * @return whether this call launched it
   * @throws Refused where it is no draft any more, or has changed since the given version
   */
  public boolean launch(long id, LaunchTerms terms, Optional<Long> user, Instant now) {
    return store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              Optional<Long> sameKey =
                  Sql.first(
                      db,
                      "select id from campaign where launch_key = ?",
                      row -> row.getLong(1),
                      terms.key());
              if (sameKey.isPresent()) {
                if (sameKey.get() != id) {
                  throw new Refused(
                      Refused.Kind.INVALID, "This launch key belongs to another campaign.");
                }
                return false;
              }
              requireDraft(db, id, terms.version());
              keepTyped(db, id, terms.typed(), now);
              Sql.update(
                  db,
                  """
                  update campaign set state = 'SCHEDULED', launched_at = ?, launched_by = ?,
                    launch_key = ?, pack_version = ?, network_kind = ?, changed_at = ?,
                    price_micros = (select price_micros from sender where id = sender_id),
                    tariff = ?
                  where id = ?
                  """,
                  now,
                  user,
                  terms.key(),
                  terms.packVersion(),
                  terms.networkKind(),
                  now,
                  Json.write(terms.tariff()),
                  id);
              AuditLog.add(db, user, "campaign launched", subject(db, id), "", now);
              return true;
            });
  }

  /**
   * Pauses, resumes or stops.
   *
   * @return the state after; the same where the act had been done before
   * @throws Refused where the act is not possible
   */
  public CampaignState act(long id, CampaignAct act, Optional<Long> user, Instant now) {
    Urgency urgency = act == CampaignAct.RESUME ? Urgency.DESK : Urgency.STOP;
    return store
        .writer()
        .write(
            urgency,
            db -> {
              CampaignState before = Lives.state(db, id);
              Optional<CampaignState> after = Lives.advance(db, id, act, now);
              if (after.isPresent()) {
                String what = "campaign " + act.name().toLowerCase(Locale.ROOT);
                AuditLog.add(db, user, what, subject(db, id), "", now);
                return after.get();
              }
              if (before == act.after(CampaignState.RUNNING).orElse(CampaignState.RUNNING)) {
                return before;
              }
              throw new Refused(
                  Refused.Kind.WRONG_STATE,
                  "The campaign is "
                      + before.name().toLowerCase(Locale.ROOT)
                      + "; this cannot be done to it now.");
            });
  }

  /**
   * Finishes a running campaign without those who are held until something is known.
   *
   * @throws Refused where it is not running, or somebody else is still to come
   */
  public void finishWithoutHeld(long id, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              long toCome =
                  Sql.number(
                      db,
                      """
                      select coalesce(sum(people), 0) from audience_tally where campaign_id = ?
                        and (state = 'WAITING' or state = 'HELD' and reason <> ?)
                      """,
                      id,
                      ReasonCode.ZONE_UNKNOWN);
              if (toCome > 0 || Lives.advance(db, id, CampaignAct.FINISH, now).isEmpty()) {
                throw new Refused(
                    Refused.Kind.WRONG_STATE,
                    "Only a running campaign with nobody else to come can be finished by hand.");
              }
              return AuditLog.add(db, user, "campaign finished", subject(db, id), "", now);
            });
  }

  /** Whether a campaign takes in who comes onto its lists while it runs. */
  public boolean feeds(long id) {
    return store.read(db -> Arrivals.feeds(db, id));
  }

  /** Says whether a campaign takes in who comes onto its lists while it runs. */
  public void setFeeds(long id, boolean feeds, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              int changed =
                  Sql.update(
                      db,
                      """
                      update campaign set feeds = ?
                      where id = ? and state in ('DRAFT', 'SCHEDULED', 'RUNNING', 'PAUSED')
                      """,
                      feeds,
                      id);
              if (changed == 0) {
                throw new Refused(
                    Refused.Kind.WRONG_STATE, "This campaign is over; nobody comes into it.");
              }
              String act = feeds ? "campaign feeds" : "campaign no longer feeds";
              return AuditLog.add(db, user, act, subject(db, id), "", now);
            });
  }

  /** Numbers typed into the brief become people of the audience; unknown ones are taken in. */
  private static void keepTyped(Connection db, long id, List<PhoneNumber> typed, Instant now)
      throws SQLException {
    List<PersonDraft> drafts = typed.stream().map(PersonDraft::ofNumber).toList();
    TakeIn step = TakeIn.of(db, drafts, now);
    List<Object[]> people = new ArrayList<>();
    for (PersonDraft draft : drafts) {
      people.add(
          new Object[] {
            id,
            step.take(draft, step.known(draft, SamePerson.USUAL), MergeRules.USUAL).person().value()
          });
    }
    step.keep();
    Sql.batch(
        db, "insert or ignore into campaign_person (campaign_id, person_id) values (?, ?)", people);
  }

  private static void requireDraft(Connection db, long id, int version) throws SQLException {
    CampaignState state = Lives.state(db, id);
    if (state != CampaignState.DRAFT) {
      throw new Refused(
          Refused.Kind.WRONG_STATE,
          "This campaign has been launched already; nothing was changed.");
    }
    if (Sql.number(db, "select version from campaign where id = ?", id) != version) {
      throw new Refused(
          Refused.Kind.STALE,
          "Somebody else changed this draft meanwhile. Look at it again, then go on.");
    }
  }

  private static String subject(Connection db, long id) throws SQLException {
    return Sql.first(
            db, "select name from campaign where id = ?", row -> subject(id, row.getString(1)), id)
        .orElseThrow(() -> Refused.notFound("campaign"));
  }

  private static String subject(long id, String name) {
    return id + " " + name;
  }

  private static final String SELECT =
      """
      select c.*, coalesce(cb.name, '') as created_name, lb.name as launched_name,
        coalesce(t.attempts, 0) as attempts, coalesce(t.segments, 0) as segments,
        coalesce(t.cost_micros, 0) as cost, coalesce(t.replies, 0) as replies,
        coalesce(t.opt_outs, 0) as opt_outs,
        (select coalesce(sum(people), 0) from audience_tally a where a.campaign_id = c.id) as people,
        (select coalesce(sum(people), 0) from audience_tally a
          where a.campaign_id = c.id and a.state = 'REACHED') as reached,
        (select coalesce(sum(people), 0) from audience_tally a
          where a.campaign_id = c.id and a.state in ('FAILED', 'EXPIRED', 'NOT_REACHED')) as failed,
        (select count(*) from campaign_person p where p.campaign_id = c.id) as picked,
        (select coalesce(sum(people), 0) from audience_tally a
          where a.campaign_id = c.id and a.state in ('WAITING', 'HELD')) as waiting
      from campaign c left join user_account cb on cb.id = c.created_by
      left join user_account lb on lb.id = c.launched_by
      left join campaign_total t on t.campaign_id = c.id
      """;

  private static Campaign read(Connection db, ResultSet row) throws SQLException {
    return new Campaign(
        row.getLong("id"),
        BriefRows.read(db, row),
        CampaignState.valueOf(row.getString("state")),
        row.getInt("version"),
        Instant.parse(row.getString("changed_at")),
        row.getString("created_name"),
        Sql.instant(row, "launched_at"),
        Sql.text(row, "launched_name"),
        Sql.instant(row, "began_at"),
        Sql.instant(row, "ended_at"),
        row.getString("frozen_at") != null,
        row.getLong("people"),
        row.getLong("picked"),
        row.getLong("reached"),
        row.getLong("failed"),
        row.getLong("waiting"),
        row.getLong("attempts"),
        row.getLong("segments"),
        row.getLong("cost"),
        row.getLong("replies"),
        row.getLong("opt_outs"));
  }
}
