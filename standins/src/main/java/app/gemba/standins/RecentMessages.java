package app.gemba.standins;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/** What simulated people got and answered lately, to be looked at. */
public final class RecentMessages {
  private static final int KEPT = 2000;
  private static final int SHOWN = 200;

  private final Deque<Message> messages = new ArrayDeque<>();

  /**
   * One message.
   *
   * @param at on the machine's clock
   * @param phone the person's number
   * @param other whoever is at the other end
   * @param received whether the person got it, rather than sent it
   */
  public record Message(Instant at, String phone, String other, boolean received, String text) {}

  /** Remembers one. */
  public synchronized void add(Message message) {
    messages.addFirst(message);
    if (messages.size() > KEPT) {
      messages.removeLast();
    }
  }

  /** The latest, newest first; of one number, where one is given. */
  public synchronized List<Message> of(Optional<String> phone) {
    return messages.stream()
        .filter(message -> phone.isEmpty() || phone.get().equals(message.phone()))
        .limit(SHOWN)
        .toList();
  }
}
