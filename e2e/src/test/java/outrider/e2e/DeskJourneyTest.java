package outrider.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.interactions.Actions;

/** Compare and Threshold, as somebody decides on them: every figure is what the headless command gives on the exported scores. */
class DeskJourneyTest {
    private static final Path FILE = Path.of("..", "demo", "data", "plan-lapse.csv.gz");
    private static final ObjectMapper JSON = new ObjectMapper();
    static final List<String> NAMES = List.of("Logistic", "Tree", "Bayes", "Desk points", "Group rates", "Base rate");
    private static final long SEED = 20_261;

    /** Every figure that the two pages show of the cut, by place. */
    private static final String READ_COMPARE = """
            const rows = {};
            document.querySelectorAll('tr[data-candidate]').forEach(row => {
              const figures = {};
              row.querySelectorAll('[data-figure]').forEach(cell => figures[cell.dataset.figure] = cell.innerText);
              rows[row.dataset.candidate] = figures;
            });
            const bar = {};
            document.querySelectorAll('[data-reading]').forEach(e => bar[e.dataset.reading] = e.innerText.split('\\n')[0]);
            const bands = [...document.querySelectorAll('tr[data-band]')].map(row => Object.fromEntries(
              [...row.querySelectorAll('[data-figure]')].map(cell => [cell.dataset.figure, cell.innerText])));
            const chosen = document.querySelector('tr.sel').dataset.candidate;
            return JSON.stringify({rows, bar, bands, chosen, line: document.querySelector('[data-reading-line]').innerText});
            """;

    private static final String READ_THRESHOLD = """
            const cells = {};
            document.querySelectorAll('[data-cell]').forEach(cell => cells[cell.dataset.cell] = Object.fromEntries(
              [...cell.querySelectorAll('[data-figure]')].map(e => [e.dataset.figure, e.innerText])));
            const measures = {};
            document.querySelectorAll('[data-measure]').forEach(row => measures[row.dataset.measure] = {
              value: row.querySelector('[data-figure=value]').innerText,
              best: row.querySelector('[data-best]')?.innerText ?? null,
              from: row.cells[3].innerText});
            return JSON.stringify({cells, measures});
            """;

    private static final String LEADER = "Tree";

    @Test
    void everyFigureIsTheHeadlessCommands() throws Exception {
        try (App app = App.shared();
                Browser browser = new Browser(app.address)) {
            browser.signIn("analyst", App.PASSWORD);
            String brief = prepared(browser);
            browser.open("/briefs/" + brief + "/compare");
            browser.find("tr[data-candidate='Base rate'] [data-figure=gain]");
            browser.driver.executeScript("document.querySelector(`tr[data-candidate='" + LEADER
                    + "'] button[title^='Set the others']`)?.click()");
            browser.await(d -> browser.find("tr[data-candidate='" + LEADER + "'] [data-figure=verdict]")
                    .getText()
                    .equals("leader"));
            List<JsonNode> compare = new ArrayList<>();
            List<JsonNode> threshold = new ArrayList<>();
            for (int cut = 0; cut < 5; cut++) {
                move(browser, cut);
                settled(browser);
                compare.add(JSON.readTree((String) browser.driver.executeScript(READ_COMPARE)));
                browser.key("5");
                browser.find("[data-measure=mcc] [data-best]");
                threshold.add(JSON.readTree((String) browser.driver.executeScript(READ_THRESHOLD)));
                browser.key("4");
                browser.find("tr[data-band]");
            }
            JsonNode core = core(browser, brief, compare);
            for (int cut = 0; cut < 5; cut++) ShownFigures.check(core, cut, compare.get(cut), threshold.get(cut));
            pinned(browser, brief);
            whatTurnsOut(browser, brief);
        }
    }

