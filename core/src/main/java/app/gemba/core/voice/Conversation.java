package app.gemba.core.voice;

import app.gemba.core.channel.CallContent.KeyAct;
import app.gemba.core.channel.Outcome;
import app.gemba.core.voice.Mark.Kind;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * One call that goes its way by itself, stepped 20 ms at a time: it rings, finds out who has
 * answered, says its message to a person or behind a machine's beep, and obeys keys. What is heard
 * goes in, what is said comes out. One that an agent attends says nothing by itself, until the
 * agent leaves it to say its message to a machine. Not safe for use by several threads.
 */
public final class Conversation {
  private static final Duration WAITS_FOR_A_KEY = Duration.ofSeconds(5);
  private static final Duration LONGEST_GREETING = Duration.ofSeconds(45);
  private static final Duration QUIET_AFTER_GREETING = Duration.ofSeconds(4);
  private static final Duration BEEP_CORRECTS_WITHIN = Duration.ofSeconds(20);
  private static final double SPEECH_DBM0 = -42;
  private static final short[] SILENCE = new short[Line.FRAME];

  private final CallPlan plan;
  private final boolean attended;
  private final AnswerJudge judge = new AnswerJudge();
  private final ToneDetector beforeAnswer = new ToneDetector(tone -> {});
  private final ToneDetector tones = new ToneDetector(this::toneEnded);
  private final KeyDetector keys = new KeyDetector(this::keyPressed);
  private final List<Mark> marks = new ArrayList<>();
  private Phase phase = Phase.RINGING;
  private long sample;
  private long rangFrom = -1;
  private long answeredAt = -1;
  private long phaseFrom;
  private long quietFrom;
  private int farthest;
  private Recital saying = new Recital(new short[0]);
  private boolean toMachine;
  private boolean beepHeard;
  private Optional<Key> lastKey = Optional.empty();
  private Optional<KeyAct> decided = Optional.empty();
  private Optional<Outcome> ours = Optional.empty();
  private boolean optedOut;
  private boolean informed;

  private enum Phase {
    RINGING,
    LISTENING,
    ATTENDED,
    AWAITING_BEEP,
    SAYING,
    AWAITING_KEY,
    GOODBYE,
    OVER
  }

  /** A conversation that has not begun. */
  public Conversation(CallPlan plan) {
    this(plan, false);
  }

  private Conversation(CallPlan plan, boolean attended) {
    this.plan = plan;
    this.attended = attended;
  }

  /** A conversation that an agent will hold. */
  public static Conversation attended(CallPlan plan) {
    return new Conversation(plan, true);
  }

  /** It rings there. */
  public void ringing() {
    rangFrom = sample;
    mark(Kind.RINGING, "");
  }

  /** Somebody or something has answered. */
  public void answered() {
    answeredAt = sample;
    mark(Kind.ANSWERED, "");
    enter(attended ? Phase.ATTENDED : Phase.LISTENING);
  }

  /** Whether an agent holds it now. */
  public boolean isAttended() {
    return phase == Phase.ATTENDED;
  }

  /** The agent has heard a machine: the message is said behind its beep, and the call ends. */
  public void leaveMessage() {
    if (phase == Phase.ATTENDED) {
      machine();
    }
  }

  /** The agent puts the receiver down. */
  public void hangUp() {
    if (phase == Phase.RINGING) {
      end(Outcome.NO_ANSWER);
    } else if (phase == Phase.ATTENDED) {
      end(Outcome.TALKED_NOT_MARKED);
    }
  }

  /**
   * 20 ms go by.
   *
   * @param heard what came from the other end
   * @return what is said in them; empty where we put the receiver down
   */
  public Optional<short[]> step(short[] heard) {
    if (phase == Phase.OVER) {
      return Optional.empty();
    }
    listen(heard);
    sample += Line.FRAME;
    short[] say =
        switch (phase) {
          case SAYING, GOODBYE -> saying.next();
          default -> SILENCE;
        };
    if (phase == Phase.SAYING) {
      farthest = Math.max(farthest, saying.said());
    }
    goOn();
    return Optional.of(say);
  }

  /** Whether somebody has just asked by a key never to be called again; told once. */
  public boolean takeOptOut() {
    boolean now = optedOut;
    optedOut = false;
    return now;
  }

  /** The last key that did something. */
  public Optional<Key> lastKey() {
    return lastKey;
  }

  /** What came of it, once the network has said why it ended. */
  public CallReport report(CallCause cause) {
    mark(Kind.ENDED, cause.name());
    return new CallReport(
        outcome(cause),
        answeredAt < 0 ? Duration.ZERO : Line.span(sample - answeredAt),
        Line.span(farthest),
        Line.span(plan.message().length),
        lastKey,
        cause,
        marks);
  }

  private void listen(short[] heard) {
    if (phase == Phase.RINGING && rangFrom >= 0) {
      // Where it rings, the network has nothing to say of the number.
      return;
    }
    if (phase == Phase.RINGING) {
      beforeAnswer.hear(heard);
      if (!informed && beforeAnswer.informationTone().isPresent()) {
        informed = true;
        mark(Kind.INFORMATION_TONE, beforeAnswer.informationTone().get().name());
      }
      return;
    }
    tones.hear(heard);
    keys.hear(heard);
    if (Line.level(Line.meanSquare(heard, 0, heard.length)) > SPEECH_DBM0) {
      quietFrom = sample;
    }
    if (phase == Phase.LISTENING) {
      judge.hear(heard).ifPresent(this::found);
    }
  }

