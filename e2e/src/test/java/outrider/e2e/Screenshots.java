package outrider.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import org.openqa.selenium.support.ui.Select;

/**
 * Takes a picture of each main view at 1280x800, and issues the demo's report on the way. Arguments: address, password of the
 * demo accounts, folder.
 */
final class Screenshots {
    /** The demo's briefs, in the order in which they are made. */
    private static final String PLAN_LAPSE = "/briefs/3";

    private static final String IN_SERVICE = "/briefs/4";

    private Screenshots() {}

    public static void main(String[] args) throws InterruptedException {
        Path folder = Path.of(args[2]);
        try (Browser browser = new Browser(args[0])) {
            browser.signIn("analyst", args[1]);
            String brief = PLAN_LAPSE;
            browser.fitted("3", 9);
            for (String stage : new String[] {"", "/data", "/candidates", "/compare"}) {
                browser.open(brief + stage);
                browser.text("Sign-off");
                if (stage.equals("/compare")) browser.button("capacity");
                if (stage.equals("/candidates")) browser.text("not separable");
                take(browser, folder, stage.isEmpty() ? "brief" : stage.substring(1));
            }
            members(browser, brief, folder);
            desk(browser, brief, folder);
            browser.open(brief + "/errors");
            browser.text("alone acts on");
            browser.text("promised");
            take(browser, folder, "errors");
            browser.open("/");
            browser.find("table svg");
            take(browser, folder, "briefs");
            browser.open(brief + "/candidates");
            browser.find("tr[data-candidate='Boosted trees'] a").click();
            browser.find("a[href='#goes-by']").click();
            browser.text("All else left as it is");
            take(browser, folder, "goes-by");
            search(browser, brief, folder);
            browser.open(brief + "/data");
            browser.find("[data-column=late_payments_12m] .name button");
            browser.fill("Find a column", "rides");
            browser.find("[data-column=rides_logged_90d] .name button").click();
            browser.text("Alone it ranks");
            take(browser, folder, "column");
            browser.open("/briefs/2/data");
            browser.button("change it in revision");
            browser.text("revision 2");
            browser.find("[data-part=validation]");
            take(browser, folder, "split");
            signOff(browser, brief, args[1], folder);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The demo's report: written, submitted, and as its approver finds it. */
    private static void signOff(Browser browser, String brief, String password, Path folder)
            throws IOException, InterruptedException {
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
        steps.waiveAndApprove("invoices are read by hand");
        browser.signOut();
        browser.signIn("analyst", password);
        browser.open(IN_SERVICE + "/in-service");
        browser.find("[data-advice=LOOK_AT_INPUT]");
        browser.text("2026-07-01");
        take(browser, folder, "in-service");
        browser.find("[data-follow-report] a").click();
        browser.find("[data-state=STANDS]");
        take(browser, folder, "follow-up");
        browser.signOut();
        browser.signIn("administrator", password);
        browser.open("/policy");
        browser.find("ul[aria-label=Checks] li");
        take(browser, folder, "policy");
        browser.open("/accounts");
        browser.text("Owners of briefs");
        take(browser, folder, "accounts");
    }

    private static void desk(Browser browser, String brief, Path folder) throws InterruptedException {
        browser.open(brief + "/threshold");
        browser.find("[data-measure=mcc] [data-best]");
        take(browser, folder, "threshold");
    }

    private static void members(Browser browser, String brief, Path folder) throws InterruptedException {
        browser.open(brief);
        new Select(browser.find("[aria-label='Let somebody in']")).selectByValue("approver");
        browser.find("[aria-label=Members] [aria-pressed=true]");
        Thread.sleep(1500);
        browser.driver.executeScript(
                "document.querySelector('[aria-label=\"Hand it on\"]').scrollIntoView({block: 'end'})");
        take(browser, folder, "members");
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
