package app.gemba.store;

import app.gemba.core.campaign.Brief;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.RetryPlan;
import app.gemba.core.campaign.RetryPlan.Again;
import app.gemba.core.campaign.RetryPlan.Tried;
import app.gemba.core.channel.CallContent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.phone.LineType;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Second tries. When a person's last attempt has failed and the campaign's plan says so, they are
 * held until the next one is due, on the number that the plan names; the database forbids the same
 * try twice.
 */
final class Retries {
  private Retries() {}

  private record Member(
      long id, long campaign, boolean live, RetryPlan plan, Channel channel, CallContent calls) {}

  /** Who asks for later again and again is called so often. */
  private static final int MOST_LATER = 3;

  /**
   * Holds the person of an attempt for another try.
   *
   * @return whether there will be one; nothing has changed where there will not
   */
  static boolean plan(Connection db, long attempt, Outcome reason, Instant now)
      throws SQLException {
    Optional<Member> of = member(db, attempt);
    return of.isPresent() && plan(db, of.get(), attempt, reason, of.get().plan(), now);
  }

  /** The same by another plan than the campaign's own. */
  static boolean plan(Connection db, long attempt, Outcome reason, RetryPlan plan, Instant now)
      throws SQLException {
    Optional<Member> of = member(db, attempt);
    return of.isPresent() && plan(db, of.get(), attempt, reason, plan, now);
  }

  private static boolean plan(
      Connection db, Member member, long attempt, Outcome reason, RetryPlan plan, Instant now)
      throws SQLException {
    if (!member.live()) {
      return false;
    }
    List<Tried> tried = tried(db, member, attempt);
    tried.add(
        new Tried(
            Sql.number(db, "select number_id from attempt where id = ?", attempt), reason.kind()));
    Optional<Again> again =
        reason == Outcome.ASKED_FOR_LATER
            ? later(db, member, tried, now)
            : plan.next(tried, numbers(db, member), now);
    if (again.isEmpty()) {
      return false;
    }
    Sql.update(
        db,
        """
        update audience_member set state = 'HELD', reason = ?, due = ?, number_id = ?,
          changed_at = ?
        where id = ?
        """,
        ReasonCode.TRIED_AGAIN,
        again.get().notBefore(),
        again.get().number(),
        now,
        member.id());
    return true;
  }

  private static Optional<Member> member(Connection db, long attempt) throws SQLException {
    return Sql.first(
        db,
        """
        select a.member_id, a.campaign_id, c.* from attempt a
        join campaign c on c.id = a.campaign_id
        where a.id = ? and (c.retries <> '' or c.call <> '' or c.channel = 'AGENT_CALL')
        """,
        row -> member(row.getLong(1), row, BriefRows.read(db, row)),
        attempt);
  }

  private static Member member(long id, ResultSet row, Brief brief) throws SQLException {
    return new Member(
        id,
        row.getLong("campaign_id"),
        CampaignState.valueOf(row.getString("state")).isLive(),
        brief.retryPlan(),
        brief.channel(),
        brief.calls());
  }

  /** The earlier tries; each ended as the events of its time said. */
  private static List<Tried> tried(Connection db, Member member, long attempt) throws SQLException {
    record Earlier(long id, long number, Optional<Outcome> outcome) {}
    List<Tried> tried = new ArrayList<>();
    List<Earlier> earlier =
        Sql.query(
            db,
            """
            select id, number_id, outcome from attempt
            where member_id = ? and try > 0 and id < ? order by id
            """,
            row ->
                new Earlier(
                    row.getLong(1), row.getLong(2), Sql.text(row, "outcome").flatMap(Outcome::of)),
            member.id(),
            attempt);
    for (Earlier one : earlier) {
      Outcome reason =
          one.outcome().isPresent()
              ? one.outcome().get()
              : Sql.first(
                      db,
                      """
                  select detail from wire_event where attempt_id = ?
                    and kind in ('failed', 'expired', 'not taken') order by id desc limit 1
                  """,
                      row -> WireEvents.reasonIn(row.getString(1)),
                      one.id())
                  .orElse(Outcome.UNKNOWN);
      tried.add(new Tried(one.number(), reason.kind()));
    }
    return tried;
  }

  /**
   * The person's numbers that take the channel, but for those by which others of the audience went
   * or go.
   */
  private static List<Long> numbers(Connection db, Member member) throws SQLException {
    return Sql.query(
        db,
        """
        select pn.number_id from audience_member m
        join person_number pn on pn.person_id = m.person_id
        join number n on n.id = pn.number_id
        where m.id = ?1 and n.line_type in (select value from json_each(?2))
          and instr(lower(pn.label), 'fax') = 0 and (pn.extension = '' or ?3)
          and not exists (select 1 from audience_member o where o.campaign_id = m.campaign_id
            and o.number_id = pn.number_id and o.twice = 0 and o.id <> m.id)
          and not exists (select 1 from attempt b where b.campaign_id = m.campaign_id
            and b.number_id = pn.number_id and b.member_id <> m.id and b.try > 0)
        order by pn.position
        """,
        row -> row.getLong(1),
        member.id(),
        Json.write(Arrays.stream(LineType.values()).filter(member.channel()::takes).toList()),
        member.channel() == Channel.AGENT_CALL);
  }

  /** Somebody who asked for it is called again on the same number, whatever the plan says. */
  private static Optional<Again> later(Connection db, Member member, List<Tried> tried, Instant now)
      throws SQLException {
    long asked =
        Sql.number(
            db,
            "select count(*) from attempt where member_id = ? and outcome = ?",
            member.id(),
            Outcome.ASKED_FOR_LATER);
    Instant at = now.plus(Duration.ofMinutes(member.calls().againMinutes()));
    return asked > MOST_LATER
        ? Optional.empty()
        : Optional.of(new Again(tried.get(tried.size() - 1).number(), at));
  }
}
