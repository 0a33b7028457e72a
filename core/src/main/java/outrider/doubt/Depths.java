package outrider.doubt;

import java.util.Arrays;

/** The depths at which intervals are computed: closer together at the top, where cuts lie. */
public final class Depths {
    private static final double[] ALL = make();

    private Depths() {}

    /** Ascending, in (0, 1], the last 1; fewer than 256. */
    public static double[] all() {
        return ALL.clone();
    }

    private static double[] make() {
        double[] depths = new double[140];
        for (int i = 0; i < 80; i++) depths[i] = (i + 1) / 400.0;
        for (int i = 80; i < 140; i++) depths[i] = 0.2 + (i - 79) * 0.8 / 60;
        depths[139] = 1;
        return depths;
    }

    /** Linear between depths, and from (0, 0) to the first. */
    public static double read(double[] depths, double[] values, double depth) {
        int at = Arrays.binarySearch(depths, depth);
        if (at >= 0) return values[at];
        int after = -at - 1;
        if (after == depths.length) return values[depths.length - 1];
        double from = after == 0 ? 0 : depths[after - 1];
        double start = after == 0 ? 0 : values[after - 1];
        return start + (depth - from) * (values[after] - start) / (depths[after] - from);
    }
}
