package outrider.report;

import java.util.ArrayList;
import java.util.List;
import outrider.exchange.CutFigures;
import outrider.measure.BandRow;

/** The words and written numbers of a report, from its evidence. Names are those that the template reads. */
final class ReportText {
    private final Evidence e;
    private final Evidence.Case c;

    ReportText(Evidence evidence) {
        e = evidence;
        c = evidence.brief();
    }

    String size() {
        return Numbers.count(e.data().records()) + " records and " + e.data().columns() + " columns";
    }

    /** One decision, in a paragraph. */
    String decision() {
        CutFigures v = e.validation();
        if (v.records() == 0) {
            return "The proposal is to act on nobody: on these stakes no cut of " + e.chosen() + " is worth more than "
                    + c.acting() + " no one.";
        }
        String rule = v.threshold() == null
                ? "the first " + Numbers.count(v.records()) + " by score"
                : "those with a score of " + Numbers.score(v.threshold()) + " or more";
        return "The proposal is " + c.acting() + " the top " + Numbers.percent(v.depth()) + " of the " + c.recordsNoun()
                + " as ranked by " + e.chosen() + ": " + rule + ". On validation, " + Numbers.count(v.records())
                + " of "
                + Numbers.count(e.split().validation().records()) + " " + c.recordsNoun() + ", this reaches "
                + Numbers.percent(v.capture()) + " of the " + c.eventsNoun() + " (95 % interval "
                + Numbers.percent(v.captureLow()) + " to " + Numbers.percent(v.captureHigh()) + "), "
                + Numbers.fixed(v.lift(), 1) + " times as many as " + c.acting() + " at random, and gains "
                + money(v.gainOverNobody()) + " over " + c.acting() + " nobody (" + money(v.gainLow()) + " to "
                + money(v.gainHigh()) + ").";
    }

    /** What that means for the campaign. */
    String campaign() {
        double factor = c.campaignSize() / e.split().validation().records();
        CutFigures v = e.validation();
        return "For a campaign of " + Numbers.count(c.campaignSize()) + " " + c.recordsNoun() + " that is about "
                + Numbers.count(Math.rint(v.records() * factor)) + " " + c.recordsNoun() + " acted on and an expected "
                + money(v.gainOverNobody() * factor) + " over " + c.acting() + " nobody ("
                + money(v.gainLow() * factor) + " to " + money(v.gainHigh() * factor) + ")"
                + (c.plannedRate() == null
                        ? "."
                        : ", at the planned event rate of " + Numbers.percent(c.plannedRate()) + ".");
    }

    /** What the reserve says of it. */
    String confirmation() {
        CutFigures v = e.validation();
        CutFigures r = e.reserve();
        boolean held = r.capture() >= v.captureLow() && r.capture() <= v.captureHigh();
        String verdict = held
                ? "within the interval that validation gave"
                : r.capture() < v.captureLow()
                        ? "below the interval that validation gave: expect less than validation promised"
                        : "above the interval that validation gave";
        return "The reserve, opened once for this report, shows " + Numbers.percent(r.capture()) + " of the "
                + c.eventsNoun() + " reached at " + (v.threshold() == null ? "the same depth" : "the same threshold")
                + ", " + verdict + "; its AUC is "
                + Numbers.fixed(e.reserveAuc().auc(), 3) + interval(e.reserveAuc()) + ".";
    }

    private String money(double amount) {
        return Numbers.money(c.currency(), amount);
    }

    private String gain(double amount) {
        return Numbers.gain(c.currency(), amount);
    }

    static String interval(Evidence.AucInterval auc) {
        if (auc.low() == null) return "";
        return " (" + Numbers.fixed(auc.low(), 3) + " to " + Numbers.fixed(auc.high(), 3) + ")";
    }

    String stakes() {
        String breakEven = c.breakEven() == null
                ? ""
                : " Acting pays from an event probability of " + Numbers.percent(c.breakEven()) + ".";
        return "Acting costs " + Numbers.price(c.currency(), c.actionCost()) + " a record and works on "
                + Numbers.percent(c.successRate()) + " of the events acted on; an event caught earns "
                + Numbers.price(c.currency(), c.gainIfCaught()) + "; an event missed costs "
                + Numbers.price(c.currency(), c.missCost()) + ", a false alarm costs another "
                + Numbers.price(c.currency(), c.falseAlarmCost()) + ", and leaving the others alone is worth "
                + Numbers.price(c.currency(), c.leaveValue()) + "." + breakEven
                + (c.capacity() == null
                        ? ""
                        : " At most " + Numbers.count(c.capacity()) + " of " + Numbers.count(c.campaignSize())
                                + " can be acted on.");
    }

