package app.gemba.store;

import app.gemba.core.campaign.AttemptBook;
import app.gemba.core.campaign.CampaignAct;
import app.gemba.core.campaign.CampaignState;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.RunEvent;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.consent.ReasonCode;
import app.gemba.core.consent.Standing;
import app.gemba.core.consent.Verdict;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** Launched campaigns, their frozen audiences and their attempts. */
public final class AttemptStore implements AttemptBook {
  private static final int FREEZE_PAGE = 500;

  private final Store store;
  private final Writer.Merged<HeardEvents.Heard> hearing = HeardEvents::keep;

  /** Over a store. */
  public AttemptStore(Store store) {
    this.store = store;
  }

  @Override
  public List<Launched> launched() {
    return store.read(
        db ->
            Sql.query(
                db,
                """
                select c.*, s.address, s.per_minute as sender_per_minute from campaign c join sender s on s.id = c.sender_id
                where c.state in ('SCHEDULED', 'RUNNING', 'PAUSED') order by c.id
                """,
                row ->
                    new Launched(
                        row.getLong("id"),
                        CampaignState.valueOf(row.getString("state")),
                        row.getInt("version"),
                        BriefRows.read(db, row),
                        row.getString("address"),
                        Tariffs.launched(row),
                        Sql.id(row, "sender_per_minute").map(Long::intValue),
                        row.getString("frozen_at") != null)));
  }

  @Override
  public boolean freezeSome(Launched campaign, Instant now, Function<Candidate, Verdict> verdict) {
    return store
        .writer()
        .write(
            Urgency.BULK,
            db -> {
              if (!Lives.state(db, campaign.id()).isLive()) {
                return true;
              }
              long last =
                  Sql.number(
                      db,
                      "select coalesce(max(person_id), 0) from audience_member where campaign_id = ?",
                      campaign.id());
              Audiences audience =
                  new Audiences(db, campaign.brief().channel(), campaign.brief().purpose(), now);
              List<Audiences.Member> page =
                  audience.page(campaign.id(), List.of(), last, FREEZE_PAGE);
              for (Audiences.Member member : page) {
                freeze(db, campaign.id(), member, verdict, now);
              }
              if (page.size() < FREEZE_PAGE) {
                Sql.update(
                    db, "update campaign set frozen_at = ? where id = ?", now, campaign.id());
                return true;
              }
              return false;
            });
  }

  @Override
  public boolean takeArrivals(
      Launched campaign, Instant now, Function<Candidate, Verdict> verdict) {
    if (store.read(db -> Arrivals.next(db, campaign.id())).isEmpty()) {
      return false;
    }
    return store
        .writer()
        .write(
            Urgency.RUN,
            db -> {
              List<Long> people = Arrivals.next(db, campaign.id());
              Audiences audience =
                  new Audiences(db, campaign.brief().channel(), campaign.brief().purpose(), now);
              for (Audiences.Member member : audience.of(campaign.id(), people)) {
                freeze(db, campaign.id(), member, verdict, now);
              }
              Arrivals.done(db, campaign.id(), people);
              return !people.isEmpty();
            });
  }

  @Override
  public Stepped step(
      Launched campaign,
      int atMost,
      Instant now,
      Function<RunEvent.Looked, List<RunCommand>> decide) {
    return store
        .writer()
        .write(
            Urgency.RUN,
            db -> {
              if (Lives.state(db, campaign.id()) != CampaignState.RUNNING) {
                return new Stepped(List.of(), List.of());
              }
              List<Candidate> candidates = DuePeople.due(db, campaign, atMost, now);
              Optional<Instant> next =
                  candidates.isEmpty() ? DuePeople.next(db, campaign.id()) : Optional.empty();
              boolean awaiting = candidates.isEmpty() && DuePeople.isAwaiting(db, campaign);
              List<RunCommand> commands =
                  decide.apply(new RunEvent.Looked(candidates, atMost, next, awaiting));
              return apply(db, campaign, commands, now);
            });
  }

  @Override
  public Stepped stepFor(
      Launched campaign,
      long position,
      Instant now,
      Function<RunEvent.Looked, List<RunCommand>> decide) {
    return store
        .writer()
        .write(
            Urgency.RUN,
            db -> {
              if (Lives.state(db, campaign.id()) != CampaignState.RUNNING) {
                return new Stepped(List.of(), List.of());
              }
              List<Candidate> candidates = DuePeople.one(db, campaign, position, now);
              List<RunCommand> commands =
                  decide.apply(new RunEvent.Looked(candidates, 1, Optional.empty(), true));
              return apply(db, campaign, commands, now);
            });
  }

  @Override
  public void record(List<WireEvent> events, Instant now) {
    store.writer().write(Urgency.RUN, hearing, new HeardEvents.Heard(events, now));
  }

