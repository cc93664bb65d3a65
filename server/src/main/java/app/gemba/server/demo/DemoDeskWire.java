package app.gemba.server.demo;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.AgentContent;
import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.AgentOutcome.Follow;
import app.gemba.core.channel.Outcome;
import app.gemba.core.consent.Verdicts;
import app.gemba.core.desk.AgentState;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.DeskBook;
import app.gemba.core.desk.FollowUpTime;
import app.gemba.core.desk.Spell;
import app.gemba.core.phone.PhoneNumber;
import app.gemba.core.voice.Line;
import app.gemba.engine.CallPlans;
import app.gemba.engine.CallSounds;
import app.gemba.engine.CallUnderWay;
import app.gemba.server.desk.TalkThrough;
import app.gemba.store.HouseStore;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/** Calls of agents in the demo's past: each is really held with the stand-in, and written up. */
final class DemoDeskWire implements DemoWire {
  private static final int FEW = 5;
  private static final Duration LONGEST_READY = Duration.ofMinutes(3);
  private static final int CALLS_BETWEEN_BREAKS = 9;

  private final CallPlans plans;
  private final CallSounds sounds;
  private final DeskBook book;
  private final Verdicts verdicts;
  private final HouseStore house;
  private final List<Long> agents = new ArrayList<>();
  private int calls;

  DemoDeskWire(
      CallPlans plans, CallSounds sounds, DeskBook book, Verdicts verdicts, HouseStore house) {
    this.plans = plans;
    this.sounds = sounds;
    this.book = book;
    this.verdicts = verdicts;
    this.house = house;
  }

  /** Who calls, in turn. */
  void sit(List<Long> agentIds) {
    agents.addAll(agentIds);
  }

  @Override
  public Said carry(Launched campaign, Claim claim, Random random, Instant now) {
    long attempt = claim.attemptId();
    long agent = agents.get(calls++ % agents.size());
    try {
      short[] machine = plans.spoken(campaign.brief().agents().machineWords());
      DirectLine line =
          new DirectLine(LocalTime.ofInstant(now, house.house().zone()), 1 + random.nextInt(FEW));
      TalkThrough talk =
          new TalkThrough(
              AgentContent.lines(claim.send().message().text()),
              campaign.brief().agents().answers(),
              plans::spoken);
      CallUnderWay call =
          CallUnderWay.attended(
              line, campaign.sender(), claim.to(), plans.attended(campaign.brief(), machine), talk);
      talk.over(call);
      line.run();
      CallUnderWay.Ended ended = call.ended().join();
      sounds.keepRecording(attempt, ended.heard(), ended.said());
      book.dialled(attempt, agent, now);
      Instant end = now.plus(Line.span(ended.heard().length));
      Instant answered = end.minus(ended.report().answered());
      boolean connected = !ended.report().answered().isZero();
      if (connected) {
        book.answered(attempt, answered);
        spell(agent, campaign, AgentState.TALKING, answered, end);
      }
      if (ended.report().outcome() == Outcome.LEFT_ON_MACHINE) {
        book.handedOver(attempt, "", end);
      }
      Coming over =
          new Coming(
              end,
              new WireEvent.CallEnded(attempt, ended.report()),
              () -> writeUp(campaign, claim, agent, ended, talk, end, random));
      idle(agent, campaign, now);
      return new Said(List.of(), List.of(over));
    } catch (IOException e) {
      throw new IllegalStateException("a call of the demo could not be made", e);
    }
  }

  private void writeUp(
      Launched campaign,
      Claim claim,
      long agent,
      CallUnderWay.Ended ended,
      TalkThrough talk,
      Instant end,
      Random random) {
    if (ended.report().outcome() != Outcome.TALKED_NOT_MARKED) {
      return;
    }
    Instant done = end.plusSeconds(12 + random.nextInt(40));
    spell(agent, campaign, AgentState.WRAP_UP, end, done);
    AgentOutcome outcome = talk.outcome(campaign.brief().agents().outcomes());
    PhoneNumber number = claim.send().candidate().standing().number().orElseThrow();
    Optional<Instant> at =
        outcome.follow() == Follow.FOLLOW_UP
            ? Optional.of(
                FollowUpTime.propose(
                    verdicts,
                    campaign.brief().terms(house.house().zone()),
                    number,
                    Duration.ofMinutes(outcome.afterMinutes()),
                    done))
            : Optional.empty();
    book.finish(claim.attemptId(), Optional.of(new Choice(outcome, at)), talk.note(), done);
  }

  /** Before a call an agent was ready for a while, and now and then on a break. */
  private void idle(long agent, Launched campaign, Instant now) {
    spell(agent, campaign, AgentState.READY, now.minus(LONGEST_READY.dividedBy(4)), now);
    if (calls % CALLS_BETWEEN_BREAKS == 0) {
      spell(agent, campaign, AgentState.BREAK, now.minus(LONGEST_READY.multipliedBy(2)), now);
    }
  }

  private void spell(long agent, Launched campaign, AgentState state, Instant from, Instant to) {
    book.keepSpell(agent, campaign.id(), new Spell(state, from, to));
  }
}
