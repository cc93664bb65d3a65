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
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What an operator does on a day in the demo, each thing as they would do it. */
class DemoDayTest {
  @TempDir static Path folder;
  private static RunningGemba gemba;
  private static Browser browser;

  @BeforeAll
  static void start() {
    gemba = RunningGemba.start(folder.resolve("demo"), "demo");
    browser = new Browser();
    // A number that is none, and a stop that is not ours to take back.
    browser.meansToBeRefused();
  }

  @AfterAll
  static void stop() {
    browser.assertQuiet(gemba);
    browser.close();
    gemba.close();
  }

  private static Page signedIn(String path) {
    Page page = browser.page(gemba);
    Browser.signIn(page, "tove", "ferry-demo");
    page.navigate(path);
    return page;
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
  void peopleAreFoundAddedChangedAndSuppressedInOneStep() {
    Page page = signedIn("/people");
    page.getByLabel("Find people").fill("sjoberg vig");
    assertThat(page.locator("tbody tr").first()).containsText("Viggo Sjöberg");
    page.getByLabel("Find people").fill("(207) 555");
    assertThat(page.locator("tbody tr").first()).containsText("+1 207 555");
    page.navigate("/people/lists/2");
    button(page, "Add a person").click();
    Locator dialog = page.getByRole(AriaRole.DIALOG);
    dialog.getByLabel("Name").fill("Wilma Hand");
    dialog.getByLabel("Number").fill("not a number");
    dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Add")).click();
    assertThat(dialog.getByRole(AriaRole.ALERT)).containsText("is not a usable number");
    dialog.getByLabel("Number").fill("(603) 555-0155");
    dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Add")).click();
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Wilma Hand")))
        .isVisible();
    assertThat(page.getByText("in New York")).isVisible();
    button(page, "Change").click();
    page.getByRole(AriaRole.DIALOG).getByLabel("E-mail").fill("wilma@guests.example");
    button(page, "Save").click();
    assertThat(page.getByText("wilma@guests.example")).isVisible();
    button(page, "Suppress").click();
    assertThat(page.getByText("must not be contacted")).isVisible();
    button(page, "Undo").click();
    assertThat(page.getByText("must not be contacted")).hasCount(0);
  }

  @Test
  void peoplePickedByHandBecomeAnAudience() {
    Page page = signedIn("/people/lists/2");
    page.locator("tbody input[type=checkbox]").nth(0).check();
    page.locator("tbody input[type=checkbox]").nth(1).check();
    assertThat(page.getByText("2 people picked")).isVisible();
    button(page, "New campaign to them").click();
    assertThat(page.getByLabel("Who it will reach")).containsText("2 in the audience");
    assertThat(page.getByText("picked by hand")).isVisible();
  }

  @Test
  void campaignsAreSortedFoundDuplicatedAndFollowedOn() {
    Page page = signedIn("/campaigns");
    button(page, "Delivered").click();
    List<String> delivered = page.locator("tbody tr td:nth-child(5)").allInnerTexts();
    List<Long> counts =
        delivered.stream()
            .filter(text -> !text.isBlank())
            .map(text -> Long.parseLong(text.split("\\s")[0].replace(",", "")))
            .toList();
    assertThat(counts).hasSizeGreaterThan(3).isSortedAccordingTo((a, b) -> Long.compare(b, a));
    page.getByLabel("Find a campaign").fill("autumn");
    assertThat(page.locator("tbody tr")).hasCount(1);
    link(page, "Autumn timetable").click();
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("expired.*show them")))
        .click();
    page.getByText("New campaign to all of these").waitFor();
    page.locator("main ul li input[type=checkbox]").first().waitFor();
    int away = page.locator("main ul li").count();
    button(page, "New campaign to all of these").click();
    assertThat(page.getByText("picked by hand")).isVisible();
    assertThat(page.getByLabel("Who it will reach")).containsText(away + " in the audience");
    page.navigate("/campaigns/1");
    assertThat(page.getByLabel("Over time")).isVisible();
    button(page, "Duplicate").click();
    assertThat(page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)))
        .hasValue("Autumn timetable (copy)");
  }

  @Test
  void todayIsDrawnAsTimeAndRepliesAreRead() {
    Page page = signedIn("/");
    Locator lanes = page.getByLabel("Campaigns over time");
    assertThat(lanes).containsText("Winter timetable");
    assertThat(lanes).containsText("Crew rota");
    assertThat(lanes).not().containsText("Advent sailings");
    page.keyboard().press("w");
    assertThat(lanes).containsText("Advent sailings");
    page.keyboard().press("w");
    page.keyboard().press("ArrowRight");
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText("Wednesday 18 November");
    assertThat(lanes).containsText("Advent sailings");
    page.keyboard().press("ArrowLeft");
    link(page, "Read").click();
    page.locator("main ul li button").first().waitFor();
    int before = page.locator("main ul li").count();
    page.locator("main ul li button").first().click();
    assertThat(page.locator("main ul li")).hasCount(before - 1);
  }

  @Test
  void aFileIsCountedBeforeAnythingIsWritten() throws IOException {
    Page page = signedIn("/people/import");
    page.getByLabel("File to import")
        .setInputFiles(Path.of("src/test/resources/season-pass-holders.csv"));
    Locator will = page.getByLabel("What will happen");
    assertThat(will)
        .containsText(
            "4,647 new people, 197 rows merged into somebody known, 156 rejected",
            new com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions()
                .setTimeout(20_000));
    assertThat(will).containsText("58 no number");
    assertThat(page.getByText("98 of 4,972 cells")).isVisible();
    button(page, "Show what is in Mobile").click();
    assertThat(page.getByText("17 digits lost by a spreadsheet").last()).isVisible();
    page.getByLabel("Mobile becomes").selectOption("FIELD");
    assertThat(will).not().containsText("4,647 new people");
    page.getByLabel("The first row is a header").click();
    assertThat(button(page, "Import 5,001 rows")).isVisible();
    button(page, "Put it aside").click();
    assertThat(page).hasURL(Pattern.compile(".*/people"));
  }

  @Test
  void theSameFileIsRecognised() throws IOException {
    Path file =
        Files.writeString(folder.resolve("twice.csv"), "Name,Mobile\nGwen Lund,(603) 555-0161\n");
    Page page = signedIn("/people/import");
    page.getByLabel("File to import").setInputFiles(file);
    button(page, "Import 1 rows").click();
    assertThat(page.getByText("1 rows, each in one place")).isVisible();
    page.navigate("/people/import");
    page.getByLabel("File to import").setInputFiles(file);
    assertThat(page.getByText("The very same file was imported on Tue 17 Nov")).isVisible();
    assertThat(page.getByLabel("What will happen"))
        .containsText("0 new people, 1 rows merged into somebody known");
  }

  @Test
  void anythingIsFoundByTypingAndTheKeysAreShownOnDemand() {
    Page page = signedIn("/");
    page.getByRole(AriaRole.HEADING).first().waitFor();
    page.keyboard().press("Control+k");
    page.getByLabel("What do you want to do?").fill("crew rota");
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText("Crew rota");
    page.keyboard().press("?");
    assertThat(page.getByRole(AriaRole.DIALOG)).containsText("pause or resume a run");
    page.keyboard().press("Escape");
    assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
  }

  @Test
  void theRehearsalsClockRunsFasterAndSaysSo() {
    Page page = signedIn("/");
    Api api = Api.as(gemba, "tove", "ferry-demo");
    java.time.Instant before = clock(api);
    page.getByLabel("demo clock").selectOption("60");
    assertThat(page.getByText("demo clock, 60 times as fast")).isVisible();
    RunningGemba.pause(3000);
    page.getByLabel("demo clock").selectOption("1");
    assertThat(page.getByText("demo clock, at real speed")).isVisible();
    assertThat(java.time.Duration.between(before, clock(api)))
        .isGreaterThan(java.time.Duration.ofMinutes(2));
  }

  @Test
  void aConnectionIsTriedAndTheHouseIsBackedUp() {
    Page page = signedIn("/setup");
    button(page, "Connect a message centre").click();
    page.getByLabel("Host").fill("localhost");
    page.getByLabel("Port", new Page.GetByLabelOptions().setExact(true))
        .fill(String.valueOf(RunningGemba.freePort()));
    page.getByLabel("System id").fill("gemba");
    button(page, "Test the connection").click();
    assertThat(page.getByText("It does not let us in")).isVisible();
    assertThat(page.getByText("nobody real gets anything. Connected.")).isVisible();
    button(page, "Back up now").click();
    assertThat(page.getByText(Pattern.compile("backups/house-.*\\.db"))).isVisible();
    assertThat(folder.resolve("demo/backups")).isDirectoryContaining("glob:**house-*.db");
  }

  private static java.time.Instant clock(Api api) {
    return java.time.Instant.parse(api.get("/clock").expect(200).json().get("at").asString());
  }
}
