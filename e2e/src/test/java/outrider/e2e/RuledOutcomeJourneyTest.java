package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.support.ui.Select;

/** An outcome that stands in no column of its own: the event is an amount above another, from the file to a draft of the report. */
class RuledOutcomeJourneyTest {
    private static final int ACCOUNTS = 2400;
    private static final int LIMIT = 250;

    private int late;

    /** Most owe nothing, a few a lot. */
    private String file() {
        Random random = new Random(21);
        StringBuilder text = new StringBuilder("account,years,calls,branch,owed\n");
        for (int i = 0; i < ACCOUNTS; i++) {
            double strain = random.nextGaussian();
            boolean owes = random.nextDouble() < 1 / (1 + Math.exp(1.2 - 1.4 * strain));
            long owed = owes ? Math.round(60 * Math.exp(1 + strain / 2 + random.nextGaussian() / 2)) : 0;
            if (owed > LIMIT) late++;
            text.append("A%d,%d,%d,%s,%d%n"
                    .formatted(
                            70_000 + i,
                            Math.max(0, Math.round(9 - 2 * strain + 3 * random.nextGaussian())),
                            Math.max(0, Math.round(2 + 1.5 * strain + random.nextGaussian())),
                            i % 3 == 0 ? "quay" : "hill",
                            owed));
        }
        return text.toString();
    }

    @Test
    void fromAnAmountToADraft() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            Path file = Files.writeString(browser.downloads.resolve("accounts.csv"), file());
            String brief = browser.bringAnother(file);
            askFor(browser);
            browser.open(brief + "/data");
            browser.button("Split and seal the reserve");
            browser.text("◆ sealed");
            browser.fitAndCompare(brief);
            assertThat(browser.find("body").getText()).doesNotContain("too good");
            browser.open(brief);
            browser.text("The outcome is fixed because candidates exist.");
            assertThat(browser.find("[aria-label=Amount]").isEnabled()).isFalse();
            browser.open(brief + "/sign-off");
            browser.text("owed is above " + LIMIT);
        }
    }

    private void askFor(Browser browser) throws Exception {
        browser.await(d -> !d.findElements(By.cssSelector("option[value=owed]")).isEmpty());
        new Select(browser.find("select[aria-label='Outcome column']")).selectByValue("owed");
        browser.text("it is never guessed");
        new Select(browser.find("select[aria-label='What the event is']")).selectByValue("ABOVE");
        assertThat(browser.find("[aria-label=Amount]").getDomProperty("value")).isEmpty();
        browser.fill("Amount", Integer.toString(LIMIT));
        browser.text("%d of 2,400".formatted(late));
        assertThat(browser.accessibilityFindings()).isEmpty();
        browser.driver.navigate().refresh();
        browser.text("%d of 2,400".formatted(late));
    }
}
