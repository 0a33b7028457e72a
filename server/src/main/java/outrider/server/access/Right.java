package outrider.server.access;

/** What somebody may do with a brief and what is its own; each includes those before it. */
public enum Right {
    /** As if it were not there. */
    NONE,
    /** Its figures, models and reports. */
    READ,
    /** Its records one by one, to be seen or taken along. */
    RECORDS,
    /** To change it. */
    WORK,
    /** To say who else may. */
    OWN
}
