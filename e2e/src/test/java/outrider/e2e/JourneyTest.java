package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** One case through the real interface: from the file to a cut that survives. */
class JourneyTest {
    private static final String NAME = PreparedCase.BEST;

    @Test
    void fromTheFileToACutThatSurvives() throws Exception {
        try (App app = new App();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            String brief = browser.bring(PreparedCase.FILE);
            settleTheBrief(browser);
            setAsideAndSplit(browser, brief);
            fitCandidates(browser, brief);
            moveTheCut(browser, brief);
            theCutSurvives(browser, brief);
        }
    }

    private static void settleTheBrief(Browser browser) {
        browser.fill("Question", "Which members should the desk ring?");
        browser.await(
                d -> !d.findElements(By.cssSelector("option[value=renewal]")).isEmpty());
        new Select(browser.find("select[aria-label='Outcome column']")).selectByValue("renewal");
        browser.text("it is never guessed");
        browser.button("lapsed");
        browser.await(
                d -> d.findElements(By.cssSelector("button[aria-pressed=true]")).size() == 1);
        browser.fill("What a record is", "members");
        browser.fill("What an event is", "lapses");
        browser.fill("What acting is, in -ing", "ringing");
        browser.fill("Action cost", "4.50");
        browser.fill("Gain if caught", "74");
        browser.fill("Success rate, %", "25");
        browser.fill("Miss cost", "-1");
        browser.text("missCost: is -1.0; give an amount of 0 or more");
        browser.fill("Miss cost", "2");
        browser.fill("Capacity", "3,000");
        browser.text("acting pays from an event probability of 23.7 %");
        browser.driver.navigate().refresh();
        browser.text("acting pays from an event probability of 23.7 %");
    }

    private static void setAsideAndSplit(Browser browser, String brief) {
        browser.key("2");
        for (String column : List.of("postal_area", "goodbye_page_seen")) {
            browser.fill("Find a column", column);
            new Select(browser.find("select[aria-label='Role of " + column + "']")).selectByValue("SET_ASIDE");
            browser.text("undo: " + column + ": set aside");
        }
        browser.find("[data-column=goodbye_page_seen] .name button").click();
        browser.fill("Why goodbye_page_seen is no input", "known only afterwards");
        browser.button("close");
        browser.fill("Find a column", "");
        browser.fill("seed", "77");
        browser.find("section[aria-label=Split] input[type=checkbox]").click();
        browser.text("sets of exact copies");
        browser.button("Split and seal");
        browser.text("◆ sealed");
        assertThat(browser.find("[data-part=validation]").getText()).contains("9,000", "761");
        browser.text("country: constant.");
        browser.text("Whether it is missing ranks the outcome with an AUC of 0.");
        browser.find("[data-alarm=next_visit_booked] .chip").click();
        browser.text("undo: next_visit_booked: set aside");
        assertThat(browser.driver.getCurrentUrl()).endsWith(brief + "/data");
    }

    private static void fitCandidates(Browser browser, String brief) {
        browser.open(brief + "/candidates");
        browser.text("No candidate yet");
        browser.button("New candidate");
        browser.text("29 of 29 inputs");
        browser.find("form input[maxlength]").sendKeys(Keys.chord(Keys.CONTROL, "a") + NAME);
        browser.button("Fit");
        fitted(browser, NAME);
        browser.button("New candidate");
        new Select(browser.find("form select")).selectByValue("supplied");
        WebElement name = browser.find("form input[maxlength]");
        name.sendKeys(Keys.chord(Keys.CONTROL, "a") + "Desk points");
        browser.await(d -> d.findElements(By.cssSelector("form select")).size() > 3);
        new Select(browser.find("form .setting select")).selectByVisibleText("desk_points");
        browser.button("Fit");
        fitted(browser, "Desk points");
        browser.button("New candidate");
        new Select(browser.find("form select")).selectByValue("baseRate");
        browser.find("form input[maxlength]").sendKeys(Keys.chord(Keys.CONTROL, "a") + "Base rate");
        browser.button("Fit");
        fitted(browser, "Base rate");
    }

    private static void fitted(Browser browser, String name) {
        browser.await(d -> d.findElements(By.cssSelector("tr[data-candidate='" + name + "']")).stream()
                .anyMatch(row -> row.getText().contains("fitted")));
    }

    private static void moveTheCut(Browser browser, String brief) throws Exception {
        browser.open(brief + "/compare");
        browser.find("tr[data-candidate='" + NAME + "'] [data-figure=capture]");
        assertThat(browser.accessibilityFindings()).isEmpty();
        browser.button("capacity");
        assertThat(reading(browser, "records")).isEqualTo("750");

        WebElement track = browser.find("[role=slider]");
        int width = track.getSize().getWidth();
        new Actions(browser.driver)
                .moveToElement(track, -width / 2 + 60, 0)
                .clickAndHold()
                .moveByOffset(width / 5, 0)
                .release()
                .perform();
        assertThat(Integer.parseInt(reading(browser, "records").replace(",", "")))
                .isGreaterThan(1500);

        String before = reading(browser, "records");
        browser.key("[");
        assertThat(number(before) - number(reading(browser, "records"))).isEqualTo(90);
        track.sendKeys(Keys.ARROW_RIGHT);

        browser.key("j");
        assertThat(browser.find("tr.sel").getAttribute("data-candidate")).isEqualTo("Desk points");
        browser.key("k");
        browser.find("button.term").click();
        browser.text("Acting on everybody captures 100 %");
        browser.key(Keys.ESCAPE);
    }

    private static int number(String text) {
        return Integer.parseInt(text.replace(",", ""));
    }

    private static String reading(Browser browser, String name) {
        return browser.find("[data-reading=" + name + "]")
                .getText()
                .lines()
                .findFirst()
                .orElseThrow();
    }

    private static void theCutSurvives(Browser browser, String brief) throws Exception {
        browser.button("capacity");
        Thread.sleep(1500);
        browser.driver.navigate().refresh();
        browser.find("[data-reading=records]");
        assertThat(reading(browser, "records")).isEqualTo("750");
        String first = browser.driver.getWindowHandle();
        browser.driver.switchTo().newWindow(org.openqa.selenium.WindowType.TAB);
        browser.open(brief + "/compare");
        browser.find("[data-reading=records]");
        assertThat(reading(browser, "records")).isEqualTo("750");
        browser.driver.close();
        browser.driver.switchTo().window(first);
    }
}
