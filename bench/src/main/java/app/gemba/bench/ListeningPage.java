package app.gemba.bench;

import app.gemba.core.desk.CallInHand;
import app.gemba.core.voice.Line;
import app.gemba.engine.desk.Seat;
import app.gemba.standins.telephone.ExchangeLog;
import java.net.http.WebSocket;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletionStage;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.stream.LongStream;

/**
 * A page of an agent that hears the first sound behind each answer, and hangs up: the next call
 * comes.
 */
final class ListeningPage implements WebSocket.Listener {
  /**
   * What the exchange notes as the first sound: a root mean square of 120, less a step of mu-law.
   */
  private static final double LOUD_DBM0 = -42.6;

  private final Seat seat;
  private final ExchangeLog exchange;
  private final Runnable finish;
  private final ExecutorService hands;
  private final List<Long> nanos = new CopyOnWriteArrayList<>();
  private final Set<String> measured = new HashSet<>();
  private final StringBuilder text = new StringBuilder();

  ListeningPage(Seat seat, ExchangeLog exchange, Runnable finish, ExecutorService hands) {
    this.seat = seat;
    this.exchange = exchange;
    this.finish = finish;
    this.hands = hands;
  }

  int heard() {
    return nanos.size();
  }

  LongStream nanos() {
    return nanos.stream().mapToLong(Long::longValue);
  }

  @Override
  public CompletionStage<?> onText(WebSocket socket, CharSequence part, boolean last) {
    text.append(part);
    if (last) {
      told(text.toString());
      text.setLength(0);
    }
    socket.request(1);
    return null;
  }

  private void told(String desk) {
    if (desk.startsWith("{\"state\":\"WRAP_UP\"")) {
      hands.execute(finish);
    }
  }

  @Override
  public CompletionStage<?> onBinary(WebSocket socket, ByteBuffer data, boolean last) {
    long now = System.nanoTime();
    short[] frame = new short[data.remaining() / 2];
    data.order(ByteOrder.LITTLE_ENDIAN).asShortBuffer().get(frame);
    Optional<String> number = seat.view().desk().call().map(CallInHand::number);
    Optional<Long> spoke = number.flatMap(exchange::spoke);
    // Before the hello a line that was answered is silent: the first that is loud is its beginning.
    boolean loud = Line.level(Line.meanSquare(frame, 0, frame.length)) > LOUD_DBM0;
    if (spoke.isPresent() && loud && measured.add(number.orElseThrow())) {
      nanos.add(now - spoke.get());
      hands.execute(seat::hangUp);
    }
    socket.request(1);
    return null;
  }
}
