package outrider.server.candidate;

import java.util.List;

/**
 * What a candidate was told; each kind reads its own entries and the others are null.
 *
 * @param penalty of logistic regression, 0 or more
 * @param groupBy columns of the group rates
 * @param column of a supplied score
 * @param lowerIsRiskier of a supplied score
 * @param probability whether a supplied score is one
 */
public record Settings(
        Double penalty, List<String> groupBy, String column, Boolean lowerIsRiskier, Boolean probability) {
    static final Settings NONE = new Settings(null, null, null, null, null);

    public static Settings penalty(double penalty) {
        return new Settings(penalty, null, null, null, null);
    }

    public static Settings groupBy(List<String> columns) {
        return new Settings(null, columns, null, null, null);
    }

    public static Settings supplied(String column, boolean lowerIsRiskier, boolean probability) {
        return new Settings(null, null, column, lowerIsRiskier, probability);
    }

    /** In words, for lists and the report. */
    public String words() {
        if (penalty != null) return penalty == 0 ? "no penalty" : "penalty " + penalty;
        if (groupBy != null) return "by " + String.join(" × ", groupBy);
        if (column != null) {
            return column
                    + (lowerIsRiskier ? ", lower is riskier" : ", higher is riskier")
                    + (probability ? ", a probability" : ", not a probability");
        }
        return "";
    }
}
