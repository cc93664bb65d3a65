package app.gemba.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.networks.chat.CallbackSignature;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.sound.sampled.AudioFileFormat;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Each channel from a file to its report, as an operator goes: the real jar and interface, real
 * wires and real sound, and at their other ends stand-ins that write down what came through.
 */
class ChannelsTest {
  /** Noon in New York, six in the evening in Stockholm. */
  private static final String NOON = "2026-11-17T17:00:00Z";

  private static final double TONE_HERTZ = 440;

  @TempDir static Path folder;
  private static StandInApart chat;
  private static StandInApart telephone;
  private static RunningGemba gemba;
  private static Browser browser;
  private static Api api;
  private static Page page;
  private static ChannelWalk walk;

  @BeforeAll
  static void open() throws Exception {
    chat = StandInApart.chat(folder, 900);
    telephone = StandInApart.telephone(folder);
    gemba = RunningGemba.start(folder.resolve("house"), "start", "--clock", NOON);
    api = Api.first(gemba);
    api.put(
            "/house",
            Map.of(
                "name", "Marram Ferries",
                "zone", "America/New_York",
                "region", "US",
                "currency", "USD",
                "version", 0))
        .expect(200);
    browser = new Browser();
    page = browser.page(gemba);
    Browser.signIn(page, "ada", "long-enough-1");
    walk = new ChannelWalk(page, api, folder);
  }

  @AfterAll
  static void close() {
    browser.assertQuiet(gemba);
    browser.close();
    gemba.close();
    chat.close();
    telephone.close();
  }

  @Test
  void guestsAbroadReadTheirWhatsApp() throws Exception {
    walk.connectTheChatService(chat);
    walk.addSender("207 555 0140", "Marram on WhatsApp", "WhatsApp");
    StringBuilder file = new StringBuilder("Name,Mobile,Home port\n");
    for (int i = 5; i < 65; i++) {
      file.append("Guest ").append(i).append(String.format(",+467017406%02d,", i));
      file.append(i % 4 == 0 ? "" : "Gull Steps").append('\n');
    }
    walk.begin("WhatsApp", "Winter boats, guests abroad", "abroad.csv", file, 60);
    walk.writeTemplates();
    page.getByLabel("Field for placeholder 1").selectOption("name");
    page.getByLabel("Field for placeholder 2").selectOption("home_port");
    assertThat(page.getByText("people would find a blank in their text"))
        .isVisible(ChannelWalk.within(20));
    page.getByLabel("Placeholder 2 blank? say").fill("your pier");
    page.getByLabel("How fast").fill("60000");
    assertThat(page.getByLabel("As they get it")).containsText("the winter boats run from");
    assertThat(page.getByLabel("Legal standing")).containsText("approved templates");
    walk.launch("60 people will get 60 messages for $1.50.");
    walk.awaitEnd(
        is ->
            ChannelWalk.settled(is)
                && reached(is) == chatLogged("read") + chatLogged("delivered only"));

    List<NamedCsvRecord> sent = chat.logged("message");
    assertThat(sent).extracting(line -> line.getField("to")).doesNotHaveDuplicates().hasSize(60);
    assertThat(sent)
        .extracting(line -> line.getField("detail"))
        .anyMatch(text -> text.contains("from your pier on"))
        .allMatch(text -> text.contains("Hello Guest"));
    List<NamedCsvRecord> table = walk.table();
    assertThat(of(table, "the number is not on WhatsApp"))
        .isEqualTo(chat.logged("failed").stream().filter(is("NOT_A_MEMBER")).count());
    assertThat(of(table, "read")).isEqualTo(chat.logged("read").size());
    assertThat(table.stream().filter(row -> row.getField("state").equals("reached")).count())
        .isEqualTo(chat.logged("delivered").size());
    assertThat(page.locator("tr[data-class=NOT_REACHABLE]")).isVisible();
    whoWroteIsKnown();
    forgedAndRepeatedCallbacksAreRefused();
  }

