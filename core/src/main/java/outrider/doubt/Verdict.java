package outrider.doubt;

import java.util.Arrays;
import java.util.Comparator;
import outrider.base.Normal;

/** The word on a difference (METHODS section 4). */
public enum Verdict {
    AHEAD("ahead"),
    BEHIND("behind"),
    NOT_SEPARABLE("not separable");

    private static final double FOUR_IN_FIVE = 0.8416212335729143;

    private final String words;

    Verdict(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** @param adjustedP two-sided p value, after adjustment; null where the difference is exactly 0 or has no error */
    public static Verdict of(double difference, Double adjustedP) {
        if (adjustedP == null || adjustedP >= 0.05) return NOT_SEPARABLE;
        return difference > 0 ? AHEAD : BEHIND;
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

    /**
     * About how many events it takes to tell a difference of this size apart, four times in five, at the 5 % level: the standard
     * error shrinks with the root of the events.
     *
     * @param events that gave the standard error
     * @return null for no difference or no standard error
     */
    public static Double eventsNeeded(double difference, Double standardError, double events) {
        if (difference == 0 || standardError == null || standardError == 0) return null;
        double errors = (Normal.Z95 + FOUR_IN_FIVE) * standardError / Math.abs(difference);
        return events * errors * errors;
    }
}
