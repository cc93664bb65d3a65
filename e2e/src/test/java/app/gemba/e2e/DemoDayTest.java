package app.gemba.e2e;

import static app.gemba.e2e.Browser.button;
import static app.gemba.e2e.Browser.link;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;

/** The day, the campaigns and the house of the demo, each thing as an operator would do it. */
@ResourceLock(SharedDemo.LOCK)
class DemoDayTest {
  private static Browser browser;

  @BeforeAll
  static void start() {
    browser = new Browser();
  }

  @AfterAll
  static void stop() {
    browser.assertQuiet(SharedDemo.gemba());
    browser.close();
  }

  @Test
  void campaignsAreSortedFoundDuplicatedAndFollowedOn() {
    Page page = signedIn("/campaigns");
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Reached").setExact(true))
        .click();
    List<String> delivered = page.locator("tbody tr td:nth-child(5)").allInnerTexts();
    List<Long> counts =
        delivered.stream()
            .filter(text -> !text.isBlank())
            .map(text -> Long.parseLong(text.split("\\s")[0].replace(",", "")))
            .toList();
    assertThat(counts).hasSizeGreaterThan(3).isSortedAccordingTo((a, b) -> Long.compare(b, a));
    page.getByLabel("Find a campaign").fill("autumn time");
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
    read(page);
  }

  /** Marks the first reply as read; others may come in meanwhile. */
  private static Locator read(Page page) {
    assertThat(page).hasURL(Pattern.compile(".*/replies.*"));
    Locator all = page.locator("main ul li");
    all.getByRole(AriaRole.BUTTON).first().waitFor();
    Locator reply =
        all.filter(new Locator.FilterOptions().setHasText(all.first().textContent())).first();
    reply.getByRole(AriaRole.BUTTON).first().click();
    assertThat(reply).hasCount(0);
    return reply;
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
    assertThat(page.getByRole(AriaRole.DIALOG)).containsText("pause or resume this run");
    page.keyboard().press("Escape");
    assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
  }

  @Test
  void theRehearsalsClockRunsFasterAndSaysSo() {
    Page page = signedIn("/");
    Api api = Api.as(SharedDemo.gemba(), "tove", "ferry-demo");
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
    assertThat(page.getByText("simulated telephones, nobody real gets anything. Connected."))
        .isVisible();
    button(page, "Back up now").click();
    assertThat(page.getByText(Pattern.compile("backups/house-.*\\.db"))).isVisible();
    assertThat(SharedDemo.data().resolve("backups")).isDirectoryContaining("glob:**house-*.db");
  }

  @Test
  void theReportTellsOfListsAndOfTheLastOneAndOpensItsPeople() {
    Page page = signedIn("/campaigns/4");
    Locator lists = page.getByLabel("By list");
    assertThat(lists).containsText("Pass holders 2026");
    lists
        .getByRole(
            AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("12 on Boat crew: show them"))
        .click();
    assertThat(page.locator("main ul li.row-line")).hasCount(12);
    assertThat(page.getByText(Pattern.compile("^Beside "))).containsText("Storm warning");
  }

  @Test
  void theTableOfCampaignsIsTakenAway() throws IOException {
    Page page = signedIn("/campaigns");
    Download file = page.waitForDownload(() -> link(page, "Table as CSV").click());
    assertThat(Files.readString(file.path())).contains("Autumn timetable", "Pass renewal");
  }

  @Test
  void theWeekIsDrawnDayByDay() {
    Page page = signedIn("/");
    page.getByLabel("Campaigns over time").waitFor();
    page.keyboard().press("w");
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText("Week from Tuesday 17 November");
    assertThat(page.getByLabel("Campaigns over time")).containsText("Thu 19 Nov");
  }

  @Test
  void whatNeedsSomebodyLeadsToThePeopleThemselves() {
    Page page = signedIn("/");
    link(page, "Decide").first().click();
    assertThat(page.getByText("unconfirmed").first()).isVisible();
    page.locator("main ul li.row-line button").first().click();
    assertThat(page.getByText("It is never tried again by itself", new Page.GetByTextOptions()))
        .isVisible();
    link(page, "Today").click();
    page.locator("li", new Page.LocatorOptions().setHasText("of Advent sailings held"))
        .getByRole(AriaRole.LINK)
        .click();
    page.getByLabel("Their time zone").fill("Europe/London");
    button(page, "Set it for all").click();
    assertThat(page.getByText("time zone not known")).hasCount(1);
    link(page, "Today").click();
    page.getByLabel("Campaigns over time").waitFor();
    assertThat(page.getByText("of Advent sailings held")).hasCount(0);
  }

  @Test
  void listsAreGoneThroughByKeyboardAndAReplyReadIsUnreadAgain() {
    Page page = signedIn("/campaigns");
    page.locator("tbody tr").first().waitFor();
    page.keyboard().press("j");
    page.keyboard().press("j");
    page.keyboard().press("Enter");
    assertThat(page).hasURL(Pattern.compile(".*/campaigns/\\d+$"));
    page.navigate("/replies");
    Locator reply = read(page);
    page.keyboard().press("u");
    assertThat(reply).isVisible();
  }

  @Test
  void aSenderIsGivenItsRate() {
    Page page = signedIn("/setup");
    button(page, "Change Marram Ferries by name").click();
    Locator senders =
        page.locator("li", new Page.LocatorOptions().setHasText("Marram Ferries by name"));
    senders.getByLabel("At most a minute").fill("120");
    button(page, "Save the sender").click();
    assertThat(senders).containsText("at most 120 a minute");
  }

  @Test
  void whoSignsOutIsAskedToSignInAndSeesNothingOfBefore() {
    Page page = signedIn("/");
    page.getByLabel("Campaigns over time").waitFor();
    button(page, "Sign out Tove Brandt").click();
    page.getByLabel("Login").waitFor();
    page.navigate("/campaigns/4");
    page.getByLabel("Login").waitFor();
    assertThat(page.getByText("Winter timetable")).hasCount(0);
  }

  @Test
  void whoIsHeldIsDrawnOverTheComingHoursAndEachHourOpensItsPeople() {
    Page page = signedIn("/campaigns/4");
    Locator hour =
        page.getByRole(
                AriaRole.BUTTON,
                new Page.GetByRoleOptions().setName(Pattern.compile("held until .*: show them")))
            .last();
    int people = Integer.parseInt(hour.innerText().replace(",", ""));
    hour.click();
    page.locator("main ul li.row-line").first().waitFor();
    assertThat(page.locator("main ul li.row-line").count()).isEqualTo(Math.min(50, people));
  }

  private static Page signedIn(String path) {
    return browser.signedIn("tove", path);
  }

  private static java.time.Instant clock(Api api) {
    return java.time.Instant.parse(api.get("/clock").expect(200).json().get("at").asString());
  }
}
