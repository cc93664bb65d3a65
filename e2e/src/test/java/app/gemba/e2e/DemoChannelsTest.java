package app.gemba.e2e;

import static app.gemba.e2e.Browser.button;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;
import tools.jackson.databind.JsonNode;

/** The demo has every channel in it: what is over and what is to come, with sound to be heard. */
@ResourceLock(SharedDemo.LOCK)
class DemoChannelsTest {
  private static Browser browser;
  private static Api api;

  @BeforeAll
  static void open() {
    browser = new Browser();
    api = Api.as(SharedDemo.gemba(), "tove", "ferry-demo");
  }

  @AfterAll
  static void close() {
    browser.assertQuiet(SharedDemo.gemba());
    browser.close();
  }

  @Test
  void everyChannelHasSomethingThatIsOverAndSomethingToCome() {
    Map<String, List<String>> states =
        api.get("/campaigns")
            .json()
            .get("items")
            .valueStream()
            .collect(
                Collectors.groupingBy(
                    one -> one.get("brief").get("channel").asString(),
                    Collectors.mapping(one -> one.get("state").asString(), Collectors.toList())));
    for (String channel : List.of("SMS", "WHATSAPP", "VOICE_BROADCAST", "VOICEMAIL_DROP")) {
      assertThat(states.get(channel)).as(channel).contains("FINISHED");
      assertThat(states.get(channel)).as(channel).containsAnyOf("DRAFT", "RUNNING", "SCHEDULED");
    }
    Page page = browser.signedIn("tove", "/campaigns");
    page.getByLabel("Channel").selectOption("voicemails");
    assertThat(page.locator("tbody tr")).hasCount(2);
  }

  /** The classes are the sums of their outcomes, and open just these people. */
  @Test
  void aReportBreaksDownByClassAndOutcome() {
    long campaign = campaign("North Pier closed tonight");
    JsonNode report = api.get("/campaigns/" + campaign + "/report").json();
    for (JsonNode tally : report.get("classes")) {
      long sum =
          report
              .get("places")
              .valueStream()
              .filter(place -> place.get("kind").asString("").equals(tally.get("kind").asString()))
              .mapToLong(place -> place.get("people").asLong())
              .sum();
      assertThat(tally.get("people").asLong()).as("%s", tally).isEqualTo(sum);
    }
    Page page = browser.signedIn("tove", "/campaigns/" + campaign);
    Locator reached = page.locator("tr[data-class=REACHED] button");
    int people = Integer.parseInt(reached.innerText());
    reached.click();
    assertThat(page.locator("main ul li")).hasCount(people);
    assertThat(page.getByLabel("Hours of the day")).containsText("17:00");
  }

