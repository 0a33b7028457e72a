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
            for (String stage : new String[] {"", "/data", "/candidates", "/compare"}) {
                browser.open("/briefs/1" + stage);
                browser.text("Sign-off");
                if (stage.equals("/compare")) browser.button("capacity");
                take(browser, folder, stage.isEmpty() ? "brief" : stage.substring(1));
            }
            browser.open("/briefs/1/sign-off");
            browser.text("Issue a report");
            if (browser.all("iframe").isEmpty()) browser.button("Open the reserve and issue");
            browser.find("iframe");
            browser.signOut();
            browser.signIn("approver", args[1]);
            browser.open("/briefs/1/sign-off");
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
