package app.gemba.core.desk;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * An agent's desk: what the agent is doing, since when, and who is before them. Each act gives the
 * desk after it, or says why it cannot be done now. A desk knows no lines: whoever owns it lets
 * things happen.
 *
 * @param since when this state began
 * @param breakAfter whether a break comes behind the call in hand
 */
public record Desk(AgentState state, Instant since, boolean breakAfter, Optional<CallInHand> call) {

  /** A desk that nobody sits at. */
  public static Desk empty(Instant now) {
    return new Desk(AgentState.OFFLINE, now, false, Optional.empty());
  }

  /** The agent has come, and says when they are ready. */
  public Desk signOn(Instant now) {
    require(state == AgentState.OFFLINE, "You are at your desk already.");
    return free(AgentState.BREAK, now);
  }

  /** The agent has come back to a call that was not marked when the desk was lost. */
  public Desk resume(CallInHand unmarked, Instant now) {
    require(state == AgentState.BREAK, "You are at your desk already.");
    return new Desk(AgentState.WRAP_UP, now, true, Optional.of(unmarked));
  }

  /** The agent leaves. */
  public Desk signOff(Instant now) {
    require(
        state == AgentState.BREAK || state == AgentState.READY,
        "Finish the call in hand first; nothing was changed.");
    return empty(now);
  }

  /** Calls may come. */
  public Desk ready(Instant now) {
    require(state == AgentState.BREAK, "You are " + state.words() + " already.");
    return free(AgentState.READY, now);
  }

  /** A break: now, or behind the call in hand; asked for twice, it is taken back. */
  public Desk rest(Instant now) {
    return switch (state) {
      case READY -> free(AgentState.BREAK, now);
      case DIALLING, RINGING, TALKING, WRAP_UP -> new Desk(state, since, !breakAfter, call);
      case BREAK, OFFLINE -> throw new NotNow("You are on a break already.");
    };
  }

  /** Whether somebody can be shown, or called for the agent. */
  public boolean isFree() {
    return state == AgentState.READY && call.isEmpty();
  }

  /** Somebody is shown, before they are called. */
  public Desk show(CallInHand person) {
    require(isFree(), "Somebody is before you already.");
    return new Desk(state, since, breakAfter, Optional.of(person));
  }

  /** The person who was shown goes back among those who wait. */
  public Desk putBack() {
    require(isShown(), "Nobody is shown to you.");
    return new Desk(state, since, breakAfter, Optional.empty());
  }

  /** Whether somebody is shown who is not called yet. */
  public boolean isShown() {
    return state == AgentState.READY && call.isPresent();
  }

  /** A call begins, to whoever is shown or to somebody new. */
  public Desk dial(CallInHand person, long attempt, Instant now) {
    require(state == AgentState.READY, "Calls begin only when you are ready.");
    return new Desk(AgentState.DIALLING, now, false, Optional.of(person.dialled(attempt)));
  }

  /** It rings there. */
  public Desk ringing(Instant now) {
    return state == AgentState.DIALLING ? in(AgentState.RINGING, inHand(), now) : this;
  }

  /** Somebody or something has answered. */
  public Desk answered(Instant now) {
    require(state.isOnTheLine(), "There is no call.");
    return in(AgentState.TALKING, inHand().answered(now), now);
  }

  /** The line is down. What nobody answered needs no marking: the agent is free again. */
  public Desk ended(Instant now) {
    require(state.isOnTheLine(), "There is no call.");
    return inHand().answeredAt().isPresent()
        ? in(AgentState.WRAP_UP, inHand().ended(now), now)
        : next(now);
  }

  /** The person waits, or waits no more. */
  public Desk hold(boolean on) {
    require(state == AgentState.TALKING, "Only somebody you talk with can be held.");
    return new Desk(state, since, breakAfter, Optional.of(inHand().held(on)));
  }

  /** The call goes on by itself, with the message for a machine; the agent is free. */
  public Desk handOver(Instant now) {
    require(
        state == AgentState.TALKING, "A message can be left only where something has answered.");
    return next(now);
  }

  /** Marks the call in hand, during it or after. */
  public Desk mark(Choice choice) {
    require(
        state == AgentState.TALKING || state == AgentState.WRAP_UP,
        "Only a call that was answered is marked.");
    return new Desk(state, since, breakAfter, Optional.of(inHand().marked(choice)));
  }

  /** The agent has done with the call. */
  public Desk finish(Instant now) {
    require(state == AgentState.WRAP_UP, "There is no call to finish.");
    require(inHand().choice().isPresent(), "Mark how the call ended first.");
    return next(now);
  }

  /** The time for the wrap-up is over, if the campaign set one: nobody waits for the marking. */
  public boolean isWrapUpOver(Optional<Duration> limit, Instant now) {
    return state == AgentState.WRAP_UP
        && limit.filter(most -> !since.plus(most).isAfter(now)).isPresent();
  }

  /** The wrap-up ends by itself. */
  public Desk wrapUpOver(Instant now) {
    require(state == AgentState.WRAP_UP, "There is no call to finish.");
    return next(now);
  }

  private CallInHand inHand() {
    return call.orElseThrow(() -> new NotNow("There is no call."));
  }

  private Desk next(Instant now) {
    return free(breakAfter ? AgentState.BREAK : AgentState.READY, now);
  }

  private static Desk free(AgentState state, Instant now) {
    return new Desk(state, now, false, Optional.empty());
  }

  private Desk in(AgentState next, CallInHand inHand, Instant now) {
    return new Desk(next, now, breakAfter, Optional.of(inHand));
  }

  private static void require(boolean possible, String otherwise) {
    if (!possible) {
      throw new NotNow(otherwise);
    }
  }
}
