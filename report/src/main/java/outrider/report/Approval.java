package outrider.report;

import org.jspecify.annotations.Nullable;

/**
 * What somebody did with an issued report.
 *
 * @param act in words: "submitted", "returned", "approved", "approved under a condition", "waived", "withdrawn", "superseded"
 * @param about the check or chapter it is about; empty for the whole
 * @param until the day it ends, ISO; null for none
 */
public record Approval(
        String act,
        String about,
        String by,
        String at,
        String words,
        @Nullable String until) {}