    List<List<String>> candidateRows() {
        List<List<String>> rows = new ArrayList<>();
        for (Evidence.Candidate k : e.candidates()) {
            CutFigures f = k.atCut();
            rows.add(List.of(
                    k.name(),
                    k.kind(),
                    Numbers.percent(f.capture()),
                    Numbers.fixed(f.lift(), 2),
                    Numbers.percent(f.precision()),
                    gain(f.gainOverNobody()) + " (" + gain(f.gainLow()) + " to " + gain(f.gainHigh()) + ")",
                    Numbers.fixed(k.auc().auc(), 3) + interval(k.auc()),
                    k.trainingAuc() == null
                            ? Numbers.NONE
                            : Numbers.fixed(k.trainingAuc() - k.auc().auc(), 3),
                    k.verdict()));
        }
        return rows;
    }

    List<String> alarms() {
        List<String> lines = new ArrayList<>();
        for (Evidence.Candidate k : e.candidates()) for (String alarm : k.alarms()) lines.add(k.name() + ": " + alarm);
        return lines;
    }

    List<List<String>> bandRows() {
        List<List<String>> rows = new ArrayList<>();
        for (BandRow b : e.bands()) {
            rows.add(List.of(
                    Integer.toString(b.band()),
                    Numbers.count(b.records()),
                    Numbers.count(b.events()) + (b.tied() ? " *" : ""),
                    Numbers.percent(b.eventRate()),
                    Numbers.fixed(b.lift(), 2),
                    Numbers.percent(b.capture()),
                    Numbers.fixed(b.cumulativeLift(), 2),
                    Numbers.score(b.lowestScore())));
        }
        return rows;
    }

    boolean tiedBands() {
        return e.bands().stream().anyMatch(BandRow::tied);
    }

    /** Four cells: name, trade's name, count on validation, money there, count on the reserve. */
    List<List<String>> grid() {
        CutFigures v = e.validation();
        CutFigures r = e.reserve();
        double tp = c.successRate() * c.gainIfCaught() - (1 - c.successRate()) * c.missCost() - c.actionCost();
        return List.of(
                cell("Caught", "true positives", v.caught(), tp, r.caught()),
                cell(
                        "False alarms",
                        "false positives",
                        v.falseAlarms(),
                        -c.falseAlarmCost() - c.actionCost(),
                        r.falseAlarms()),
                cell("Missed", "false negatives", v.missed(), -c.missCost(), r.missed()),
                cell("Left alone", "true negatives", v.leftAlone(), c.leaveValue(), r.leftAlone()));
    }

    private List<String> cell(String name, String trade, double count, double each, double onReserve) {
        return List.of(
                name, trade, Numbers.count(count), Numbers.money(c.currency(), count * each), Numbers.count(onReserve));
    }

    List<List<String>> reserveRows() {
        CutFigures v = e.validation();
        CutFigures r = e.reserve();
        Evidence.Candidate chosen = e.candidates().stream()
                .filter(k -> k.name().equals(e.chosen()))
                .findFirst()
                .orElseThrow();
        return List.of(
                List.of("records acted on", Numbers.count(v.records()), Numbers.count(r.records())),
                List.of("depth", Numbers.percent(v.depth()), Numbers.percent(r.depth())),
                List.of("capture rate", withBounds(v), withBounds(r)),
                List.of("lift", Numbers.fixed(v.lift(), 2), Numbers.fixed(r.lift(), 2)),
                List.of("precision", Numbers.percent(v.precision()), Numbers.percent(r.precision())),
                List.of("gain over nobody", moneyWithBounds(v), moneyWithBounds(r)),
                List.of(
                        "AUC",
                        Numbers.fixed(chosen.auc().auc(), 3) + interval(chosen.auc()),
                        Numbers.fixed(e.reserveAuc().auc(), 3) + interval(e.reserveAuc())));
    }

    private String withBounds(CutFigures f) {
        return Numbers.percent(f.capture()) + " (" + Numbers.percent(f.captureLow()) + " to "
                + Numbers.percent(f.captureHigh()) + ")";
    }

    private String moneyWithBounds(CutFigures f) {
        return gain(f.gainOverNobody()) + " (" + gain(f.gainLow()) + " to " + gain(f.gainHigh()) + ")";
    }

    /** How the records came to their parts, in sentences. */
    String splitWords() {
        Evidence.SplitFacts s = e.split();
        String method = s.method() == null ? "at random within each outcome" : s.method();
        return "Records were dealt " + method + ", seed " + s.seed() + "."
                + (s.leftOut() > 0 ? " " + Numbers.count(s.leftOut()) + " are in no part." : "")
                + (s.balance() == null ? "" : " " + s.balance())
                + " Nothing was fitted on validation or reserve.";
    }

    List<List<String>> splitRows() {
        Evidence.SplitFacts s = e.split();
        return List.of(
                part("training", s.training()), part("validation", s.validation()), part("reserve", e.reservePart()));
    }

    private static List<String> part(String name, Evidence.Part part) {
        return List.of(
                name,
                Numbers.count(part.records()),
                Numbers.count(part.events()),
                Numbers.percent(part.events() / (double) part.records()));
    }
}