    /** The demo's file with a split, six candidates and stakes; by the interface's own requests. */
    private static String prepared(Browser browser) {
        String brief = browser.bringAnother(FILE).replaceAll(".*/briefs/(\\d+).*", "$1");
        browser.settle(
                brief,
                Map.of(
                        "outcome",
                        Map.of("column", "renewal", "events", List.of("lapsed")),
                        "words",
                        Map.of("records", "members", "events", "lapses", "acting", "ringing", "currency", "€"),
                        "stakes",
                        Map.of(
                                "gainIfCaught", 74,
                                "actionCost", 4.5,
                                "missCost", 1.25,
                                "falseAlarmCost", 0.4,
                                "leaveValue", 0.05,
                                "successRate", 1 / 3.0),
                        "campaign",
                        Map.of("size", 36000, "capacity", 3000)));
        browser.api(
                "PUT",
                "/briefs/" + brief + "/columns?seen=0",
                Map.of(
                        "goodbye_page_seen", Map.of("role", "SET_ASIDE", "reason", "known only afterwards"),
                        "next_visit_booked", Map.of("role", "SET_ASIDE", "reason", "leaks"),
                        "postal_area", Map.of("role", "SET_ASIDE", "reason", "180 levels")));
        browser.api(
                "POST",
                "/briefs/" + brief + "/split",
                Map.of("method", "SHARES", "shares", List.of(0.5, 0.25, 0.25), "seed", SEED));
        fit(browser, brief, "Logistic", "logistic", Map.of());
        fit(browser, brief, "Tree", "tree", Map.of("depth", 5));
        fit(browser, brief, "Bayes", "bayes", Map.of());
        Map<String, Object> points = Map.of("column", "desk_points", "lowerIsRiskier", false, "probability", false);
        fit(browser, brief, "Desk points", "supplied", points);
        fit(browser, brief, "Group rates", "groupRates", Map.of("groupBy", List.of("tier")));
        fit(browser, brief, "Base rate", "baseRate", Map.of());
        browser.await(d -> ((List<?>) browser.api("GET", "/candidates?brief=" + brief, null))
                .stream().allMatch(c -> ((Map<?, ?>) c).get("status").equals("done")));
        return brief;
    }

    private static void fit(Browser browser, String brief, String name, String kind, Map<String, Object> settings) {
        browser.api("POST", "/candidates?brief=" + brief, Map.of("name", name, "kind", kind, "settings", settings));
    }

    private static void move(Browser browser, int cut) {
        WebElement track = browser.find("[role=slider]");
        switch (cut) {
            case 0 -> browser.button("capacity");
            case 1 -> browser.button("break-even");
            case 2 -> {
                int width = track.getSize().getWidth();
                new Actions(browser.driver)
                        .moveToElement(track, -width / 2 + 30, 0)
                        .clickAndHold()
                        .moveByOffset(width / 4, 0)
                        .release()
                        .perform();
            }
            case 3 -> {
                browser.key("[");
                track.sendKeys(Keys.ARROW_RIGHT);
            }
            default -> {
                browser.key("k");
                browser.key("]");
                browser.key("]");
            }
        }
    }

    /** Waits until intervals and verdicts are those of the cut that is shown. */
    private static void settled(Browser browser) {
        browser.await(d -> {
            String table =
                    browser.find("table[aria-label^='Candidates at the cut']").getText();
            return !table.contains("…");
        });
    }

