package outrider.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;

/**
 * Takes a picture of each main view at 1280x800, and issues the demo's report on the way. Arguments: address, password of the
 * demo accounts, folder.
 */
final class Screenshots {
    private Screenshots() {}

    public static void main(String[] args) throws InterruptedException {
        Path folder = Path.of(args[2]);
        try (Browser browser = new Browser(args[0])) {
            browser.signIn("analyst", args[1]);
            take(browser, folder, "briefs");
            String brief = browser.find("a[href^='/briefs/']").getDomAttribute("href");
            for (String stage : new String[] {"", "/data", "/candidates", "/compare"}) {
                browser.open(brief + stage);
                browser.text("Sign-off");
                if (stage.equals("/compare")) browser.button("capacity");
                take(browser, folder, stage.isEmpty() ? "brief" : stage.substring(1));
            }
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
            browser.open(brief + "/sign-off");
            browser.text("Issue a report");
            if (browser.all("iframe").isEmpty()) browser.button("Open the reserve and issue");
            browser.find("iframe");
            browser.signOut();
            browser.signIn("approver", args[1]);
            browser.open(brief + "/sign-off");
            browser.find("iframe");
            take(browser, folder, "sign-off");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void take(Browser browser, Path folder, String name) throws InterruptedException {
        Thread.sleep(1500);
        browser.picture(folder.resolve(name + ".png"));
    }
}
