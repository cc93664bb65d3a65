package app.gemba.engine.desk;

import app.gemba.core.desk.AgentState;
import app.gemba.core.desk.CallInHand;
import app.gemba.core.desk.Choice;
import app.gemba.core.desk.Desk;
import app.gemba.core.desk.NotNow;
import app.gemba.core.desk.Spell;
import app.gemba.core.voice.Key;
import app.gemba.engine.CallUnderWay;
import app.gemba.engine.desk.Caption.Side;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.UnaryOperator;

/**
 * One agent's desk, with whoever is before them and the line that is open for them. Acts of the
 * agent and events of the line come from several threads; one at a time changes the desk.
 */
public final class Seat {
  private final long agentId;
  private final Clock clock;
  private final SeatBook book;
  private final List<DeskEar> ears = new CopyOnWriteArrayList<>();
  private final List<Caption> captions = new ArrayList<>();
  private Optional<Sitting> sitting = Optional.empty();
  private Desk desk;
  private Optional<OpenLine> line = Optional.empty();
  private String note = "";
  private String told = "";
  private Instant alone;

  /** Where what happens at a desk is kept. */
  interface SeatBook {
    /** An agent did one thing for a while. */
    void spell(long agentId, long campaignId, Spell spell);

    /** Somebody or something has answered. */
    void answered(long attemptId);
  }

  private record OpenLine(AgentLine agent, CallUnderWay call) {}

  Seat(long agentId, Clock clock, SeatBook book) {
    this.agentId = agentId;
    this.clock = clock;
    this.book = book;
    this.desk = Desk.empty(clock.instant());
    this.alone = Instant.now();
  }

  /**
   * What an agent sees of their own desk.
   *
   * @param told what has just happened, in a sentence; blank where nothing needs saying
   */
  public record View(
      long agentId,
      Optional<Sitting> sitting,
      Desk desk,
      String note,
      List<Caption> captions,
      String told) {}

  /** Whose it is. */
  public long agentId() {
    return agentId;
  }

  /** It as it is now. */
  public synchronized View view() {
    return new View(agentId, sitting, desk, note, List.copyOf(captions), told);
  }

  /** The agent's page listens; the newest of several hears the line. */
  public synchronized void listen(DeskEar ear) {
    ears.add(0, ear);
  }

  /** Something that is not the desk's own is other than before: its pages look again. */
  public void lookAgain() {
    changed();
  }

  /** A page has gone. */
  public synchronized void leave(DeskEar ear) {
    ears.remove(ear);
    if (ears.isEmpty()) {
      alone = Instant.now();
    }
  }

  /** How long nobody has listened, by the machine's clock. */
  synchronized Duration alone(Instant machineNow) {
    return ears.isEmpty() ? Duration.between(alone, machineNow) : Duration.ZERO;
  }

  /** Whether somebody can be shown to the agent, or called for them, in a campaign. */
  synchronized boolean isFree(long campaign) {
    return desk.isFree() && !ears.isEmpty() && isAt(campaign);
  }

  synchronized boolean isAt(long campaign) {
    return sitting.filter(one -> one.campaignId() == campaign).isPresent();
  }

  synchronized void signOn(Sitting chosen) {
    Desk next = desk.signOn(clock.instant());
    sitting = Optional.of(chosen);
    become(next, "");
  }

  synchronized void resume(CallInHand unmarked, String noted) {
    become(desk.resume(unmarked, clock.instant()), "This call was cut off and is not marked yet.");
    note = noted;
    changed();
  }

  /** The agent leaves. */
  public synchronized void signOff() {
    become(desk.signOff(clock.instant()), "");
    sitting = Optional.empty();
    changed();
  }

  /** Calls may come. */
  public void ready() {
    change(one -> one.ready(clock.instant()));
  }

  /** A break: now, or behind the call in hand. */
  public void rest() {
    change(one -> one.rest(clock.instant()));
  }

  synchronized boolean show(CallInHand person) {
    if (!isFree(person.campaignId())) {
      return false;
    }
    become(desk.show(person), told);
    return true;
  }

  synchronized CallInHand shown() {
    if (!desk.isShown()) {
      throw new NotNow("Nobody is shown to you.");
    }
    return desk.call().orElseThrow();
  }

  synchronized void putBack(String why) {
    become(desk.putBack(), why);
  }

  /** Opens a line; false, and nothing has changed, where the agent is no longer ready. */
  synchronized boolean dial(CallInHand person, long attempt, Dialler dialler) {
    boolean mine =
        desk.isShown()
            ? desk.call().filter(one -> one.position() == person.position()).isPresent()
            : isFree(person.campaignId());
    if (!mine) {
      return false;
    }
    Desk next = desk.dial(person, attempt, clock.instant());
    AgentLine agent = new AgentLine(new Events(attempt), this::heard);
    // What the line tells waits for this desk until the call is in hand.
    line = Optional.of(new OpenLine(agent, dialler.dial(agent)));
    become(next, "");
    return true;
  }

  /**
   * Dials for somebody who is on the line from the first ring; nothing has changed if it throws.
   */
  interface Dialler {
    CallUnderWay dial(AgentLine agent);
  }

  /** The line of an attempt is down; what is said of it is shown where nobody has to mark it. */
  synchronized void ended(long attempt, String words) {
    if (isInHand(attempt)) {
      line = Optional.empty();
      boolean talked = desk.call().flatMap(CallInHand::answeredAt).isPresent();
      become(desk.ended(clock.instant()), talked ? "" : words);
    }
  }

