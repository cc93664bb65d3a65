package app.gemba.e2e;

import static app.gemba.e2e.Browser.button;
import static app.gemba.e2e.Browser.link;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.ResourceLock;

/** Composing a campaign in the demo, each thing as an operator would do it. */
@ResourceLock(SharedDemo.LOCK)
class DemoBriefTest {
  @TempDir static Path folder;
  private static Browser browser;

  @BeforeAll
  static void start() {
    browser = new Browser();
    // A number that is none, and a stop that is not ours to take back.
    browser.meansToBeRefused();
  }

  @AfterAll
  static void stop() {
    browser.assertQuiet(SharedDemo.gemba());
    browser.close();
  }

  @Test
  void theBriefSaysWhatIsWrongWithTheTextAndMendsTheLetters() {
    Page page = signedIn("/campaigns");
    link(page, "Spring group sailings").click();
    Locator advice = page.getByLabel("Advice on the text");
    assertThat(advice).containsText("“[date]” looks like a place that was left to fill in.");
    assertThat(advice).containsText("does not begin with https://");
    assertThat(advice).containsText("how to stop");
    assertThat(page.getByTestId("measure").first()).containsText("2 messages");
    button(page, "Use the plain ones").click();
    assertThat(page.getByLabel("Says")).hasValue(Pattern.compile("It's time.*\"early birds\".*"));
    assertThat(page.getByTestId("measure").first()).containsText("1 message");
    assertThat(page.getByTestId("finish")).containsText("done Tue 17 Nov");
  }

  @Test
  void theTextIsReadAsEachRealPersonWillGetIt() {
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByLabel("Add a list").selectOption("2");
    page.getByLabel("Says")
        .fill("Marram Ferries: {{name}}, the boats run. Reply STOP for no more.");
    Locator sample = page.getByLabel("As they get it");
    assertThat(sample).containsText("gets it");
    String first = sample.innerText();
    sample.getByLabel("The next person").click();
    assertThat(sample).not().hasText(first);
    assertThat(sample).not().containsText("{{name}}");
  }

  @Test
  void whoLacksAnAgreementIsGivenOneWithItsEvidence() {
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByLabel("Add a list").selectOption("1");
    button(page, "Marketing").click();
    Locator reach = page.getByLabel("Who it will reach");
    Locator group =
        reach.getByRole(
            AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("no agreement to marketing"));
    int lacking = Integer.parseInt(group.innerText().replace(",", ""));
    assertThat(lacking).isGreaterThan(50);
    group.click();
    reach.getByLabel("How they agreed").fill("sign-up sheet at the pier");
    reach.getByLabel("The day they agreed").fill("2026-11-02");
    button(page, "Record it for all").click();
    assertThat(group).hasCount(0);
    Locator allowed =
        reach.getByRole(
            AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("may be contacted"));
    allowed.click();
    reach.locator("li a").first().click();
    assertThat(page.getByText("Agreement").first()).isVisible();
  }

  @Test
  void aFileDroppedIntoTheBriefBecomesTheAudience() throws IOException {
    Path file =
        Files.writeString(
            folder.resolve("late-guests.csv"),
            "Name,Mobile\nUna Reed,(603) 555-0141\nElke Ng,(603) 555-0142\n");
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByLabel("File for the audience").setInputFiles(file);
    assertThat(page.getByText("late-guests.csv")).isVisible();
    button(page, "Import 2 rows").click();
    assertThat(button(page, "Leave late-guests out")).isVisible();
    assertThat(page.getByLabel("Who it will reach")).containsText("2 in the audience");
    assertThat(page).hasURL(Pattern.compile(".*/campaigns/\\d+"));
  }

