package app.gemba.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.e2e.DeskHouse.Answers;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Agents at their desks, as they work: by keyboard, with the sound of the line, over the exchange's
 * own wire, which writes down what came through.
 */
class DesksTest {
  private static final int SPOKEN_BEFORE_IT_IS_HEARD_MILLIS = 25_000;

  @TempDir static Path folder;
  private static StandInApart telephone;
  private static RunningGemba gemba;
  private static Browser browser;
  private static Api api;

  @BeforeAll
  static void open() throws Exception {
    telephone = StandInApart.telephoneAtRealSpeed(folder);
    gemba = RunningGemba.start(folder.resolve("house"), "start", "--clock", House.MORNING);
    api = Api.first(gemba);
    DeskHouse.setUp(api, telephone);
    browser = new Browser();
  }

  @AfterAll
  static void close() {
    browser.close();
    gemba.close();
    telephone.close();
  }

  @Test
  void anAgentCallsLeavesAVoicemailKeepsAPromiseAndFindsItAllInTheReport() throws Exception {
    String person = DeskHouse.numbers(Answers.PERSON, 1, 0).get(0);
    String machine = DeskHouse.numbers(Answers.MACHINE, 1, 0).get(0);
    List<String> others = DeskHouse.numbers(Answers.PERSON, 2, 300);
    long list =
        DeskHouse.schools(
            api, folder, "Island School", List.of(person, machine, others.get(0), others.get(1)));
    long campaign = DeskHouse.launch(api, "Spring sailings", list, "PREVIEW");
    Page floor = signedIn("femi");
    Page second = signedIn("carys");
    signOn(second);
    Page page = signedIn("lior");
    signOn(page);
    page.keyboard().press("Enter");
    Locator who = page.getByLabel("Who it is");
    assertThat(who).containsText("Island School A");
    assertThat(who).containsText("10:0");
    assertThat(page.getByLabel("What to say")).containsText("Do I speak with Rosa A?");

    page.keyboard().press("Enter");
    // On a busy machine it may have been answered before anybody looks.
    assertState(page, "ringing|talking");
    assertRow(floor, "Lior Strand", "ringing|talking");
    assertRow(floor, "Carys Holm", "break");
    assertState(page, "talking");
    assertIsHeard(page);
    Locator heard = page.getByLabel("Heard").getByRole(AriaRole.LISTITEM);
    assertThat(heard).hasCount(1);
    page.keyboard().press(" ");
    assertThat(heard).hasCount(3, within(SPOKEN_BEFORE_IT_IS_HEARD_MILLIS));
    assertThat(heard.nth(1)).containsText("Good morning, this is Marram Ferries.");
    assertThat(heard.nth(2)).containsText("them");
    EveryViewTest.assertSound(page, "a desk in mid-call");
    EveryViewTest.assertSound(floor, "the floor");
    page.keyboard().press("h");
    assertState(page, "on hold");
    page.keyboard().press("h");
    assertState(page, "talking");
    page.keyboard().press("n");
    page.getByLabel("Note", exactly()).fill("asks for two coaches");
    page.keyboard().press("Escape");
    page.keyboard().press("2");
    Locator again = page.getByRole(AriaRole.GROUP, named("Call again"));
    assertThat(again).containsText("18 Nov");
    // A day earlier is the next quarter of an hour of today.
    page.keyboard().press("ArrowDown");
    assertThat(again).containsText("17 Nov");
    page.keyboard().press("Escape");
    assertState(page, "wrap-up");
    page.keyboard().press("Enter");

    assertThat(who).containsText("Island School B");
    page.keyboard().press("Enter");
    assertState(page, "talking");
    page.keyboard().press("b");
    page.keyboard().press("m");
    assertState(page, "break");
    assertThat(page.getByRole(AriaRole.STATUS).first()).containsText("The message is being left");
    assertThat(page.getByText("asks for two coaches")).isVisible();
    assertThat(page.getByText("for your calendar")).isVisible();
    assertThat(page.request().get("/api/v1/desk/follow-ups.ics").text())
        .contains("BEGIN:VEVENT", "Call Island School A", "asks for two coaches");
    assertMessageIsOnTheTape(machine);

    api.put("/clock", Map.of("speed", 60)).expect(200);
    assertThat(page.getByText("The clock runs faster than life.")).isVisible();
    String promised = promised();
    api.await("/floor", is -> is.get("at").asString().compareTo(promised) > 0, 30);
    api.put("/clock", Map.of("speed", 1)).expect(200);
    page.keyboard().press("Enter");
    assertThat(who).containsText("Island School A");
    assertThat(who).containsText("You promised this call: asks for two coaches");

    page.keyboard().press("Enter");
    assertThat(page.locator("h1"))
        .hasText(Pattern.compile("talking|ready", Pattern.CASE_INSENSITIVE), waiting());
    page.keyboard().press("Escape");
    Page report = page(floor, "/campaigns/" + campaign);
    Locator byAgent = report.getByLabel("By agent", exactly());
    assertThat(byAgent).containsText(Pattern.compile("Lior Strand3"), contains());
    assertThat(byAgent).containsText("1 message left after the beep");
    assertThat(byAgent).containsText("1 Call again");
    assertThat(report.getByLabel("By hour", exactly())).isVisible();
    assertThat(report.getByText("4 people, each in one place")).isVisible();
    if (page.locator("h1").innerText().equalsIgnoreCase("wrap-up")) {
      page.keyboard().press("1");
      page.keyboard().press("Enter");
    }
    browser.assertQuiet(gemba);
  }

