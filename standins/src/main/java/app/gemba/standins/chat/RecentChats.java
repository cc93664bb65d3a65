package app.gemba.standins.chat;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/** What the simulated people got and wrote lately, to be looked at. */
public final class RecentChats {
  private static final int KEPT = 2_000;
  private static final int SHOWN = 200;

  private final Deque<Chat> chats = new ArrayDeque<>();

  /**
   * One message.
   *
   * @param at on the machine's clock
   * @param person the person's number, and {@code other} the business number
   * @param received whether the person got it, rather than wrote it
   */
  public record Chat(Instant at, String person, String other, boolean received, String text) {}

  synchronized void add(Chat chat) {
    chats.addFirst(chat);
    if (chats.size() > KEPT) {
      chats.removeLast();
    }
  }

  synchronized List<Chat> of(Optional<String> person) {
    return chats.stream()
        .filter(chat -> person.isEmpty() || person.get().equals(chat.person()))
        .limit(SHOWN)
        .toList();
  }
}