  @Test
  void aTextOfTheHouseIsKeptAndUsedAgain() {
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByLabel("Says").fill("Marram Ferries: the pier is open again.");
    button(page, "texts of the house").click();
    page.getByLabel("What this text is for").fill("after a closure");
    button(page, "Keep this text").click();
    assertThat(page.getByText("after a closure")).isVisible();
    page.getByLabel("Says").fill("");
    page.locator("li", new Page.LocatorOptions().setHasText("after a closure"))
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("use"))
        .first()
        .click();
    assertThat(page.getByLabel("Says")).hasValue("Marram Ferries: the pier is open again.");
  }

  @Test
  void aTestReachesOnesOwnTelephoneAndStopTypedThereHolds() {
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByLabel("Add a list").selectOption("2");
    page.getByLabel("Says").fill("Marram Ferries: {{first_name}}, this is a test.");
    page.getByLabel("Your own number").fill("212 555 0177");
    button(page, "Send this one to me").click();
    assertThat(page.getByText("On its way")).isVisible();
    link(page, "Setup").click();
    page.getByLabel("One telephone").fill("212 555 0177");
    Locator texts = page.getByLabel("Texts on the telephones");
    assertThat(texts)
        .containsText(
            Pattern.compile("received.*this is a test"),
            new com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions()
                .setTimeout(60_000));
    page.getByLabel(Pattern.compile("Reply from.*")).fill("STOP");
    button(page, "Reply").click();
    assertThat(texts).containsText("answered STOP");
    link(page, "People").click();
    page.getByLabel("Find people").fill("212 555 0177");
    page.locator("tr", new Page.LocatorOptions().setHasText("+1 212 555 0177"))
        .first()
        .locator("a")
        .click();
    assertThat(page.getByText("must not be contacted")).isVisible();
    button(page, "Allow again").click();
    assertThat(page.getByRole(AriaRole.ALERT))
        .containsText("What a person asked for stays as it is");
  }

  @Test
  void theSpendingLimitSaysWhatIsLeftAndTheSenderHowFastItMayGo() {
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByLabel("Add a list").selectOption("2");
    page.getByLabel("Says").fill("Marram Ferries: boats run.");
    page.getByLabel("At most").fill("50");
    Locator reach = page.getByLabel("Who it will reach");
    assertThat(reach).containsText(" left");
    page.getByLabel("At most").fill("0.01");
    assertThat(reach).containsText("over the limit: it will pause there");
    page.getByLabel("How fast").fill("5000");
    assertThat(page.getByText("the sender allows 600 messages a minute")).isVisible();
  }

  @Test
  void whoIsLeftOutComesBackWithOneKey() {
    Page page = signedIn("/people/lists/2");
    page.locator("tbody input[type=checkbox]").first().check();
    button(page, "New campaign to them").click();
    Locator reach = page.getByLabel("Who it will reach");
    assertThat(reach).containsText("1 in the audience");
    button(page, "Leave the picked people out").click();
    assertThat(reach).containsText("0 in the audience");
    page.keyboard().press("u");
    assertThat(reach).containsText("1 in the audience");
  }

  @Test
  void whoseZoneIsNotKnownIsGivenOneBeforeLaunch() {
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByText("type or paste numbers").click();
    page.getByLabel("Numbers, one a line").fill("+44 7700 900123");
    assertThat(page.getByText("draft, saved")).isVisible();
    // A number that nobody has yet is a person only once somebody adds it.
    Api api = Api.as(SharedDemo.gemba(), "tove", "ferry-demo");
    api.post(
            "/people",
            Map.of("name", "Nye Abel", "number", "+44 7700 900123", "email", "", "ownId", ""))
        .expect(201);
    page.reload();
    Locator reach = page.getByLabel("Who it will reach");
    reach
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("time zone not known"))
        .click();
    reach.getByLabel("Their time zone").fill("Europe/London");
    button(page, "Set it for all").click();
    assertThat(reach).not().containsText("time zone not known");
  }

  @Test
  void whoIsNotReachedIsTriedAgainAndTheLaunchSaysWhatThatCosts() {
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Tried again");
    page.getByLabel("Add a list").selectOption("2");
    page.getByLabel("Says").fill("Marram Ferries: boats run.");
    page.getByLabel("Try again if").selectOption("NOT_NOW");
    page.getByLabel("How often, if NOT_NOW").fill("2");
    page.getByLabel("In what, if NOT_NOW").selectOption("1");
    page.getByRole(
            AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Launch to \\d+")))
        .click();
    assertThat(page.getByRole(AriaRole.DIALOG))
        .containsText("is tried up to 2 more times: at most");
    page.keyboard().press("Escape");
    page.reload();
    assertThat(page.getByLabel("How often, if NOT_NOW")).hasValue("2");
    button(page, "not again").click();
    assertThat(page.getByLabel("How often, if NOT_NOW")).hasCount(0);
  }

  @Test
  void whoHasALongerTextThanTheOthersIsNamed() {
    Page page = signedIn("/campaigns");
    button(page, "New campaign").click();
    page.getByLabel("Add a list").selectOption("1");
    // 146 characters: names of 15 and more, or outside the GSM alphabet, need a second message.
    page.getByLabel("Says").fill("Marram Ferries: " + "boats run ".repeat(13) + "{{name}}");
    Locator reach = page.getByLabel("Who it will reach");
    Locator longer =
        reach.getByRole(
            AriaRole.BUTTON,
            new Locator.GetByRoleOptions().setName(Pattern.compile("longer than the others")));
    longer.click();
    reach.locator("li a").first().waitFor();
    assertThat(reach.locator("li a").allInnerTexts())
        .allMatch(name -> name.length() > 14 || !name.matches("[ -~ÆæØøÅåÄäÖöÑñÜüÉéàèùìòÇ]*"));
  }

  private static Page signedIn(String path) {
    return browser.signedIn("tove", path);
  }
}
