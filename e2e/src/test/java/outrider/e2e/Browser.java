package outrider.e2e;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.openqa.selenium.By;
import org.openqa.selenium.ElementClickInterceptedException;
import org.openqa.selenium.Keys;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.TimeoutException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.support.ui.ExpectedCondition;
import org.openqa.selenium.support.ui.WebDriverWait;

/** Headless Chromium on the packaged application. */
final class Browser implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofSeconds(30);
    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(50);
    /** Of the elements that a selector finds, those whose words, as the page holds them, begin so or hold them. */
    private static final String WORDED = """
            const [css, words, anywhere] = arguments;
            const plain = text => text.replace(/[\\u200b\\u200e\\u200f]/g, '').replace(/\\s+/g, ' ').trim();
            const sought = plain(words);
            const says = text => anywhere ? plain(text).includes(sought) : plain(text).startsWith(sought);
            const apart = e => [...e.querySelectorAll('*')].map(o => o.shadowRoot).filter(root => root);
            const texts = e => [e.innerText, e.textContent, ...apart(e).map(root => root.textContent)];
            return [...document.querySelectorAll(css)].filter(e => texts(e).some(says));
            """;

    final ChromeDriver driver;
    final Path downloads;
    private final String base;

    Browser(String base) throws IOException {
        this.base = base;
        downloads = Files.createTempDirectory("outrider-downloads");
        ChromeOptions options = new ChromeOptions();
        options.setBinary(System.getenv().getOrDefault("OUTRIDER_CHROMIUM", "/usr/bin/chromium"));
        options.addArguments(
                "--headless",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--lang=en",
                "--user-data-dir=" + Files.createTempDirectory("outrider-profile"));
        options.setExperimentalOption(
                "prefs",
                Map.of("download.default_directory", downloads.toString(), "download.prompt_for_download", false));
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(
                        new File(System.getenv().getOrDefault("OUTRIDER_CHROMEDRIVER", "/usr/bin/chromedriver")))
                .build();
        driver = new ChromeDriver(service, options);
        size(1280, 800);
    }

    void size(int width, int height) {
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
    }

    void open(String path) {
        driver.get(base + path);
    }

    void signIn(String name, String password) {
        open("/");
        find("input[name=name]").sendKeys(name);
        find("input[name=password]").sendKeys(password + Keys.ENTER);
        text("Briefs: one decision");
    }

    void signOut() {
        open("/");
        button("sign out");
        find("input[name=name]");
    }

    <T> T await(ExpectedCondition<T> condition) {
        try {
            return new WebDriverWait(driver, PATIENCE)
                    .pollingEvery(BETWEEN_LOOKS)
                    .ignoring(StaleElementReferenceException.class)
                    .until(condition);
        } catch (TimeoutException e) {
            picture(Path.of("target", "failure.png"));
            throw e;
        }
    }

    WebElement find(String css) {
        return await(d -> d.findElements(By.cssSelector(css)).stream()
                .filter(WebElement::isDisplayed)
                .findFirst()
                .orElse(null));
    }

    List<WebElement> all(String css) {
        return driver.findElements(By.cssSelector(css));
    }

    /** Waits until the page shows the words. */
    void text(String words) {
        await(d -> worded("body", words, true).stream()
                .anyMatch(body -> body.getText().contains(words)));
    }

    /** What may show the words; asked in one go, because looking at elements one by one takes long. */
    @SuppressWarnings("unchecked")
    private List<WebElement> worded(String css, String words, boolean anywhere) {
        return (List<WebElement>) driver.executeScript(WORDED, css, words, anywhere);
    }

    /** Presses what is found, again where the page moved under the pointer. */
    void press(String css) {
        await(d -> {
            try {
                find(css).click();
                return true;
            } catch (ElementClickInterceptedException moved) {
                return null;
            }
        });
    }

    void button(String words) {
        await(d -> {
            for (WebElement button : worded("button", words, false)) {
                boolean ready = button.isDisplayed() && button.isEnabled();
                if (!ready || !button.getText().strip().startsWith(words)) continue;
                button.click();
                return true;
            }
            return null;
        });
    }

    /** Types over a field and leaves it. */
    void fill(String label, String value) {
        WebElement field = find("[aria-label=\"" + label + "\"]");
        field.sendKeys(Keys.chord(Keys.CONTROL, "a") + value + Keys.TAB);
    }

    /** Brings a file to a server without briefs; gives back the address of the brief that it begins. */
    String bring(Path file) {
        text("There is no brief yet");
        return bringAnother(file);
    }

    /** Brings a file from the home page; gives back the address of the brief that it begins. */
    String bringAnother(Path file) {
        text("A new brief");
        driver.findElement(By.cssSelector("input[type=file]"))
                .sendKeys(file.toAbsolutePath().normalize().toString());
        text("How it is read");
        button("Read the file");
        text("The outcome");
        return driver.getCurrentUrl().replaceFirst("https?://[^/]+", "");
    }

    /** Changes what a brief settles, by the interface's own request; what is not named stays. */
    void settle(String brief, Map<String, Object> changes) {
        Map<?, ?> now = (Map<?, ?>) api("GET", "/briefs/" + brief, null);
        Map<Object, Object> decision = new HashMap<>((Map<?, ?>) now.get("decision"));
        changes.forEach((name, change) -> decision.merge(name, change, Browser::over));
        api("PUT", "/briefs/" + brief, Map.of("version", now.get("version"), "decision", decision));
    }

    private static Object over(Object now, Object change) {
        if (!(now instanceof Map<?, ?> all && change instanceof Map<?, ?> some)) return change;
        Map<Object, Object> both = new HashMap<>(all);
        both.putAll(some);
        return both;
    }

    /** A request as the interface makes it; maps, lists, texts and numbers. */
    Object api(String method, String path, Object body) {
        Object answer = driver.executeAsyncScript("""
                const [method, path, body, done] = arguments;
                const token = document.cookie.match(/(?:^|; )outrider-csrf=([^;]*)/)?.[1] ?? '';
                fetch('/api' + path, {
                  method,
                  headers: {'Content-Type': 'application/json', 'X-Outrider-Csrf': token},
                  body: body === null ? undefined : JSON.stringify(body)
                }).then(async response => {
                  const text = await response.text();
                  done(response.ok ? (text ? JSON.parse(text) : null) : 'refused: ' + response.status + ' ' + text);
                }, e => done('refused: ' + e));
                """, method, path, body);
        if (answer instanceof String text && text.startsWith("refused: ")) throw new IllegalStateException(text);
        return answer;
    }

    /** Fits all kinds of candidates of a brief that is split, and opens Compare. */
    void fitAndCompare(String brief) throws InterruptedException {
        open(brief + "/candidates");
        button("Fit all kinds as they come");
        fitted(brief.replaceAll("\\D", ""));
        open(brief + "/compare");
        find("[data-pane=gains]");
    }

    /** Waits until all kinds of candidates of a brief are fitted. */
    void fitted(String brief) throws InterruptedException {
        fitted(brief, 10);
    }

    /** Waits until a brief has at least so many candidates and all are fitted. */
    void fitted(String brief, int least) throws InterruptedException {
        for (int i = 0; i < 240; i++) {
            List<?> all = (List<?>) api("GET", "/candidates?brief=" + brief, null);
            if (all.size() >= least && all.stream().allMatch(c -> "done".equals(((Map<?, ?>) c).get("status")))) return;
            Thread.sleep(500);
        }
        throw new AssertionError("the candidates are not fitted");
    }

    /** Presses a key on the page itself. */
    void key(CharSequence key) {
        driver.executeScript("document.activeElement.blur()");
        driver.findElement(By.tagName("body")).sendKeys(key);
    }

    /** Findings of the accessibility checker, contrast, size of targets and best practices included. */
    List<?> accessibilityFindings() throws IOException {
        settled();
        driver.executeScript(Files.readString(Path.of("..", "web", "node_modules", "axe-core", "axe.min.js")));
        return (List<?>) driver.executeAsyncScript("const done = arguments[0]; "
                + "axe.run({rules: {'target-size': {enabled: true}}}).then(r => done(r.violations"
                + ".map(v => v.id + ': ' + v.nodes.map(n => n.html).join(' | ').slice(0, 400))))");
    }

    /** Waits until no answer is on its way and nothing moves: a page half drawn is none that anybody reads. */
    private void settled() {
        await(d -> ((Boolean) driver.executeAsyncScript("""
                const done = arguments[0];
                const asked = () => performance.getEntriesByType('resource').length;
                const moving = () => document.getAnimations().some(a => a.playState === 'running');
                const before = asked();
                setTimeout(() => done(asked() === before && !moving() && !document.querySelector('progress')), 300);
                """)) ? true : null);
    }

    void picture(Path file) {
        Map<String, Object> shot = driver.executeCdpCommand("Page.captureScreenshot", Map.of("format", "png"));
        try {
            Files.createDirectories(file.getParent());
            Files.write(file, Base64.getDecoder().decode((String) shot.get("data")));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    Path downloaded(String ending) {
        return await(d -> {
            File[] files = downloads.toFile().listFiles((dir, name) -> name.endsWith(ending));
            return files == null || files.length == 0 ? null : files[0].toPath();
        });
    }

    @Override
    public void close() {
        driver.quit();
    }
}
