package outrider.measure;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import outrider.base.Undefined;

/** The measures at a threshold by their JSON names (METHODS section 2); what each is called and says stands in the glossary. */
public enum Measure {
    ACCURACY("accuracy", Cells::accuracy),
    BALANCED_ACCURACY("balancedAccuracy", Cells::balancedAccuracy),
    RECALL("recall", Cells::recall),
    SPECIFICITY("specificity", Cells::specificity),
    PRECISION("precision", Cells::precision),
    NEGATIVE_PREDICTIVE_VALUE("negativePredictiveValue", Cells::negativePredictiveValue),
    F1("f1", cells -> cells.f(1)),
    F2("f2", cells -> cells.f(4)),
    F_HALF("fHalf", cells -> cells.f(0.25)),
    KAPPA("kappa", Cells::kappa),
    MCC("mcc", Cells::mcc),
    YOUDEN("youden", Cells::youden),
    LIFT("lift", Cells::lift),
    DEPTH("depth", Cells::depth),
    MACRO_PRECISION("macroPrecision", Cells::macroPrecision),
    MACRO_RECALL("macroRecall", Cells::macroRecall),
    MACRO_F1("macroF1", Cells::macroF1);

    private final String jsonName;
    private final ToDoubleFunction<Cells> formula;

    Measure(String jsonName, ToDoubleFunction<Cells> formula) {
        this.jsonName = jsonName;
        this.formula = formula;
    }

    public String jsonName() {
        return jsonName;
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
        for (Measure measure : values()) all.put(measure.jsonName(), Undefined.orNull(measure.of(cells)));
        return all;
    }
}
