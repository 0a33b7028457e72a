package outrider.check;

import outrider.measure.ProbabilityQuality;

/**
 * Records of a column that are counted together.
 *
 * @param label of a level; null for a run of numbers or days
 * @param low lowest value of a run (days since 1970-01-01 for dates), else null; {@code high} is the highest
 * @param events null where the outcome is not used
 * @param rate event rate with its Wilson 95 % interval; null likewise
 */
public record Cell(
        String label,
        Double low,
        Double high,
        int records,
        Integer events,
        Double rate,
        Double rateLow,
        Double rateHigh) {

    static Cell of(String label, Double low, Double high, int others, int events, boolean judged) {
        int records = others + events;
        if (!judged || records == 0) return new Cell(label, low, high, records, judged ? 0 : null, null, null, null);
        double[] interval = ProbabilityQuality.wilson(events, records);
        return new Cell(label, low, high, records, events, events / (double) records, interval[0], interval[1]);
    }
}