  @Test
  void aPierClosureIsSpokenToThePeopleThere() throws Exception {
    walk.connectTheExchange(telephone);
    walk.addSender("207 555 0150", "Booking office, telephone", "calls");
    walk.begin("Voice call", "North Pier closed", "neighbours.csv", people(0, 40), 40);
    assertASoundIsTakenInAndPlays();
    String words =
        "This is Marram Ferries. {{name}}, North Pier is closed tonight. Press 1 to confirm, or 9"
            + " for no more calls.";
    page.getByLabel("Says", new Page.GetByLabelOptions().setExact(true)).fill(words);
    walk.agree(40);
    assertThat(page.getByLabel("As they get it")).containsText("Guest 0, North Pier is closed");
    walk.assertSounds(page.getByLabel("As they get it"), "Hear it", 0);
    page.getByLabel("Calls a minute").fill("6000");
    page.getByLabel("Calls at once").fill("8");
    assertThat(page.getByLabel("Legal standing")).containsText("47 CFR 64.1200");
    walk.launch("40 people will get 40 calls for at most");
    walk.awaitEnd(ChannelWalk::settled);

    List<NamedCsvRecord> table = walk.table();
    assertBooksAgree(table, "neighbours");
    assertThat(of(table, "message left after the beep")).isPositive();
    assertThat(of(table, "confirmed by a key")).isPositive();
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("confirmed by a key.*show them")))
        .click();
    page.locator("main ul li button").first().click();
    Locator call = page.getByLabel("Call 1");
    assertThat(call).containsText("pressed 1");
    assertThat(call.getByRole(AriaRole.IMG))
        .hasAttribute("aria-label", Pattern.compile(".*key 1 at.*"));
    walk.assertSounds(call, "Hear the call", 0);
  }

  @Test
  void lapsedGuestsGetAMessageInTheirVoicemail() throws Exception {
    walk.connectTheExchange(telephone);
    walk.addSender("207 555 0151", "Booking office, voicemail", "calls");
    walk.begin("Voicemail", "Lapsed guests", "lapsed.csv", people(200, 36), 36);
    page.getByLabel("From", new Page.GetByLabelOptions().setExact(true))
        .selectOption(walk.label("voicemail"));
    page.getByLabel("Says", new Page.GetByLabelOptions().setExact(true))
        .fill("This is Marram Ferries. We have missed you this year. Press 9 for no more calls.");
    assertThat(page.getByLabel("Legal standing")).containsText("FCC 22-85");
    walk.agree(36);
    page.getByLabel("Drops an hour").fill("36000");
    page.getByLabel("Calls at once").fill("8");
    walk.launch("36 people will get 36 calls for at most");
    walk.awaitEnd(ChannelWalk::settled);

    List<NamedCsvRecord> table = walk.table();
    assertBooksAgree(table, "lapsed");
    assertThat(of(table, "message left after the beep")).isPositive();
    assertThat(of(table, "answered by a person, who was released politely")).isPositive();
    assertThat(of(table, "heard it whole")).as("no person hears it").isZero();
  }

  /** Every row of the table against what the exchange wrote down of the same call. */
  private static void assertBooksAgree(List<NamedCsvRecord> table, String list) throws IOException {
    Map<String, NamedCsvRecord> calls =
        telephone.logged("ended").stream()
            .filter(call -> table.stream().anyMatch(row -> isTo(row, call)))
            .collect(Collectors.toMap(call -> call.getField("to"), call -> call));
    assertThat(telephone.logged("dialled"))
        .extracting(line -> line.getField("to"))
        .as("nobody twice")
        .doesNotHaveDuplicates();
    assertThat(calls).as(list).hasSameSizeAs(table);
    for (NamedCsvRecord row : table) {
      NamedCsvRecord call = calls.get(row.getField("number"));
      String expected =
          switch (call.getField("kind")) {
            case "BUSY" -> "busy";
            case "DECLINED" -> "declined";
            case "OUT_OF_SERVICE" -> "not in service";
            case "NO_ANSWER" -> "no answer|no mailbox";
            case "MACHINE" ->
                Integer.parseInt(call.getField("heard_ms")) > 1_000
                    ? "left after the beep|heard"
                    : "machine|released|hung up";
            default ->
                switch (call.getField("key")) {
                  case "1" -> "confirmed|released|after the beep";
                  case "9" -> "opted out|after the beep";
                  default -> "heard|released|machine|hung up|beep";
                };
          };
      assertThat(row.getField("reason")).as("%s %s", call, row).containsPattern(expected);
      double ours = Double.parseDouble(row.getField("answered seconds"));
      double theirs = Integer.parseInt(call.getField("answered_ms")) / 1_000.0;
      assertThat(ours).as("%s", call).isBetween(theirs - 0.5, theirs + 0.5);
    }
  }

  private static boolean isTo(NamedCsvRecord row, NamedCsvRecord call) {
    return row.getField("number").equals(call.getField("to"));
  }

  private static long reached(Map<String, Long> states) {
    return states.getOrDefault("REACHED", 0L);
  }

  /** What the chat service has written down; "delivered only" is what was not read as well. */
  private static long chatLogged(String event) {
    try {
      return event.equals("read")
          ? chat.logged("read").size()
          : chat.logged("delivered").size() - chat.logged("read").size();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Predicate<NamedCsvRecord> is(String detail) {
    return line -> line.getField("detail").equals(detail);
  }

  private static long of(List<NamedCsvRecord> table, String reason) {
    return table.stream().filter(row -> row.getField("reason").equals(reason)).count();
  }

  private static void whoWroteIsKnown() throws Exception {
    String writer = chat.logged("incoming").get(0).getField("from");
    long person =
        api.get("/people?q=" + writer.replace("+", "%2B"))
            .json()
            .get("items")
            .get(0)
            .get("id")
            .asLong();
    api.await("/people/" + person, who -> !who.get("numbers").get(0).get("freeUntil").isNull(), 20);
    page.navigate("/people/" + person);
    assertThat(page.getByText("may be answered freely until")).isVisible();
  }

  private static void forgedAndRepeatedCallbacksAreRefused() throws Exception {
    String body = "{\"id\":\"once-" + System.nanoTime() + "\",\"events\":[]}";
    String time = String.valueOf(Instant.now().getEpochSecond());
    String good = new CallbackSignature(StandInApart.SECRET).of(time, body);
    assertThat(callBack(time, good.replace('a', 'b'), body)).isEqualTo(401);
    assertThat(callBack("0", new CallbackSignature(StandInApart.SECRET).of("0", body), body))
        .isEqualTo(401);
    assertThat(callBack(time, good, body)).isEqualTo(204);
    assertThat(callBack(time, good, body)).as("replayed").isEqualTo(409);
  }

  private static int callBack(String time, String signature, String body) throws Exception {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(gemba.address() + "/api/v1/chat/callback"))
            .header("Content-Type", "application/json")
            .header("Chat-Time", time)
            .header("Chat-Signature", signature)
            .POST(BodyPublishers.ofString(body))
            .build();
    return HttpClient.newHttpClient().send(request, BodyHandlers.discarding()).statusCode();
  }

  /** A file at another rate and on two channels: the page makes of it what a line carries. */
  private static void assertASoundIsTakenInAndPlays() throws Exception {
    Path file = folder.resolve("tone.wav");
    float rate = 44_100;
    byte[] samples = new byte[4 * (int) rate * 2];
    for (int i = 0; i < samples.length / 4; i++) {
      short value = (short) (12_000 * Math.sin(2 * Math.PI * TONE_HERTZ * i / rate));
      for (int place = 4 * i; place < 4 * i + 4; place += 2) {
        samples[place] = (byte) value;
        samples[place + 1] = (byte) (value >> 8);
      }
    }
    AudioFormat format = new AudioFormat(rate, 16, 2, true, false);
    AudioSystem.write(
        new AudioInputStream(new ByteArrayInputStream(samples), format, samples.length / 4),
        AudioFileFormat.Type.WAVE,
        file.toFile());
    page.getByLabel("Sound file").setInputFiles(file);
    Locator row = page.getByLabel("What is said");
    assertThat(row.locator("option:checked")).hasText("tone.wav · 2 s");
    walk.assertSounds(
        page.locator("div").filter(new Locator.FilterOptions().setHas(row)).last(),
        "Play",
        TONE_HERTZ);
    row.selectOption("words, spoken for each person");
  }

  /** People with numbers of their own, all in the eastern zone. */
  private static StringBuilder people(int from, int count) {
    List<String> areas = List.of("207", "212", "215", "301", "302");
    StringBuilder csv = new StringBuilder("Name,Phone\n");
    for (int i = from; i < from + count; i++) {
      csv.append("Guest ").append(i).append(',');
      csv.append(String.format("+1%s55501%02d%n", areas.get(i / 100), i % 100));
    }
    return csv;
  }
}
