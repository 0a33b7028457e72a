package outrider.errors;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntToDoubleFunction;
import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.base.Seeds;

/**
 * Groups of one or two conditions in which a candidate does not keep its promise (METHODS section 8): searched on one half of a part,
 * told only where the other half confirms them, with the other half's figures.
 */
public final class WeakSpots {
    private static final int FEWEST = 50;
    private static final int FEWEST_EVENTS = 10;
    private static final int TRIED = 20;
    private static final double SEARCHED = 1.96;
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

    private record Cell(int a, int groupA, int b, int groupB, double z) {}

    /** Sums of one half over the groups of one column or of two. */
    private static final class Sums {
        final int[] records;
        final int[] observed;
        final double[] promised;
        final double[] variance;

        Sums(int cells) {
            records = new int[cells];
            observed = new int[cells];
            promised = new double[cells];
            variance = new double[cells];
        }

        double z(int cell, double spread) {
            return (observed[cell] - promised[cell]) / Math.sqrt(spread * variance[cell]);
        }

        boolean enough(int cell) {
            return records[cell] >= FEWEST
                    && variance[cell] > 0
                    && Math.max(observed[cell], promised[cell]) >= FEWEST_EVENTS;
        }
    }

    /** What is summed: outcomes against probabilities, and who belongs to the half that confirms. */
    private record Told(byte[] outcome, double[] probability, boolean[] confirms) {
        Sums sums(int cells, boolean confirming, IntToDoubleFunction cellOf) {
            Sums sums = new Sums(cells);
            for (int i = 0; i < outcome.length; i++) {
                if (confirms[i] != confirming) continue;
                int cell = (int) cellOf.applyAsDouble(i);
                if (cell < 0) continue;
                double p = probability[i];
                sums.records[cell]++;
                sums.observed[cell] += outcome[i];
                sums.promised[cell] += p;
                sums.variance[cell] += p * (1 - p);
            }
            return sums;
        }
    }

    /**
     * Largest |z| first; empty where none is confirmed. O(records · columns²).
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
        Told told = new Told(outcome, probability, confirms);
        double spread = unit == null ? 1 : Units.spread(outcome, probability, unit);
        List<Cell> found = searched(columns, told, spread);
        double[] p = new double[found.size()];
        List<Spot> confirmed = new ArrayList<>();
        for (int k = 0; k < p.length; k++) {
            Spot spot = confirmed(columns, told, found.get(k), spread);
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

    /** The most striking groups of the half that is searched; of two conditions only what one of them alone does not say as well. */
    private static List<Cell> searched(List<GroupedColumn> columns, Told told, double spread) {
        List<Cell> cells = new ArrayList<>();
        double[][] alone = new double[columns.size()][];
        for (int a = 0; a < columns.size(); a++) {
            short[] group = columns.get(a).group();
            int groups = columns.get(a).conditions().size();
            Sums sums = told.sums(groups, false, i -> group[i]);
            alone[a] = new double[groups];
            for (int g = 0; g < groups; g++) {
                alone[a][g] = sums.enough(g) ? Math.abs(sums.z(g, spread)) : 0;
                if (alone[a][g] >= SEARCHED) cells.add(new Cell(a, g, -1, 0, sums.z(g, spread)));
            }
        }
        for (int a = 0; a < columns.size(); a++) {
            for (int b = a + 1; b < columns.size(); b++) {
                short[] first = columns.get(a).group();
                short[] second = columns.get(b).group();
                int wide = columns.get(b).conditions().size();
                Sums sums = told.sums(
                        columns.get(a).conditions().size() * wide,
                        false,
                        i -> first[i] < 0 || second[i] < 0 ? -1 : first[i] * wide + second[i]);
                for (int cell = 0; cell < sums.records.length; cell++) {
                    if (!sums.enough(cell)) continue;
                    double z = sums.z(cell, spread);
                    double known = Math.max(alone[a][cell / wide], alone[b][cell % wide]);
                    if (Math.abs(z) >= SEARCHED && Math.abs(z) > known) {
                        cells.add(new Cell(a, cell / wide, b, cell % wide, z));
                    }
                }
            }
        }
        cells.sort(Comparator.comparingDouble(c -> -Math.abs(c.z())));
        return cells.subList(0, Math.min(TRIED, cells.size()));
    }

    private static Spot confirmed(List<GroupedColumn> columns, Told told, Cell cell, double spread) {
        GroupedColumn a = columns.get(cell.a());
        GroupedColumn b = cell.b() < 0 ? null : columns.get(cell.b());
        Sums sums = told.sums(
                1, true, i -> a.group()[i] == cell.groupA() && (b == null || b.group()[i] == cell.groupB()) ? 0 : -1);
        boolean enough = sums.enough(0);
        double[] bounds = enough
                ? Parity.ofPromise(sums.observed[0], sums.promised[0], spread * sums.variance[0])
                : new double[2];
        return new Spot(
                a.conditions().get(cell.groupA()),
                b == null ? null : b.conditions().get(cell.groupB()),
                enough ? sums.records[0] : 0,
                sums.promised[0],
                sums.observed[0],
                bounds[0],
                bounds[1],
                enough ? sums.z(0, spread) : 0);
    }
}
