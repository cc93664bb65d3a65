package app.gemba.networks.sms;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.MessageNetwork;
import app.gemba.core.campaign.Outgoing;
import app.gemba.core.campaign.OutgoingText;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.content.SmsSegmenter;
import app.gemba.core.content.SmsText;
import app.gemba.standins.sms.MessageCentre;
import app.gemba.standins.sms.MessageCentreSettings;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Both ends of the wire are real: SMPP 3.4 over TCP, the message centre's own log as witness. */
class SmppTextNetworkTest {
  private static final String OFFICE = "+12075550100";
  private static final int WINDOW = 5;

  @TempDir Path folder;

  @Test
  void whatIsSentIsWhatTheMessageCentreReads() throws Exception {
    List<String> texts =
        List.of(
            "Marram Ferries: boats from 1 December.",
            "Prices in €: [12] {3} ~ ^ | \\",
            "Łukasz, der 18:40 fährt 👍",
            "The winter boats run. ".repeat(20).strip(),
            "Zimní loď 🚢 jede. ".repeat(12).strip(),
            "x".repeat(152) + "€" + "y".repeat(200));
    try (MessageCentre centre = centre(100_000);
        Ear ear = new Ear(centre.port(), false)) {
      for (int i = 0; i < texts.size(); i++) {
        ear.send(i + 1, "+1207555010" + i, texts.get(i));
      }
      await(() -> ear.delivered() >= parts(texts));
      Map<String, List<NamedCsvRecord>> byNumber =
          logged("submit").stream()
              .collect(Collectors.groupingBy(line -> line.getField("destination")));
      for (int i = 0; i < texts.size(); i++) {
        List<NamedCsvRecord> parts = new ArrayList<>(byNumber.get("+1207555010" + i));
        parts.sort(Comparator.comparingInt(line -> Integer.parseInt(line.getField("part"))));
        SmsText cut = SmsSegmenter.cut(texts.get(i));
        assertThat(parts).hasSize(cut.count());
        assertThat(parts)
            .extracting(line -> line.getField("text"))
            .containsExactlyElementsOf(cut.segments());
        assertThat(parts)
            .allMatch(line -> line.getField("coding").equals(cut.encoding().name()))
            .allMatch(line -> line.getField("source").equals(OFFICE))
            .allMatch(line -> line.getField("parts").equals(String.valueOf(cut.count())));
      }
      assertThat(ear.unanswered).isEmpty();
    }
  }

  @Test
  void noMoreThanAWindowAwaitsItsAnswer() throws Exception {
    try (MessageCentre centre = centre(100_000);
        Ear ear = new Ear(centre.port(), false)) {
      for (int i = 0; i < 200; i++) {
        await(() -> ear.network.room() > 0);
        assertThat(ear.network.room()).isBetween(1, WINDOW);
        ear.send(i + 1, String.format("+120755501%02d", i % 100), "boat " + i);
      }
      await(() -> ear.accepted.get() == 200);
      await(() -> ear.network.room() == WINDOW);
      assertThat(ear.messageIds).doesNotHaveDuplicates();
    }
  }

  @Test
  void anAnswerFromATelephoneComesInWithItsNumber() throws Exception {
    try (MessageCentre centre = centre(1);
        Ear ear = new Ear(centre.port(), false)) {
      centre.type("+12075550188", OFFICE, "Stop.");
      centre.type("+447700900123", OFFICE, "Łódź 👍");
      await(() -> ear.incoming.size() == 2);
      assertThat(ear.incoming)
          .containsExactlyInAnyOrder(
              new WireEvent.Incoming(Channel.SMS, "+12075550188", OFFICE, "Stop."),
              new WireEvent.Incoming(Channel.SMS, "+447700900123", OFFICE, "Łódź 👍"));
    }
  }

  @Test
  void whatCannotBeKeptIsBroughtAgain() throws Exception {
    try (MessageCentre centre = centre(1);
        Ear ear = new Ear(centre.port(), false)) {
      ear.deaf = 2;
      centre.type("+12075550188", OFFICE, "STOP");
      await(() -> ear.incoming.size() == 1);
      assertThat(ear.deaf).isZero();
    }
  }

