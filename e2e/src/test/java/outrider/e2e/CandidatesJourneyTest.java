package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** Three kinds fitted from one another, read, pruned, searched for, and put to use on a list. */
class CandidatesJourneyTest {
    private static String file(int records) {
        Random random = new Random(4);
        StringBuilder text = new StringBuilder("member,renewal,price,visits,tier,colour\n");
        for (int i = 0; i < records; i++) {
            double price = 40 + Math.rint(600 * random.nextDouble()) / 10;
            int visits = random.nextInt(8);
            String tier = random.nextDouble() < 0.3 ? "race" : "town";
            double risk = -4 + price / 25 + (visits == 0 ? 1.6 : 0) + (tier.equals("race") && price > 70 ? 1 : 0);
            boolean lapsed = random.nextDouble() < 1 / (1 + Math.exp(-risk));
            text.append("M%d,%s,%s,%d,%s,c%d%n"
                    .formatted(i, lapsed ? "lapsed" : "renewed", price, visits, tier, random.nextInt(3)));
        }
        return text.toString();
    }

    private static void uploaded(Browser browser, String name, String text) throws Exception {
        Path file = Files.writeString(browser.downloads.resolve(name), text);
        browser.await(d -> !d.findElements(By.cssSelector("input[type=file]")).isEmpty());
        browser.driver.findElement(By.cssSelector("input[type=file]")).sendKeys(file.toString());
    }

