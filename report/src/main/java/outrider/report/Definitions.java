package outrider.report;

import java.util.List;
import outrider.exchange.CutFigures;

/** The measures that the report uses, each with this case's numbers put in. */
final class Definitions {
    /** {@code numbers} is the same formula with this report's figures. */
    public record Definition(String name, String formula, String numbers) {}

    private Definitions() {}

    static List<Definition> with(Evidence e) {
        CutFigures v = e.validation();
        double events = v.caught() + v.missed();
        double total = events + v.falseAlarms() + v.leftAlone();
        String currency = e.brief().currency();
        return List.of(
                new Definition(
                        "Depth",
                        "records acted on / all records",
                        Numbers.count(v.records()) + " / "
                                + Numbers.count(e.split().validation().records()) + " = " + Numbers.percent(v.depth())),
                new Definition(
                        "Capture rate (recall)",
                        "caught / (caught + missed)",
                        Numbers.count(v.caught()) + " / " + Numbers.count(events) + " = "
                                + Numbers.percent(v.capture())),
                new Definition(
                        "Precision",
                        "caught / (caught + false alarms)",
                        Numbers.count(v.caught()) + " / " + Numbers.count(v.caught() + v.falseAlarms()) + " = "
                                + Numbers.percent(v.precision())),
                new Definition(
                        "Lift",
                        "precision / event rate",
                        Numbers.percent(v.precision()) + " / " + Numbers.percent(events / total) + " = "
                                + Numbers.fixed(v.lift(), 2)),
                new Definition(
                        "Net value",
                        "caught · (r·b − (1−r)·m − c) − false alarms · (f + c) − missed · m + left alone · ℓ",
                        Numbers.money(currency, v.netValue())),
                new Definition(
                        "Gain over nobody",
                        "net value − net value of acting on nobody",
                        Numbers.gain(currency, v.gainOverNobody())),
                new Definition(
                        "AUC",
                        "share of pairs of an event and a non-event that the score puts in the right order, ties half",
                        "interval by DeLong, DeLong and Clarke-Pearson 1988"),
                new Definition(
                        "95 % intervals at the cut",
                        "percentile bootstrap over records, seeded", "of capture rate and gain"),
                new Definition(
                        "Verdict",
                        "paired difference of AUC to the chosen candidate; Holm-adjusted p below 0.05",
                        "ahead, behind or not separable"));
    }
}
