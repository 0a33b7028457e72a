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
 * Measures the desk in Chromium with 8 candidates on 1,000,000 validation records: opening Compare, and what moving the cut costs a
 * frame. Arguments: address, password, folder for the file.
 */
final class DeskBench {
    private static final int VALIDATION = 1_000_000;
    private static final int OTHERS = 30_000;
    private static final int CANDIDATES = 8;
    private static final int MOVES = 200;
    private static final double FRAME = 16;

    private DeskBench() {}

    public static void main(String[] args) throws Exception {
        Path file = write(Path.of(args[2]).resolve("desk-bench.csv"));
        try (Browser browser = new Browser(args[0])) {
            browser.signIn("analyst", args[1]);
            String brief = read(browser, file);
            settle(browser, brief, VALIDATION, CANDIDATES);
            opening(browser, "/briefs/" + brief + "/compare", "Compare", "[data-figure=gain]", CANDIDATES);
            opening(browser, "/briefs/" + brief + "/errors", "the field of errors", "button.errorcell", 1);
            fromCompare(browser, brief);
            sizes(browser, brief);
            for (String page : List.of("compare", "threshold", "errors")) moves(browser, brief, page);
        } finally {
            Files.delete(file);
        }
    }

    private static void opening(Browser browser, String page, String name, String shown, int least) {
        for (int round = 0; round < 4; round++) {
            long start = System.nanoTime();
            browser.open(page);
            shown(browser, shown, least);
            System.out.printf(
                    "opening %s, %s: %.2f s%n",
                    name, round == 0 ? "for the first time" : "warm", (System.nanoTime() - start) / 1e9);
        }
    }

    /** As somebody goes there who looks at the comparison. */
    private static void fromCompare(Browser browser, String brief) {
        for (int round = 0; round < 4; round++) {
            browser.open("/briefs/" + brief + "/compare");
            shown(browser, "[data-figure=gain]", CANDIDATES);
            long start = System.nanoTime();
            browser.key("6");
            shown(browser, "button.errorcell", 1);
            System.out.printf("from Compare to the field of errors: %.2f s%n", (System.nanoTime() - start) / 1e9);
        }
    }

    private static void shown(Browser browser, String what, int least) {
        browser.driver.executeAsyncScript(
                "const [shown, least, done] = arguments; const look = () =>"
                        + " document.querySelectorAll(shown).length >= least ? done() : requestAnimationFrame(look);"
                        + " look();",
                what,
                least);
    }

    private static Path write(Path file) throws IOException {
        Random random = new Random(1);
        try (BufferedWriter out = Files.newBufferedWriter(file)) {
            out.write("sample,gone");
            for (int c = 1; c <= CANDIDATES; c++) out.write(",score_" + c);
            out.write("\n");
            for (int i = 0; i < VALIDATION + 2 * OTHERS; i++) {
                String part = i < OTHERS ? "build" : i < 2 * OTHERS ? "seal" : "check";
                double risk = random.nextGaussian();
                boolean gone = random.nextDouble() < 1 / (1 + Math.exp(3 - 1.2 * risk));
                StringBuilder line = new StringBuilder(part).append(gone ? ",yes" : ",no");
                for (int c = 1; c <= CANDIDATES; c++) {
                    double score = 1 / (1 + Math.exp(3 - 1.2 * (risk + 0.15 * c * random.nextGaussian())));
                    line.append(',').append((float) score);
                }
                out.write(line.append('\n').toString());
            }
        }
        return file;
    }

    /** Brings a file through the page; gives the number of its brief. */
    static String read(Browser browser, Path file) throws InterruptedException {
        browser.driver
                .findElement(By.cssSelector("input[type=file]"))
                .sendKeys(file.toAbsolutePath().toString());
        browser.text("How it is read");
        browser.button("Read the file");
        for (int i = 0; i < 300 && !browser.driver.getCurrentUrl().contains("/briefs/"); i++) Thread.sleep(500);
        return browser.driver.getCurrentUrl().replaceAll(".*/briefs/(\\d+).*", "$1");
    }

