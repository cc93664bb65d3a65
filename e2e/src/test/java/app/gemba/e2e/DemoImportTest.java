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
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.ResourceLock;

/** A file put right where it stands, taken in, taken back; people kept and found again. */
@ResourceLock(SharedDemo.LOCK)
class DemoImportTest {
  private static final Pattern IMPORT = Pattern.compile("^Import [\\d,]+ rows$");

  @TempDir static Path folder;
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
  void aMappingIsCorrectedACellMendedAndTheRejectsBroughtBack() throws IOException {
    Page page =
        dropped(
            "kiosk.csv",
            """
            Who;Reach;Also;Walks
            Gwen Brandt;Pass 44-603 555 0121;;yes
            Jonas Lund;see notes;;no
            Una Farrow;1.20756E+10;;no
            Rosa Abel;603 555 0124;603 555 0125;yes
            """);
    assertThat(page.getByText("UTF-8, semicolon between cells, header found")).isVisible();
    Locator will = page.getByLabel("What will happen");
    assertThat(page.getByLabel("Who becomes")).hasValue("FIELD");
    page.getByLabel("Who becomes").selectOption("NAME");
    page.getByLabel("Reach becomes").selectOption("PHONE");
    assertThat(page.getByText("As you chose.").first()).isVisible();

    button(page, "Only problems").click();
    assertThat(page.locator("tbody tr")).hasCount(3);
    page.getByLabel("Reach, row 2: see notes").click();
    page.getByLabel("Reach, row 2").fill("603 555 0122");
    page.keyboard().press("Enter");
    assertThat(page.getByText("put right")).isVisible();
    assertThat(will).containsText("2 rejected");

    button(page, "More about Reach").click();
    page.getByLabel("Strip a text").fill("Pass 44-");
    button(page, "Strip").last().click();
    assertThat(page.getByText("“Pass 44-” stripped from Reach")).isVisible();
    assertThat(will).containsText("1 rejected");
    assertThat(will).containsText("3 new people");
    page.getByLabel("Name of the new list").fill("Kiosk sign-ups");
    importNow(page);
    assertThat(page.getByText("4 rows, each in one place")).isVisible();
    Download rejects = page.waitForDownload(() -> link(page, "Download the rejects").click());
    String text = Files.readString(rejects.path());
    assertThat(text).contains("digits lost by a spreadsheet").doesNotContain("Jonas");

    Path mended =
        Files.writeString(
            folder.resolve("kiosk-mended.csv"), text.replace("1.20756E+10", "603 555 0123"));
    page.navigate("/people/import");
    page.getByLabel("File to import").setInputFiles(mended);
    assertThat(page.getByText("taken as “Files like kiosk.csv”")).isVisible();
    assertThat(page.getByLabel("Who becomes")).hasValue("NAME");
    assertThat(page.getByLabel("What will happen")).containsText("1 new people");
    page.getByLabel("Onto").selectOption("Kiosk sign-ups");
    importNow(page);
    link(page, "See the people").click();
    assertThat(page.getByText("4 people").first()).isVisible();
    assertThat(link(page, "Una Farrow")).isVisible();
  }

  @Test
  void anImportIsTakenBackWhole() throws IOException {
    Page page =
        dropped("mistake.csv", "Name,Mobile\nHanna Tveit,603 555 0141\nNils Sund,603 555 0142\n");
    importNow(page);
    assertThat(page.getByText("2 rows, each in one place")).isVisible();
    button(page, "Take it back").click();
    Locator dialog = page.getByRole(AriaRole.DIALOG);
    assertThat(dialog).containsText("2 people whom it brought go again");
    dialog
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Take it back"))
        .click();
    assertThat(page.getByText("This import has been taken back")).isVisible();
    page.navigate("/people");
    page.getByLabel("Find people").fill("hanna tveit");
    assertThat(page.getByText("Nobody is found.")).isVisible();
  }

  @Test
  void anImportWhosePeopleWereContactedSaysWho() {
    Page page = browser.signedIn("tove", "/people");
    link(page, "pass-holders-2026.csv").click();
    button(page, "Take it back").click();
    assertThat(page.getByRole(AriaRole.DIALOG)).containsText("cannot be taken back any more");
    page.getByRole(AriaRole.DIALOG)
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("All right"))
        .click();
  }

  @Test
  void aFilterIsSavedCountedAndUsedAndManyAreTaggedAtOnce() {
    Page page = browser.signedIn("tove", "/people");
    button(page, "Filter").click();
    page.getByLabel("Add a condition about").selectOption("FIELD");
    page.getByLabel("Field").selectOption("home_port");
    page.getByLabel("Value").fill("old harbour");
    page.getByLabel("Add a condition about").selectOption("TAG");
    page.getByLabel("Tag").fill("walker");
    page.waitForResponse(
        counted ->
            counted.url().endsWith("/people/count")
                && counted.request().postData().contains("\"not\":true"),
        () -> page.getByLabel("Condition 2 holds").selectOption("not"));
    page.waitForTimeout(300);
    Locator count =
        page.getByRole(AriaRole.STATUS)
            .filter(new Locator.FilterOptions().setHasText(Pattern.compile("^[\\d,]+ people$")));
    assertThat(count).isVisible();
    String people = count.innerText();
    page.getByLabel("Name of the filter").fill("Old Harbour, no walkers");
    button(page, "Save the filter").click();
    assertThat(page.getByText("a filter: always current")).isVisible();
    assertThat(page.getByText(people).first()).isVisible();

    page.locator("tbody input[type=checkbox]").nth(0).check();
    button(page, "that match").click();
    page.getByLabel("Do with them").selectOption("TAG");
    page.getByRole(AriaRole.DIALOG).getByLabel("Tag").fill("harbour walk");
    page.keyboard().press("Control+Enter");
    assertThat(page.getByText(people + ": tagged.")).isVisible();
    page.navigate("/people");
    assertThat(page.getByText(people + " tagged “harbour walk”")).isVisible();
    button(page, "take it back").first().click();
    assertThat(page.getByText("taken back").first()).isVisible();
    link(page, "Old Harbour, no walkers").click();
    page.getByLabel("Empty or delete").selectOption("delete");
    assertThat(page.getByRole(AriaRole.DIALOG)).containsText("stay");
    page.keyboard().press("Control+Enter");
    assertThat(link(page, "Old Harbour, no walkers")).hasCount(0);
    button(page, "Undo").click();
    assertThat(link(page, "Old Harbour, no walkers")).isVisible();
  }

  private static Page dropped(String name, String content) throws IOException {
    Path file = Files.writeString(folder.resolve(name), content);
    Page page = browser.signedIn("tove", "/people/import");
    page.getByLabel("File to import").setInputFiles(file);
    assertThat(page.getByLabel("What will happen")).isVisible();
    return page;
  }

  private static void importNow(Page page) {
    page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(IMPORT)).click();
  }
}