    private static JsonNode core(Browser browser, String brief, List<JsonNode> compare) throws Exception {
        browser.find("a[href$='scores.csv']").click();
        Path scores = browser.downloaded("validation-scores.csv");
        Path stakes = Files.writeString(
                browser.downloads.resolve("stakes.json"),
                "{\"gainIfCaught\": 74, \"actionCost\": 4.5, \"missCost\": 1.25, \"falseAlarmCost\": 0.4,"
                        + " \"leaveValue\": 0.05, \"successRate\": 0.3333333333333333}");
        List<String> lines = Files.readAllLines(scores);
        List<String> cuts = new ArrayList<>();
        List<String> thresholds = new ArrayList<>();
        for (JsonNode shown : compare) {
            int records = records(shown);
            int column =
                    List.of(lines.get(0).split(",")).indexOf(shown.get("chosen").asText());
            List<Double> ranked = lines.subList(1, lines.size()).stream()
                    .map(line -> Double.valueOf(line.split(",")[column]))
                    .sorted(Comparator.reverseOrder())
                    .toList();
            cuts.add(Integer.toString(records));
            thresholds.add(Double.toString(ranked.get(records - 1)));
        }
        Map<?, ?> shown = (Map<?, ?>) browser.api("GET", "/comparisons/" + brief, null);
        return JSON.readTree(App.evaluate(
                        scores.toString(),
                        "--outcome",
                        "outcome",
                        "--event",
                        "1",
                        "--score",
                        String.join(",", inOrderOf((List<?>) shown.get("candidates"))),
                        "--stakes",
                        stakes.toString(),
                        "--capacity",
                        "8.333333333333334%",
                        "--cut",
                        String.join(",", cuts),
                        "--threshold",
                        String.join(",", thresholds),
                        "--leader",
                        LEADER,
                        "--seed",
                        Long.toString(seed(browser, brief))))
                .get("scores");
    }

    /** Holm's adjustment takes candidates in the order of the comparison. */
    private static List<String> inOrderOf(List<?> candidates) {
        return candidates.stream()
                .map(c -> (String) ((Map<?, ?>) c).get("name"))
                .toList();
    }

    private static long seed(Browser browser, String brief) {
        Map<?, ?> view = (Map<?, ?>) browser.api("GET", "/briefs/" + brief, null);
        Map<?, ?> plan = (Map<?, ?>) ((Map<?, ?>) view.get("split")).get("plan");
        return ((Number) plan.get("seed")).longValue();
    }

    private static int records(JsonNode shown) {
        return Integer.parseInt(shown.get("bar").get("records").asText().replace(",", ""));
    }

    /** The pane under the pointer is pinned by a key, with a note, and waits on Sign-off over a reload. */
    private static void pinned(Browser browser, String brief) {
        new Actions(browser.driver)
                .moveToElement(browser.find("[data-pane=gains]"))
                .perform();
        browser.key(".");
        browser.find("[aria-label=Note]").sendKeys("The curve the desk knows.");
        browser.button("Pin");
        browser.text("1 pinned");
        browser.open("/briefs/" + brief + "/sign-off");
        browser.button("Pinned");
        assertThat(browser.find("[data-pin] textarea").getDomProperty("value")).isEqualTo("The curve the desk knows.");
        browser.await(d -> (Boolean)
                browser.driver.executeScript("return document.querySelector('[data-pin] img').naturalWidth > 0"));
    }

    /** Stakes typed on Threshold move break-even and the best cut at once; an arrangement is shared by its address. */
    private static void whatTurnsOut(Browser browser, String brief) throws Exception {
        browser.open("/briefs/" + brief + "/threshold");
        browser.find("[data-break-even]");
        browser.button("best");
        WebElement cost = browser.find("[aria-label='Action cost']");
        cost.sendKeys(Keys.chord(Keys.CONTROL, "a") + "2000");
        browser.text("acting can never pay");
        browser.text("leave everybody alone");
        browser.await(d -> browser.find("[data-reading=records]").getText().startsWith("0"));
        cost.sendKeys(Keys.chord(Keys.CONTROL, "a") + "4.5");
        browser.await(d -> !browser.find("[data-reading=records]").getText().startsWith("0"));
        browser.find("[aria-label='Sensitivity map'] svg");
        browser.find("[data-inverse]");
        assertThat(browser.accessibilityFindings()).isEmpty();

        browser.open("/briefs/" + brief + "/compare");
        browser.find("[aria-label='Sort by AUC']").click();
        new org.openqa.selenium.support.ui.Select(browser.find("[data-pane=gains] select")).selectByValue("roc");
        browser.find("[data-pane=roc] [data-cut-dot]");
        String shared = browser.driver.getCurrentUrl();
        assertThat(shared).contains("desk=");
        browser.driver.executeScript("localStorage.clear()");
        browser.driver.get(shared);
        browser.find("[data-pane=roc] [data-cut-dot]");
        browser.text("all who are no lapses");
    }
}
