package outrider.e2e;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.zip.GZIPInputStream;

/**
 * Takes a picture of each main view at 1280x800, and issues the demo's report on the way. Arguments: address, password of the
 * demo accounts, folder.
 */
final class Screenshots {
    /** Of the demo's members: a handful of lapses in their validation. */
    private static final int FEW_RECORDS = 300;

    private Screenshots() {}

    public static void main(String[] args) throws InterruptedException {
        Path folder = Path.of(args[2]);
        try (Browser browser = new Browser(args[0])) {
            browser.signIn("analyst", args[1]);
            String brief = browser.find("a[href^='/briefs/']").getDomAttribute("href");
            for (String stage : new String[] {"", "/data", "/candidates", "/compare"}) {
                browser.open(brief + stage);
                browser.text("Sign-off");
                if (stage.equals("/compare")) browser.button("capacity");
                if (stage.equals("/candidates")) browser.text("not separable");
                take(browser, folder, stage.isEmpty() ? "brief" : stage.substring(1));
            }
            desk(browser, brief, folder);
            browser.open(brief + "/errors");
            browser.text("alone acts on");
            browser.text("promised");
            take(browser, folder, "errors");
            browser.button("open");
            browser.find("[aria-label='Most like it']");
            browser.driver.executeScript(
                    "document.querySelector('[aria-label=\"Most like it\"]').scrollIntoView({block: 'end'})");
            take(browser, folder, "record");
            browser.open("/");
            browser.find("table svg");
            take(browser, folder, "briefs");
            opened(browser, brief, "Decision tree", "Pruning", folder, "tree");
            browser.open(brief + "/candidates");
            browser.find("tr[data-candidate='Boosted trees'] a").click();
            browser.find("a[href='#goes-by']").click();
            browser.text("All else left as it is");
            take(browser, folder, "goes-by");
            search(browser, brief, folder);
            fewEvents(browser, folder);
            browser.open(brief + "/data");
            browser.find("[data-column=late_payments_12m] .name button");
            browser.fill("Find a column", "rides");
            browser.find("[data-column=rides_logged_90d] .name button").click();
            browser.text("Alone it ranks");
            take(browser, folder, "column");
            browser.open("/briefs/2/data");
            browser.button("change it in edition");
            browser.text("edition 2");
            browser.find("[data-part=validation]");
            take(browser, folder, "split");
            signOff(browser, brief, args[1], folder);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The demo's report: written, submitted, and as its approver finds it. */
    private static void signOff(Browser browser, String brief, String password, Path folder)
            throws InterruptedException {
        browser.open(brief + "/compare");
        browser.find("[data-pane=gains]");
        browser.button("capacity");
        Thread.sleep(1000);
        browser.open(brief + "/sign-off");
        SignOffSteps steps = new SignOffSteps(browser, brief, null);
        steps.write();
        take(browser, folder, "sign-off");
        String report = steps.openAndSubmit();
        browser.open(brief + "/trail");
        browser.text("the chain and every signature hold");
        take(browser, folder, "trail");
        browser.signOut();
        browser.signIn("approver", password);
        browser.open(report);
        browser.find("[data-state=WAITING]");
        take(browser, folder, "report");
        browser.signOut();
        browser.signIn("administrator", password);
        browser.open("/policy");
        browser.find("ul[aria-label=Checks] li");
        take(browser, folder, "policy");
        browser.open("/accounts");
        browser.text("Owners of briefs");
        take(browser, folder, "accounts");
    }

    /** Errors of many candidates on a handful of events, at a cut so high that it raises no false alarm. */
    private static void fewEvents(Browser browser, Path folder) throws IOException, InterruptedException {
        Path file = browser.downloads.resolve("plan-lapse-first.csv");
        try (InputStream packed = Files.newInputStream(Path.of("demo/data/plan-lapse.csv.gz"));
                BufferedReader lines = new BufferedReader(new InputStreamReader(new GZIPInputStream(packed), UTF_8))) {
            Files.write(file, lines.lines().limit(FEW_RECORDS + 1).toList());
        }
        browser.open("/");
        String brief = browser.bringAnother(file);
        browser.settle(
                brief.replaceAll("\\D", ""),
                Map.of("outcome", Map.of("column", "renewal", "events", List.of("lapsed"), "leftOut", List.of())));
        browser.open(brief + "/data");
        browser.button("Split and seal the reserve");
        browser.text("◆ sealed");
        browser.open(brief + "/candidates");
        browser.button("Fit all kinds as they come");
        browser.fitted(brief.replaceAll("\\D", ""));
        browser.open(brief + "/errors");
        browser.text("alone acts on");
        for (int i = 0; i < 100; i++) browser.key("[");
        browser.text("0 false alarms");
        take(browser, folder, "errors-few");
    }

    private static void desk(Browser browser, String brief, Path folder) throws InterruptedException {
        browser.open(brief + "/threshold");
        browser.find("[data-measure=mcc] [data-best]");
        take(browser, folder, "threshold");
    }

    private static void opened(Browser browser, String brief, String name, String words, Path folder, String picture)
            throws InterruptedException {
        browser.open(brief + "/candidates");
        browser.find("tr[data-candidate='" + name + "'] a").click();
        browser.text(words);
        take(browser, folder, picture);
    }

    private static void search(Browser browser, String brief, Path folder) throws InterruptedException {
        browser.open(brief + "/candidates");
        browser.button("Search kinds and settings");
        browser.find("[aria-label='New search'] input[aria-label=minutes]");
        for (int i = 0; i < 2; i++)
            browser.all("[aria-label='New search'] span input[type=checkbox]")
                    .get(i)
                    .click();
        browser.fill("trials", "14");
        browser.fill("keep the best", "0");
        browser.button("Search");
        for (int i = 0; i < 300; i++) {
            if (browser.find("body").getText().contains("all 14 trials were made")) break;
            Thread.sleep(1000);
        }
        browser.text("all 14 trials were made");
        take(browser, folder, "search");
    }

    private static void take(Browser browser, Path folder, String name) throws InterruptedException {
        Thread.sleep(1500);
        browser.picture(folder.resolve(name + ".png"));
    }
}
