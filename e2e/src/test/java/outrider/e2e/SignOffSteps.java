package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.support.ui.Select;

/** From pins on Compare and Threshold to an approval under a condition, by two people. */
final class SignOffSteps {
    private static final String SHEET =
            "return document.querySelector('[data-report]')?.shadowRoot?.querySelector('.report')?.innerText ?? ''";

    private final Browser browser;
    private final String brief;
    private final Path data;

    /** @param brief its address */
    SignOffSteps(Browser browser, String brief, Path data) {
        this.browser = browser;
        this.brief = brief;
        this.data = data;
    }

    void fromThePinsToTheApproval() throws Exception {
        pin("/compare", "[data-pane=gains]", "The curve the desk knows.");
        pin("/threshold", "[data-cell=caught]", "These are the lapses that are reached.");
        browser.open(brief + "/sign-off");
        write();
        assertThat(browser.accessibilityFindings()).isEmpty();
        String first = openAndSubmit();
        browser.text("Only an approver decides on it.");
        returnIt(first);
        String second = answer();
        approve(second);
        repeats(second);
    }

    private void pin(String page, String what, String note) {
        browser.open(brief + page);
        new Actions(browser.driver).moveToElement(browser.find(what)).perform();
        browser.key(".");
        browser.find("[aria-label=Note]").sendKeys(note);
        browser.button("Pin");
        browser.await(d -> d.findElements(org.openqa.selenium.By.cssSelector("[aria-label=Note]"))
                .isEmpty());
    }

    private void shows(String words) {
        browser.await(d -> ((String) browser.driver.executeScript(SHEET)).contains(words));
    }

    /** Writes the author's part: a word on the risks, the first day, today's way, and a plan that is not complete. */
    void write() {
        shows("The proposal:");
        browser.driver.executeScript(
                "document.querySelector('[data-report]').shadowRoot.querySelector('[data-paragraph=risks] h2').click()");
        browser.fill("Words on What could go wrong", "A mild winter. The cut is at {depth}.");
        shows("A mild winter. The cut is at 8.3 %.");
        browser.driver.executeScript("const day = document.querySelector('[aria-label=\"First day\"]');"
                + "day.value = '2027-01-04'; day.dispatchEvent(new Event('change', {bubbles: true}))");
        shows("from 2027-01-04 on");
        new Select(browser.find("[aria-label=\"Today's way\"]")).selectByVisibleText("Desk points");
        shows("today's way, Desk points");
        browser.button("begin with three usual ones");
        shows("quarterly");
        browser.button("add a line");
        shows("stability of the input that moved most");
        browser.button("Checks");
        browser.find("[data-check=monitoring].fails");
    }

    /** @return the address of the report */
    String openAndSubmit() {
        browser.button("Open the reserve");
        browser.text("No other candidate or cut can be confirmed");
        browser.button("Open it");
        browser.text("Reserve opened by analyst");
        shows("nobody had seen");
        browser.button("Submit for approval");
        browser.find("[data-state=WAITING]");
        return browser.driver.getCurrentUrl().replaceFirst("https?://[^/]+", "");
    }

    void as(String name) {
        browser.signOut();
        browser.signIn(name, App.PASSWORD);
    }

    private void returnIt(String report) throws Exception {
        as("approver");
        browser.find("[aria-label='Waiting for you'] a[href='" + report + "']").click();
        browser.find("[data-state=WAITING]");
        browser.size(1280, 800);
        for (String css : List.of(".decision", "tr.mine", ".confirm", "[data-check=lift]", "[data-check=monitoring]")) {
            assertThat(bottom(browser.find(css))).as(css).isLessThanOrEqualTo(800);
        }
        for (WebElement button : browser.all("section[aria-label=Decision] button")) {
            assertThat(bottom(button)).as(button.getText()).isLessThanOrEqualTo(800);
        }
        assertThat(browser.accessibilityFindings()).isEmpty();
        assertThat(browser.find("section[aria-label=Decision] .action").isEnabled())
                .isFalse();
        browser.button("The whole report");
        shows("The curve the desk knows.");
        browser.driver.executeScript(
                "document.querySelector('[data-report]').shadowRoot.querySelector('[data-paragraph=monitoring] h2').click()");
        browser.fill("Remark on monitoring", "Who looks at it?");
        browser.button("Return");
        browser.text("on monitoring: Who looks at it?");
    }

