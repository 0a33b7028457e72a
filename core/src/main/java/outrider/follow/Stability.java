package outrider.follow;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.ChiSquaredDistribution;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.Levels;

/**
 * How far a distribution has moved: the population stability index Σ (a − e) ln(a / e) over bands, shares not below 1e-4 (METHODS section
 * 10).
 *
 * @param bands in words, missing values last where either side has any; one that nobody is in on either side is none
 * @param expectedShares of the reference, {@code actualShares} of the batch
 * @param byChance what the index is in the mean where nothing has moved, {@code chanceHigh} its 95 % point: from χ², or of draws where bands
 *     hold few records, which χ² does not hold for
 * @param chanceOfMany the point that one of all the columns looked at passes by chance in 1 of 20 batches; null where they are not allowed
 *     for
 */
public record Stability(
        String column,
        double psi,
        List<String> bands,
        double[] expectedShares,
        double[] actualShares,
        double byChance,
        double chanceHigh,
        @Nullable Double chanceOfMany) {
    private static final double FLOOR = 1e-4;
    /** So many levels never seen are named. */
    private static final int NAMED = 3;

    private static final int LONGEST_NAME = 24;

    /**
     * How a batch is looked at.
     *
     * @param perUnit records that a customer has in the mean: they are not independent (Rao and Scott 1981)
     * @param columns how many are looked at together
     */
    public record Looked(double perUnit, int columns, Seeds seeds) {}

    /** Whether it has moved further than chance moves it in 1 of 20. */
    public boolean moved() {
        return psi > chanceHigh;
    }

    /** Whether it has moved further than chance moves any of the columns in 1 of 20. */
    boolean movedOfMany() {
        return psi > (chanceOfMany == null ? chanceHigh : chanceOfMany);
    }

    /**
     * @param current values of a batch, NaN for missing
     * @throws BadInput if either has no record
     */
    public static Stability of(Reference reference, double[] current) {
        return of(reference, reference.counts(current), false);
    }

    /** Of a batch's column. */
    public static Stability of(Reference reference, Column current) {
        return of(reference, current, IntStream.range(0, current.size()).toArray());
    }

    /** Of some records of a column. */
    public static Stability of(Reference reference, Column current, int[] rows) {
        return of(reference, reference.counts(current, rows), current instanceof DateColumn);
    }

    static Stability of(Reference reference, double[] current, Looked looked) {
        int[] counts = reference.counts(current);
        return of(reference, counts, false).beside(Chance.of(reference, counts, looked));
    }

    /** Of a batch's column, the levels never seen by name. */
    static Stability of(Reference reference, Column current, Looked looked) {
        int[] rows = IntStream.range(0, current.size()).toArray();
        int[] counts = reference.counts(current, rows);
        Stability found = of(reference, current, rows).beside(Chance.of(reference, counts, looked));
        List<String> names = found.bands.stream()
                .map(band -> band.equals(Reference.NEVER_SEEN) ? band + unseen(reference, current) : band)
                .toList();
        return new Stability(
                found.column,
                found.psi,
                names,
                found.expectedShares,
                found.actualShares,
                found.byChance,
                found.chanceHigh,
                found.chanceOfMany);
    }

    private static String unseen(Reference reference, Column current) {
        Set<String> known = new HashSet<>(requireNonNull(reference.levels()));
        if (reference.rarer() != null) known.addAll(reference.rarer());
        List<String> unseen = Levels.of(current).levels().stream()
                .map(Levels.Level::text)
                .filter(level -> !known.contains(level))
                .toList();
        String named = unseen.stream()
                .limit(NAMED)
                .map(level -> level.length() <= LONGEST_NAME ? level : level.substring(0, LONGEST_NAME - 1) + "…")
                .collect(Collectors.joining(", "));
        return " (" + named + (unseen.size() > NAMED ? ", …)" : ")");
    }

    private Stability beside(Chance chance) {
        return new Stability(
                column, psi, bands, expectedShares, actualShares, chance.mean(), chance.high(), chance.ofMany());
    }

    private static Stability of(Reference reference, int[] current, boolean days) {
        int[] counts = reference.counts();
        double n = Arrays.stream(counts).sum();
        double m = Arrays.stream(current).sum();
        if (n == 0 || m == 0) throw BadInput.of("batch", "has no record to compare", "bring one that has");
        List<String> names = reference.names(days);
        List<String> told = new ArrayList<>();
        List<double[]> shares = new ArrayList<>();
        double psi = 0;
        for (int k = 0; k < counts.length; k++) {
            if (counts[k] == 0 && current[k] == 0) continue;
            double expected = counts[k] / n;
            double actual = current[k] / m;
            told.add(k < names.size() ? names.get(k) : "missing");
            shares.add(new double[] {expected, actual});
            psi += part(expected, actual);
        }
        int bands = told.size();
        double per = 1 / n + 1 / m;
        double high = bands < 2 ? 0 : new ChiSquaredDistribution(bands - 1).inverseCumulativeProbability(0.95) * per;
        return new Stability(
                reference.column(),
                psi,
                told,
                shares.stream().mapToDouble(s -> s[0]).toArray(),
                shares.stream().mapToDouble(s -> s[1]).toArray(),
                (bands - 1) * per,
                high,
                null);
    }

    static double part(double expected, double actual) {
        double e = Math.max(FLOOR, expected);
        double a = Math.max(FLOOR, actual);
        return (a - e) * Math.log(a / e);
    }

    /** The band that has moved most; null where none has. */
    public @Nullable String most() {
        int found = -1;
        double most = 0;
        for (int k = 0; k < bands.size(); k++) {
            double moved = part(expectedShares[k], actualShares[k]);
            if (moved <= most) continue;
            most = moved;
            found = k;
        }
        return found < 0 ? null : bands.get(found);
    }
}
