package app.gemba.standins.sms;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/** What the simulated handsets got and answered lately, to be looked at. */
public final class RecentTexts {
  private static final int KEPT = 2000;
  private static final int SHOWN = 200;

  private final Deque<Text> texts = new ArrayDeque<>();

  /**
   * One text.
   *
   * @param at on the machine's clock
   * @param phone the handset's number
   * @param other whoever is at the other end
   * @param received whether the handset got it, rather than sent it
   */
  public record Text(Instant at, String phone, String other, boolean received, String text) {}

  synchronized void add(Text text) {
    texts.addFirst(text);
    if (texts.size() > KEPT) {
      texts.removeLast();
    }
  }

  synchronized List<Text> of(Optional<String> phone) {
    return texts.stream()
        .filter(text -> phone.isEmpty() || phone.get().equals(text.phone()))
        .limit(SHOWN)
        .toList();
  }
}
