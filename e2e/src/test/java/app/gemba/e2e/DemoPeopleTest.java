package app.gemba.e2e;

import static app.gemba.e2e.Browser.button;
import static app.gemba.e2e.Browser.link;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions;
import com.microsoft.playwright.assertions.LocatorAssertions.IsVisibleOptions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.ResourceLock;

/** Files, lists and people of the demo, each thing as an operator would do it. */
@ResourceLock(SharedDemo.LOCK)
class DemoPeopleTest {
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
    dialog.getByLabel("Number").fill("(860) 555-0155");
    dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Add")).click();
    assertThat(page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setName("Wilma Hand")))
        .isVisible();
    assertThat(page.getByText("in New York")).isVisible();
    button(page, "Change").click();
    page.getByRole(AriaRole.DIALOG).getByLabel("E-mail").fill("wilma@guests.example");
    button(page, "Save").click();
    assertThat(page.getByText("wilma@guests.example").first()).isVisible();
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
  void aFileIsCountedBeforeAnythingIsWritten() throws IOException {
    Page page = signedIn("/people/import");
    page.getByLabel("File to import")
        .setInputFiles(Path.of("src/test/resources/season-pass-holders.csv"));
    Locator will = page.getByLabel("What will happen");
    assertThat(will)
        .containsText(
            "4,647 new people",
            new com.microsoft.playwright.assertions.LocatorAssertions.ContainsTextOptions()
                .setTimeout(20_000));
    assertThat(will).containsText("197 rows merged into somebody known");
    assertThat(will).containsText("156 rejected");
    assertThat(will).containsText("58 no number");
    assertThat(page.getByText("98 not usable")).isVisible();
    button(page, "Show what is in Mobile").click();
    assertThat(page.getByText("17 digits lost by a spreadsheet").last()).isVisible();
    page.getByLabel("Mobile becomes").selectOption("FIELD");
    assertThat(will).not().containsText("4,647 new people");
    button(page, "read it otherwise").click();
    page.getByLabel("The first row is a header").click();
    assertThat(page.getByText("5,001 rows, 12 columns")).isVisible();
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
        .containsText("1 rows merged into somebody known");
  }

  @Test
  void aLargeFileShowsHowFastItGoesAndCanBeLeft() throws IOException {
    StringBuilder csv = new StringBuilder("Name,Mobile\n");
    for (int i = 0; i < 20_000; i++) {
      csv.append(String.format("Guest %d,+1 %d 55%d %04d%n", i, 201 + i % 9 * 100, i / 4_000, i));
    }
    Path file = Files.writeString(folder.resolve("everybody.csv"), csv);
    Page page = signedIn("/people/import");
    page.getByLabel("File to import").setInputFiles(file);
    assertThat(page.getByLabel("What will happen"))
        .containsText("new people", new ContainsTextOptions().setTimeout(60_000));
    page.getByRole(
            AriaRole.BUTTON,
            new Page.GetByRoleOptions().setName(Pattern.compile("Import [\\d,]+ rows")))
        .click();
    assertThat(page.getByText(Pattern.compile(" of 20,000 rows, [\\d,]+ a second, \\d+ s left")))
        .isVisible();
    link(page, "People").click();
    assertThat(page.getByText("importing")).isVisible();
    link(page, "everybody.csv").first().click();
    assertThat(page.getByText("20,000 rows, each in one place"))
        .isVisible(new IsVisibleOptions().setTimeout(120_000));
  }

  @Test
  void aFilePutAsideAndAChangedPersonComeBack() throws IOException {
    Path file = Files.writeString(folder.resolve("aside.csv"), "Name,Mobile\nIda,(603) 555-0171\n");
    Page page = signedIn("/people/import");
    page.getByLabel("File to import").setInputFiles(file);
    button(page, "Put it aside").click();
    assertThat(link(page, "aside.csv")).hasCount(0);
    button(page, "Undo").click();
    assertThat(link(page, "aside.csv")).isVisible();
    page.navigate("/people/7");
    String name = page.getByRole(AriaRole.HEADING).first().innerText();
    button(page, "Change").click();
    page.getByRole(AriaRole.DIALOG).getByLabel("Name").fill("Somebody Else");
    page.keyboard().press("Control+Enter");
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText("Somebody Else");
    button(page, "Undo").click();
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText(name);
  }

  @Test
  void aNumberIsSaidToBeElsewhereAndBackAgain() {
    Page page = signedIn("/people/7");
    button(page, "another zone").click();
    page.getByLabel("Time zone of this number").fill("Mars/Olympus");
    button(page, "Set").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("is no time zone");
    page.getByLabel("Time zone of this number").fill("Pacific/Auckland");
    button(page, "Set").click();
    assertThat(page.getByText("in Auckland").first()).isVisible();
    button(page, "Undo").click();
    assertThat(page.getByText("in Auckland")).hasCount(0);
  }

  private static Page signedIn(String path) {
    return browser.signedIn("tove", path);
  }
}
