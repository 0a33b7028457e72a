package outrider.errors;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.base.Seeds;

/**
 * Groups of one or two conditions in which a candidate does not keep its promise (METHODS section 8): searched on one half of a part,
 * told only where the other half confirms them, with the other half's figures.
 */
public final class WeakSpots {
    private static final int TRIED = 20;
    private static final double LEVEL = 0.05;

    private WeakSpots() {}

    /**
     * A group whose events differ from what was promised, on the half that confirms.
     *
     * @param second null where one condition describes it
     * @param promised events by the candidate's probabilities, {@code observed} those that came
     * @param low and {@code high}: 95 % interval of observed over promised
     * @param z of observed less promised
     */
    public record Spot(
            Condition first,
            @Nullable Condition second,
            int records,
            double promised,
            int observed,
            double low,
            double high,
            double z) {
        public List<String> columns() {
            return second == null ? List.of(first.column()) : List.of(first.column(), second.column());
        }

        public String words() {
            return second == null ? first.words() : first.words() + " and " + second.words();
        }
    }

    /**
     * Largest |z| first; empty where none is confirmed. At most O(records · columns²); of sparse columns what stands apart in them
     * counts, not the records.
     *
     * @param probability of the event by record, as the candidate promises it
     * @param unit of each record, or null where each stands alone; halves and errors take them together
     * @param seed of the halves
     */
    public static List<Spot> of(
            List<GroupedColumn> columns, byte[] outcome, double[] probability, int @Nullable [] unit, long seed) {
        Seeds seeds = new Seeds(seed);
        boolean[] confirms = new boolean[outcome.length];
        for (int i = 0; i < confirms.length; i++) {
            confirms[i] = seeds.fast(unit == null ? i : unit[i]).nextInt(2) == 1;
        }
        double spread = unit == null ? 1 : Units.spread(outcome, probability, unit);
        int[] searched = SpotSearch.places(confirms, false);
        int[] confirming = SpotSearch.places(confirms, true);
        List<SpotSearch.Cell> found = SpotSearch.of(columns, searched, outcome, probability, spread, TRIED);
        double[] p = new double[found.size()];
        List<Spot> confirmed = new ArrayList<>();
        for (int k = 0; k < p.length; k++) {
            SpotSums sums = sums(columns, found.get(k), confirming, outcome, probability);
            Spot spot = confirmed(columns, found.get(k), sums, spread);
            confirmed.add(spot);
            boolean same = spot.z() * found.get(k).z() > 0;
            double twoSided = Normal.twoSided(spot.z());
            p[k] = spot.records() == 0 ? 1 : same ? twoSided / 2 : 1 - twoSided / 2;
        }
        boolean[] tells = FalseDiscovery.told(p, LEVEL);
        List<Spot> spots = new ArrayList<>();
        for (int k = 0; k < tells.length; k++) if (tells[k]) spots.add(confirmed.get(k));
        spots.sort(Comparator.comparingDouble(s -> -Math.abs(s.z())));
        return spots;
    }

    private static SpotSums sums(
            List<GroupedColumn> columns, SpotSearch.Cell cell, int[] confirming, byte[] outcome, double[] probability) {
        short[] a = columns.get(cell.a()).group();
        short[] b = cell.b() < 0 ? null : columns.get(cell.b()).group();
        SpotSums sums = new SpotSums(1);
        for (int i : confirming) {
            boolean within = a[i] == cell.groupA() && (b == null || b[i] == cell.groupB());
            if (within) sums.add(0, outcome[i], probability[i]);
        }
        return sums;
    }

    private static Spot confirmed(List<GroupedColumn> columns, SpotSearch.Cell cell, SpotSums sums, double spread) {
        GroupedColumn b = cell.b() < 0 ? null : columns.get(cell.b());
        boolean enough = sums.enough(0);
        double[] bounds = enough
                ? Parity.ofPromise(sums.observed[0], sums.promised[0], spread * sums.variance[0])
                : new double[2];
        return new Spot(
                columns.get(cell.a()).conditions().get(cell.groupA()),
                b == null ? null : b.conditions().get(cell.groupB()),
                enough ? sums.records[0] : 0,
                sums.promised[0],
                sums.observed[0],
                bounds[0],
                bounds[1],
                enough ? sums.z(0, spread) : 0);
    }
}