    @Test
    void threeKindsFromOneAnotherReadPrunedSearchedAndUsed() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            browser.text("A new brief");
            uploaded(browser, "members.csv", file(5000));
            browser.text("How it is read");
            browser.button("Read the file");
            browser.text("The outcome");
            browser.await(d ->
                    !d.findElements(By.cssSelector("option[value=renewal]")).isEmpty());
            new Select(browser.find("select[aria-label='Outcome column']")).selectByValue("renewal");
            browser.text("it is never guessed");
            browser.button("lapsed");
            browser.fill("Gain if caught", "60");
            browser.fill("Action cost", "9");
            browser.key("2");
            browser.button("Split and seal");
            browser.text("◆ sealed");
            browser.key("3");
            browser.text("No candidate yet");
            threeKinds(browser);
            readTheOddsRatios(browser);
            pruneTheTree(browser);
            search(browser);
            scoreAList(browser);
        }
    }

    private static WebElement row(Browser browser, String name) {
        return browser.find("tr[data-candidate='" + name + "']");
    }

    private static void fitted(Browser browser, String name) {
        browser.await(d -> d.findElements(By.cssSelector("tr[data-candidate='" + name + "']")).stream()
                .anyMatch(row -> row.getText().contains("fitted")));
    }

    private static void again(Browser browser, String from, String kind, String name) {
        row(browser, from)
                .findElement(By.xpath(".//button[contains(., 'same again')]"))
                .click();
        new Select(browser.find("form select")).selectByValue(kind);
        browser.find("form input[maxlength]").sendKeys(Keys.chord(Keys.CONTROL, "a") + name);
        browser.button("Fit");
        fitted(browser, name);
    }

    private static void threeKinds(Browser browser) {
        browser.button("New candidate");
        browser.text("4 of 4 inputs");
        browser.find("form input[maxlength]").sendKeys(Keys.chord(Keys.CONTROL, "a") + "Logistic");
        browser.button("Fit");
        fitted(browser, "Logistic");
        again(browser, "Logistic", "tree", "Tree");
        again(browser, "Tree", "boosted", "Boosted");
        browser.await(d -> row(browser, "Boosted").getText().contains("instead of decision tree"));
        browser.await(d -> row(browser, "Boosted").getText().matches("(?s).*AUC [+−]0\\.\\d{3}.*"));
        row(browser, "Tree")
                .findElement(By.xpath(".//button[normalize-space()='delete']"))
                .click();
        browser.text("Tree is deleted.");
        browser.button("undo");
        fitted(browser, "Tree");
    }

    private static void readTheOddsRatios(Browser browser) {
        row(browser, "Logistic").findElement(By.tagName("a")).click();
        browser.text("Odds ratio, 95 % interval, log scale");
        List<WebElement> names = browser.all("section[aria-label='What Logistic learnt'] td[title]");
        assertThat(names.get(0).getText()).isEqualTo("price");
        WebElement price = names.get(0).findElement(By.xpath("./.."));
        String perDeviation = price.getText();
        new Select(browser.find("section[aria-label='What Logistic learnt'] select")).selectByVisibleText("unit");
        browser.await(d -> d.findElements(By.cssSelector("td[title=price]")).stream()
                .anyMatch(cell -> !cell.findElement(By.xpath("./..")).getText().equals(perDeviation)));
        browser.find("a[href='#figures']").click();
        String figures = browser.find("table[aria-label=Figures]").getText();
        assertThat(figures).contains("AUC", "capture rate", "log loss");
        browser.find("a[href='#inputs']").click();
        browser.find("section[aria-label='How columns became inputs'] [role=group]");
        new Actions(browser.driver)
                .moveToElement(browser.find("[role=group][aria-label^='tier']"))
                .perform();
        browser.text("one 0/1 input a level");
    }

    private static void pruneTheTree(Browser browser) {
        browser.key("3");
        row(browser, "Tree").findElement(By.tagName("a")).click();
        browser.text("Pruning: error against size");
        WebElement root = browser.find("[role=treeitem]");
        assertThat(root.getDomAttribute("aria-label")).contains("all training records");
        WebElement leaf = browser.all("[role=treeitem]:not([aria-expanded])").get(0);
        leaf.sendKeys(Keys.ENTER);
        browser.find("table[aria-label='Records in the leaf']");
        WebElement curve = browser.find("section[aria-label=Pruning] svg");
        int width = curve.getSize().getWidth();
        new Actions(browser.driver)
                .moveToElement(curve, -width / 2 + 120, 0)
                .click()
                .perform();
        browser.await(d -> title(browser).matches("Tree, \\d+ leaves"));
        String name = title(browser);
        int leaves = Integer.parseInt(name.replaceAll("\\D", ""));
        browser.text("The tree: " + leaves + " leaves");
        browser.text("Against");
    }

    private static String title(Browser browser) {
        return (String)
                browser.driver.executeScript("return document.querySelector('main h2.title')?.textContent ?? ''");
    }

    private static void search(Browser browser) {
        browser.key("3");
        browser.button("Search kinds and settings");
        browser.text("validation is not looked at");
        browser.button("Search");
        browser.await(d -> d.findElements(By.cssSelector("table[aria-label=Trials] tbody tr"))
                        .size()
                > 1);
        browser.button("Stop");
        browser.text("stopped by hand after");
        int tried = browser.all("table[aria-label=Trials] tbody tr").size();
        browser.driver.navigate().refresh();
        browser.text("stopped by hand after");
        assertThat(browser.all("table[aria-label=Trials] tbody tr")).hasSize(tried);
        browser.find("table[aria-label=Trials] tbody button").click();
        browser.find("table[aria-label=Trials] tbody a");
    }

    private static void scoreAList(Browser browser) throws Exception {
        browser.key("3");
        row(browser, "Boosted").findElement(By.tagName("a")).click();
        browser.text("Log loss along the rounds");
        browser.find("a[href='#lists']").click();
        uploaded(browser, "next.csv", "member,price,visits,tier,colour\nN1,95,0,race,c1\nN2,41,5,town,c2\n");
        browser.text("2 records; named by member; without outcome");
        browser.button("Score it");
        browser.find("table[aria-label='Scored lists'] a[href$='scored.csv']").click();
        List<String> lines = Files.readAllLines(browser.downloaded("scored-1.csv"));
        assertThat(lines.get(0)).isEqualTo("member,score,band,action,reason1,reason2,reason3");
        double first = Double.parseDouble(lines.get(1).split(",")[1]);
        double second = Double.parseDouble(lines.get(2).split(",")[1]);
        assertThat(first).isGreaterThan(2 * second);
        assertThat(lines.get(1)).startsWith("N1,").contains(",1,act");
    }
}
