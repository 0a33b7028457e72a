package outrider.e2e;

import java.io.IOException;
import java.nio.file.Path;

/** Takes a picture of each main view at 1280x800. Arguments: address, password of the demo accounts, folder. */
final class Screenshots {
    private Screenshots() {}

    public static void main(String[] args) throws IOException, InterruptedException {
        Path folder = Path.of(args[2]);
        try (Browser browser = new Browser(args[0])) {
            browser.open("/");
            browser.find("input[name=name]");
            browser.signIn("analyst", args[1]);
            take(browser, folder, "briefs");
            for (String stage : new String[] {"", "/data", "/candidates", "/compare", "/sign-off"}) {
                browser.open("/briefs/1" + stage);
                browser.text("Sign-off");
                take(browser, folder, stage.isEmpty() ? "brief" : stage.substring(1));
            }
        }
    }

    private static void take(Browser browser, Path folder, String name) throws IOException, InterruptedException {
        Thread.sleep(1500);
        browser.picture(folder.resolve(name + ".png"));
    }
}
