package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.support.ui.Select;

/** A dirty file is dropped, mended, split by date, and a newer one of it taken. */
class DataJourneyTest {
    private static String file(int seed, boolean newer) {
        Random random = new Random(seed);
        StringBuilder text = new StringBuilder("member;renewal;notice_on;price;visits;goodbye_seen\n");
        for (int i = 0; i < 4000; i++) {
            double risk = random.nextDouble();
            boolean lapsed = random.nextDouble() < 0.3 * risk;
            String renewal = lapsed ? "lapsed" : random.nextDouble() < 0.02 ? "withdrawn" : "renewed";
            String price = random.nextDouble() < 0.02 ? "n/a" : "%d,%02d".formatted(40 + (int) (60 * risk), i % 100);
            String visits = random.nextDouble() < 0.01 ? "-" : Integer.toString((int) (9 * random.nextDouble()));
            text.append("M%d;%s;%02d.%02d.2026;".formatted(i, renewal, 1 + i % 28, 1 + i / 400));
            text.append(price)
                    .append(';')
                    .append(visits)
                    .append(';')
                    .append(lapsed ? "yes" : "no")
                    .append("\n");
        }
        return newer ? text.toString().replace(";renewed;", ";kept;") : text.toString();
    }

    private static void drop(Browser browser, String name, String text) {
        browser.driver.executeScript(
                "const carried = new DataTransfer(); carried.items.add(new File([arguments[1]], arguments[0]));"
                        + "document.body.dispatchEvent(new DragEvent('drop', {dataTransfer: carried, bubbles: true, cancelable: true}));",
                name,
                text);
    }

    @Test
    void aDirtyFileIsDroppedMendedAndSplitByDate() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            browser.text("A new brief");
            drop(browser, "dirty.csv", "a,b\n1,2\n3\n");
            browser.text("How it is read");
            browser.button("Read the file");
            browser.text("line 3: has 1 field where the header has 2");
            browser.button("Discard it");
            browser.text("A new brief");
            drop(browser, "notices.csv", file(1, false));
            browser.text("6 columns, the first 12 records");
            assertThat(new Select(browser.find("select[aria-label=Delimiter]"))
                            .getFirstSelectedOption()
                            .getText())
                    .isEqualTo("semicolon");
            browser.button("Read the file");
            browser.text("The outcome");
            chooseOutcome(browser);
            mendTwoTypes(browser);
            splitByDate(browser);
            setAsideTheLeak(browser);
            takeANewerFile(browser);
        }
    }

    private static void chooseOutcome(Browser browser) {
        browser.await(
                d -> !d.findElements(By.cssSelector("option[value=renewal]")).isEmpty());
        new Select(browser.find("select[aria-label='Outcome column']")).selectByValue("renewal");
        browser.text("it is never guessed");
        browser.button("lapsed");
        browser.await(
                d -> d.findElements(By.cssSelector("button[aria-pressed=true]")).size() == 1);
        browser.find("[aria-label='Levels left out'] button:nth-of-type(2)").click();
        browser.await(
                d -> d.findElements(By.cssSelector("button[aria-pressed=true]")).size() == 2);
    }

    private static void mendTwoTypes(Browser browser) {
        browser.key("2");
        browser.press("button[aria-label^='price: Nearly a number']");
        browser.text("which hold “n/a”");
        browser.button("read as number, those as missing");
        browser.text("undo: price: ");
        browser.button("close");
        new Select(browser.find("select[aria-label='Type of visits']")).selectByValue("NUMBER");
        browser.text("not a number");
        browser.text("texts that do not fit: “-”");
        browser.fill("Missing in visits", "-");
        browser.button("Read anew");
        browser.text("undo: visits: read as number");
        browser.button("close");
        for (String column : new String[] {"price", "visits"}) {
            assertThat(new Select(browser.find("select[aria-label='Type of " + column + "']"))
                            .getFirstSelectedOption()
                            .getText())
                    .isEqualTo("number");
            assertThat(new Select(browser.find("select[aria-label='Role of " + column + "']"))
                            .getFirstSelectedOption()
                            .getText())
                    .isEqualTo("input");
        }
    }

    private static void splitByDate(Browser browser) {
        browser.button("by date");
        browser.text("Dealt by notice_on");
        browser.fill("validation from", "08012026");
        browser.fill("reserve from", "09012026");
        browser.await(d ->
                d.findElement(By.cssSelector("[data-part=reserve]")).getText().contains("reserve"));
        browser.text("are left out");
        browser.button("Split and seal");
        browser.text("◆ sealed");
        String validation = browser.find("[data-part=validation]").getText();
        assertThat(validation).contains("validation").containsPattern("± \\d+\\.\\d points");
        browser.driver.navigate().refresh();
        browser.text("◆ sealed");
        assertThat(browser.find("[data-part=validation]").getText()).isEqualTo(validation);
    }

    private static void setAsideTheLeak(Browser browser) {
        browser.text("goodbye_seen: suspected leak.");
        browser.find("[data-alarm=goodbye_seen] .chip").click();
        browser.text("No input raises an alarm.");
        browser.key(Keys.chord(Keys.CONTROL, "z"));
        browser.text("goodbye_seen: suspected leak.");
        browser.find("[data-alarm=goodbye_seen] .chip").click();
        browser.text("No input raises an alarm.");
        browser.key("/");
        browser.driver.switchTo().activeElement().sendKeys("pri");
        browser.await(d -> d.findElements(By.cssSelector("[data-column]")).size() == 1);
        browser.find("[data-column=price] .name button").click();
        browser.text("Alone it ranks the");
        assertThat(browser.find("table[aria-label=Bands]").getText()).contains("missing");
        browser.button("close");
    }

    private static void takeANewerFile(Browser browser) {
        drop(browser, "notices-2.csv", file(2, true));
        browser.text("How it is read");
        browser.button("Read the file");
        browser.text("What the newer file changes for notices");
        assertThat(browser.find("table[aria-label=Changes]").getText()).contains("levels gone", "new levels", "kept");
        browser.button("Take it all the same");
        browser.text("Split and seal the reserve");
    }
}
