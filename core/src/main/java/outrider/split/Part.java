package outrider.split;

/** The three parts of a brief's records (METHODS section 6). */
public enum Part {
    TRAINING,
    VALIDATION,
    RESERVE
}
