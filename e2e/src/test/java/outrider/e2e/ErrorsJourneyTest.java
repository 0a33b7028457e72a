package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

/** From records that were missed to what they share, to the column that tells them apart, to a better candidate. */
class ErrorsJourneyTest {
    /** Whether a member ever paired the app matters as much as the price; a call keeps half of those who were rung. */
    private static String file() {
        Random random = new Random(12);
        StringBuilder text = new StringBuilder("member,renewal,price,app,rung\n");
        for (int i = 0; i < 5000; i++) {
            double price = 40 + Math.rint(600 * random.nextDouble()) / 10;
            boolean never = random.nextDouble() < 0.3;
            boolean rung = price > 70 && random.nextDouble() < 0.4;
            double risk = 1 / (1 + Math.exp(4.4 - price / 30 - (never ? 1.8 : 0)));
            boolean lapsed = random.nextDouble() < (rung ? risk / 2 : risk);
            text.append("M%d,%s,%s,%s,%s%n"
                    .formatted(
                            i, lapsed ? "lapsed" : "renewed", price, never ? "never" : "paired", rung ? "yes" : "no"));
        }
        return text.toString();
    }

    @Test
    void fromAMissedRecordToABetterCandidate() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.size(1280, 800);
            browser.signIn("analyst", App.PASSWORD);
            String brief = browser.bringAnother(Files.writeString(browser.downloads.resolve("members.csv"), file()));
            String id = brief.replaceAll("\\D", "");
            PreparedCase.settled(browser, id, Map.of("gainIfCaught", 60, "actionCost", 9, "successRate", 1));
            browser.api(
                    "PUT",
                    "/briefs/" + id + "/columns?seen=0",
                    Map.of(
                            "member", Map.of("role", "IDENTIFIER", "reason", ""),
                            "rung", Map.of("role", "ACTED", "reason", "", "treatedLevels", List.of("yes"))));
            browser.api(
                    "POST",
                    "/briefs/" + id + "/split",
                    Map.of("shares", List.of(0.5, 0.25, 0.25), "seed", 3, "folds", 5));
            browser.api(
                    "POST",
                    "/candidates?brief=" + id,
                    Map.of("name", "Price", "kind", "logistic", "settings", Map.of(), "inputs", List.of("price")));
            browser.open(brief + "/candidates");
            browser.text("fitted");

            browser.open(brief + "/compare");
            browser.find("[data-pane=gains]");
            browser.key("6");
            browser.text("Score bands and outcomes");
            browser.text("rung before");
            browser.text("Missed:");
            assertThat(browser.accessibilityFindings()).isEmpty();
            chosenByKeys(browser);
            opened(browser);
            browser.text("app: never");
            browser.button("same, with it");
            browser.text("Price with app");
            browser.text("Against");
            browser.text("What it goes by");
            browser.find("a[href='#goes-by']").click();
            browser.text("dealt anew among the records of validation, ten times");
            browser.text("All else left as it is");
            assertThat(browser.accessibilityFindings()).isEmpty();
            browser.open(brief + "/errors");
            browser.text("against");
            browser.text("alone acts on");
        }
    }

    /** The cells of the field are reached and chosen without a mouse. */
    private static void chosenByKeys(Browser browser) {
        WebElement first = browser.find("button.errorcell.left");
        first.sendKeys(Keys.ARROW_DOWN);
        WebElement now = browser.driver.switchTo().activeElement();
        assertThat(now.getDomAttribute("aria-label")).startsWith("Band 2, lapses");
        now.sendKeys(Keys.ENTER);
        browser.text("Chosen:");
        browser.find("button.errorcell[aria-pressed=true]").sendKeys(Keys.ENTER);
        browser.text("Missed:");
    }

    private static void opened(Browser browser) {
        browser.find("[data-record] button").click();
        browser.text("What each column adds, most first");
        browser.text("Most like it, with the other outcome");
        browser.find("[data-record] button[aria-expanded=true]").click();
    }
}
