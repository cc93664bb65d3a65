package app.gemba.core.channel;

import app.gemba.core.content.SmsText;
import java.time.Duration;
import java.util.List;

/** What one person gets, as their channel carries it. */
public sealed interface Message {

  /** The words of it, as reports and stories show them. */
  String text();

  /** How long an answered call with it takes at most, as is expected; nothing for messages. */
  default Duration expected() {
    return Duration.ZERO;
  }

  /** How many parts it is sent and paid in; a call is one. */
  int parts();

  /** A text, cut into its segments. */
  record Text(SmsText sms) implements Message {
    @Override
    public String text() {
      return String.join("", sms.segments());
    }

    @Override
    public int parts() {
      return sms.count();
    }
  }

  /**
   * A message by an approved template.
   *
   * @param template its name on the platform, and {@code language} its language there
   * @param values what stands in its placeholders, in their order
   * @param text the words as the person reads them
   */
  record Chat(String template, String language, List<String> values, String text)
      implements Message {
    public Chat {
      values = List.copyOf(values);
    }

    @Override
    public int parts() {
      return 1;
    }
  }

  /**
   * What is said in a call; a campaign with a sound plays that instead.
   *
   * @param expected how long the answered call takes at most, as is expected
   */
  record Spoken(String text, Duration expected) implements Message {
    @Override
    public int parts() {
      return 1;
    }
  }
}
