package outrider.uncertainty;

import java.util.Arrays;
import java.util.Comparator;
import org.jspecify.annotations.Nullable;
import outrider.base.Normal;

/** The word on a difference (METHODS section 4). */
public enum Verdict {
    LEADER("leader"),
    AHEAD("ahead"),
    BEHIND("behind"),
    NOT_SEPARABLE("not separable"),
    TOO_FEW("too few");

    /** Fewer events or non-events than this say nothing of a difference. */
    public static final int FEWEST = 20;
    /** Fewer records than this that only one of two acts on say nothing of a difference at a cut. */
    public static final int FEWEST_DISCORDANT = 5;

    private static final double LEVEL = 0.05;
    private static final int ENOUGH = 25;
    private static final double FOUR_IN_FIVE = 0.8416212335729143;

    private final String words;

    Verdict(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** @param adjustedP two-sided p value, after adjustment; null where there is no error to judge by */
    public static Verdict of(double difference, Double adjustedP) {
        if (adjustedP == null || adjustedP >= LEVEL || difference == 0) return NOT_SEPARABLE;
        return difference > 0 ? AHEAD : BEHIND;
    }

    /** Whether a part holds too little for any difference. */
    public static boolean tooFew(Sample part) {
        return part.fewest() < FEWEST;
    }

    /** Holm 1979: step-down adjusted p values, in the order given; null stays null. */
    public static Double[] holm(Double[] pValues) {
        Integer[] order = new Integer[pValues.length];
        for (int i = 0; i < order.length; i++) order[i] = i;
        Arrays.sort(order, Comparator.comparingDouble(i -> pValues[i] == null ? 2 : pValues[i]));
        int tests = (int) Arrays.stream(pValues).filter(p -> p != null).count();
        Double[] adjusted = new Double[pValues.length];
        double running = 0;
        for (int k = 0; k < tests; k++) {
            running = Math.max(running, Math.min(1, (tests - k) * pValues[order[k]]));
            adjusted[order[k]] = running;
        }
        return adjusted;
    }

    /** Two-sided, of replicates of a difference at a cut; no smaller than the exact sign test's on few events. */
    public static double pValue(double[] replicates, CutDraws.Discordant discordant) {
        return Math.max(pValue(replicates), signTest(discordant.firstEvents(), discordant.secondEvents()));
    }

    /** Two-sided, of replicates of a difference: by counting, and by their normal tail where none lies on the other side. */
    static double pValue(double[] replicates) {
        int below = 0;
        int above = 0;
        int defined = 0;
        double sum = 0;
        for (double value : replicates) {
            if (Double.isNaN(value)) continue;
            defined++;
            sum += value;
            if (value <= 0) below++;
            if (value >= 0) above++;
        }
        if (defined == 0) return 1;
        double counted = Math.min(1, 2.0 * (Math.min(below, above) + 1) / (defined + 1));
        if (below > 0 && above > 0) return counted;
        double mean = sum / defined;
        double squares = 0;
        for (double value : replicates) if (!Double.isNaN(value)) squares += (value - mean) * (value - mean);
        double deviation = Math.sqrt(squares / (defined - 1));
        return deviation == 0 ? 0 : Math.min(counted, Normal.twoSided(mean / deviation));
    }

    /**
     * Where few events are reached by one of two only, resampling cannot show their uncertainty: the exact two-sided sign test on those events;
     * 0 where there are enough.
     */
    static double signTest(double mine, double theirs) {
        int all = (int) Math.round(mine + theirs);
        if (all >= ENOUGH) return 0;
        int fewer = (int) Math.round(Math.min(mine, theirs));
        double choose = 1;
        double tail = 0;
        for (int k = 0; k <= fewer; k++) {
            tail += choose;
            choose *= (all - k) / (k + 1.0);
        }
        return Math.min(1, 2 * tail / StrictMath.pow(2, all));
    }

    /**
     * About how many events it takes to tell a difference of this size apart, four times in five, at the 5 % level after adjustment: the
     * standard error shrinks with the root of the events.
     *
     * @param events that gave the standard error
     * @param tests by how many p values of this size are multiplied, 1 or more
     * @return null for no difference or no standard error
     */
    public static @Nullable Double eventsNeeded(
            double difference, @Nullable Double standardError, double events, double tests) {
        if (difference == 0 || standardError == null || standardError == 0) return null;
        double errors = (Normal.critical(LEVEL / tests) + FOUR_IN_FIVE) * standardError / Math.abs(difference);
        return events * errors * errors;
    }
}
