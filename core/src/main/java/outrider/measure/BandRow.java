package outrider.measure;

/**
 * One row of a band table (METHODS section 1). {@code from} and {@code to} are ranks: the band holds the records after rank
 * {@code from} up to rank {@code to}.
 *
 * @param events a fraction only where a tie group straddles a boundary of the band
 * @param tied whether a tie group straddles one of its boundaries
 */
public record BandRow(
        int band,
        double from,
        double to,
        double records,
        double events,
        double eventRate,
        double lift,
        double cumulativeRecords,
        double cumulativeEvents,
        double capture,
        double cumulativeLift,
        double highestScore,
        double lowestScore,
        boolean tied) {}
