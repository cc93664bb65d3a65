package app.gemba.store;

import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.PersonState;
import app.gemba.core.campaign.WireEvent.PartRef;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** What came of a launched campaign. */
public final class ReportStore {
  private final Store store;

  /** Over a store. */
  public ReportStore(Store store) {
    this.store = store;
  }

  /** How many people are in one state for one reason; the reason may be blank. */
  public record Tally(PersonState state, String reason, long people) {}

  /** One person of a launched audience. {@code position} names them in the campaign. */
  public record AudienceRow(
      long position,
      long personId,
      String name,
      String number,
      PersonState state,
      String reason,
      Optional<Instant> due,
      Instant changedAt,
      int segments,
      long costMicros,
      String text,
      int attempts,
      long answeredMillis,
      long heardMillis,
      String key) {}

  /** A reply or an opt-out. */
  public record Reply(
      long id,
      Instant at,
      Channel channel,
      String name,
      String number,
      String text,
      boolean optOut) {}

  /** How many held people come due in an hour (UTC, truncated). */
  public record HeldUntil(Instant hour, long people) {}

  /** Where everybody is; adds up to the whole audience. */
  public List<Tally> tallies(long campaign) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select state, reason, people from audience_tally
                where campaign_id = ? and people > 0 order by state, people desc
                """,
                row ->
                    new Tally(
                        PersonState.valueOf(row.getString("state")),
                        row.getString("reason"),
                        row.getLong("people")),
                campaign));
  }

  /**
   * A part of an audience: of some states, for some reasons, on one list, come due in one hour,
   * where these are given.
   */
  public record Part(
      Set<PersonState> states, Set<String> reasons, Optional<Long> list, Optional<Instant> dueIn) {
    /** Everybody. */
    public static final Part WHOLE =
        new Part(Set.of(), Set.of(), Optional.empty(), Optional.empty());

    /** The states as JSON; empty where all are meant. */
    Optional<String> stateNames() {
      return states.isEmpty() ? Optional.empty() : Optional.of(Json.write(states));
    }

    /** The reasons as JSON; empty where all are meant. One that is blank stands for no reason. */
    Optional<String> reasonNames() {
      return reasons.isEmpty() ? Optional.empty() : Optional.of(Json.write(reasons));
    }

    Optional<String> hour() {
      return dueIn.map(at -> Instants.text(at).substring(0, "2026-11-17T15".length()));
    }
  }

  /** People of a part of a campaign's audience, in order. */
  public Page<AudienceRow> people(long campaign, Part part, long after, int limit) {
    List<AudienceRow> rows =
        store.read(
            db ->
                Sql.query(
                    db,
                    """
                    select m.*, d.name, coalesce(n.e164, '') as e164,
                      coalesce(a.segments, 0) as segments,
                      coalesce(a.text, '') as text,
                      (select count(*) from attempt b where b.member_id = m.id and b.try > 0)
                        as attempts,
                      (select coalesce(sum(b.cost_micros), 0) from attempt b
                        where b.member_id = m.id and b.try > 0) as cost,
                      coalesce(r.answered_ms, 0) as answered, coalesce(r.heard_ms, 0) as heard,
                      coalesce(r.key, '') as key
                    from audience_member m join person_detail d on d.person_id = m.person_id
                    left join number n on n.id = m.number_id
                    left join attempt a on a.id = (select max(b.id) from attempt b
                      where b.member_id = m.id and b.try > 0)
                    left join call_record r on r.attempt_id = a.id
                    where m.campaign_id = ?1 and m.id > ?2 and (?3 is null or m.state in (select value from json_each(?3)))
                      and (?4 is null or coalesce(m.reason, '') in (select value from json_each(?4)))
                      and (?5 is null or exists (select 1 from list_member lm
                        where lm.list_id = ?5 and lm.person_id = m.person_id))
                      and (?6 is null or substr(m.due, 1, 13) = ?6)
                    order by m.id limit ?7
                    """,
                    ReportStore::row,
                    campaign,
                    after,
                    part.stateNames(),
                    part.reasonNames(),
                    part.list(),
                    part.hour(),
                    limit + 1));
    return Page.of(rows, limit, row -> String.valueOf(row.position()));
  }

  /** One person's story in a campaign, oldest first. */
  public List<PeopleStore.StoryLine> story(long campaign, long position) {
    return store.read(
        db -> {
          requireMember(db, campaign, position);
          return Stories.ofMember(db, position);
        });
  }

  /** Replies and opt-outs, newest first. */
  public Page<Reply> replies(long campaign, Optional<Long> before, int limit) {
    List<Reply> rows =
        store.read(
            db ->
                Sql.query(
                    db,
                    """
                    select i.id, i.at, i.channel, i.text, i.opt_out, n.e164, coalesce(d.name, '') as name
                    from incoming_text i join number n on n.id = i.number_id
                    left join audience_member m on m.id = i.member_id
                    left join person_detail d on d.person_id = m.person_id
                    where i.campaign_id = ? and i.id < ? order by i.id desc limit ?
                    """,
                    row ->
                        new Reply(
                            row.getLong("id"),
                            Instant.parse(row.getString("at")),
                            Channel.valueOf(row.getString("channel")),
                            row.getString("name"),
                            row.getString("e164"),
                            row.getString("text"),
                            row.getBoolean("opt_out")),
                    campaign,
                    before.orElse(Long.MAX_VALUE),
                    limit + 1));
    return Page.of(rows, limit, row -> String.valueOf(row.id()));
  }

  /** When the held come due. */
  public List<HeldUntil> heldUntil(long campaign) {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select substr(due, 1, 13) || ':00:00Z' as hour, count(*) as people
                from audience_member
                where campaign_id = ? and state in ('WAITING', 'HELD') and state = 'HELD'
                  and due is not null
                group by 1 order by 1
                """,
                row -> new HeldUntil(Instant.parse(row.getString("hour")), row.getLong("people")),
                campaign));
  }

  /** When the first of the held comes due; empty where nobody is held until an instant. */
  public Optional<Instant> firstHeldUntil(long campaign) {
    return store.read(
        db ->
            Sql.first(
                db,
                """
                select due from audience_member
                where campaign_id = ? and state in ('WAITING', 'HELD') and due is not null
                order by due limit 1
                """,
                row -> Instant.parse(row.getString(1)),
                campaign));
  }

  /** How many attempts were claimed since a moment, for the live pace. */
  public long claimedSince(long campaign, Instant since) {
    return store.read(
        db ->
            Sql.number(
                db,
                """
                select count(*) from attempt
                where campaign_id = ? and try > 0
                  and id > (select coalesce(max(id), 0) - 20000 from attempt)
                  and claimed_at > ?
                """,
                campaign,
                since));
  }

  /** How many attempts nobody can say the end of, over all campaigns. */
  public long unconfirmed() {
    return store.read(
        db ->
            Sql.number(
                db,
                "select coalesce(sum(people), 0) from audience_tally where state = 'UNCONFIRMED'"));
  }

  /**
   * A person decides what the network could not say.
   *
   * @throws Refused where the attempt is not unconfirmed
   */
  public void decide(
      long campaign, long position, boolean arrived, Optional<Long> user, Instant now) {
    store
        .writer()
        .write(
            Urgency.DESK,
            db -> {
              requireMember(db, campaign, position);
              List<PartRef> open =
                  Sql.query(
                      db,
                      """
                      select p.attempt_id, p.part from attempt a
                      join attempt_part p on p.attempt_id = a.id
                      where a.member_id = ? and p.state = 'UNCONFIRMED'
                      """,
                      row -> new PartRef(row.getLong(1), row.getInt(2)),
                      position);
              if (open.isEmpty()) {
                throw new Refused(Refused.Kind.WRONG_STATE, "This text is no longer unconfirmed.");
              }
              for (PartRef part : open) {
                WireEvents.note(
                    db,
                    arrived ? "decided: arrived" : "decided: not arrived",
                    part.attemptId(),
                    part.part(),
                    Optional.empty(),
                    "by hand",
                    now);
                PartState state = arrived ? PartState.DELIVERED : PartState.FAILED;
                WireEvents.settle(db, part, state, Outcome.UNKNOWN, now);
              }
              String what = arrived ? "decided: arrived" : "decided: not arrived";
              return AuditLog.add(db, user, what, campaign + "/" + position, "", now);
            });
  }

  private static void requireMember(java.sql.Connection db, long campaign, long position)
      throws SQLException {
    long there =
        Sql.number(
            db,
            "select count(*) from audience_member where id = ? and campaign_id = ?",
            position,
            campaign);
    if (there == 0) {
      throw Refused.notFound("person in this campaign");
    }
  }

  private static AudienceRow row(ResultSet row) throws SQLException {
    return new AudienceRow(
        row.getLong("id"),
        row.getLong("person_id"),
        row.getString("name"),
        row.getString("e164"),
        PersonState.valueOf(row.getString("state")),
        Sql.text(row, "reason").orElse(""),
        Sql.instant(row, "due"),
        Instant.parse(row.getString("changed_at")),
        row.getInt("segments"),
        row.getLong("cost"),
        row.getString("text"),
        row.getInt("attempts"),
        row.getLong("answered"),
        row.getLong("heard"),
        row.getString("key"));
  }
}
