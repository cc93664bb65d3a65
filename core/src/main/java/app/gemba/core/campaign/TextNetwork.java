package app.gemba.core.campaign;

import java.util.List;
import java.util.function.Consumer;

/** A network that carries texts. What it says comes to the listener it was made with. */
public interface TextNetwork extends AutoCloseable {

  /** Takes events and returns when they are safely kept; only then is the network told so. */
  interface Listener extends Consumer<List<WireEvent>> {}

  /** Whether texts can leave now. */
  boolean isReady();

  /** How many more texts may be put in flight now; zero while not ready. */
  int room();

  /** The most that may be in flight at once. */
  int window();

  /** Sends a text; the answers come as events. Never blocks on the wire. */
  void send(OutgoingText text);

  /** Takes leave of the network. */
  @Override
  void close();
}
