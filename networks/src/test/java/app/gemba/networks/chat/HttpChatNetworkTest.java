package app.gemba.networks.chat;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.campaign.MessageNetwork;
import app.gemba.core.campaign.Outgoing;
import app.gemba.core.campaign.OutgoingChat;
import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Message;
import app.gemba.core.channel.Outcome;
import app.gemba.standins.chat.ChatService;
import app.gemba.standins.chat.ChatServiceSettings;
import com.sun.net.httpserver.HttpServer;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Both ends of the wire are real; the chat service's own log is the witness. */
class HttpChatNetworkTest implements MessageNetwork.Listener, MessageNetwork.Gate {
  private static final String SECRET = "a-secret-of-ours";
  private static final String BODY = "Hello {{1}}, the winter boats run from {{2}} on.";

  @TempDir Path folder;
  private final List<WireEvent> heard = new CopyOnWriteArrayList<>();
  private final List<ChatCallback.Decision> decisions = new CopyOnWriteArrayList<>();
  private final CallbackSignature signature = new CallbackSignature(SECRET);
  private HttpServer ear;
  private ChatService service;
  private HttpChatNetwork network;
  private volatile boolean mayLeave = true;
  private volatile int forged;

  @BeforeEach
  void open() throws IOException {
    ear = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 10);
    ear.createContext(
        "/callback",
        exchange -> {
          String body =
              new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
          String time = exchange.getRequestHeaders().getFirst("Chat-Time");
          String signed = exchange.getRequestHeaders().getFirst("Chat-Signature");
          if (signature.isGood(time, body, signed, Instant.now())) {
            ChatCallback callback = ChatCallback.read(body);
            heard.addAll(callback.events());
            decisions.addAll(callback.decisions());
          } else {
            forged++;
          }
          exchange.sendResponseHeaders(204, -1);
          exchange.close();
        });
    ear.start();
    service = serve(0);
    network = connect(service.port());
  }

  @AfterEach
  void close() throws IOException {
    network.close();
    service.close();
    ear.stop(0);
  }

  @Test
  void whatIsSentIsWhatPeopleReadAndEachMessageHasOneEnd() throws Exception {
    approve("winter_boats", BODY);
    for (int i = 0; i < 60; i++) {
      network.send(chat(i, "+46701741" + (100 + i), "winter_boats", List.of("Oona", "Gull Steps")));
    }
    await(() -> ended() == 60);
    List<NamedCsvRecord> messages = logged("message");
    assertThat(messages).hasSize(60);
    assertThat(messages)
        .extracting(line -> line.getField("detail"))
        .containsOnly("Hello Oona, the winter boats run from Gull Steps on.");
    assertThat(receipts(PartState.DELIVERED)).isEqualTo(logged("delivered").size());
    assertThat(receipts(PartState.FAILED)).isEqualTo(logged("failed").size());
    assertThat(
            heard.stream()
                .filter(WireEvent.Receipt.class::isInstance)
                .map(WireEvent.Receipt.class::cast))
        .filteredOn(one -> one.detail().equals("not-a-member"))
        .isNotEmpty()
        .allMatch(one -> one.reason() == Outcome.NOT_ON_WHATSAPP);
    assertThat(forged).isZero();
  }

  @Test
  void aTemplateIsDecidedOnAndOnlyAnApprovedOneIsSent() throws Exception {
    network.submit("easter", "UTILITY", "en", "Dear {{1}}, save 10 % on boats this Easter.");
    await(() -> decisions.size() == 1);
    assertThat(decisions.get(0).approved()).isFalse();
    assertThat(decisions.get(0).reason()).contains("promotes");
    network.send(chat(1, "+46701740605", "easter", List.of("Oona")));
    await(() -> heard.size() == 1);
    WireEvent.Rejected rejected = (WireEvent.Rejected) heard.get(0);
    assertThat(rejected.detail()).isEqualTo("There is no such approved template.");
  }

  @Test
  void whatIsHeldBackNeverLeaves() throws Exception {
    approve("winter_boats", BODY);
    mayLeave = false;
    network.send(chat(1, "+46701740605", "winter_boats", List.of("Oona", "Gull Steps")));
    await(() -> heard.size() == 1);
    assertThat(heard.get(0)).isEqualTo(new WireEvent.Withdrawn(1));
    assertThat(logged("message")).isEmpty();
  }

  @Test
  void aServiceThatGoesAndComesIsFoundAgainAndNothingIsSentTwice() throws Exception {
    approve("winter_boats", BODY);
    int port = service.port();
    service.close();
    await(() -> !network.isConnected());
    assertThat(network.room()).isZero();
    network.send(chat(1, "+46701740605", "winter_boats", List.of("Oona", "Gull Steps")));
    service = serve(port);
    service.approve("winter_boats", "en", "UTILITY", BODY);
    await(() -> network.isConnected());
    await(() -> heard.stream().anyMatch(WireEvent.Accepted.class::isInstance));
    assertThat(logged("message")).hasSize(1);
  }

  @Test
  void aServiceThatIsNotThereOrDoesNotKnowUsIsNoConnection() throws Exception {
    int nobody;
    try (ServerSocket free = new ServerSocket(0)) {
      nobody = free.getLocalPort();
    }
    try (HttpChatNetwork lost = connect(nobody);
        HttpChatNetwork stranger =
            new HttpChatNetwork(
                new ChatSettings(
                    URI.create("http://localhost:" + service.port()), "?", callback(), 2, true),
                this,
                this)) {
      TimeUnit.MILLISECONDS.sleep(500);
      assertThat(lost.isConnected()).isFalse();
      assertThat(stranger.isConnected()).isFalse();
    }
  }

  @Override
  public void heard(List<WireEvent> events) {
    heard.addAll(events);
  }

  @Override
  public void roomChanged() {
    // Nobody waits for it here.
  }

  @Override
  public boolean mayLeave(Outgoing message) {
    return mayLeave;
  }

  private ChatService serve(int port) throws IOException {
    return ChatService.open(
        new ChatServiceSettings(port, "key", SECRET, 7, 20_000, folder.resolve("chat.csv")));
  }

  private HttpChatNetwork connect(int port) {
    return new HttpChatNetwork(
        new ChatSettings(URI.create("http://localhost:" + port), "key", callback(), 5, true),
        this,
        this);
  }

  private URI callback() {
    return URI.create("http://localhost:" + ear.getAddress().getPort() + "/callback");
  }

  private void approve(String name, String body) throws InterruptedException {
    await(() -> network.isConnected());
    service.approve(name, "en", "UTILITY", body);
  }

  private static OutgoingChat chat(long id, String to, String template, List<String> values) {
    return new OutgoingChat(
        id, "+12075550140", to, new Message.Chat(template, "en", values, "not on the wire"));
  }

  private long ended() {
    return receipts(PartState.DELIVERED) + receipts(PartState.FAILED);
  }

  private long receipts(PartState state) {
    return heard.stream()
        .filter(one -> one instanceof WireEvent.Receipt receipt && receipt.state() == state)
        .count();
  }

  private List<NamedCsvRecord> logged(String event) throws IOException {
    try (CsvReader<NamedCsvRecord> rows =
        CsvReader.builder().ofNamedCsvRecord(folder.resolve("chat.csv"))) {
      return rows.stream().filter(line -> line.getField("event").equals(event)).toList();
    }
  }

  private static void await(BooleanSupplier is) throws InterruptedException {
    long until = System.currentTimeMillis() + 20_000;
    while (!is.getAsBoolean()) {
      assertThat(System.currentTimeMillis()).as("in time").isLessThan(until);
      TimeUnit.MILLISECONDS.sleep(20);
    }
  }
}
