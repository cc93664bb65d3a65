package app.gemba.standins.telephone;

import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;

/**
 * How somebody answers to what an agent says: by the words that come beside the sound, and by their
 * own temper. A question is answered once as the temper has it; all else is taken note of.
 */
final class Talk {
  private static final List<String> SPEAKING =
      List.of("Yes, speaking.", "Yes, that is me.", "Speaking. What is it about?");
  private static final List<String> NOTED =
      List.of("I see.", "All right.", "Yes.", "Good to know.");
  private static final List<String> WAITS = List.of("Yes, I can wait.", "All right, I will hold.");

  /** What somebody makes of being asked. */
  enum Temper {
    YES("Yes, that suits us very well. Put us down, please.", "Oh yes, gladly. Please do."),
    LATER("I have no time now. Can you call again tomorrow?", "Call me again later, please."),
    NO("No, thank you. Not this year.", "No, we have other plans this year."),
    DEAR("What would that cost? It was too dear last year.", "Is it still as dear as last year?"),
    WRONG("No, you want somebody else here. I only mend the boats.", "Not me. Wrong person."),
    STOP("Please do not call here again.", "Take us off your list. We want no more calls.");

    private final List<String> says;

    Temper(String... says) {
      this.says = List.of(says);
    }

    /** One of six, by chance: shares are invented. */
    static Temper of(SplittableRandom chance) {
      double luck = chance.nextDouble();
      return luck < 0.32
          ? YES
          : luck < 0.52
              ? LATER
              : luck < 0.70 ? NO : luck < 0.84 ? DEAR : luck < 0.93 ? WRONG : STOP;
    }
  }

  /** What is said back, and whether the receiver is put down behind it. */
  record Reply(String words, boolean thenLeaves) {}

  private final Temper temper;
  private int lines;
  private boolean answered;

  Talk(Temper temper) {
    this.temper = temper;
  }

  /** What they say to a line of the agent. */
  Reply to(String words) {
    String heard = words.toLowerCase(Locale.ROOT);
    lines++;
    if (heard.contains("goodbye") || heard.endsWith("bye.")) {
      return new Reply("Goodbye.", true);
    }
    if (heard.contains("hold on") || heard.contains("one moment")) {
      return new Reply(one(WAITS), false);
    }
    boolean atOnce = temper == Temper.WRONG || temper == Temper.STOP;
    if (lines == 1 && !atOnce) {
      return new Reply(one(SPEAKING), false);
    }
    if (!answered && (atOnce || heard.contains("?"))) {
      answered = true;
      return new Reply(one(temper.says), false);
    }
    boolean ofMoney = heard.matches(".*\\b(price|cost|costs|fare|fares|free|pay|dear)\\b.*");
    if (temper == Temper.DEAR && answered && ofMoney) {
      return new Reply("That is fair. Then yes, put us down.", false);
    }
    return new Reply(one(NOTED), false);
  }

  private String one(List<String> of) {
    return of.get(lines % of.size());
  }
}
