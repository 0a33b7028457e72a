package outrider.measure;

import java.util.LinkedHashMap;
import java.util.Map;
import outrider.base.Undefined;

/** The measures at a threshold by their JSON names (METHODS section 2). */
public enum Measure {
    ACCURACY("accuracy"),
    BALANCED_ACCURACY("balancedAccuracy"),
    RECALL("recall"),
    SPECIFICITY("specificity"),
    PRECISION("precision"),
    NEGATIVE_PREDICTIVE_VALUE("negativePredictiveValue"),
    F1("f1"),
    F2("f2"),
    F_HALF("fHalf"),
    KAPPA("kappa"),
    MCC("mcc"),
    YOUDEN("youden"),
    LIFT("lift"),
    DEPTH("depth"),
    MACRO_PRECISION("macroPrecision"),
    MACRO_RECALL("macroRecall"),
    MACRO_F1("macroF1");

    private final String jsonName;

    Measure(String jsonName) {
        this.jsonName = jsonName;
    }

    public String jsonName() {
        return jsonName;
    }

    /** NaN where undefined. */
    public double of(Cells cells) {
        return switch (this) {
            case ACCURACY -> cells.accuracy();
            case BALANCED_ACCURACY -> cells.balancedAccuracy();
            case RECALL -> cells.recall();
            case SPECIFICITY -> cells.specificity();
            case PRECISION -> cells.precision();
            case NEGATIVE_PREDICTIVE_VALUE -> cells.negativePredictiveValue();
            case F1 -> cells.f(1);
            case F2 -> cells.f(4);
            case F_HALF -> cells.f(0.25);
            case KAPPA -> cells.kappa();
            case MCC -> cells.mcc();
            case YOUDEN -> cells.youden();
            case LIFT -> cells.lift();
            case DEPTH -> cells.depth();
            case MACRO_PRECISION -> cells.macroPrecision();
            case MACRO_RECALL -> cells.macroRecall();
            case MACRO_F1 -> cells.macroF1();
        };
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