    private static int bottom(WebElement element) {
        return element.getRect().getY() + element.getRect().getHeight();
    }

    private String answer() {
        as("analyst");
        browser.find("[aria-label='Waiting for you'] a[href='" + brief + "/sign-off']")
                .click();
        shows("The proposal:");
        browser.button("Words");
        browser.fill("Answer on Monitoring plan", "The risk desk, all of it.");
        namePeople();
        browser.button("Checks");
        browser.find("[data-check=monitoring].passes");
        browser.button("Submit for approval");
        browser.find("[data-state=WAITING]");
        return browser.driver.getCurrentUrl().replaceFirst("https?://[^/]+", "");
    }

    void namePeople() {
        for (int line : List.of(1, 2, 4)) {
            browser.fill("By whom, line " + line, "risk desk " + line);
            shows("risk desk " + line);
        }
    }

    private void approve(String report) {
        as("approver");
        browser.open(report);
        browser.find("[data-state=WAITING]");
        waiveAndApprove("not more than 3,000 calls");
        browser.text("Approved by approver, on condition: not more than 3,000 calls.");
    }

    /** On the report that is open. */
    void waiveAndApprove(String condition) {
        for (WebElement failing = failing(); failing != null; failing = failing()) {
            String check = failing.getAttribute("data-check");
            failing.findElement(org.openqa.selenium.By.cssSelector(".checkline"))
                    .click();
            browser.button("waive");
            browser.fill("Reason to waive", "agreed for one quarter");
            browser.button("Waive");
            browser.find("[data-check=" + check + "].waived");
        }
        browser.fill("Condition", condition);
        browser.button("Approve on condition");
        browser.text("Approved by approver, on condition: " + condition);
    }

    private WebElement failing() {
        List<WebElement> all = browser.all("li.fails");
        return all.isEmpty() ? null : all.get(0);
    }

    /** A later change leaves the report as it was; its files say what was said, and its figures repeat from the data. */
    private void repeats(String report) throws Exception {
        browser.find("a[href$='report.pdf']").click();
        try (var document = Loader.loadPDF(browser.downloaded(".pdf").toFile())) {
            String text = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
            assertThat(text)
                    .contains(
                            "ringing the top 8.3 % of the members as ranked by “Logistic”",
                            "A mild winter. The cut is at 8.3 %.",
                            "The curve the desk knows.",
                            "These are the lapses that are reached.",
                            "The risk desk, all of it.",
                            "agreed for one quarter",
                            "not more than 3,000 calls",
                            "known only afterwards");
        }
        as("analyst");
        String before = page(report);
        browser.open(brief + "/threshold");
        browser.fill("Action cost", "9");
        browser.text("47.4 %");
        Thread.sleep(1500);
        assertThat(page(report)).isEqualTo(before);
        browser.open(report);
        browser.find("a[href$='evidence.json']").click();
        Path key = Files.createTempFile("server", ".jwk");
        Map<?, ?> view = (Map<?, ?>) browser.api("GET", "/key", null);
        Files.writeString(key, new com.fasterxml.jackson.databind.ObjectMapper().writeValueAsString(view.get("key")));
        String evidence = browser.downloaded(".json").toString();
        assertThat(App.headless(0, "verify", evidence, "--data", data.toString(), "--key", key.toString()))
                .contains("repeats, to the last bit")
                .endsWith("repeats" + System.lineSeparator());
    }

    private String page(String report) {
        return (String) browser.driver.executeAsyncScript(
                "fetch('/api' + arguments[0] + '/page').then(r => r.text()).then(arguments[1])", report);
    }
}
