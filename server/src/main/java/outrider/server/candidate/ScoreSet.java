package outrider.server.candidate;

/** Which scores of a candidate are kept. None of the reserve's. */
public enum ScoreSet {
    TRAINING,
    /** Of training records, each by a model that did not see it. */
    OUT_OF_FOLD,
    VALIDATION
}
