package outrider.learn.calibrate;

import outrider.term.Term;

/** A map from scores to probabilities, never falling; fitted on out-of-fold training scores only (METHODS section 3). */
public sealed interface Calibration permits IsotonicMap, LogisticMap {
    double probability(double score);

    /** The same of a score that is a term. */
    Term term(Term score);
}
