package app.gemba.e2e;

import static app.gemba.e2e.Browser.button;
import static app.gemba.e2e.Browser.link;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * From sign-in to report with the file of season-pass holders, as an operator goes: the real jar,
 * the real interface, a message centre of its own at the other end of a real wire.
 */
class FileToReportTest {
  /** Noon in New York, nine in Los Angeles; Hawaii and Australia sleep. */
  private static final String NOON = "2026-11-17T17:00:00Z";

  private static final Path FILE =
      Path.of("src/test/resources/season-pass-holders.csv").toAbsolutePath();
  private static final String MESSAGE =
      "Marram Ferries: {{first_name}}, the winter boats run from 1 December. Reply STOP for no more"
          + " texts.";
  private static final Pattern NUMBER = Pattern.compile("([\\d,]+)");

  @TempDir Path folder;

  @Test
  void anOperatorTellsThePassHoldersAboutTheWinterBoats() throws Exception {
    try (StandInApart centre = StandInApart.messages(folder, 60);
        RunningGemba gemba = RunningGemba.start(folder.resolve("house"), "start", "--clock", NOON);
        Browser browser = new Browser()) {
      Page page = browser.page(gemba);
      makeTheFirstAccount(page);
      setTheHouseUp(page, centre);
      bringTheFileIn(page);
      compose(page);
      seeBeforeSending(page);
      launch(page);
      pullTheBrake(page, centre);
      awaitTheEvening(page);
      assertEverybodyIsInOnePlace(page, centre);
      assertOneStory(page);
      browser.assertQuiet(gemba);
    }
  }

  private static void makeTheFirstAccount(Page page) {
    page.navigate("/");
    page.getByLabel("Your name").fill("Ada Voss");
    page.getByLabel("Login").fill("ada");
    page.getByLabel("Password").fill("long-enough-1");
    button(page, "Make the account").click();
    assertThat(page.getByText("No SMS network is set up, so nothing can be sent.")).isVisible();
  }

