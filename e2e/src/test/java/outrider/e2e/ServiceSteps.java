package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import org.openqa.selenium.By;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.TimeoutException;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.support.ui.Select;

/** From an approved report to scores that another program gets, and to the version after. */
final class ServiceSteps {
    private static final Pattern CALL = Pattern.compile("curl (\\S+) .*-d '(.*)'", Pattern.DOTALL);

    private static final String UPLOAD = """
            const [name, text, done] = arguments;
            const token = document.cookie.match(/(?:^|; )outrider-csrf=([^;]*)/)?.[1] ?? '';
            fetch('/api/datasets?name=' + name, {
              method: 'POST',
              headers: {'X-Outrider-Csrf': token, 'Content-Type': 'application/octet-stream'},
              body: text,
            }).then(r => r.json()).then(d => done(d.id));""";

    private final Browser browser;
    private final String brief;

    ServiceSteps(Browser browser, String brief) {
        this.browser = browser;
        this.brief = brief;
    }

    void fromTheApprovalToTheNextVersion() throws Exception {
        browser.open(brief + "/in-service");
        browser.text("nothing decides yet");
        assertThat(browser.find("section[aria-label='Put into service'] .action")
                        .isEnabled())
                .isFalse();
        putIntoService("The desk's list ends at 3,000.");
        assertThat(browser.find("table[aria-label=Forms]").getText())
                .contains("to the bit", "no two engines count by the same words");
        assertThat(browser.accessibilityFindings()).isEmpty();
        browser.find("a[href$='forms/POSTGRESQL']").click();
        Path statement = browser.downloaded(".sql");
        assertThat(statement).content().contains("version 1, signed by report");

        browser.button("How others ask it");
        browser.fill("Who will use the key", "desk");
        browser.button("new key");
        String key = browser.find("[data-key]").getText();
        Matcher call = CALL.matcher(browser.find("[aria-label='Example call']").getText());
        assertThat(call.find()).isTrue();
        URI address = URI.create(call.group(1));
        String record = call.group(2).replace("'\\''", "'");
        HttpResponse<String> answer = ask(address, key, record);
        assertThat(answer.statusCode()).as(answer.body()).isEqualTo(200);
        assertThat(answer.body()).contains("\"score\":", "\"version\":1");
        Thread.sleep(1500);
        browser.open(brief + "/in-service");
        browser.button("How others ask it");
        browser.text("last used");
        WebElement row = browser.find("section[aria-label='What was asked'] tbody tr");
        assertThat(row.findElements(By.tagName("td")).stream()
                        .map(WebElement::getText)
                        .toList())
                .contains("desk", "1");

        browser.button("supersede");
        browser.fill("How the condition is met", "As before.");
        browser.button("Put into service as the next version");
        browser.text("Version 2 decides");
        browser.text("Superseded by version 2.");
        assertThat(ask(address, key, record).body()).contains("\"version\":2");
        HttpResponse<String> first = ask(URI.create(address + "?version=1"), key, record);
        assertThat(first.statusCode()).isEqualTo(409);
        assertThat(first.body()).contains("Superseded by version 2.");
        browser.button("revoke");
        browser.text("1 revoked");
        assertThat(ask(address, key, record).statusCode()).isEqualTo(401);
        tried(5);
    }

    /** A quarter later: one input changed its meaning, somebody answers for it, and the next brief begins. */
    void fromABatchToTheNextBrief(Path later) throws IOException {
        Object dataset =
                browser.driver.executeAsyncScript(UPLOAD, later.getFileName().toString(), text(later));
        assertThat(dataset).isNotNull();
        browser.open(brief + "/in-service");
        new Select(browser.find("select[aria-label='File of the batch']")).selectByValue(String.valueOf(dataset));
        browser.driver.executeScript("const day = document.querySelector('[aria-label=\"Day of the batch\"]');"
                + "day.value = '2027-07-01'; day.dispatchEvent(new Event('input', {bubbles: true}));"
                + "day.dispatchEvent(new Event('change', {bubbles: true}))");
        browser.button("add as a batch");
        browser.find("[data-advice=LOOK_AT_INPUT]");
        browser.text("Look at notice_on first");
        browser.text("were it as signed");
        assertThat(browser.accessibilityFindings()).isEmpty();
        WebElement notice = browser.find("section[aria-label=Notices] [data-notice=CROSSED]");
        assertThat(notice.getText()).contains("the signed plan says");
        for (WebElement open = notice; open != null; open = first("[data-notice=CROSSED]")) {
            open.findElement(By.tagName("input")).sendKeys("The web counts the app too; we mend the column.");
            open.findElement(By.tagName("button")).click();
            WebElement answered = open;
            browser.await(d -> gone(answered));
        }
        browser.text("all answered");
        reported();
        browser.button("begin the next brief on the batch of 2027-07-01");
        browser.text("revision 2");
        browser.key("2");
        browser.text("score_version_");
        browser.open(brief + "/trail");
        browser.text("notice answered");
    }

    /** What stands there is issued as a report, with words that a reload leaves where they were. */
    private void reported() throws IOException {
        browser.button("report on these batches …");
        browser.fill("What you make of it", "The desk rings by its own points until the column is mended.");
        browser.open(brief + "/in-service");
        browser.await(d -> "The desk rings by its own points until the column is mended."
                .equals(browser.find("[aria-label='What you make of it']").getDomProperty("value")));
        browser.button("Issue the report");
        browser.find("[data-follow-report=STANDS] a").click();
        browser.find("[data-state=STANDS]");
        String said = (String)
                browser.driver.executeScript("return document.querySelector('[data-report]').shadowRoot.textContent");
        assertThat(said)
                .contains("Look at notice_on", "The desk rings by its own points", "we mend the column", "has fallen");
        assertThat(browser.accessibilityFindings()).isEmpty();
        browser.open(brief + "/in-service");
        browser.text("look at an input, by batches until 2027-07-01");
    }

    private WebElement first(String css) {
        List<WebElement> found = browser.driver.findElements(By.cssSelector(css));
        return found.isEmpty() ? null : found.get(0);
    }

    private static boolean gone(WebElement element) {
        try {
            return !element.isDisplayed();
        } catch (StaleElementReferenceException e) {
            return true;
        }
    }

    private static String text(Path file) throws IOException {
        try (BufferedReader in = new BufferedReader(
                new InputStreamReader(new GZIPInputStream(Files.newInputStream(file)), StandardCharsets.UTF_8))) {
            return String.join("\n", in.lines().toList()) + "\n";
        }
    }

    /** Makes version 1, and waits for its forms. */
    void putIntoService(String met) {
        browser.fill("How the condition is met", met);
        browser.button("Put into service");
        browser.text("Version 1 decides");
        tried(5);
    }

    private void tried(int forms) {
        // most of a minute where trees are many
        for (int i = 0; i < 4; i++) {
            try {
                browser.await(d -> d.findElements(By.cssSelector("table[aria-label=Forms] a[download]"))
                                .size()
                        == forms);
                return;
            } catch (TimeoutException e) {
                if (i == 3) throw e;
            }
        }
    }

    private static HttpResponse<String> ask(URI address, String key, String record) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(address)
                .header("Authorization", "Bearer " + key)
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(record))
                .build();
        return HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
    }
}
