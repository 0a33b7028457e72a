package outrider.check;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.hipparchus.distribution.continuous.ChiSquaredDistribution;
import org.jspecify.annotations.Nullable;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** How far the shares of events and of non-events of a column's cells lie apart (METHODS section 9). */
final class InformationValue {
    private static final double SMOOTHING = 0.5;
    private static final double LEVEL = 0.95;
    /** A cell that expects fewer of either outcome is too sparse for χ² (Cochran 1954). */
    private static final double SPARSE = 5;

    /** A cell that expects more is drawn as a rounded normal number. */
    private static final double TABLED_BELOW = 50;

    private static final double TINY = 1e-12;

    private static final int MOST_DRAWS = 400;
    private static final int FEWEST_DRAWS = 100;
    private static final int CELLS_DRAWN = 40_000;

    private InformationValue() {}

    /**
     * Σ (e − n)·ln(e/n) over cells, shares smoothed by +0.5 a cell.
     *
     * @param cells non-events and events of each
     */
    static double of(List<int[]> cells) {
        return of(
                cells.stream().mapToDouble(cell -> cell[0]).toArray(),
                cells.stream().mapToDouble(cell -> cell[1]).toArray());
    }

    private static double of(double[] others, double[] events) {
        double allOthers = Arrays.stream(others).sum() + SMOOTHING * others.length;
        double allEvents = Arrays.stream(events).sum() + SMOOTHING * events.length;
        double value = 0;
        for (int i = 0; i < others.length; i++) {
            double n = (others[i] + SMOOTHING) / allOthers;
            double e = (events[i] + SMOOTHING) / allEvents;
            value += (e - n) * Math.log(e / n);
        }
        return value;
    }

    /**
     * What it stays below in 95 of 100 columns with such cells that say nothing: (1/events + 1/others)·χ², or of draws where cells hold few.
     *
     * @param perUnit how many records a unit has in the mean
     */
    static double byChance(List<int[]> cells, double perUnit) {
        double others = 0;
        double events = 0;
        for (int[] cell : cells) {
            others += cell[0];
            events += cell[1];
        }
        double rarer = Math.min(events, others) / (others + events);
        double fewest = Double.POSITIVE_INFINITY;
        for (int[] cell : cells) fewest = Math.min(fewest, (cell[0] + cell[1]) / perUnit * rarer);
        if (cells.size() < 2) return 0;
        if (fewest >= SPARSE) {
            double square = new ChiSquaredDistribution(cells.size() - 1).inverseCumulativeProbability(LEVEL);
            return perUnit * (1 / events + 1 / others) * square;
        }
        return drawn(cells, rarer, perUnit);
    }

    /** The rarer outcome dealt anew to cells of the same size; it does not matter which of the two it is. */
    private static double drawn(List<int[]> cells, double rarer, double perUnit) {
        RandomStream random = new Seeds(1).stream("information by chance");
        int[] units = cells.stream()
                .mapToInt(cell -> (int) Math.max(1, Math.round((cell[0] + cell[1]) / perUnit)))
                .toArray();
        Map<Integer, double[]> upTo = new HashMap<>();
        for (int n : units) if (n * rarer < TABLED_BELOW) upTo.computeIfAbsent(n, k -> upTo(k, rarer));
        double[] found = new double[Math.max(FEWEST_DRAWS, Math.min(MOST_DRAWS, CELLS_DRAWN / cells.size()))];
        double[] few = new double[units.length];
        double[] many = new double[units.length];
        for (int d = 0; d < found.length; d++) {
            for (int i = 0; i < units.length; i++) {
                int drawn = binomial(units[i], rarer, upTo.get(units[i]), random);
                few[i] = perUnit * drawn;
                many[i] = perUnit * (units[i] - drawn);
            }
            found[d] = of(many, few);
        }
        Arrays.sort(found);
        return found[(int) Math.ceil(LEVEL * found.length) - 1];
    }

    /** The chance that at most so many of n have the rarer outcome, as far as it is below 1. */
    private static double[] upTo(int n, double rarer) {
        List<Double> upTo = new ArrayList<>();
        double one = Math.exp(n * Math.log1p(-rarer));
        double sum = one;
        for (int k = 0; k < n && sum < 1 - TINY; k++) {
            upTo.add(sum);
            one *= (n - k) / (k + 1.0) * rarer / (1 - rarer);
            sum += one;
        }
        return upTo.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private static int binomial(int n, double rarer, double @Nullable [] upTo, RandomStream random) {
        if (upTo == null) {
            double drawn = n * rarer + Math.sqrt(n * rarer * (1 - rarer)) * random.nextGaussian();
            return (int) Math.max(0, Math.min(n, Math.round(drawn)));
        }
        int place = Arrays.binarySearch(upTo, random.nextDouble());
        return place >= 0 ? place : -place - 1;
    }
}
