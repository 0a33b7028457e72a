package outrider.learn;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.prepare.Preparation;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/** A fitted candidate: gives any records a score. Immutable and thread safe; a record, so that it can be written as a document. */
public interface Model {

    /**
     * @param rows the records to score, from 0, ascending
     * @return one score for each of {@code rows}, higher for likelier events
     * @throws outrider.base.BadInput if the table lacks what the model needs
     */
    double[] score(Table table, int[] rows);

    /** Whether the scores are probabilities. */
    boolean probability();

    /** Columns that it reads. */
    List<String> columns();

    /** How many numbers it learnt: the measure of its simplicity. */
    long size();

    /** What it learnt, as its page shows it, in that order. */
    default List<Part> summary() {
        return List.of();
    }

    /** Its score, or what the score rises with, as a sum over columns; null where it is none. */
    default @Nullable AdditiveScore additive() {
        return null;
    }

    /**
     * How the score follows from a record's columns.
     *
     * @throws outrider.base.BadInput saying why a kind's scores cannot be written down so
     */
    default Term term() {
        throw Terms.none("has no form but its own", "take its recipe");
    }

    /** The columns' way to inputs; null where columns are read as they are. */
    default @Nullable Preparation preparation() {
        return null;
    }

    /** What learnt from columns, below a calibration or a correction of its probabilities. */
    default Model learnt() {
        return this;
    }
}
