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
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.regex.Pattern;

/** What an operator does with any channel, on one page. */
record ChannelWalk(Page page, Api api, Path folder) {

  void connectTheChatService(StandInApart chat) {
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

  void connectTheExchange(StandInApart telephone) {
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

  void addSender(String address, String label, String carries) {
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
  void begin(String channel, String name, String fileName, CharSequence content, int rows)
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

  void writeTemplates() {
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

  void agree(int count) {
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

  void launch(String promise) {
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

  void awaitEnd(Predicate<Map<String, Long>> ended) {
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

  static boolean settled(Map<String, Long> states) {
    return !states.isEmpty()
        && states.keySet().stream()
            .noneMatch(state -> List.of("WAITING", "HELD", "IN_FLIGHT").contains(state));
  }

  List<NamedCsvRecord> table() throws IOException {
    Download download = page.waitForDownload(() -> link(page, "Table as CSV").click());
    try (CsvReader<NamedCsvRecord> rows = CsvReader.builder().ofNamedCsvRecord(download.path())) {
      return rows.stream().toList();
    }
  }

  /** That something is heard when a button is pressed: level, and pitch where it is a tone. */
  void assertSounds(Locator within, String button, double hertz) {
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

  String label(String part) {
    return page.getByLabel("From", new Page.GetByLabelOptions().setExact(true))
        .locator("option")
        .filter(new Locator.FilterOptions().setHasText(part))
        .first()
        .getAttribute("value");
  }

  static LocatorAssertions.IsVisibleOptions within(int seconds) {
    return new LocatorAssertions.IsVisibleOptions().setTimeout(seconds * 1000.0);
  }
}
