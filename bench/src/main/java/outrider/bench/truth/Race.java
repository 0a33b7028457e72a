package outrider.bench.truth;

import outrider.base.Bisection;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.split.RecordWeights;
import outrider.uncertainty.Sample;

/**
 * A world of scores whose truth is known: candidates see the true risk of a record through noise of their own.
 *
 * @param events expected in a sample
 * @param each records a customer; customers share most of their risk, and their outcome
 * @param carries what records carry besides
 * @param noise of each candidate
 */
record Race(int records, int events, int each, Carries carries, double[] noise) {
    /** Amounts, lognormal with σ = 2; or weights, since one record in seven stands for eight times as many, and is seen worse. */
    enum Carries {
        NOTHING("none"),
        VALUES("lognormal, σ 2"),
        WEIGHTS("none, weights of 1 and 8");

        final String words;

        Carries(String words) {
            this.words = words;
        }
    }

    private static final double SLOPE = 1.2;
    private static final double SHARED = 0.8;

    /** Scores by candidate, and the records they are on. */
    record Drawn(double[][] scores, Sample sample) {}

    /** @param size records; the world's own number, or many for its truth. Samples of fewer than two events are drawn again */
    Drawn draw(int size, long seed) {
        for (int again = 0; ; again++) {
            Drawn drawn = drawn(size, new Seeds(seed).stream("race/" + again));
            if (drawn.sample().events() >= 2) return drawn;
        }
    }

    private Drawn drawn(int size, RandomStream random) {
        double intercept = intercept();
        byte[] outcome = new byte[size];
        double[] value = carries == Carries.VALUES ? new double[size] : null;
        double[] weight = carries == Carries.WEIGHTS ? new double[size] : null;
        int[] unit = each > 1 ? new int[size] : null;
        double[][] scores = new double[noise.length][size];
        double shared = 0;
        boolean hit = false;
        for (int i = 0; i < size; i++) {
            if (i % each == 0) {
                shared = random.nextGaussian();
                hit = random.nextDouble() < 1 / (1 + Math.exp(-intercept - SLOPE * shared));
            }
            outcome[i] = (byte) (hit ? 1 : 0);
            double risk = each == 1 ? shared : shared + (1 - SHARED) * random.nextGaussian();
            if (unit != null) unit[i] = i / each;
            if (value != null) value[i] = Math.exp(2 * random.nextGaussian());
            if (weight != null) {
                weight[i] = random.nextDouble() < 1 / 7.0 ? 8 : 1;
                if (weight[i] > 1) risk += random.nextGaussian();
            }
            for (int k = 0; k < noise.length; k++) scores[k][i] = risk + noise[k] * random.nextGaussian();
        }
        return new Drawn(scores, new Sample(outcome, value, weight == null ? null : RecordWeights.even(weight), unit));
    }

    /** So that the expected events are those wanted. */
    private double intercept() {
        return Bisection.crossing(-15, 5, moved -> {
            double rate = 0;
            for (int q = 0; q < 400; q++) {
                double z = -4 + 8 * (q + 0.5) / 400;
                rate += Math.exp(-z * z / 2) / Math.sqrt(2 * Math.PI) * 8 / 400 / (1 + Math.exp(-moved - SLOPE * z));
            }
            return rate * records - events;
        });
    }
}
