package outrider.errors;

import outrider.base.Normal;

/**
 * Who is acted on by one of two candidates alone, at cuts of their own (McNemar 1947).
 *
 * @param onlyFirst records that the first alone acts on, {@code onlyFirstEvents} events among them; likewise the second
 * @param z of the events that one alone catches, (a − b)/√(a + b); 0 where there are none
 * @param p two-sided normal
 */
public record TwoCandidates(
        int onlyFirst, int onlyFirstEvents, int onlySecond, int onlySecondEvents, double z, double p) {

    /** @param first and {@code second}: who is acted on, by record */
    public static TwoCandidates of(boolean[] first, boolean[] second, byte[] outcome) {
        int[] records = new int[2];
        int[] events = new int[2];
        for (int i = 0; i < outcome.length; i++) {
            if (first[i] == second[i]) continue;
            int alone = first[i] ? 0 : 1;
            records[alone]++;
            events[alone] += outcome[i];
        }
        int both = events[0] + events[1];
        double z = both == 0 ? 0 : (events[0] - events[1]) / Math.sqrt(both);
        return new TwoCandidates(records[0], events[0], records[1], events[1], z, Normal.twoSided(z));
    }
}
