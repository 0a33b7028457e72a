package outrider.split;

import static java.util.Objects.requireNonNull;

import java.util.Arrays;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;

/**
 * What training does about rare events (METHODS section 7): nothing, weights on events, or thinning of non-events, until events
 * make up {@code share} of the training weight. Validation and reserve are never touched.
 */
public record Balance(Method method, double share) {
    public static final Balance NONE = new Balance(Method.NONE, 0);

    public enum Method {
        NONE,
        WEIGHTS,
        THINNING
    }

    public Balance {
        if (method == null) method = Method.NONE;
    }

    /**
     * The records that a learner sees.
     *
     * @param rows ascending
     * @param weight one a row, or null for all 1
     * @param logOdds to add to a learner's log-odds, so that its probabilities are those of the whole training part: by the odds
     *     formula of METHODS section 5
     */
    public record Sample(int[] rows, double @Nullable [] weight, double logOdds) {

        /** A probability that was learnt here, moved to all of training. */
        public double corrected(double p) {
            if (logOdds == 0) return p;
            double factor = Math.exp(logOdds);
            return factor * p / (factor * p + 1 - p);
        }
    }

    /** Of records that count once each. */
    public Sample of(int[] training, byte[] outcome, long seed) {
        return of(training, outcome, null, seed);
    }

    /**
     * @param training records
     * @param outcome 0 or 1 for each of them, by record number
     * @param own weights of the training records themselves, in their order; null for 1 each
     * @throws BadInput if the share is not above the training event rate and below 1
     */
    public Sample of(int[] training, byte[] outcome, double @Nullable [] own, long seed) {
        if (method == Method.NONE) return new Sample(training, own, 0);
        double[] total = new double[2];
        int others = 0;
        for (int i = 0; i < training.length; i++) {
            total[outcome[training[i]]] += own == null ? 1 : own[i];
            others += 1 - outcome[training[i]];
        }
        double rate = total[1] / (total[0] + total[1]);
        if (!(share > rate && share < 1)) {
            throw BadInput.of(
                    "balance",
                    "a share of events of " + share,
                    "give one above the event rate of training, " + rate + ", and below 1");
        }
        return method == Method.WEIGHTS
                ? weighted(training, outcome, own, share * total[0] / ((1 - share) * total[1]))
                : thinned(training, outcome, own, total[1] * (1 - share) / share * others / total[0], others, seed);
    }

    private static Sample weighted(int[] training, byte[] outcome, double @Nullable [] own, double factor) {
        double[] weight = new double[training.length];
        for (int i = 0; i < weight.length; i++) {
            weight[i] = (outcome[training[i]] == 1 ? factor : 1) * (own == null ? 1 : own[i]);
        }
        return new Sample(training, weight, -Math.log(factor));
    }

    private static Sample thinned(
            int[] training, byte[] outcome, double @Nullable [] own, double wanted, int others, long seed) {
        int keep = (int) Math.max(1, Math.rint(wanted));
        int[] left = Arrays.stream(training).filter(row -> outcome[row] == 0).toArray();
        new Seeds(seed).stream("thinning").shuffle(left);
        int[] rows = new int[training.length - others + keep];
        int at = 0;
        for (int row : training) if (outcome[row] == 1) rows[at++] = row;
        System.arraycopy(left, 0, rows, at, keep);
        Arrays.sort(rows);
        double[] kept = own == null ? null : new double[rows.length];
        for (int i = 0, place = 0; kept != null && i < rows.length; i++) {
            while (training[place] != rows[i]) place++;
            kept[i] = requireNonNull(own)[place];
        }
        return new Sample(rows, kept, Math.log(keep / (double) others));
    }

    /** What is done, as a sentence; null for nothing. */
    public @Nullable String words() {
        String share = String.format(Locale.ROOT, "%.0f %%", 100 * this.share);
        return switch (method) {
            case NONE -> null;
            case WEIGHTS ->
                "In training events weigh more, until they make up " + share
                        + " of the weight; probabilities are corrected back.";
            case THINNING ->
                "In training non-events are thinned at random, until events make up " + share
                        + "; probabilities are corrected back.";
        };
    }
}