  @Test
  void aLostConnectionIsFoundAgainAndSaysSo() throws Exception {
    MessageCentre first = centre(1);
    try (Ear ear = new Ear(first.port(), false)) {
      first.close();
      await(() -> !ear.network.isConnected());
      assertThat(ear.network.room()).isZero();
      try (MessageCentre second =
          MessageCentre.open(settings(first.port(), 100_000, "second.csv"))) {
        await(ear.network::isConnected);
        ear.send(1, "+12075550101", "back again");
        await(() -> ear.accepted.get() == 1);
        assertThat(second.port()).isEqualTo(first.port());
      }
    }
  }

  @Test
  void aTextIsHeldBackAtTheGateWithoutASingleByteLeaving() throws Exception {
    try (MessageCentre centre = centre(1);
        Ear ear = new Ear(centre.port(), false)) {
      ear.gateOpen = false;
      ear.send(1, "+12075550101", "too late");
      await(() -> ear.withdrawn.contains(1L));
      assertThat(logged("submit")).isEmpty();
    }
  }

  @Test
  void aRehearsalKeepsToMessageCentresThatSayTheyAreStandIns() throws Exception {
    try (MessageCentre centre = centre(1);
        Ear ear = new Ear(centre.port(), true)) {
      assertThat(ear.network.isConnected()).isTrue();
    }
  }

  private static int parts(List<String> texts) {
    return texts.stream().mapToInt(text -> SmsSegmenter.cut(text).count()).sum();
  }

  private MessageCentre centre(double speed) throws IOException {
    return MessageCentre.open(settings(freePort(), speed, "centre.csv"));
  }

  private MessageCentreSettings settings(int port, double speed, String log) {
    return new MessageCentreSettings(port, "gemba", "gemba", 7, speed, folder.resolve(log));
  }

  private List<NamedCsvRecord> logged(String event) throws IOException {
    try (CsvReader<NamedCsvRecord> log =
        CsvReader.builder().ofNamedCsvRecord(folder.resolve("centre.csv"))) {
      return log.stream().filter(line -> line.getField("event").equals(event)).toList();
    }
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private static void await(BooleanSupplier wanted) throws InterruptedException {
    long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(20);
    while (!wanted.getAsBoolean()) {
      assertThat(System.nanoTime()).as("waited long enough").isLessThan(until);
      TimeUnit.MILLISECONDS.sleep(10);
    }
  }

  /** Hears all that the network says. */
  private static final class Ear
      implements MessageNetwork.Listener, MessageNetwork.Gate, AutoCloseable {
    private final SmppTextNetwork network;
    private final AtomicInteger accepted = new AtomicInteger();
    private final AtomicInteger receipts = new AtomicInteger();
    private final List<String> messageIds = new CopyOnWriteArrayList<>();
    private final List<Long> withdrawn = new CopyOnWriteArrayList<>();
    private final List<WireEvent> unanswered = new CopyOnWriteArrayList<>();
    private final List<WireEvent.Incoming> incoming = new CopyOnWriteArrayList<>();
    private volatile boolean gateOpen = true;
    private volatile int deaf;

    Ear(int port, boolean standInOnly) throws InterruptedException {
      SmppSettings settings =
          new SmppSettings("localhost", port, "gemba", "gemba", WINDOW, standInOnly);
      network = new SmppTextNetwork(settings, this, this);
      await(network::isConnected);
    }

    void send(long attempt, String to, String text) {
      SmsText cut = SmsSegmenter.cut(text);
      network.send(new OutgoingText(attempt, OFFICE, to, cut.encoding(), cut.segments()));
    }

    /** Parts of which a last word has come. */
    int delivered() {
      return receipts.get();
    }

    @Override
    public synchronized void heard(List<WireEvent> events) {
      if (deaf > 0) {
        deaf--;
        throw new IllegalStateException("the disk is full");
      }
      for (WireEvent event : events) {
        if (event instanceof WireEvent.Accepted taken) {
          accepted.incrementAndGet();
          messageIds.add(taken.messageId());
        } else if (event instanceof WireEvent.Receipt receipt) {
          assertThat(receipt.to()).startsWith("+1207555");
          assertThat(receipt.reference()).isPresent();
          receipts.addAndGet(receipt.state() == PartState.ACCEPTED ? 0 : 1);
        } else if (event instanceof WireEvent.Withdrawn held) {
          withdrawn.add(held.attemptId());
        } else if (event instanceof WireEvent.Incoming text) {
          incoming.add(text);
        } else {
          unanswered.add(event);
        }
      }
    }

    @Override
    public void roomChanged() {
      // Asked for when needed.
    }

    @Override
    public boolean mayLeave(Outgoing text) {
      return gateOpen;
    }

    @Override
    public void close() {
      network.close();
    }
  }
}
