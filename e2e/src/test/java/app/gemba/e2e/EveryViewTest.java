package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.AxeResults;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Response;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.zip.GZIPOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.ResourceLock;

/** Every view of the demo, light and dark. */
@ResourceLock(SharedDemo.LOCK)
class EveryViewTest {
  private static final List<String> VIEWS =
      List.of(
          "/",
          "/people",
          "/people/lists/1",
          "/people/1",
          "/people/import",
          "/people/import/1",
          "/campaigns",
          "/campaigns/1",
          "/campaigns/4",
          "/campaigns/7",
          "/campaigns/9",
          "/campaigns/10",
          "/campaigns/13",
          "/campaigns/14",
          "/campaigns/16",
          "/calls/floor",
          "/calls/desk",
          "/replies",
          "/setup");
  private static final int[] WIDTHS = {2560, 1920, 1280};
  private static final int LARGEST_FIRST_LOAD = 250_000;

  private static RunningGemba gemba;
  private static Browser browser;

  @BeforeAll
  static void start() {
    gemba = SharedDemo.gemba();
    browser = new Browser();
  }

  @AfterAll
  static void stop() {
    browser.close();
  }

  /** WCAG 2.2 AA as far as axe-core can tell; and nothing is cut off sideways at any width. */
  @Test
  void isSoundAndWhole() {
    Page page = browser.page(gemba);
    Browser.signIn(page, "ines", "ferry-demo");
    for (String view : VIEWS) {
      go(page, view);
      page.getByRole(com.microsoft.playwright.options.AriaRole.HEADING).first().waitFor();
      assertSound(page, view);
      assertContrastInTheDark(page, view);
      for (int width : WIDTHS) {
        assertNothingCutOff(page, view, width);
      }
    }
    browser.assertQuiet(gemba);
  }

  @Test
  void theSignInPageIsSoundToo() {
    Page page = browser.page(gemba);
    page.navigate("/");
    page.getByLabel("Login").waitFor();
    assertSound(page, "sign-in");
  }

  @Test
  void theFirstLoadIsSmall() {
    Page page = browser.page(gemba);
    List<byte[]> scripts = new CopyOnWriteArrayList<>();
    page.onResponse(
        response -> {
          if (isScript(response)) {
            scripts.add(response.body());
          }
        });
    Browser.signIn(page, "tove", "ferry-demo");
    page.waitForTimeout(1000);
    int compressed = scripts.stream().mapToInt(EveryViewTest::compressed).sum();
    assertThat(scripts).isNotEmpty();
    assertThat(compressed).as("bytes of script, compressed").isLessThan(LARGEST_FIRST_LOAD);
  }

  @Test
  void whoMayOnlyReadSeesMaskedNumbersAndNoButtonThatChangesAnything() {
    Page page = browser.page(gemba);
    Browser.signIn(page, "bram", "ferry-demo");
    page.navigate("/people/lists/1");
    page.locator("tbody tr").first().waitFor();
    assertThat(page.locator("tbody").innerText()).contains("***").doesNotContain("555 01");
    for (String view : VIEWS) {
      go(page, view);
      assertThat(page.locator("main .btn-primary").allInnerTexts())
          .as(view)
          .allMatch(word -> word.equals("See the people"));
    }
  }

  /** To another view as a link goes, without loading the page again. */
  private static void go(Page page, String view) {
    page.evaluate(
        "to => { history.pushState({}, '', to); dispatchEvent(new PopStateEvent('popstate')); }",
        view);
    page.waitForTimeout(800);
  }

  private static boolean isScript(Response response) {
    return response.request().resourceType().equals("script");
  }

  private static int compressed(byte[] content) {
    try (ByteArrayOutputStream bytes = new ByteArrayOutputStream()) {
      try (GZIPOutputStream gzip = new GZIPOutputStream(bytes)) {
        gzip.write(content);
      }
      return bytes.size();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void assertNothingCutOff(Page page, String view, int width) {
    page.setViewportSize(width, width * 5 / 8);
    page.waitForTimeout(100);
    Object wider =
        page.evaluate(
            "() => { const m = document.querySelector('main');"
                + " return m.scrollWidth - m.clientWidth; }");
    assertThat(((Number) wider).intValue()).as("%s at %d", view, width).isLessThanOrEqualTo(0);
  }

  /** The other theme has other colours, and nothing else. */
  private static void assertContrastInTheDark(Page page, String view) {
    page.evaluate("() => document.documentElement.setAttribute('data-theme', 'gemba-dark')");
    page.waitForTimeout(200);
    assertNone(axe(page).withRules(List.of("color-contrast")).analyze(), view + " dark");
    page.evaluate("() => document.documentElement.setAttribute('data-theme', 'gemba')");
  }

  /** As far as axe-core can tell. */
  static void assertSound(Page page, String what) {
    assertNone(axe(page).analyze(), what);
  }

  /**
   * The first rows of a list stand for all; no view has frames, for which alone a further page is
   * needed.
   */
  private static AxeBuilder axe(Page page) {
    return new AxeBuilder(page)
        .setLegacyMode(true)
        .exclude("tr:nth-child(n+7)")
        .exclude("li:nth-child(n+7)");
  }

  private static void assertNone(AxeResults results, String what) {
    assertThat(
            results.getViolations().stream()
                .filter(rule -> List.of("serious", "critical").contains(rule.getImpact()))
                .map(rule -> rule.getId() + " " + rule.getNodes().get(0).getHtml())
                .toList())
        .as(what)
        .isEmpty();
  }
}
