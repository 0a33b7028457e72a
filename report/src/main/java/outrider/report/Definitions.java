package outrider.report;

import java.util.ArrayList;
import java.util.List;
import outrider.casefile.BriefFile;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.exchange.CutFigures;

/** The measures that the report uses, each with this case's numbers put in. */
final class Definitions {
    /** {@code numbers} is the same formula with this report's figures. */
    public record Definition(String name, String formula, String numbers) {}

    private Definitions() {}

    static List<Definition> with(Evidence e) {
        Figures f = e.figures();
        CutFigures v = f.cut().validation();
        BriefFile brief = e.recipe();
        double events = v.counts().caught() + v.counts().missed();
        double total = events + v.counts().falseAlarms() + v.counts().leftAlone();
        List<Definition> list = new ArrayList<>();
        list.add(new Definition(
                "Depth",
                "records acted on / all records",
                NumberText.count(v.counts().records()) + " / "
                        + NumberText.count(f.source().split().validation().records()) + " = "
                        + NumberText.percent(v.counts().depth())));
        list.add(new Definition(
                "Capture rate (recall)",
                "caught / (caught + missed)",
                NumberText.count(v.counts().caught()) + " / " + NumberText.count(events) + " = "
                        + NumberText.percent(v.reach().capture())));
        list.add(new Definition(
                "Precision",
                "caught / (caught + false alarms)",
                NumberText.count(v.counts().caught()) + " / "
                        + NumberText.count(v.counts().caught() + v.counts().falseAlarms()) + " = "
                        + NumberText.percent(v.hits().precision())));
        list.add(new Definition(
                "Lift",
                "precision / event rate",
                NumberText.percent(v.hits().precision()) + " / " + NumberText.percent(events / total) + " = "
                        + NumberText.fixed(v.reach().lift(), 2)));
        list.add(new Definition(
                "Net value",
                "caught · (r·b − (1−r)·m − c) − false alarms · (f + c) − missed · m + left alone · ℓ"
                        + (brief.valueColumn() == null
                                ? ""
                                : ", b and m times the record's own " + brief.valueColumn()),
                NumberText.money(brief, v.money().netValue()) + " on validation"));
        list.add(new Definition(
                "Gain over nobody",
                "net value − net value of acting on nobody",
                NumberText.gain(brief, v.money().gainOverNobody()) + " on validation, × "
                        + NumberText.number(f.cut().perCampaign()) + " = "
                        + NumberText.gain(
                                brief, v.money().gainOverNobody() * f.cut().perCampaign()) + " for the campaign"));
        if (f.cut().breakEven() != null) {
            list.add(new Definition(
                    "Break-even probability",
                    "(V left alone − V false alarm) / ((V left alone − V false alarm) + (V caught − V missed))",
                    NumberText.percent(f.cut().breakEven())));
        }
        list.add(new Definition(
                "AUC",
                "share of pairs of an event and a non-event that the score puts in the right order, ties half",
                Chapters.auc(f.chosenRow().auc()) + "; interval by DeLong, DeLong and Clarke-Pearson 1988"
                        + (brief.weightColumn() == null ? "" : ", each record by its weight (Binder 1983)")));
        if (f.chosenRow().outOfFold() != null) {
            list.add(new Definition(
                    "Out of fold",
                    "AUC on training, each record scored by " + e.outOfFoldBy(),
                    Chapters.auc(f.chosenRow().outOfFold()) + "; on training itself "
                            + NumberText.fixed(f.chosenRow().trainingAuc(), 3)));
        }
        if (f.trust().calibration() != null) {
            list.add(new Definition(
                    "Calibration error",
                    "Σ over bands of the band's share · |mean forecast − observed rate|",
                    NumberText.fixed(f.trust().calibration().error().ece(), 4)));
            list.add(new Definition(
                    "Calibration line",
                    "logistic regression of the outcome on the forecast's log-odds",
                    "intercept "
                            + NumberText.fixed(f.trust().calibration().line().intercept(), 2) + ", slope "
                            + NumberText.fixed(f.trust().calibration().line().slope(), 2)));
        }
        list.add(new Definition(
                "95 % intervals at the cut",
                "percentile bootstrap over records (over customers where the split keeps them together), at this very cut, seeded",
                "capture " + NumberText.percent(v.reach().captureLow()) + " to "
                        + NumberText.percent(v.reach().captureHigh())));
        list.add(new Definition(
                "Verdict",
                "paired difference to the proposed candidate, Holm-adjusted p below 0.05",
                "ahead, behind, not separable, or too few to say"));
        return list;
    }
}
