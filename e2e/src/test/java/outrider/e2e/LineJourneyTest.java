package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.WindowType;

/** What somebody typed outlasts a reload, a lost network, a closed page and a sleep, and the page says what it does. */
class LineJourneyTest {
    private static final Path FILE = Path.of("..", "demo", "data", "winter-mailing.csv.gz");
    private static final String WAITS =
            "The server cannot be reached. What you change is kept here and sent as soon as it answers.";

    @Test
    void nothingTypedIsLost() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            String brief = browser.bringAnother(FILE);
            aReload(browser);
            aMinuteWithoutNetwork(browser);
            aClosedPage(browser, brief);
            aSleep(browser);
        }
    }

    /** The field was not left before the page went. */
    private static void aReload(Browser browser) {
        WebElement question = browser.find("[aria-label=Question]");
        question.sendKeys(Keys.chord(Keys.CONTROL, "a") + "Whom do we write to?");
        browser.driver.navigate().refresh();
        shows(browser, "Question", "Whom do we write to?");
    }

    private static void aMinuteWithoutNetwork(Browser browser) throws Exception {
        network(browser, false);
        browser.fill("Question", "Whom do we write to in January?");
        browser.fill("Name", "january-letters");
        browser.text(WAITS);
        assertThat(browser.accessibilityFindings()).isEmpty();
        network(browser, true);
        browser.await(d -> !d.getPageSource().contains(WAITS));
        browser.text("kept");
        browser.driver.navigate().refresh();
        shows(browser, "Question", "Whom do we write to in January?");
        shows(browser, "Name", "january-letters");
    }

    /** What waits in a page that is closed is sent by the next one. */
    private static void aClosedPage(Browser browser, String brief) {
        network(browser, false);
        browser.fill("Question", "Whom do we write to in March?");
        browser.text(WAITS);
        browser.fill("Name", "march-letters");
        String first = browser.driver.getWindowHandle();
        browser.driver.switchTo().newWindow(WindowType.TAB);
        String second = browser.driver.getWindowHandle();
        browser.driver.switchTo().window(first);
        browser.driver.close();
        browser.driver.switchTo().window(second);
        browser.size(1280, 800);
        browser.open(brief);
        shows(browser, "Question", "Whom do we write to in March?");
        shows(browser, "Name", "march-letters");
    }

    private static void aSleep(Browser browser) {
        browser.find("[aria-label=Question]").sendKeys(Keys.chord(Keys.CONTROL, "a") + "Whom do we write to in May?");
        browser.driver.executeCdpCommand("Page.setWebLifecycleState", Map.of("state", "frozen"));
        browser.driver.executeCdpCommand("Page.setWebLifecycleState", Map.of("state", "active"));
        browser.find("[aria-label=Question]").sendKeys("" + Keys.TAB);
        browser.text("kept");
        browser.driver.navigate().refresh();
        shows(browser, "Question", "Whom do we write to in May?");
    }

    private static void shows(Browser browser, String label, String value) {
        browser.await(
                d -> value.equals(browser.find("[aria-label=" + label + "]").getDomProperty("value")));
    }

    private static void network(Browser browser, boolean there) {
        browser.driver.executeCdpCommand("Network.enable", Map.of());
        browser.driver.executeCdpCommand(
                "Network.emulateNetworkConditions",
                Map.of("offline", !there, "latency", 0, "downloadThroughput", -1, "uploadThroughput", -1));
    }
}
