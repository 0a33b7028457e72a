package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Months of customers, priced, dated and coded as people do, from the file to compared candidates. */
class MonthlyJourneyTest {
    private static String file() {
        Random random = new Random(5);
        StringBuilder text = new StringBuilder("customer;month;paid;joined;shop;mood;visits;gone\n");
        String[] moods = {"low", "medium", "high"};
        for (int c = 0; c < 700; c++) {
            double habit = random.nextGaussian();
            boolean gone = random.nextDouble() < 1 / (1 + Math.exp(1.8 - 1.3 * habit));
            int day = 1 + random.nextInt(28);
            for (int m = 1; m <= 6; m++) {
                int mood = (int) Math.max(0, Math.min(2, Math.round(1 - habit + 0.5 * random.nextGaussian())));
                text.append("K%d;2025%02d;%s;%02d.%02d.22;%s;%s;%d;%s%n"
                        .formatted(
                                100_000 + c,
                                m,
                                random.nextInt(15) == 0
                                        ? "N/A"
                                        : String.format(Locale.GERMANY, "%,.2f €", 900 * Math.exp(habit / 2)),
                                day,
                                1 + c % 12,
                                List.of("north", "North", "south", "-").get(random.nextInt(4)),
                                moods[mood],
                                random.nextInt(12),
                                gone ? "yes" : "no"));
            }
        }
        return text.toString();
    }

    @Test
    void fromDirtyMonthsToComparedCandidates() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.size(1280, 800);
            browser.signIn("analyst", App.PASSWORD);
            String brief = browser.bringAnother(Files.writeString(browser.downloads.resolve("months.csv"), file()));
            browser.settle(
                    brief.replaceAll("\\D", ""),
                    Map.of("outcome", Map.of("column", "gone", "events", List.of("yes"), "leftOut", List.of())));
            browser.open(brief + "/data");
            browser.text("may be meant otherwise");
            browser.button("read all as offered");
            browser.text("undo: 4 columns changed together");
            browser.text("fill 4,200 records; each stays in one part");
            made(browser);
            ordered(browser);
            browser.button("only some of them");
            browser.fill("Condition", "visits >= 1 and paid is not missing");
            browser.text("are left out");
            browser.button("Keep these");
            browser.text("Only records");
            browser.button("Split and seal the reserve");
            browser.text("all of one customer stay together");
            assertThat(browser.accessibilityFindings()).isEmpty();
            browser.fitAndCompare(brief);
            browser.text("Against leader");
        }
    }

    private static void made(Browser browser) throws IOException {
        browser.button("make a column");
        browser.fill("Name of the column", "paid a visit");
        browser.fill("Formula", "ratio(paid, visits, 0)");
        browser.text("Gives a number");
        browser.button("Make the column");
        browser.text("Made of others");
        assertThat(browser.accessibilityFindings()).isEmpty();
        browser.find("[aria-label='Close the column']").click();
    }

    private static void ordered(Browser browser) throws IOException {
        browser.find("[data-column=mood] .name button").click();
        browser.text("low < medium < high");
        browser.button("in this order");
        browser.text("In this order, lowest first");
        assertThat(browser.accessibilityFindings()).isEmpty();
        browser.find("[aria-label='Close the column']").click();
    }
}
