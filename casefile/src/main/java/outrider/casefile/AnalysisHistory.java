package outrider.casefile;

import org.jspecify.annotations.Nullable;

/**
 * How the figures came about; what cannot be computed anew.
 *
 * @param looks at validation figures of this brief, by all; null where nobody looked because no screen showed them
 * @param choices of candidate or cut made on them
 * @param tried candidates ever made, deleted ones included, and trials of searches
 */
public record AnalysisHistory(
        @Nullable Integer looks, @Nullable Integer choices, int tried) {}
