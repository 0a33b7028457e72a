package outrider.errors;

import outrider.base.Normal;
import outrider.uncertainty.Sample;

/**
 * Who is acted on by one of two candidates alone, at cuts of their own (McNemar 1947; the interval of Agresti and Min 2005).
 *
 * @param first what the first alone acts on; likewise the second
 * @param z of the events that one alone catches, (a − b)/√(a + b); where records stand in units, the difference over the root of the
 *     units' squared ones; 0 where there are none
 * @param p two-sided normal
 * @param capture share of all events that the first catches less that of the second, {@code low} and {@code high} its 95 % interval
 */
public record TwoCandidates(Alone first, Alone second, double z, double p, double capture, double low, double high) {

    /** Records that one alone acts on, and the events among them. */
    public record Alone(int records, int events) {}

    /** @param first and {@code second}: who is acted on, by record of the sample, which holds an event */
    public static TwoCandidates of(boolean[] first, boolean[] second, Sample sample) {
        byte[] outcome = sample.outcome();
        int[] records = new int[2];
        int[] events = new int[2];
        int[] unit = sample.unit();
        double[] ahead = new double[sample.units()];
        boolean[] holdsEvent = new boolean[ahead.length];
        for (int i = 0; i < outcome.length; i++) {
            int u = unit == null ? i : unit[i];
            holdsEvent[u] |= outcome[i] == 1;
            if (first[i] == second[i]) continue;
            int alone = first[i] ? 0 : 1;
            records[alone]++;
            events[alone] += outcome[i];
            ahead[u] += first[i] ? outcome[i] : -outcome[i];
        }
        double squares = 0;
        int eventUnits = 0;
        for (int u = 0; u < ahead.length; u++) {
            squares += ahead[u] * ahead[u];
            if (holdsEvent[u]) eventUnits++;
        }
        double difference = events[0] - events[1];
        double z = squares == 0 ? 0 : difference / Math.sqrt(squares);
        double all = sample.events() + 2.0;
        double half = Normal.Z95 * Math.sqrt(squares + 1 - difference * difference / (eventUnits + 2.0));
        return new TwoCandidates(
                new Alone(records[0], events[0]),
                new Alone(records[1], events[1]),
                z,
                Normal.twoSided(z),
                difference / sample.events(),
                (difference - half) / all,
                (difference + half) / all);
    }
}
