package outrider.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import outrider.casefile.BriefFile;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.Glossary;
import outrider.casefile.NumberText;
import outrider.exchange.CutFigures;

/** The measures that the report uses, as the glossary has them, each with this case's numbers put in. */
final class Definitions {
    /** {@code numbers} is the same formula with this report's figures. */
    public record Definition(String name, String formula, String numbers) {}

    private final List<Definition> list = new ArrayList<>();

    private Definitions() {}

    static List<Definition> with(Evidence e) {
        Definitions definitions = new Definitions();
        definitions.atTheCut(e.recipe(), e.figures());
        definitions.ofTheOrder(e);
        return definitions.list;
    }

    private void add(String name, String numbers) {
        add(name, Map.of(), "", numbers);
    }

    private void add(String name, Map<String, String> slots, String more, String numbers) {
        Glossary.Entry entry = Glossary.entry(name);
        list.add(new Definition(entry.label(), entry.formulaInWords(slots) + more, numbers));
    }

    private void atTheCut(BriefFile brief, Figures f) {
        CutFigures v = f.cut().validation();
        double events = v.counts().caught() + v.counts().missed();
        double total = events + v.counts().falseAlarms() + v.counts().leftAlone();
        add(
                "depth",
                NumberText.count(v.counts().records()) + " / "
                        + NumberText.count(f.source().split().validation().records()) + " = "
                        + NumberText.percent(v.counts().depth()));
        add(
                "recall",
                NumberText.count(v.counts().caught()) + " / " + NumberText.count(events) + " = "
                        + NumberText.percent(v.reach().capture()));
        add(
                "precision",
                NumberText.count(v.counts().caught()) + " / "
                        + NumberText.count(v.counts().caught() + v.counts().falseAlarms()) + " = "
                        + NumberText.percent(v.hits().precision()));
        add(
                "lift",
                NumberText.percent(v.hits().precision()) + " / " + NumberText.percent(events / total) + " = "
                        + NumberText.fixed(v.reach().lift(), 2));
        add(
                "netValue",
                Map.of(),
                brief.valueColumn() == null ? "" : ", b and m times the record's own " + brief.valueColumn(),
                NumberText.money(brief, v.money().netValue()) + " on validation");
        add(
                brief.valueColumn() == null ? "gain" : "gainOfValues",
                brief.valueColumn() == null ? Map.of() : Map.of("value", brief.valueColumn()),
                "",
                NumberText.gain(brief, v.money().gainOverNobody()) + " on validation, × "
                        + NumberText.number(f.cut().perCampaign()) + " = "
                        + NumberText.gain(
                                brief, v.money().gainOverNobody() * f.cut().perCampaign()) + " for the campaign");
        if (f.cut().breakEven() != null)
            add("breakEven", NumberText.percent(f.cut().breakEven()));
    }

    private void ofTheOrder(Evidence e) {
        Figures f = e.figures();
        add(
                "auc",
                Chapters.auc(f.chosenRow().auc()) + "; interval by DeLong, DeLong and Clarke-Pearson 1988"
                        + (e.recipe().weightColumn() == null ? "" : ", each record by its weight (Binder 1983)"));
        if (f.chosenRow().outOfFold() != null) {
            add(
                    "outOfFold",
                    Map.of("by", e.outOfFoldBy()),
                    "",
                    Chapters.auc(f.chosenRow().outOfFold()) + "; on training itself "
                            + NumberText.fixed(f.chosenRow().trainingAuc(), 3));
        }
        if (f.trust().calibration() != null) {
            add("ece", NumberText.fixed(f.trust().calibration().error().ece(), 4));
            add(
                    "calibrationLine",
                    "intercept "
                            + NumberText.fixed(f.trust().calibration().line().intercept(), 2) + ", slope "
                            + NumberText.fixed(f.trust().calibration().line().slope(), 2));
        }
        CutFigures v = f.cut().validation();
        add(
                "interval",
                "capture " + NumberText.percent(v.reach().captureLow()) + " to "
                        + NumberText.percent(v.reach().captureHigh()));
        add("reportVerdict", "ahead, behind, not separable, or too few to say");
    }
}
