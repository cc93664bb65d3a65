package app.gemba.e2e;

import static app.gemba.e2e.Browser.button;
import static app.gemba.e2e.Browser.link;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.networks.chat.CallbackSignature;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
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
    connectTheChatService();
    addSender("207 555 0140", "Marram on WhatsApp", "WhatsApp");
    StringBuilder file = new StringBuilder("Name,Mobile,Home port\n");
    for (int i = 5; i < 65; i++) {
      file.append("Guest ").append(i).append(String.format(",+467017406%02d,", i));
      file.append(i % 4 == 0 ? "" : "Gull Steps").append('\n');
    }
    begin("WhatsApp", "Winter boats, guests abroad", "abroad.csv", file, 60);
    writeTemplates();
    page.getByLabel("Field for placeholder 1").selectOption("name");
    page.getByLabel("Field for placeholder 2").selectOption("home_port");
    assertThat(page.getByText("people would find a blank in their text")).isVisible(within(20));
    page.getByLabel("Placeholder 2 blank? say").fill("your pier");
    page.getByLabel("How fast").fill("60000");
    assertThat(page.getByLabel("As they get it")).containsText("the winter boats run from");
    assertThat(page.getByLabel("Legal standing")).containsText("approved templates");
    launch("60 people will get 60 messages for $1.50.");
    awaitEnd(is -> settled(is) && reached(is) == chatLogged("read") + chatLogged("delivered only"));

    List<NamedCsvRecord> sent = chat.logged("message");
    assertThat(sent).extracting(line -> line.getField("to")).doesNotHaveDuplicates().hasSize(60);
    assertThat(sent)
        .extracting(line -> line.getField("detail"))
        .anyMatch(text -> text.contains("from your pier on"))
        .allMatch(text -> text.contains("Hello Guest"));
    List<NamedCsvRecord> table = table();
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
    connectTheExchange();
    addSender("207 555 0150", "Booking office, telephone", "calls");
    begin("Voice call", "North Pier closed", "neighbours.csv", people(0, 40), 40);
    assertASoundIsTakenInAndPlays();
    String words =
        "This is Marram Ferries. {{name}}, North Pier is closed tonight. Press 1 to confirm, or 9"
            + " for no more calls.";
    page.getByLabel("Says", new Page.GetByLabelOptions().setExact(true)).fill(words);
    agree(40);
    assertThat(page.getByLabel("As they get it")).containsText("Guest 0, North Pier is closed");
    assertSounds(page.getByLabel("As they get it"), "Hear it", 0);
    page.getByLabel("Calls a minute").fill("6000");
    page.getByLabel("Calls at once").fill("8");
    assertThat(page.getByLabel("Legal standing")).containsText("47 CFR 64.1200");
    launch("40 people will get 40 calls for at most");
    awaitEnd(ChannelsTest::settled);

    List<NamedCsvRecord> table = table();
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
    assertSounds(call, "Hear the call", 0);
  }

  @Test
  void lapsedGuestsGetAMessageInTheirVoicemail() throws Exception {
    connectTheExchange();
    addSender("207 555 0151", "Booking office, voicemail", "calls");
    begin("Voicemail", "Lapsed guests", "lapsed.csv", people(200, 36), 36);
    page.getByLabel("From", new Page.GetByLabelOptions().setExact(true))
        .selectOption(label("voicemail"));
    page.getByLabel("Says", new Page.GetByLabelOptions().setExact(true))
        .fill("This is Marram Ferries. We have missed you this year. Press 9 for no more calls.");
    assertThat(page.getByLabel("Legal standing")).containsText("FCC 22-85");
    agree(36);
    page.getByLabel("Drops an hour").fill("36000");
    page.getByLabel("Calls at once").fill("8");
    launch("36 people will get 36 calls for at most");
    awaitEnd(ChannelsTest::settled);

    List<NamedCsvRecord> table = table();
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
                  case "1" -> "confirmed|released";
                  case "9" -> "opted out";
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

  private static void connectTheChatService() {
    page.navigate("/setup");
    Locator part = page.getByLabel("WhatsApp", new Page.GetByLabelOptions().setExact(true)).first();
    button(page, "Connect a chat service").click();
    part.getByLabel("Address").fill("http://localhost:" + chat.port);
    part.getByLabel("Key").fill(StandInApart.KEY);
    part.getByLabel("Secret").fill(StandInApart.SECRET);
    part.getByRole(
            AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Connect").setExact(true))
        .click();
    assertThat(part.getByText("Connected.", new Locator.GetByTextOptions().setExact(true)))
        .isVisible(within(20));
  }

  private static void connectTheExchange() {
    page.navigate("/setup");
    Locator part =
        page.getByLabel("Telephone", new Page.GetByLabelOptions().setExact(true)).first();
    button(page, "Connect an exchange").click();
    part.getByLabel("Host").fill("localhost");
    part.getByLabel("Port").fill(String.valueOf(telephone.port));
    part.getByRole(
            AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Connect").setExact(true))
        .click();
    assertThat(part.getByText("Connected.", new Locator.GetByTextOptions().setExact(true)))
        .isVisible(within(20));
  }

  private static void addSender(String address, String label, String carries) {
    Locator form =
        page.locator("form").filter(new Locator.FilterOptions().setHasText("Add the sender"));
    form.getByLabel("Number or name").fill(address);
    form.getByLabel("What it is").fill(label);
    form.getByLabel("texts").uncheck();
    form.getByLabel(carries).check();
    button(page, "Add the sender").click();
    assertThat(page.getByText(label)).isVisible();
  }

  /** A draft on a channel, whose audience is a file that is dropped into it. */
  private static void begin(
      String channel, String name, String fileName, CharSequence content, int rows)
      throws IOException {
    Path file = Files.writeString(folder.resolve(fileName), content);
    link(page, "Campaigns").click();
    button(page, "New campaign").click();
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill(name);
    page.getByLabel("Channel")
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(channel).setExact(true))
        .click();
    page.getByLabel("File for the audience").setInputFiles(file);
    button(page, "Import " + rows + " rows").click();
    assertThat(page.getByLabel("Who it will reach")).containsText(rows + " in the audience");
    page.getByLabel("Campaign hours from").fill("00:00");
    page.getByLabel("Campaign hours to").fill("00:00");
  }

  private static void writeTemplates() {
    button(page, "write a new template").click();
    page.getByLabel("Name of the template").fill("winter_offer");
    page.getByLabel("Body of the template").fill("Hello {{1}}, save 10 % on the winter boats now.");
    button(page, "Submit it to the platform").click();
    assertThat(page.getByTestId("template-state"))
        .containsText(
            "rejected: The text promotes",
            new LocatorAssertions.ContainsTextOptions().setTimeout(20_000));
    button(page, "write a new template").click();
    page.getByLabel("Name of the template").fill("winter_boats");
    page.getByLabel("Body of the template")
        .fill(
            "Hello {{1}}, the winter boats run from {{2}} on. Marram Ferries. Reply STOP for no more.");
    button(page, "Submit it to the platform").click();
    assertThat(page.getByTestId("template-state"))
        .containsText("approved", new LocatorAssertions.ContainsTextOptions().setTimeout(20_000));
  }

  private static void agree(int count) {
    Locator reach = page.getByLabel("Who it will reach");
    reach
        .getByRole(
            AriaRole.BUTTON,
            new Locator.GetByRoleOptions().setName(Pattern.compile("no agreement to calls")))
        .click();
    reach.getByLabel("How they agreed").fill("asked at the pier");
    reach.getByLabel("The day they agreed").fill("2026-09-01");
    button(page, "Record it for all").click();
    assertThat(reach.getByText(count + " may be contacted")).isVisible(within(20));
  }

  private static void launch(String promise) {
    Locator launch =
        page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("^Launch to")));
    assertThat(launch).isEnabled(new LocatorAssertions.IsEnabledOptions().setTimeout(20_000));
    launch.click();
    Locator dialog = page.getByRole(AriaRole.DIALOG);
    assertThat(dialog).containsText(promise);
    dialog
        .getByRole(
            AriaRole.BUTTON,
            new Locator.GetByRoleOptions().setName(Pattern.compile("^Launch to \\d+ people")))
        .click();
    assertThat(
            button(page, "Pause")
                .or(button(page, "Stop the campaign"))
                .or(link(page, "Table as CSV"))
                .first())
        .isVisible(within(20));
  }

  private static void awaitEnd(Predicate<Map<String, Long>> ended) {
    long campaign = Long.parseLong(page.url().replaceAll(".*/", ""));
    long until = System.currentTimeMillis() + 120_000;
    Map<String, Long> states = House.states(api, campaign);
    while (!ended.test(states)) {
      assertThat(System.currentTimeMillis()).as("%s", states).isLessThan(until);
      RunningGemba.pause(300);
      states = House.states(api, campaign);
    }
    page.reload();
    assertThat(page.getByText("each in one place")).isVisible(within(20));
  }

  private static boolean settled(Map<String, Long> states) {
    return states.keySet().stream()
        .noneMatch(state -> List.of("WAITING", "HELD", "IN_FLIGHT").contains(state));
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

  private static List<NamedCsvRecord> table() throws IOException {
    Download download = page.waitForDownload(() -> link(page, "Table as CSV").click());
    try (CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(download.path())) {
      return rows.stream().toList();
    }
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
    assertSounds(
        page.locator("div").filter(new Locator.FilterOptions().setHas(row)).last(),
        "Play",
        TONE_HERTZ);
    row.selectOption("words, spoken for each person");
  }

  /** That something is heard when a button is pressed: level, and pitch where it is a tone. */
  private static void assertSounds(Locator within, String button, double hertz) {
    within
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(button).setExact(true))
        .click();
    Locator meter = within.getByRole(AriaRole.METER);
    long until = System.currentTimeMillis() + 15_000;
    double level = -100;
    while (level < -35) {
      assertThat(System.currentTimeMillis()).as("it sounds at %s dB", level).isLessThan(until);
      RunningGemba.pause(100);
      level = Double.parseDouble(meter.getAttribute("data-loudest"));
    }
    if (hertz > 0) {
      assertThat(Double.parseDouble(meter.getAttribute("data-hertz")))
          .isBetween(hertz - 20, hertz + 20);
    }
  }

  private static String label(String part) {
    return page.getByLabel("From", new Page.GetByLabelOptions().setExact(true))
        .locator("option")
        .filter(new Locator.FilterOptions().setHasText(part))
        .first()
        .getAttribute("value");
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

  private static LocatorAssertions.IsVisibleOptions within(int seconds) {
    return new LocatorAssertions.IsVisibleOptions().setTimeout(seconds * 1000.0);
  }
}
