package outrider.base;

import java.util.stream.IntStream;

/** Sums over many records, taken by stretches whose sums are added in order: same bits, whatever threads take them. */
public final class Stretches {
    private static final int STRETCH = 1 << 15;

    private Stretches() {}

    /** Some sums over the records {@code from} to {@code to − 1}. */
    public interface Part {
        double[] over(int from, int to);
    }

    /** @return the sums over all of {@code n} records, as many as a part gives; empty of no records */
    public static double[] sum(int n, Part part) {
        int stretches = (n + STRETCH - 1) / STRETCH;
        IntStream each = IntStream.range(0, stretches);
        double[][] parts = (stretches <= 2 ? each : each.parallel())
                .mapToObj(k -> part.over(k * STRETCH, Math.min(n, (k + 1) * STRETCH)))
                .toArray(double[][]::new);
        double[] sums = parts.length == 0 ? new double[0] : parts[0];
        for (int k = 1; k < parts.length; k++) for (int j = 0; j < sums.length; j++) sums[j] += parts[k][j];
        return sums;
    }
}