  /** Says something that has been spoken already. */
  void say(String words, short[] sound) {
    OpenLine open;
    synchronized (this) {
      open = talking();
      captions.add(new Caption(Side.AGENT, words, clock.instant()));
      open.agent().say(sound);
      changed();
    }
    open.call().tell(words);
  }

  /** Whom the agent talks with. */
  synchronized CallInHand talkingTo() {
    if (desk.state() != AgentState.TALKING) {
      throw new NotNow("There is no call.");
    }
    return desk.call().orElseThrow();
  }

  /** Whether the agent talks with somebody, who is not held. */
  synchronized OpenLine talking() {
    boolean held = desk.call().filter(CallInHand::held).isPresent();
    if (desk.state() != AgentState.TALKING || line.isEmpty() || held) {
      throw new NotNow(held ? "They are on hold. Take them back first." : "There is no call.");
    }
    return line.get();
  }

  /** Presses a key. */
  public void press(Key key) {
    talking().agent().press(key);
  }

  /** Says no more of what is being said. */
  public void hush() {
    talking().agent().hush();
  }

  /** The person waits, or waits no more. */
  public synchronized void hold(boolean on) {
    Desk next = desk.hold(on);
    line.ifPresent(open -> open.agent().hold(on));
    become(next, "");
  }

  /** Puts the receiver down. */
  public void hangUp() {
    OpenLine open;
    synchronized (this) {
      open = line.orElseThrow(() -> new NotNow("There is no call."));
    }
    open.call().hangUp();
  }

  /** The call goes on by itself; the agent is free. Gives the attempt and what was noted. */
  HandedOver handOver() {
    OpenLine open;
    HandedOver over;
    synchronized (this) {
      CallInHand inHand = desk.call().orElseThrow(() -> new NotNow("There is no call."));
      Desk next = desk.handOver(clock.instant());
      open = line.orElseThrow(() -> new NotNow("There is no call."));
      over = new HandedOver(inHand.attemptId().orElseThrow(), note);
      line = Optional.empty();
      become(next, "The message is being left. You are free.");
    }
    // Outside: the line's own thread takes the call first, then the desk.
    open.call().leaveMessage();
    return over;
  }

  record HandedOver(long attemptId, String note) {}

  /** Marks the call in hand. */
  synchronized void mark(Choice choice) {
    become(desk.mark(choice), told);
  }

  synchronized void note(String text) {
    if (desk.call().isEmpty()) {
      throw new NotNow("There is nobody to note something about.");
    }
    note = text;
    changed();
  }

  /** The call that is finished with, as it is marked. */
  synchronized Finished finish() {
    CallInHand inHand = desk.call().orElseThrow(() -> new NotNow("There is no call to finish."));
    Desk next = desk.finish(clock.instant());
    Finished finished = finished(inHand);
    become(next, "");
    return finished;
  }

  /** The same without asking, where the campaign's limit has passed. */
  synchronized Optional<Finished> finishAfter(Optional<Duration> limit) {
    if (!desk.isWrapUpOver(limit, clock.instant())) {
      return Optional.empty();
    }
    CallInHand inHand = desk.call().orElseThrow();
    Finished finished = finished(inHand);
    become(desk.wrapUpOver(clock.instant()), "The time to mark the last call was over.");
    return Optional.of(finished);
  }

  record Finished(long attemptId, String number, Optional<Choice> choice, String note) {}

  private Finished finished(CallInHand inHand) {
    return new Finished(inHand.attemptId().orElseThrow(), inHand.number(), inHand.choice(), note);
  }

  /** Nobody has listened for long: the line is put down, and the agent has left. */
  void leaveAlone() {
    Optional<OpenLine> open;
    synchronized (this) {
      open = line;
      if (desk.state() == AgentState.READY || desk.state() == AgentState.BREAK) {
        signOff();
      }
    }
    open.ifPresent(one -> one.call().hangUp());
  }

  private synchronized void change(UnaryOperator<Desk> to) {
    become(to.apply(desk), "");
  }

  private void become(Desk next, String words) {
    boolean other = next.state() != desk.state();
    if (other && desk.state() != AgentState.OFFLINE && sitting.isPresent()) {
      book.spell(
          agentId, sitting.get().campaignId(), new Spell(desk.state(), desk.since(), next.since()));
    }
    if (next.call().isEmpty() || isSomebodyElse(next)) {
      note = "";
      captions.clear();
    }
    desk = next;
    told = words;
    changed();
  }

  private boolean isSomebodyElse(Desk next) {
    return !next.call().map(CallInHand::position).equals(desk.call().map(CallInHand::position));
  }

  private boolean isInHand(long attempt) {
    return desk.call().flatMap(CallInHand::attemptId).filter(one -> one == attempt).isPresent();
  }

  private void changed() {
    ears.forEach(DeskEar::changed);
  }

  private void heard(short[] frame) {
    ears.stream().findFirst().ifPresent(ear -> ear.heard(frame));
  }

  private final class Events implements AgentLine.Told {
    private final long attempt;

    Events(long attempt) {
      this.attempt = attempt;
    }

    @Override
    public void ringing() {
      synchronized (Seat.this) {
        if (isInHand(attempt)) {
          become(desk.ringing(clock.instant()), "");
        }
      }
    }

    @Override
    public void answered() {
      synchronized (Seat.this) {
        if (isInHand(attempt)) {
          become(desk.answered(clock.instant()), "");
          book.answered(attempt);
        }
      }
    }

    @Override
    public void words(String words) {
      synchronized (Seat.this) {
        if (isInHand(attempt)) {
          captions.add(new Caption(Side.THEM, words, clock.instant()));
          changed();
        }
      }
    }
  }
}