  @Test
  void whoClosesThePageInMidCallIsBackInItWhenItIsOpenedAgain() throws Exception {
    List<String> people = DeskHouse.numbers(Answers.PERSON, 1, 500);
    long list = DeskHouse.schools(api, folder, "Ferry School", people);
    DeskHouse.launch(api, "Summer sailings", list, "ONE_PER_AGENT");
    Page page = signedIn("carys");
    if (page.locator("h1").innerText().equalsIgnoreCase("break")) {
      button(page, "Sign off").click();
    }
    page.getByLabel("Calls for")
        .selectOption(
            new com.microsoft.playwright.options.SelectOption()
                .setLabel("Summer sailings · 1 person to come"));
    signOn(page);
    page.keyboard().press("Enter");
    assertState(page, "talking");
    page.keyboard().press(" ");
    assertThat(page.getByLabel("Heard").getByRole(AriaRole.LISTITEM))
        .hasCount(3, within(SPOKEN_BEFORE_IT_IS_HEARD_MILLIS));
    var sitting = page.context();
    page.close();
    RunningGemba.pause(3_000);
    Page again = sitting.newPage();
    again.navigate("/calls");
    assertState(again, "talking");
    assertThat(again.getByLabel("Who it is")).containsText("Ferry School A");
    assertThat(again.getByLabel("Heard").getByRole(AriaRole.LISTITEM)).hasCount(3);
    again.keyboard().press("/");
    again.getByLabel("Say in your own words").fill("Thank you, goodbye.");
    again.keyboard().press("Enter");
    assertIsHeard(again);
    assertState(again, "wrap-up");
    again.keyboard().press("3");
    again.keyboard().press("Enter");
    assertThat(again.getByText("You are ready. The next person comes by itself.")).isVisible();
    browser.assertQuiet(gemba);
  }

  private static void assertMessageIsOnTheTape(String machine) throws Exception {
    long until = System.currentTimeMillis() + 40_000;
    int heard = 0;
    while (heard == 0) {
      assertThat(System.currentTimeMillis()).as("the machine has recorded it").isLessThan(until);
      RunningGemba.pause(200);
      heard =
          telephone.logged("ended").stream()
              .filter(line -> line.getField("to").equals(machine))
              .map((NamedCsvRecord line) -> Integer.parseInt(line.getField("heard_ms")))
              .findFirst()
              .orElse(0);
    }
    assertThat(heard).as("milliseconds behind the beep").isBetween(2_000, 9_000);
  }

  private static String promised() {
    return api.get("/floor/follow-ups")
        .expect(200)
        .json()
        .get("items")
        .get(0)
        .get("due")
        .asString();
  }

  private static void assertIsHeard(Page page) {
    Locator meter = page.getByLabel("How loud the line is");
    long until = System.currentTimeMillis() + 15_000;
    while (Double.parseDouble(meter.getAttribute("data-loudest")) < -35) {
      assertThat(System.currentTimeMillis()).as("the line is heard").isLessThan(until);
      RunningGemba.pause(100);
    }
  }

  private static void assertState(Page page, String state) {
    assertThat(page.locator("h1"))
        .hasText(Pattern.compile(state, Pattern.CASE_INSENSITIVE), waiting());
  }

  private static void assertRow(Page floor, String agent, String doing) {
    Locator row = floor.locator("tr").filter(new Locator.FilterOptions().setHasText(agent));
    assertThat(row).containsText(Pattern.compile(doing), contains());
  }

  private static Page signedIn(String login) {
    Page page = browser.page(gemba);
    Browser.signIn(page, login, DeskHouse.PASSWORD);
    page.navigate("/calls");
    page.locator("h1").waitFor();
    return page;
  }

  private static Page page(Page of, String path) {
    of.navigate(path);
    return of;
  }

  private static void signOn(Page page) {
    button(page, "Sign on").click();
    assertState(page, "break");
  }

  private static Locator button(Page page, String name) {
    return Browser.button(page, name);
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private static Page.GetByLabelOptions exactly() {
    return new Page.GetByLabelOptions().setExact(true);
  }

  private static LocatorAssertions.HasCountOptions within(int millis) {
    return new LocatorAssertions.HasCountOptions().setTimeout(millis);
  }

  private static LocatorAssertions.HasTextOptions waiting() {
    return new LocatorAssertions.HasTextOptions().setTimeout(30_000);
  }

  private static LocatorAssertions.ContainsTextOptions contains() {
    return new LocatorAssertions.ContainsTextOptions().setTimeout(30_000);
  }
}
