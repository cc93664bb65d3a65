package app.gemba.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.AttemptBook.Claim;
import app.gemba.core.campaign.AttemptBook.Launched;
import app.gemba.core.campaign.Candidate;
import app.gemba.core.campaign.RunCommand;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Message;
import app.gemba.core.channel.Outcome;
import app.gemba.core.consent.Agreement;
import app.gemba.core.consent.Standing;
import app.gemba.core.voice.CallCause;
import app.gemba.core.voice.CallNetwork;
import app.gemba.core.voice.Key;
import app.gemba.core.voice.Line;
import app.gemba.core.voice.Speech;
import app.gemba.core.voice.Tones;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.Function;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class CallExchangeTest {
  private final List<String> optedOut = new CopyOnWriteArrayList<>();
  private final Map<Long, short[]> recorded = new ConcurrentHashMap<>();
  private final BookInMemory book = new BookInMemory(1, optedOut::add);
  private final Brake brake = new Brake();
  private final RecentStops stops = new RecentStops();
  private final CallSounds sounds =
      new CallSounds() {
        @Override
        public short[] samples(long soundId) {
          throw new AssertionError("nothing is played here");
        }

        @Override
        public void keepRecording(long attemptId, short[] heard, short[] said) {
          recorded.put(attemptId, heard);
        }
      };
  private final TelephoneLines lines = new TelephoneLines();
  private final CallExchange exchange =
      new CallExchange(
          book,
          lines,
          brake,
          stops,
          new CallPlans(new Speech(), sounds),
          sounds,
          Clock.systemUTC());
  private final Launched campaign = book.calling(3);

  @AfterEach
  void close() {
    exchange.close();
  }

  @Test
  void aCallIsMadeRecordedAndKept() throws Exception {
    Answering network = new Answering(hello());
    lines.use(Optional.of(network), 10);
    assertThat(exchange.room(campaign)).isEqualTo(3);
    exchange.send(campaign, claim(1));
    await(() -> !book.heard().isEmpty());
    WireEvent.CallEnded ended = (WireEvent.CallEnded) book.heard().get(0);
    assertThat(ended.report().outcome()).isEqualTo(Outcome.HEARD_WHOLE);
    assertThat(recorded.get(1L)).hasSizeGreaterThan(5 * Line.RATE);
    await(() -> exchange.room(campaign) == 3);
  }

  @Test
  void aKeyOptsOutAtOnceAndBeforeTheCallIsOver() throws Exception {
    short[] key = Tones.sound(Key.NINE.hertz(), -9, Duration.ofMillis(150));
    short[] theirs = Tones.inTurn(List.of(hello(), Tones.silence(Duration.ofSeconds(2)), key));
    lines.use(Optional.of(new Answering(theirs)), 10);
    exchange.send(campaign, claim(1));
    await(() -> !optedOut.isEmpty());
    assertThat(optedOut).containsExactly("1: 9");
    assertThat(stops.has("+12075550001")).isTrue();
    await(() -> !book.heard().isEmpty());
    exchange.send(campaign, claim(1));
    await(() -> book.heard().size() == 2);
    assertThat(book.heard().get(1)).as("held back").isEqualTo(new WireEvent.Withdrawn(1));
  }

  @Test
  void thereAreNeverMoreCallsThanLinesOrThanTheCampaignSays() {
    lines.use(Optional.of(new Answering(new short[0], false)), 5);
    for (int i = 0; i < 3; i++) {
      assertThat(exchange.room(campaign)).isEqualTo(3 - i);
      exchange.send(campaign, claim(i));
    }
    assertThat(exchange.room(campaign)).isZero();
    assertThat(exchange.room(book.calling(9))).as("the same campaign's calls count").isEqualTo(2);
    lines.use(Optional.empty(), 0);
    assertThat(exchange.isConnected()).isFalse();
    assertThat(exchange.room(campaign)).isZero();
  }

  @Test
  void nothingIsDialledWhileTheBrakeIsOnOrOnceItsCampaignIsStopped() throws Exception {
    Answering network = new Answering(hello());
    lines.use(Optional.of(network), 10);
    brake.set(true);
    exchange.send(campaign, claim(1));
    TimeUnit.MILLISECONDS.sleep(300);
    assertThat(network.dialled).isEmpty();
    exchange.stopCampaign(campaign.id());
    brake.set(false);
    await(() -> !book.heard().isEmpty());
    assertThat(book.heard()).containsExactly(new WireEvent.Withdrawn(1));
    assertThat(network.dialled).isEmpty();
  }

  private static Claim claim(long attempt) {
    Candidate somebody =
        new Candidate(
            attempt, new Standing(Optional.empty(), false, false, Agreement.YES), Map.of());
    return new Claim(
        attempt,
        String.format("+1207555%04d", attempt),
        new RunCommand.Send(
            somebody,
            new Message.Spoken("This is Marram Ferries. Press 9.", Duration.ofSeconds(9))));
  }

  private static short[] hello() {
    short[] word = Tones.sound(List.of(300.0, 700.0, 1_900.0), -18, Duration.ofMillis(350));
    return Tones.inTurn(
        List.of(Tones.silence(Duration.ofMillis(300)), word, Tones.silence(Duration.ofSeconds(1))));
  }

  private static void await(BooleanSupplier is) throws InterruptedException {
    long until = System.currentTimeMillis() + 20_000;
    while (!is.getAsBoolean()) {
      assertThat(System.currentTimeMillis()).as("in time").isLessThan(until);
      TimeUnit.MILLISECONDS.sleep(10);
    }
  }

  /** A network whose every line is answered with one sound, as fast as it is spoken to. */
  private static final class Answering implements CallNetwork {
    private final List<String> dialled = new ArrayList<>();
    private final short[] theirs;
    private final boolean answers;

    Answering(short[] theirs) {
      this(theirs, true);
    }

    Answering(short[] theirs, boolean answers) {
      this.theirs = theirs;
      this.answers = answers;
    }

    @Override
    public boolean isConnected() {
      return true;
    }

    @Override
    public Leg dial(String from, String to, Function<Leg, Listener> listener) {
      dialled.add(to);
      OneLine line = new OneLine();
      line.listener = listener.apply(line);
      if (answers) {
        new Thread(line::run).start();
      }
      return line;
    }

    @Override
    public void close() {
      // There is nothing to close.
    }

    private final class OneLine implements Leg {
      private Listener listener;
      private volatile boolean over;

      private void run() {
        listener.ringing();
        listener.answered();
        for (int at = 0; !over && at < 90 * Line.RATE; at += Line.FRAME) {
          int from = Math.min(at, theirs.length);
          int to = Math.min(at + Line.FRAME, theirs.length);
          listener.heard(at, Arrays.copyOf(Arrays.copyOfRange(theirs, from, to), Line.FRAME));
        }
        listener.ended(CallCause.NORMAL_CLEARING);
      }

      @Override
      public void say(short[] frame) {
        assertThat(frame).hasSize(Line.FRAME);
      }

      @Override
      public void hangUp() {
        over = true;
      }
    }
  }
}
