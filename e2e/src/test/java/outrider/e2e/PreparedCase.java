package outrider.e2e;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** A case of the demo's members, brought through the interface and settled by its requests: for journeys that begin later. */
final class PreparedCase {
    static final Path FILE = Path.of("..", "demo", "data", "plan-lapse.csv.gz");
    static final String BEST = "Logistic";

    private PreparedCase() {}

    /** @return the address of a brief with a candidate, today's points and the base rate, cut at its capacity of 750 of 9,000 */
    static String compared(Browser browser) throws Exception {
        String brief = browser.bringAnother(FILE);
        String id = brief.replaceAll("\\D", "");
        settled(browser, id, Map.of("gainIfCaught", 74, "actionCost", 4.5, "missCost", 2, "successRate", 0.25));
        browser.settle(id, Map.of("campaign", Map.of("capacity", 3000)));
        browser.api(
                "PUT",
                "/briefs/" + id + "/columns?seen=0",
                Map.of(
                        "postal_area",
                        setAside(""),
                        "goodbye_page_seen",
                        setAside("known only afterwards"),
                        "next_visit_booked",
                        setAside("")));
        browser.api("POST", "/briefs/" + id + "/split", Map.of("shares", List.of(0.5, 0.25, 0.25), "seed", 77));
        fit(browser, id, BEST, "logistic", Map.of());
        fit(
                browser,
                id,
                "Desk points",
                "supplied",
                Map.of("column", "desk_points", "lowerIsRiskier", false, "probability", false));
        fit(browser, id, "Base rate", "baseRate", Map.of());
        browser.fitted(id, 3);
        browser.open(brief + "/compare");
        browser.find("tr[data-candidate='" + BEST + "'] [data-figure=capture]");
        browser.button("capacity");
        Thread.sleep(1500);
        return brief;
    }

    /** Which members lapse, and what acting on them is worth. */
    static void settled(Browser browser, String brief, Map<String, Object> stakes) {
        browser.settle(
                brief,
                Map.of(
                        "outcome",
                        Map.of("column", "renewal", "events", List.of("lapsed"), "leftOut", List.of()),
                        "words",
                        Map.of("records", "members", "events", "lapses", "acting", "ringing", "currency", "€"),
                        "stakes",
                        stakes));
    }

    private static Map<String, Object> setAside(String reason) {
        return Map.of("role", "SET_ASIDE", "reason", reason);
    }

    private static void fit(Browser browser, String brief, String name, String kind, Map<String, Object> settings) {
        browser.api("POST", "/candidates?brief=" + brief, Map.of("name", name, "kind", kind, "settings", settings));
    }

    /** Written, submitted and approved under a condition, by two people. */
    static void approved(Browser browser, String brief) {
        browser.open(brief + "/sign-off");
        SignOffSteps steps = new SignOffSteps(browser, brief, FILE);
        steps.write();
        browser.button("Words");
        steps.namePeople();
        String report = steps.openAndSubmit();
        steps.as("approver");
        browser.open(report);
        browser.find("[data-state=WAITING]");
        steps.waiveAndApprove("not more than 3,000 calls");
        steps.as("analyst");
    }
}