    /** Amounts, a split by the column of samples, and so many candidates by their scores. */
    static void settle(Browser browser, String brief, int campaign, int candidates) throws InterruptedException {
        browser.settle(
                brief,
                Map.of(
                        "outcome",
                        Map.of("column", "gone", "events", List.of("yes")),
                        "stakes",
                        Map.of("gainIfCaught", 74, "actionCost", 4.5, "successRate", 0.25),
                        "campaign",
                        Map.of("size", campaign, "capacity", campaign * 9 / 100)));
        browser.api(
                "POST",
                "/briefs/" + brief + "/split",
                Map.of(
                        "method",
                        "COLUMN",
                        "seed",
                        1,
                        "column",
                        "sample",
                        "levels",
                        Map.of("build", "TRAINING", "check", "VALIDATION", "seal", "RESERVE")));
        for (int c = 1; c <= candidates; c++) {
            Map<String, Object> settings = Map.of("column", "score_" + c, "lowerIsRiskier", false, "probability", true);
            browser.api(
                    "POST",
                    "/candidates?brief=" + brief,
                    Map.of("name", "Score " + c, "kind", "supplied", "settings", settings));
        }
        done(browser, brief);
    }

    /** Waits for all candidates. */
    static void done(Browser browser, String brief) throws InterruptedException {
        for (int i = 0; i < 600; i++) {
            List<?> all = (List<?>) browser.api("GET", "/candidates?brief=" + brief, null);
            if (all.stream().allMatch(c -> ((Map<?, ?>) c).get("status").equals("done"))) return;
            Thread.sleep(500);
        }
        throw new IllegalStateException("the candidates are not fitted");
    }

    private static void sizes(Browser browser, String brief) {
        Map<?, ?> shown = (Map<?, ?>) browser.api("GET", "/comparisons/" + brief, null);
        for (Object one : (List<?>) shown.get("candidates")) {
            Map<?, ?> row = (Map<?, ?>) one;
            Map<?, ?> curve =
                    (Map<?, ?>) ((Map<?, ?>) ((Map<?, ?>) shown.get("drawn")).get("curves")).get(row.get("drawn"));
            System.out.printf(
                    "%s: %d points, within %s in depth and capture%n",
                    row.get("name"), ((List<?>) curve.get("records")).size(), curve.get("error"));
        }
    }

    private static void moves(Browser browser, String brief, String page) throws InterruptedException {
        browser.open("/briefs/" + brief + "/" + page);
        browser.find("[role=slider]");
        Thread.sleep(3000);
        Map<?, ?> found = (Map<?, ?>) browser.driver.executeAsyncScript("""
                const done = arguments[arguments.length - 1];
                const track = document.querySelector('[role=slider]');
                const box = track.getBoundingClientRect();
                const asked = performance.getEntriesByType('resource').length;
                const spent = [];
                const fire = (type, x) => track.dispatchEvent(
                  new PointerEvent(type, {bubbles: true, clientX: x, clientY: box.top + 5, pointerId: 1}));
                track.setPointerCapture = () => {};
                fire('pointerdown', box.left + 20);
                let i = 0;
                const step = async () => {
                  const start = performance.now();
                  fire('pointermove', box.left + 20 + (i * 3) %% (box.width - 40));
                  for (let turn = 0; turn < 50; turn++) await null;
                  spent.push(performance.now() - start);
                  if (++i < %d) return requestAnimationFrame(step);
                  const requests = performance.getEntriesByType('resource').length - asked;
                  fire('pointerup', box.left + 20);
                  spent.sort((a, b) => a - b);
                  done({median: spent[spent.length >> 1], worst: spent[spent.length - 1],
                        late: spent[Math.floor(0.95 * spent.length)], requests,
                        moved: document.querySelector('[data-reading=records]').innerText});
                };
                requestAnimationFrame(step);
                """.formatted(MOVES));
        double median = ((Number) found.get("median")).doubleValue();
        System.out.printf(
                "moving the cut on %s, %d moves: script median %.1f ms, 95 %% within %.1f ms, worst %.1f ms (%.2f of a frame of %.0f ms);"
                        + " requests meanwhile: %s%n",
                page,
                MOVES,
                median,
                ((Number) found.get("late")).doubleValue(),
                ((Number) found.get("worst")).doubleValue(),
                median / FRAME,
                FRAME,
                found.get("requests"));
    }
}
