package outrider.prepare;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.table.Column;
import outrider.term.Term;

/**
 * How one column becomes inputs: fitted on training, applied anywhere, able to say in words what it does. First come its numbers, then its
 * 0/1 inputs, of which at most one is 1 in a record.
 */
public sealed interface Step permits NumberStep, CurveStep, CategoryStep, OrderStep, RateStep {
    String column();

    /** Names of the inputs it makes, in order. */
    List<String> inputs();

    /** How many of the inputs are numbers; the rest is 0 or 1. */
    default int numbers() {
        return 1;
    }

    /** Writes all numbers of {@code rows[i]} at {@code into[k][i]}, k from 0. */
    void write(Column source, int[] rows, double[][] into);

    /** For each of {@code rows} which of the 0/1 inputs is 1, from 0; −1 for none. Null where there are no such inputs. */
    default int @Nullable [] levels(Column source, int[] rows) {
        return null;
    }

    /** All inputs of one record. */
    default double[] values(Column source, int row) {
        double[] all = new double[inputs().size()];
        double[][] own = new double[numbers()][1];
        write(source, new int[] {row}, own);
        for (int k = 0; k < own.length; k++) all[k] = own[k][0];
        int[] level = levels(source, new int[] {row});
        if (level != null && level[0] >= 0) all[own.length + level[0]] = 1;
        return all;
    }

    /** The numbers as terms, as {@link #write} writes them. */
    List<Term> numberTerms();

    /**
     * What its 0/1 inputs add to a sum.
     *
     * @param slopes one a 0/1 input; at least one
     */
    default Term levelTerm(double[] slopes) {
        throw new IllegalStateException(column() + " has no 0/1 inputs");
    }

    /** The rule in a sentence. */
    String explain();
}
