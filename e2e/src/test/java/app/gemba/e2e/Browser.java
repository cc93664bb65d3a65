package app.gemba.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.regex.Pattern;

/** Debian's Chromium, without a monitor. Everything its pages complain about is remembered. */
final class Browser implements AutoCloseable {
  /** The browser's own note of an answer that the page tells the operator in a sentence. */
  private static final Pattern REFUSAL =
      Pattern.compile("Failed to load resource: .* status of (409|422) .*");

  private static final int ASSERTED_WITHIN_MILLIS = 20_000;

  private final Playwright playwright;
  private final com.microsoft.playwright.Browser chromium;
  private final List<String> complaints = new CopyOnWriteArrayList<>();
  private volatile boolean refusalsMeant;
  private final List<String> requests = new CopyOnWriteArrayList<>();

  Browser() {
    // Two classes share the machine: what is there in the end counts, not how soon.
    PlaywrightAssertions.setDefaultAssertionTimeout(ASSERTED_WITHIN_MILLIS);
    playwright =
        Playwright.create(
            new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    chromium =
        playwright
            .chromium()
            .launch(
                new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setArgs(
                        List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--use-fake-device-for-media-stream",
                            "--use-fake-ui-for-media-stream",
                            "--disable-quic",
                            "--no-first-run",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync")));
  }

  /** From here on the test does what is refused, on purpose. */
  void meansToBeRefused() {
    refusalsMeant = true;
  }

  /** A page of somebody who is not signed in yet, 1280 by 800. */
  Page page(RunningGemba gemba) {
    return page(gemba, 1280, 800);
  }

  Page page(RunningGemba gemba, int width, int height) {
    BrowserContext context =
        chromium.newContext(
            new com.microsoft.playwright.Browser.NewContextOptions()
                .setViewportSize(width, height)
                .setBaseURL(gemba.address())
                .setLocale("en-GB"));
    Page page = context.newPage();
    page.onConsoleMessage(
        message -> {
          boolean refusal = refusalsMeant && REFUSAL.matcher(message.text()).matches();
          if (!refusal && !List.of("log", "info", "debug").contains(message.type())) {
            complaints.add(page.url() + ": " + message.text());
          }
        });
    page.onPageError(error -> complaints.add(page.url() + ": " + error));
    page.onRequest(request -> requests.add(request.url()));
    return page;
  }

  /** A page of the shared demo on which somebody is signed in. */
  Page signedIn(String login, String path) {
    Page page = page(SharedDemo.gemba());
    signIn(page, login, "ferry-demo");
    page.navigate(path);
    return page;
  }

  /** Signs in on the sign-in page. */
  static void signIn(Page page, String login, String password) {
    page.navigate("/");
    page.getByLabel("Login").fill(login);
    page.getByLabel("Password").fill(password);
    button(page, "Sign in").click();
    page.getByRole(AriaRole.NAVIGATION).waitFor();
  }

  static com.microsoft.playwright.Locator button(Page page, String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  static com.microsoft.playwright.Locator link(Page page, String name) {
    return page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(name));
  }

  /** The console is clean, and nothing was asked of any other machine. */
  void assertQuiet(RunningGemba gemba) {
    assertThat(complaints).as("the console").isEmpty();
    assertThat(requests)
        .as("requests")
        .isNotEmpty()
        .allMatch(url -> url.startsWith(gemba.address()) || url.startsWith("blob:"));
  }

  @Override
  public void close() {
    chromium.close();
    playwright.close();
  }
}
