package outrider.errors;

import java.util.Comparator;
import java.util.stream.IntStream;

/** Which of many tests are told, so that the expected share of false ones among them stays bounded (Benjamini and Hochberg 1995). */
final class FalseDiscovery {
    private FalseDiscovery() {}

    /** @param share of false ones among those told, above 0 and below 1 */
    static boolean[] told(double[] p, double share) {
        int[] order = IntStream.range(0, p.length)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> p[i]))
                .mapToInt(i -> i)
                .toArray();
        int last = -1;
        for (int k = 0; k < order.length; k++) {
            if (p[order[k]] <= share * (k + 1) / order.length) last = k;
        }
        boolean[] told = new boolean[p.length];
        for (int k = 0; k <= last; k++) told[order[k]] = true;
        return told;
    }
}
