package app.gemba.core.channel;

import java.util.Arrays;
import java.util.Optional;

/** How an attempt ended: every channel's own outcomes, each under a class that all share. */
public enum Outcome {
  HANDSET_AWAY(
      OutcomeClass.NOT_NOW,
      "the handset was off or out of reach until it ran out of time",
      "Try again at another time of day."),
  NUMBER_GONE(
      OutcomeClass.NOT_REACHABLE,
      "the number is no longer in service",
      "Ask for a new number; do not try this one again."),
  BARRED(
      OutcomeClass.OUR_SIDE,
      "the network does not let this text through",
      "Try another sender, and look at the links and the words of the text."),
  NETWORK_REFUSED(
      OutcomeClass.OUR_SIDE,
      "the network did not take it",
      "Look at the sender and the network in Setup."),
  UNKNOWN(
      OutcomeClass.UNKNOWN,
      "the network gave no reason",
      "Try once more; if it fails again, ask the network."),

  READ(OutcomeClass.REACHED, "read", ""),
  NOT_ON_WHATSAPP(
      OutcomeClass.NOT_REACHABLE,
      "the number is not on WhatsApp",
      "Reach them by text or by phone instead."),
  CAPPED(
      OutcomeClass.NOT_NOW,
      "held back by the platform, which limits how many marketing messages a person gets",
      "Try again in some days, or send what is no marketing."),

  HEARD_WHOLE(OutcomeClass.REACHED, "heard it whole", ""),
  HEARD_PART(OutcomeClass.REACHED, "heard a part of it", "Say what matters in the first seconds."),
  CONFIRMED(OutcomeClass.REACHED, "confirmed by a key", ""),
  LEFT_ON_MACHINE(OutcomeClass.REACHED_MACHINE, "message left after the beep", ""),
  ASKED_FOR_LATER(OutcomeClass.NOT_NOW, "asked by a key to be called again later", ""),
  MACHINE_ANSWERED(
      OutcomeClass.NOT_NOW,
      "a machine answered, and no message was left on it",
      "Leave a message on machines, or try again at another hour."),
  RELEASED(
      OutcomeClass.NOT_NOW,
      "answered by a person, who was released politely",
      "Try again when they are out, or send a voice call."),
  HUNG_UP(
      OutcomeClass.NOT_NOW,
      "hung up before anything was said",
      "Try again at another time of day."),
  BUSY(OutcomeClass.NOT_NOW, "busy", "Try again in a few minutes."),
  NO_ANSWER(OutcomeClass.NOT_NOW, "no answer", "Try again at another time of day."),
  DECLINED(OutcomeClass.NOT_NOW, "declined", "Try again at another time of day."),
  NO_MAILBOX(
      OutcomeClass.NOT_NOW,
      "it rang, and no mailbox took the call",
      "Send a text or a voice call instead."),
  OUT_OF_SERVICE(
      OutcomeClass.NOT_REACHABLE,
      "the network says that the number is not in service",
      "Ask for a new number; do not call this one again."),
  TALKED(OutcomeClass.REACHED, "talked with an agent", ""),
  TALKED_NOT_MARKED(
      OutcomeClass.REACHED,
      "talked with an agent, who did not mark it",
      "Ask the agent how it ended."),
  FOLLOW_UP_PROMISED(
      OutcomeClass.NOT_NOW,
      "an agent promised to call again",
      "The call comes back at its time, first in the queue."),
  AGENT_TRIES_AGAIN(
      OutcomeClass.NOT_NOW,
      "to be called again, an agent found",
      "Call again at another time of day."),
  WRONG_PERSON(
      OutcomeClass.NOT_REACHABLE,
      "somebody else answered",
      "Ask for the right number; other numbers of theirs are tried."),
  TOLD_AGENT_TO_STOP(OutcomeClass.OPTED_OUT, "told an agent not to be contacted", ""),
  OPTED_OUT_BY_KEY(OutcomeClass.OPTED_OUT, "opted out by a key", ""),
  NO_LINE(OutcomeClass.OUR_SIDE, "the telephone network failed", "Look at the telephone in Setup.");

  private final OutcomeClass kind;
  private final String words;
  private final String advice;

  Outcome(OutcomeClass kind, String words, String advice) {
    this.kind = kind;
    this.words = words;
    this.advice = advice;
  }

  /** The class that it belongs to. */
  public OutcomeClass kind() {
    return kind;
  }

  /** It as a sentence for people, without its full stop. */
  public String words() {
    return words;
  }

  /** What can be done about it: common practice; blank where nothing needs doing. */
  public String advice() {
    return advice;
  }

  /**
   * The outcome of a name; empty where it is none. What a campaign's own outcome adds behind a
   * slash, its key, is none of this.
   */
  public static Optional<Outcome> of(String name) {
    String own = name.split("/", 2)[0];
    return Arrays.stream(values()).filter(one -> one.name().equals(own)).findFirst();
  }
}