  private static void setTheHouseUp(Page page, StandInApart centre) {
    link(page, "Setup").click();
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).first().fill("Marram");
    page.getByLabel("Time zone").fill("America/New_York");
    page.getByLabel("Default country").fill("US");
    page.getByLabel("Currency").fill("USD");
    button(page, "Save the house").click();
    button(page, "Connect a message centre").click();
    page.getByLabel("Host").fill("localhost");
    page.getByLabel("Port", new Page.GetByLabelOptions().setExact(true))
        .fill(String.valueOf(centre.port));
    page.getByLabel("System id").fill(StandInApart.LOGIN);
    page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Password"))
        .first()
        .fill(StandInApart.LOGIN);
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Connect").setExact(true))
        .click();
    assertThat(page.getByText("Connected.", new Page.GetByTextOptions().setExact(true)))
        .isVisible(within(20));
    page.getByLabel("Number or name").fill("207 555 0100");
    page.getByLabel("What it is").fill("Booking office");
    button(page, "Add the sender").click();
    assertThat(page.getByText("+1 207 555 0100")).isVisible();
  }

  private static void bringTheFileIn(Page page) {
    link(page, "People").click();
    assertThat(page.getByText("Nobody is here yet")).isVisible();
    page.getByLabel("File to import").setInputFiles(FILE);
    assertThat(page.getByText("5,000 rows, 12 columns")).isVisible(within(20));
    assertThat(page.getByLabel("Guest no becomes")).hasValue("OWN_ID");
    assertThat(page.getByLabel("Mobile becomes")).hasValue("PHONE");
    assertThat(page.getByLabel("Other phone becomes")).hasValue("PHONE");
    assertThat(page.getByLabel("Texts OK? becomes")).hasValue("AGREED");
    page.getByLabel("Name of the new list").fill("Season pass holders");
    page.getByLabel("How it was given").fill("pass form at the booking office");
    button(page, "Import 4,844 rows").click();
    assertThat(page.getByText("5,000 rows, each in one place")).isVisible(within(60));
    String outcome = page.locator("dl").innerText().replaceAll("\\s+", " ");
    assertThat(outcome)
        .contains("4,647 new people", "197 merged", "156 rejected")
        .contains(
            "58 no number", "36 no number in the text", "45 not a usable number", "17 digits");
    assertThat(rowsOf(download(page, "Download the rejects"))).hasSize(156);
  }

  private static void compose(Page page) {
    link(page, "Campaigns").click();
    button(page, "New campaign").click();
    page.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill("Winter timetable");
    page.getByLabel("Add a list").selectOption("Season pass holders (4,647)");
    page.getByLabel("Says").fill(MESSAGE);
    page.getByLabel("first name blank? say").fill("Dear guest");
    page.getByLabel("From", new Page.GetByLabelOptions().setExact(true)).selectOption("1");
    page.getByLabel("Campaign hours from").fill("00:00");
    page.getByLabel("Campaign hours to").fill("00:00");
    page.getByLabel("How fast").fill("60000");
    assertThat(page.getByTestId("measure")).containsText("1 message");
  }

  private static void seeBeforeSending(Page page) {
    Locator reach = page.getByLabel("Who it will reach");
    assertThat(reach.getByText("4,017 may be contacted")).isVisible(within(20));
    assertThat(reach.getByText("238 only a landline")).isVisible();
    button(page, "Marketing").click();
    assertThat(reach.getByText("3,744 may be contacted")).isVisible(within(20));
    assertThat(reach.getByText("no agreement to marketing")).isVisible();
    reach
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("only a landline"))
        .click();
    assertThat(reach.getByText("Rule: a landline takes neither texts nor voicemail")).isVisible();
    assertThat(reach.locator("li")).hasCount(50);
    button(page, "Service message").click();
    assertThat(reach.getByText("4,017 may be contacted")).isVisible(within(20));
  }

  private static void launch(Page page) {
    button(page, "Launch to 4,017").click();
    Locator dialog = page.getByRole(AriaRole.DIALOG);
    // 436 of them have a name with letters outside the GSM alphabet: two messages each.
    assertThat(dialog).containsText("4,017 people will get 4,453 messages for $35.62.");
    assertThat(dialog).containsText("630 will not be contacted.");
    dialog
        .getByRole(
            AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Launch to 4,017 people"))
        .click();
    assertThat(button(page, "Pause")).isVisible(within(20));
  }

  private static void pullTheBrake(Page page, StandInApart centre) throws Exception {
    button(page, "Stop everything").click();
    assertThat(page.getByText("The brake is on")).isVisible();
    RunningGemba.pause(500);
    int before = centre.logged("submit").size();
    RunningGemba.pause(2000);
    assertThat(centre.logged("submit")).as("texts while the brake is on").hasSize(before);
    button(page, "Take the brake off").click();
    button(page, "Pause").click();
    assertThat(button(page, "Resume")).isVisible();
    button(page, "Resume").click();
  }

  /** Nobody is in flight any more; who sleeps is held until their morning. */
  private static void awaitTheEvening(Page page) {
    long until = System.currentTimeMillis() + 120_000;
    Map<String, Long> places = places(page);
    while (places.containsKey("in flight") || places.containsKey("to come")) {
      assertThat(System.currentTimeMillis()).as("%s", places).isLessThan(until);
      RunningGemba.pause(500);
      places = places(page);
    }
  }

  private static void assertEverybodyIsInOnePlace(Page page, StandInApart centre)
      throws IOException {
    Map<String, Long> places = places(page);
    assertThat(places.values().stream().mapToLong(n -> n).sum()).isEqualTo(4647);
    assertThat(places).containsEntry("refused", 630L);
    long sent =
        places.getOrDefault("delivered", 0L)
            + places.getOrDefault("failed", 0L)
            + places.getOrDefault("expired", 0L);
    List<String> parts =
        centre.logged("submit").stream()
            .map(line -> line.getField("destination") + " " + line.getField("part"))
            .toList();
    assertThat(parts).as("no part twice").doesNotHaveDuplicates();
    Set<String> texted =
        centre.logged("submit").stream()
            .map(line -> line.getField("destination"))
            .collect(Collectors.toSet());
    assertThat(texted).as("the message centre's log").hasSize((int) sent);
    assertThat(sent + places.getOrDefault("held", 0L)).isEqualTo(4017);
    assertThat(places.get("held")).as("some are asleep").isPositive();

    List<NamedCsvRecord> table = rowsOf(download(page, "Table as CSV"));
    assertThat(table).hasSize(4647);
    assertThat(table.stream().mapToInt(row -> Integer.parseInt(row.getField("segments"))).sum())
        .as("messages in the table and on the wire")
        .isEqualTo(parts.size());
    Set<String> delivered =
        table.stream()
            .filter(row -> row.getField("state").equals("reached"))
            .map(row -> row.getField("number"))
            .collect(Collectors.toSet());
    Map<String, Long> confirmed =
        centre.logged("DELIVRD").stream()
            .collect(
                Collectors.groupingBy(line -> line.getField("destination"), Collectors.counting()));
    for (NamedCsvRecord row : table) {
      boolean whole =
          confirmed.getOrDefault(row.getField("number"), 0L)
              == Long.parseLong(row.getField("segments"));
      boolean sentAtAll = !row.getField("segments").equals("0");
      assertThat(delivered.contains(row.getField("number")))
          .as("%s", row)
          .isEqualTo(sentAtAll && whole);
    }
  }

  private static void assertOneStory(Page page) {
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("delivered.*show them")))
        .click();
    Locator people = page.locator("main ul li button");
    assertThat(people.first()).isVisible();
    people.first().click();
    Locator story = page.locator("main ol");
    assertThat(story).containsText("taken by the network");
    assertThat(story).containsText("delivered");
    assertThat(story).containsText("the winter boats run from 1 December");
  }

  /** The report as it stands on the page: people by place. */
  private static Map<String, Long> places(Page page) {
    Map<String, Long> places = new TreeMap<>();
    for (String row :
        page.locator("main table.rows").first().locator("tr:not([data-class])").allInnerTexts()) {
      String[] parts = row.strip().split("[\\t\\n]+");
      Matcher count = NUMBER.matcher(parts[0]);
      if (count.find() && parts.length > 1) {
        places.merge(parts[1].strip(), Long.parseLong(count.group(1).replace(",", "")), Long::sum);
      }
    }
    return places;
  }

  private static Path download(Page page, String link) {
    Download download = page.waitForDownload(() -> link(page, link).click());
    return download.path();
  }

  private static List<NamedCsvRecord> rowsOf(Path csv) {
    try (CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(csv)) {
      return rows.stream().toList();
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private static LocatorAssertions.IsVisibleOptions within(int seconds) {
    return new LocatorAssertions.IsVisibleOptions().setTimeout(seconds * 1000.0);
  }
}
