package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.support.ui.Select;

/** A survey of coded answers on a sheet of a workbook, joined with calls by customer, from the file to a draft of the report. */
class SurveyJourneyTest {
    private static final int PEOPLE = 1500;
    private static final int QUESTIONS = 60;

    private static void survey(Path file) {
        Random random = new Random(11);
        try (OutputStream out = Files.newOutputStream(file);
                Workbook book = new Workbook(out, "survey", null)) {
            Worksheet words = book.newWorksheet("about");
            words.value(0, 0, "Answers of the spring survey");
            Worksheet sheet = book.newWorksheet("answers");
            sheet.value(0, 0, "person");
            for (int q = 0; q < QUESTIONS; q++) sheet.value(0, 1 + q, "q" + (q + 1));
            sheet.value(0, 1 + QUESTIONS, "renewed");
            for (int i = 1; i <= PEOPLE; i++) {
                sheet.value(i, 0, "P" + (20_000 + i));
                double mood = random.nextGaussian();
                for (int q = 0; q < QUESTIONS; q++) {
                    double at = (q < 12 ? mood : 0) + random.nextGaussian();
                    int level = (int) Math.max(1, Math.min(5, Math.round(3 + at)));
                    if (random.nextInt(20) > 0)
                        sheet.value(i, 1 + q, q % 2 == 0 ? "a" + level : Integer.toString(level));
                }
                sheet.value(i, 1 + QUESTIONS, random.nextDouble() < 1 / (1 + Math.exp(2.2 - mood)) ? "no" : "yes");
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void fromAWorkbookToADraft() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.size(1280, 800);
            browser.signIn("analyst", App.PASSWORD);
            Path file = browser.downloads.resolve("survey.xlsx");
            survey(file);
            String brief = browser.bringAnother(file);
            String id = brief.replaceAll("\\D", "");
            browser.settle(
                    id, Map.of("outcome", Map.of("column", "renewed", "events", List.of("no"), "leftOut", List.of())));
            browser.open(brief + "/data");
            keepAFocus(browser);
            join(browser);
            browser.button("Split and seal the reserve");
            browser.text("◆ sealed");
            browser.fitAndCompare(brief);
            assertThat(browser.find("a[href*='/comparison.xlsx']").getDomAttribute("href"))
                    .contains("records=");
            browser.open(brief + "/errors");
            browser.text("alone acts on");
            browser.open(brief + "/sign-off");
            browser.text("are joined by person = who");
        }
    }

    /** A column that stays among those drawn keeps the focus, however far the list jumps. */
    private static void keepAFocus(Browser browser) {
        browser.find("[data-column=q9] .name button");
        for (String jump : List.of("0 600 q14", "1200 600 q31")) {
            String[] at = jump.split(" ");
            browser.driver.executeScript(
                    "document.querySelector('[role=table][aria-label=Columns]').scrollTop = arguments[0]", at[0]);
            String button = "[data-column=" + at[2] + "] .name button";
            browser.find(button);
            browser.driver.executeScript("document.querySelector(arguments[0]).focus({preventScroll: true})", button);
            browser.driver.executeScript(
                    "document.querySelector('[role=table][aria-label=Columns]').scrollTop = arguments[0]", at[1]);
            browser.await(
                    d -> !d.findElements(By.cssSelector("[data-column=q24]")).isEmpty());
            assertThat(browser.driver.switchTo().activeElement().getText()).isEqualTo(at[2]);
        }
        browser.driver.executeScript("document.querySelector('[role=table][aria-label=Columns]').scrollTop = 0");
        browser.find("[data-column=q1]");
    }

    private static void join(Browser browser) throws IOException {
        StringBuilder calls = new StringBuilder("who,day,minutes\n");
        for (int i = 0; i < PEOPLE; i++) {
            calls.append("P")
                    .append(20_001 + i / 2)
                    .append(",2025-02-")
                    .append(10 + i % 18)
                    .append(',')
                    .append(i % 30);
            calls.append('\n');
        }
        Path second = Files.writeString(browser.downloads.resolve("calls.csv"), calls);
        browser.text("join a second file");
        browser.driver
                .findElement(By.cssSelector("[data-joins] input[type=file]"))
                .sendKeys(second.toString());
        browser.text("750 of 1,500");
        browser.text("750 keys stand in 1,500 records there");
        assertThat(browser.accessibilityFindings()).isEmpty();
        new Select(browser.find("select[aria-label='Which record of one key counts']"))
                .selectByVisibleText("the last counts");
        browser.button("Join 2 columns");
        browser.text("the last counts");
        browser.text("take them away");
    }
}
