package outrider.e2e;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.openqa.selenium.By;

/**
 * Measures in Chromium how long frames take while somebody scrolls: 300 briefs, 500 columns beside 30 candidates. Arguments: address,
 * password, folder for the file.
 */
final class ScrollBench {
    private static final int RECORDS = 6000;
    private static final int COLUMNS = 470;
    private static final int CANDIDATES = 30;
    private static final int BRIEFS = 300;
    /** Pixels, and pixels a second: a page of 800 in a third of one. */
    private static final int FAR = 8000;

    private static final int SPEED = 2400;
    private static final double LONGEST = 33;

    private ScrollBench() {}

    public static void main(String[] args) throws Exception {
        Path file = write(Path.of(args[2]).resolve("scroll-bench.csv"));
        try (Browser browser = new Browser(args[0])) {
            browser.signIn("analyst", args[1]);
            String brief = DeskBench.read(browser, file);
            DeskBench.settle(browser, brief, RECORDS, CANDIDATES);
            Map<?, ?> data = (Map<?, ?>) ((Map<?, ?>) browser.api("GET", "/briefs/" + brief, null)).get("data");
            for (int i = 1; i < BRIEFS; i++) browser.api("POST", "/briefs", Map.of("datasetId", data.get("id")));
            String fitted = fit(browser, brief);
            String at = "/briefs/" + brief;
            for (String page : List.of("", "/data", "/candidates", "/candidates/" + fitted, "/compare", "/threshold")) {
                scroll(browser, page.isEmpty() ? "/" : at + page);
            }
        } finally {
            Files.delete(file);
        }
    }

    private static String fit(Browser browser, String brief) throws InterruptedException {
        Map<?, ?> asked = (Map<?, ?>) browser.api(
                "POST",
                "/candidates?brief=" + brief,
                Map.of("name", "of all columns", "kind", "logistic", "settings", Map.of()));
        DeskBench.done(browser, brief);
        return String.valueOf(asked.get("id"));
    }

    private static Path write(Path file) throws IOException {
        Random random = new Random(1);
        try (BufferedWriter out = Files.newBufferedWriter(file)) {
            out.write("sample,gone");
            for (int c = 1; c <= COLUMNS; c++) out.write(",column_" + c);
            for (int c = 1; c <= CANDIDATES; c++) out.write(",score_" + c);
            out.write("\n");
            for (int i = 0; i < RECORDS; i++) {
                double risk = random.nextGaussian();
                boolean gone = random.nextDouble() < 1 / (1 + Math.exp(3 - 1.2 * risk));
                StringBuilder line =
                        new StringBuilder(List.of("build", "check", "seal").get(i % 3));
                line.append(gone ? ",yes" : ",no");
                for (int c = 1; c <= COLUMNS; c++) {
                    double value = random.nextGaussian() + (c % 20 == 0 ? risk : 0);
                    line.append(',').append(c % 3 == 0 ? "level " + Math.round(value * c % 7) : (float) value);
                }
                for (int c = 1; c <= CANDIDATES; c++) {
                    double score = 1 / (1 + Math.exp(3 - 1.2 * (risk + 0.1 * c * random.nextGaussian())));
                    line.append(',').append((float) score);
                }
                out.write(line.append('\n').toString());
            }
        }
        return file;
    }

    private static void scroll(Browser browser, String page) throws InterruptedException {
        browser.open(page);
        Thread.sleep(5000);
        browser.await(d -> !d.findElement(By.tagName("body")).getText().contains("counting"));
        browser.driver.executeScript("""
                window.frames = [];
                let before = performance.now();
                const look = (now) => { window.frames.push(now - before); before = now; requestAnimationFrame(look); };
                requestAnimationFrame(look);
                """);
        for (int way : new int[] {-1, 1}) {
            browser.driver.executeCdpCommand(
                    "Input.synthesizeScrollGesture",
                    Map.of("x", 640, "y", 600, "xDistance", 0, "yDistance", way * FAR, "speed", SPEED));
        }
        Map<?, ?> found = (Map<?, ?>) browser.driver.executeScript("""
                const frames = window.frames.slice(2).sort((a, b) => a - b);
                return {frames: frames.length, median: frames[frames.length >> 1], late: frames[Math.floor(0.95 * frames.length)],
                    worst: frames[frames.length - 1], height: document.documentElement.scrollHeight,
                    over: frames.filter((f) => f > arguments[0] + 1).length};
                """, LONGEST);
        System.out.printf("scrolling %s: %s%n", page, found);
    }
}
