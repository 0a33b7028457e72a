package outrider.learn.supplied;

import java.util.List;
import outrider.base.BadInput;
import outrider.learn.Model;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/** A score column of the file, scored elsewhere. {@code lowerIsRiskier} turns its order round. */
public record SuppliedScore(String column, boolean lowerIsRiskier, boolean probability) implements Model {

    /** @throws BadInput if the column is not a number, misses a score, or is no probability though said to be */
    @Override
    public double[] score(Table table, int[] rows) {
        if (!(table.column(column) instanceof NumberColumn numbers)) {
            throw BadInput.of("column \"" + column + "\"", "is not a number", "supply the score as a number");
        }
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) {
            double value = numbers.values()[rows[i]];
            if (Double.isNaN(value)) {
                throw BadInput.atLine(table.lineOf(rows[i]), column, "the score is missing", "score every record");
            }
            if (probability && !(value >= 0 && value <= 1)) {
                throw BadInput.atLine(
                        table.lineOf(rows[i]),
                        column,
                        "is " + value + ", no probability",
                        "say that it is a plain score");
            }
            score[i] = !lowerIsRiskier ? value : probability ? 1 - value : -value;
        }
        return score;
    }

    @Override
    public Term term() {
        Term score = new Term.NumberOf(column);
        return lowerIsRiskier ? new Term.Difference(Terms.constant(probability ? 1 : 0), score) : score;
    }

    @Override
    public List<String> columns() {
        return List.of(column);
    }

    @Override
    public long size() {
        return 0;
    }
}
