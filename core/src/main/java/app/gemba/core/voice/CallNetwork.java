package app.gemba.core.voice;

import java.util.function.Function;

/** A network that carries calls: the simulated exchange, or a trunk in its place. */
public interface CallNetwork extends AutoCloseable {

  /** Whether calls can be made. */
  boolean isConnected();

  /**
   * Dials. What comes of it is told to the listener, from one thread at a time.
   *
   * @param from the number that the call comes from, and {@code to} the one that is called, in
   *     E.164
   * @param listener made with the caller's side of the call, so that it can answer at once
   */
  Leg dial(String from, String to, Function<Leg, Listener> listener);

  @Override
  void close();

  /** The caller's side of a call. */
  interface Leg {
    /** Says a frame of 20 ms; what is said after the end is lost. */
    void say(short[] frame);

    /** Puts the receiver down. */
    void hangUp();

    /**
     * Tells in words what is said from here on, as real-time text does beside the sound (ITU-T
     * T.140). Networks that carry none leave it out.
     */
    default void words(String words) {}
  }

  /** What is heard of a call. */
  interface Listener {
    /** It rings there. */
    void ringing();

    /** Somebody or something has answered. */
    void answered();

    /**
     * 20 ms of sound, before the answer too.
     *
     * @param sample where the frame begins, counted from the dialling at 8 kHz
     */
    void heard(long sample, short[] frame);

    /** What the other end begins to say, in words, where the network carries them. */
    default void words(String words) {}

    /** The call is over; nothing more is told of it. */
    void ended(CallCause cause);
  }
}
