package app.gemba.server.desk;

import app.gemba.core.channel.AgentOutcome;
import app.gemba.core.channel.AgentOutcome.Follow;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** What a simulated agent makes of somebody's words, by a few of them. */
enum Understood {
  STOP("not call (here )?again|no more calls|off your list"),
  WRONG("somebody else|wrong person"),
  LATER("again (tomorrow|later)|no time now"),
  NO("no, thank|other plans|not this year"),
  YES("put us down|gladly|suits us");

  private static final Pattern MACHINE =
      Pattern.compile("leave a message|after the tone|voice mail|our machine|go ahead|say who you");
  private static final Pattern PRICE = Pattern.compile("\\bcost\\b|\\bdear\\b|price");

  private final Pattern words;

  Understood(String words) {
    this.words = Pattern.compile(words);
  }

  /** What was meant; empty where nothing was decided. */
  static Optional<Understood> in(String said) {
    String low = said.toLowerCase(Locale.ROOT);
    return Arrays.stream(values()).filter(one -> one.words.matcher(low).find()).findFirst();
  }

  static boolean isMachine(String said) {
    return MACHINE.matcher(said.toLowerCase(Locale.ROOT)).find();
  }

  static boolean asksForThePrice(String said) {
    return PRICE.matcher(said.toLowerCase(Locale.ROOT)).find() && in(said).isEmpty();
  }

  /** The outcome of a campaign that fits best; its last, where none does. */
  AgentOutcome among(List<AgentOutcome> outcomes) {
    List<AgentOutcome> done = outcomes.stream().filter(one -> one.follow() == Follow.DONE).toList();
    Optional<AgentOutcome> fitting =
        switch (this) {
          case YES -> done.stream().findFirst();
          case NO -> done.stream().reduce((before, next) -> next);
          case STOP -> by(outcomes, Follow.SUPPRESS);
          case WRONG -> by(outcomes, Follow.NEXT_NUMBER);
          case LATER -> by(outcomes, Follow.FOLLOW_UP).or(() -> by(outcomes, Follow.RETRY));
        };
    return fitting.orElse(outcomes.get(outcomes.size() - 1));
  }

  private static Optional<AgentOutcome> by(List<AgentOutcome> outcomes, Follow follow) {
    return outcomes.stream().filter(one -> one.follow() == follow).findFirst();
  }
}
