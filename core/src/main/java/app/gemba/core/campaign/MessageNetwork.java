package app.gemba.core.campaign;

import java.util.List;

/**
 * A network that carries messages of one kind. What it says comes to the listener it was made with.
 */
public interface MessageNetwork<M extends Outgoing> extends AutoCloseable {

  /** Takes what a network says. */
  interface Listener {
    /** Returns when the events are safely kept; only then is the network told so. */
    void heard(List<WireEvent> events);

    /** Half of the window is free again, or the connection has come or gone. */
    void roomChanged();
  }

  /** The last word before a message leaves. */
  interface Gate {
    /**
     * Waits while nothing may leave at all.
     *
     * @return whether this message may leave now; if not, it is withdrawn
     */
    boolean mayLeave(Outgoing message) throws InterruptedException;
  }

  /** How many more messages may be put in flight now; zero while there is no connection. */
  int room();

  /** Whether there is a connection. */
  boolean isConnected();

  /** Sends a message; the answers come as events. Never blocks on the wire. */
  void send(M message);

  /** Takes leave of the network. */
  @Override
  void close();
}
