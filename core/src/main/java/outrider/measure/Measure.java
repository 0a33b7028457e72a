package outrider.measure;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.ToDoubleFunction;
import outrider.base.Undefined;

/**
 * A measure at a threshold (METHODS section 2); what it is called and says stands in the glossary.
 *
 * @param sought whether its best over all cuts is looked for; then it must not rise where non-events alone are added
 * @param formula NaN where undefined
 */
public record Measure(String jsonName, boolean sought, ToDoubleFunction<Cells> formula) {
    /** All of them, in the order in which they are told. */
    static final List<Measure> KNOWN = new CopyOnWriteArrayList<>(List.of(
            sought("accuracy", Cells::accuracy),
            sought("balancedAccuracy", Cells::balancedAccuracy),
            sought("recall", Cells::recall),
            sought("specificity", Cells::specificity),
            sought("precision", Cells::precision),
            sought("negativePredictiveValue", Cells::negativePredictiveValue),
            sought("f1", cells -> cells.f(1)),
            sought("f2", cells -> cells.f(4)),
            sought("fHalf", cells -> cells.f(0.25)),
            sought("kappa", Cells::kappa),
            sought("mcc", Cells::mcc),
            sought("youden", Cells::youden),
            sought("lift", Cells::lift),
            told("depth", Cells::depth),
            told("macroPrecision", Cells::macroPrecision),
            told("macroRecall", Cells::macroRecall),
            told("macroF1", Cells::macroF1)));

    static Measure sought(String jsonName, ToDoubleFunction<Cells> formula) {
        return new Measure(jsonName, true, formula);
    }

    private static Measure told(String jsonName, ToDoubleFunction<Cells> formula) {
        return new Measure(jsonName, false, formula);
    }

    public static List<Measure> known() {
        return List.copyOf(KNOWN);
    }

    /** NaN where undefined. */
    public double of(Cells cells) {
        return formula.applyAsDouble(cells);
    }

    /** The cells and every measure by JSON name; undefined ones are null. */
    public static Map<String, Double> all(Cells cells) {
        Map<String, Double> all = new LinkedHashMap<>();
        all.put("caught", cells.caught());
        all.put("falseAlarms", cells.falseAlarms());
        all.put("missed", cells.missed());
        all.put("leftAlone", cells.leftAlone());
        for (Measure measure : KNOWN) all.put(measure.jsonName(), Undefined.orNull(measure.of(cells)));
        return all;
    }
}
