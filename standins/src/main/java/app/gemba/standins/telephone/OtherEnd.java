package app.gemba.standins.telephone;

import java.util.Optional;

/** What happens at the other end of an answered call, 20 ms by 20 ms. */
interface OtherEnd {
  /** The next frame of what this end says. */
  short[] speak();

  /** Hears a frame of what the caller says. */
  void hear(short[] frame);

  /** Whether this end has put the receiver down. */
  boolean hasHungUp();

  /** The key that was pressed; blank for none. */
  default String key() {
    return "";
  }

  /** Is told in words what the caller says from here on. */
  default void told(String words) {}

  /** What this end has begun to say, in words; told once. */
  default Optional<String> takeWords() {
    return Optional.empty();
  }

  /** Milliseconds of sound that were heard, or recorded behind a beep. */
  int heardMillis();
}