  private void goOn() {
    switch (phase) {
      case RINGING -> {
        if (rangFrom >= 0 && isOver(rangFrom, plan.longestRinging())) {
          end(plan.mailboxOnly() ? Outcome.NO_MAILBOX : Outcome.NO_ANSWER);
        }
      }
      case AWAITING_BEEP -> {
        boolean silent = isOver(Math.max(quietFrom, phaseFrom), QUIET_AFTER_GREETING);
        if (isOver(phaseFrom, LONGEST_GREETING)) {
          end(Outcome.MACHINE_ANSWERED);
        } else if (silent) {
          // Some machines have no beep, or one that was lost: what is silent for so long records.
          say();
        }
      }
      case SAYING -> {
        if (saying.isOver()) {
          mark(Kind.MESSAGE_ENDS, "");
          if (toMachine) {
            end(Outcome.LEFT_ON_MACHINE);
          } else {
            enter(Phase.AWAITING_KEY);
          }
        }
      }
      case AWAITING_KEY -> {
        boolean noKeys = plan.content().keys().isEmpty();
        if (decided.isPresent() || noKeys || isOver(phaseFrom, WAITS_FOR_A_KEY)) {
          end(Outcome.HEARD_WHOLE);
        }
      }
      case GOODBYE -> {
        if (saying.isOver()) {
          enter(Phase.OVER);
        }
      }
      case LISTENING, ATTENDED, OVER -> {
        // Nothing to do before something is heard.
      }
    }
  }

  private void found(Answer answer) {
    switch (answer) {
      case PERSON, SILENCE -> {
        mark(Kind.PERSON, answer == Answer.SILENCE ? "said nothing" : "");
        if (plan.content().personHears()) {
          say();
        } else {
          bidGoodbye(Outcome.RELEASED);
        }
      }
      case MACHINE -> machine();
      case OUT_OF_SERVICE -> {
        mark(Kind.INFORMATION_TONE, "");
        end(Outcome.OUT_OF_SERVICE);
      }
    }
  }

  private void machine() {
    mark(Kind.MACHINE, "");
    toMachine = true;
    if (!plan.content().leaveOnMachines()) {
      end(Outcome.MACHINE_ANSWERED);
    } else if (beepHeard) {
      say();
    } else {
      enter(Phase.AWAITING_BEEP);
    }
  }

  /** A beep lets us speak, and shows that what seemed a person was a machine. */
  private void toneEnded(ToneDetector.Heard tone) {
    beepHeard = true;
    if (phase == Phase.AWAITING_BEEP) {
      mark(Kind.BEEP, Math.round(tone.hertz()) + " Hz");
      say();
    } else if (phase == Phase.ATTENDED) {
      mark(Kind.BEEP, Math.round(tone.hertz()) + " Hz");
    } else if (phase == Phase.LISTENING) {
      mark(Kind.BEEP, Math.round(tone.hertz()) + " Hz");
      machine();
    } else if (isCorrected()) {
      mark(Kind.BEEP, Math.round(tone.hertz()) + " Hz");
      ours = Optional.empty();
      machine();
    }
  }

  private boolean isCorrected() {
    boolean speaks = phase == Phase.SAYING || phase == Phase.GOODBYE;
    return speaks && !toMachine && decided.isEmpty() && !isOver(answeredAt, BEEP_CORRECTS_WITHIN);
  }

  private void keyPressed(Key key) {
    Optional<KeyAct> act = plan.content().act(key.face());
    // A no counts to the last moment, even while we take our leave.
    boolean late = phase == Phase.GOODBYE && act.equals(Optional.of(KeyAct.OPT_OUT));
    boolean listening = phase == Phase.SAYING || phase == Phase.AWAITING_KEY || late;
    if (!listening || toMachine) {
      return;
    }
    mark(Kind.KEY, String.valueOf(key.face()));
    if (act.isEmpty()) {
      return;
    }
    lastKey = Optional.of(key);
    switch (act.get()) {
      case HEAR_AGAIN -> say();
      case CONFIRM -> decide(act.get(), Outcome.CONFIRMED);
      case CALL_LATER -> decide(act.get(), Outcome.ASKED_FOR_LATER);
      case OPT_OUT -> {
        optedOut = true;
        decide(act.get(), Outcome.OPTED_OUT_BY_KEY);
      }
    }
  }

  private void decide(KeyAct act, Outcome outcome) {
    decided = Optional.of(act);
    bidGoodbye(outcome);
  }

  private Outcome outcome(CallCause cause) {
    if (phase == Phase.ATTENDED) {
      return Outcome.TALKED_NOT_MARKED;
    }
    return ours.orElseGet(
        () ->
            answeredAt < 0
                ? HungUp.beforeAnswer(cause, informed, plan.mailboxOnly())
                : HungUp.afterAnswer(cause, toMachine, farthest, plan.message().length));
  }

  private void say() {
    saying = new Recital(plan.message());
    mark(Kind.MESSAGE_BEGINS, "");
    enter(Phase.SAYING);
  }

  private void bidGoodbye(Outcome outcome) {
    ours = Optional.of(outcome);
    saying = new Recital(plan.goodbye(outcome));
    enter(Phase.GOODBYE);
  }

  private void end(Outcome outcome) {
    ours = Optional.of(outcome);
    enter(Phase.OVER);
  }

  private void enter(Phase next) {
    phase = next;
    phaseFrom = sample;
  }

  private boolean isOver(long from, Duration span) {
    return Line.span(sample - from).compareTo(span) >= 0;
  }

  private void mark(Kind kind, String detail) {
    marks.add(new Mark(sample, kind, detail));
  }
}