  @Override
  public void recordIncoming(WireEvent.Incoming incoming, boolean optOut, Instant now) {
    store
        .writer()
        .write(
            optOut ? Urgency.STOP : Urgency.RUN,
            db -> {
              IncomingTexts.keep(db, incoming, optOut, now);
              return null;
            });
  }

  @Override
  public void recordKeyOptOut(long attemptId, String key, Instant now) {
    store
        .writer()
        .write(
            Urgency.STOP,
            db -> {
              IncomingTexts.keepKey(db, attemptId, key, now);
              return null;
            });
  }

  @Override
  public int unconfirmClaimed(Instant now) {
    return store
        .writer()
        .write(
            Urgency.RUN,
            db -> {
              List<WireEvent.PartRef> open =
                  Sql.query(
                      db,
                      """
                      select attempt_id, part from attempt_part
                      where state in ('CLAIMED', 'UNCONFIRMED') and state = 'CLAIMED'
                      """,
                      row -> new WireEvent.PartRef(row.getLong(1), row.getInt(2)));
              for (WireEvent.PartRef part : open) {
                WireEvents.keep(db, new WireEvent.Unanswered(part), now);
              }
              return (int) open.stream().map(WireEvent.PartRef::attemptId).distinct().count();
            });
  }

  @Override
  public Optional<CampaignState> advance(long campaignId, CampaignAct act, Instant now) {
    return store.writer().write(Urgency.RUN, db -> Lives.advance(db, campaignId, act, now));
  }

  private static void freeze(
      Connection db,
      long campaign,
      Audiences.Member member,
      Function<Candidate, Verdict> verdicts,
      Instant now)
      throws SQLException {
    Candidate candidate = onceOnly(db, campaign, member);
    Verdict verdict = verdicts.apply(candidate);
    String state =
        verdict instanceof Verdict.Clear
            ? "WAITING"
            : verdict instanceof Verdict.Held ? "HELD" : "REFUSED";
    Optional<Instant> due =
        verdict instanceof Verdict.Held held
            ? held.until()
            : verdict instanceof Verdict.Clear ? Optional.of(now) : Optional.empty();
    Sql.update(
        db,
        """
        insert into audience_member
          (campaign_id, person_id, number_id, twice, state, reason, due, changed_at)
        values (?, ?, ?, ?, ?, ?, ?, ?)
        """,
        campaign,
        member.personId(),
        member.numberId(),
        candidate.standing().earlierInAudience(),
        state,
        verdict.reasons().stream().findFirst(),
        due,
        now);
  }

  /** Earlier pages of the audience are frozen already: the database knows their numbers. */
  private static Candidate onceOnly(Connection db, long campaign, Audiences.Member member)
      throws SQLException {
    Candidate candidate = member.candidate();
    if (member.numberId().isEmpty() || candidate.standing().earlierInAudience()) {
      return candidate;
    }
    boolean taken =
        Sql.number(
                db,
                """
                select count(*) from audience_member
                where campaign_id = ? and number_id = ? and twice = 0
                """,
                campaign,
                member.numberId().get())
            > 0;
    Standing standing = candidate.standing();
    return new Candidate(
        candidate.position(),
        new Standing(standing.number(), taken, standing.suppressed(), standing.agreement()),
        candidate.fields());
  }

  private static Stepped apply(
      Connection db, Launched campaign, List<RunCommand> commands, Instant now)
      throws SQLException {
    List<RunCommand.Send> sends = new ArrayList<>();
    List<RunCommand> others = new ArrayList<>();
    for (RunCommand command : commands) {
      if (command instanceof RunCommand.Send send) {
        sends.add(send);
      } else if (command instanceof RunCommand.Hold hold) {
        move(db, hold.candidate(), "HELD", hold.reasons(), hold.until(), now);
      } else if (command instanceof RunCommand.Refuse refuse) {
        move(db, refuse.candidate(), "REFUSED", refuse.reasons(), Optional.empty(), now);
      } else if (command instanceof RunCommand.Finish) {
        others.add(Arrivals.finish(db, campaign.id(), now).orElse(command));
      } else {
        others.add(command);
      }
    }
    List<RunCommand.Send> affordable = SpendingLimit.within(db, campaign, sends, now);
    return new Stepped(Claims.write(db, campaign, affordable, now), others);
  }

  private static void move(
      Connection db,
      Candidate candidate,
      String state,
      List<ReasonCode> reasons,
      Optional<Instant> due,
      Instant now)
      throws SQLException {
    Sql.update(
        db,
        "update audience_member set state = ?, reason = ?, due = ?, changed_at = ? where id = ?",
        state,
        reasons.stream().findFirst(),
        due,
        now,
        candidate.position());
  }
}