  @Test
  void aCallIsHeardAndSeen() {
    long campaign = campaign("North Pier closed tonight");
    Page page = browser.signedIn("tove", "/campaigns/" + campaign);
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("left after the beep.*show them")))
        .click();
    page.locator("main ul li button").first().click();
    Locator call = page.getByLabel(Pattern.compile("^Call \\d+$")).last();
    assertThat(call).containsText("message left after the beep");
    assertThat(call.getByRole(AriaRole.IMG))
        .hasAttribute("aria-label", Pattern.compile(".*a machine.*beep.*message.*"));
    new ChannelWalk(page, api, SharedDemo.data()).assertSounds(call, "Hear the call", 0);
  }

  @Test
  void whoMayNotSeeNumbersHearsNoCall() {
    long campaign = campaign("North Pier closed tonight");
    Api bram = Api.as(SharedDemo.gemba(), "bram", "ferry-demo");
    JsonNode people = bram.get("/campaigns/" + campaign + "/people?state=REACHED").json();
    long position = people.get("items").get(0).get("position").asLong();
    JsonNode call =
        bram.get("/campaigns/" + campaign + "/people/" + position + "/calls").json().get(0);
    assertThat(call.get("number").asString()).contains("***");
    long attempt = call.get("attemptId").asLong();
    assertThat(bram.get("/calls/" + attempt + "/picture").status()).isEqualTo(200);
    assertThat(bram.get("/calls/" + attempt + "/sound.wav").status()).isEqualTo(403);
    Page page = browser.signedIn("bram", "/campaigns/" + campaign);
    page.locator("tr[data-class=REACHED_MACHINE] button").click();
    page.locator("main ul li button").first().click();
    assertThat(page.getByLabel("Call 1").getByRole(AriaRole.IMG)).isVisible();
    assertThat(button(page, "Hear the call")).hasCount(0);
  }

  @Test
  void aDraftOfAVoicemailSaysWhatTheLawSaysAndSounds() {
    Page page = browser.signedIn("tove", "/campaigns/" + campaign("Lapsed guests, spring"));
    assertThat(page.getByLabel("Legal standing")).containsText("FCC 22-85");
    assertThat(page.getByText("drops an hour")).isVisible();
    Locator preview = page.getByLabel("As they get it");
    new ChannelWalk(page, api, SharedDemo.data()).assertSounds(preview, "Hear it", 0);
    button(page, "Voice call").click();
    assertThat(page.getByText("leave the message on machines")).isVisible();
    assertThat(page.getByText("The message does not say what key 9 is for.")).isVisible();
    page.getByLabel("One more key").selectOption("is called again later");
    assertThat(page.getByLabel("Later is after how many minutes")).hasValue("60");
    button(page, "Voicemail").click();
    assertThat(page.getByLabel("Drops an hour")).isVisible();
  }

  /** The browser's made-up microphone beeps. */
  @Test
  void aMessageIsRecordedInTheBrowserAndPlaysAgain() {
    Page page = browser.signedIn("tove", "/campaigns");
    button(page, "New campaign").click();
    button(page, "Voice call").click();
    page.getByLabel("Sound file").setInputFiles(Path.of("pom.xml").toAbsolutePath());
    assertThat(page.getByText("no sound that the browser can read. Nothing was kept.")).isVisible();
    button(page, "Record").click();
    RunningGemba.pause(2_500);
    button(page, "Stop and keep it").click();
    Locator said = page.getByLabel("What is said");
    assertThat(said.locator("option:checked")).containsText("recorded");
    Locator row = page.locator("div").filter(new Locator.FilterOptions().setHas(said)).last();
    new ChannelWalk(page, api, SharedDemo.data()).assertSounds(row, "Play", 0);
  }

  @Test
  void aTemplateThatWasRejectedSaysWhyAndAPlaceholderWithoutAFieldIsMissed() {
    Page page = browser.signedIn("tove", "/campaigns/" + campaign("New Year boats, guests abroad"));
    assertThat(page.getByText("Say which field stands in each placeholder")).isVisible();
    page.getByLabel("Template").selectOption("easter_offer (en) · rejected");
    assertThat(page.getByTestId("template-state")).containsText("its category is marketing");
    page.getByLabel("Template").selectOption("winter_boats (en) · approved");
    page.getByLabel("Field for placeholder 1").selectOption("first_name");
    assertThat(page.getByTestId("template-state")).containsText("approved");
  }

  @Test
  void setupShowsEveryNetworkAndASenderCarriesWhatIsSaidOfIt() {
    Page page = browser.signedIn("ines", "/setup");
    for (String part : List.of("WhatsApp", "Telephone")) {
      assertThat(page.getByLabel(part, new Page.GetByLabelOptions().setExact(true)).first())
          .containsText("The stand-in");
    }
    assertThat(page.getByText("voice calls $0.002 a call and $0.014 a minute")).isVisible();
  }

  private long campaign(String name) {
    return api.get("/campaigns")
        .json()
        .get("items")
        .valueStream()
        .filter(one -> one.get("brief").get("name").asString().equals(name))
        .findFirst()
        .orElseThrow()
        .get("id")
        .asLong();
  }
}
