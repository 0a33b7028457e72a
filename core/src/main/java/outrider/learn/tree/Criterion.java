package outrider.learn.tree;

import java.util.stream.IntStream;
import outrider.learn.Settings;

/**
 * What a split is good for. Of each record two numbers are summed: for trees of classes a = w·y and b = w, for boosting the
 * first and second derivative of the loss.
 */
interface Criterion {
    /** The worth of one node, of which a split wants more in sum. */
    double worth(double a, double b);

    /** The score of a leaf. */
    double value(double a, double b);

    /** What a branch more gains by chance in a node of so many records, where branches tell nothing: one degree of freedom. */
    double chance(double a, double b, double count);

    /** The same, as a kind's settings hold the gain of levels. */
    default Criterion of(Settings settings) {
        if (!settings.text("levelGain").equals("whole")) return this;
        Criterion own = this;
        return new Criterion() {
            @Override
            public double worth(double a, double b) {
                return own.worth(a, b);
            }

            @Override
            public double value(double a, double b) {
                return own.value(a, b);
            }

            @Override
            public double rank(double gain, double left, double right) {
                return own.rank(gain, left, right);
            }

            @Override
            public double chance(double a, double b, double count) {
                return 0;
            }
        };
    }

    /** By what the best splits of different columns are compared, given the gain and the two sides' b. */
    default double rank(double gain, double left, double right) {
        return gain;
    }

    /** Gini's impurity (Breiman et al. 1984), counted in records. */
    Criterion GINI = new Classes() {
        @Override
        public double worth(double a, double b) {
            return b <= 0 ? 0 : -2 * a * (b - a) / b;
        }

        @Override
        public double chance(double a, double b, double count) {
            return b <= 0 ? 0 : 2 * a * (b - a) / b / count;
        }
    };

    /** n·ln n of whole numbers: counts need no logarithm. */
    double[] WHOLE = IntStream.range(0, 1 << 14)
            .mapToDouble(n -> n == 0 ? 0 : n * Math.log(n))
            .toArray();

    /** Entropy in nats, counted in records. */
    Criterion ENTROPY = new Classes() {
        @Override
        public double worth(double a, double b) {
            int all = (int) b;
            int events = (int) a;
            if (all == b && events == a && all < WHOLE.length) {
                return events < 0 || events > all ? 0 : WHOLE[events] + WHOLE[all - events] - WHOLE[all];
            }
            return part(a, b) + part(b - a, b);
        }

        @Override
        public double chance(double a, double b, double count) {
            return 0.5 * b / count;
        }
    };

    /** Entropy within a column; between columns the gain over the split's own information (Quinlan 1993). */
    Criterion GAIN_RATIO = new Classes() {
        @Override
        public double worth(double a, double b) {
            return ENTROPY.worth(a, b);
        }

        @Override
        public double chance(double a, double b, double count) {
            return ENTROPY.chance(a, b, count);
        }

        @Override
        public double rank(double gain, double left, double right) {
            double information = -part(left, left + right) - part(right, left + right);
            return information <= 0 ? 0 : gain / information;
        }
    };

    private static double part(double a, double b) {
        return a <= 0 || b <= 0 ? 0 : a * Math.log(a / b);
    }

    /** Trees of classes give the event rate. */
    interface Classes extends Criterion {
        @Override
        default double value(double a, double b) {
            return b <= 0 ? 0 : Math.min(1, Math.max(0, a / b));
        }
    }

    /** Second-order log loss with penalty λ on the leaves (Friedman, Hastie and Tibshirani 2000; Chen and Guestrin 2016). */
    record SecondOrder(double lambda, double rate) implements Criterion {
        @Override
        public double worth(double a, double b) {
            return b + lambda <= 0 ? 0 : a * a / (b + lambda);
        }

        @Override
        public double value(double a, double b) {
            return b + lambda <= 0 ? 0 : -rate * a / (b + lambda);
        }

        @Override
        public double chance(double a, double b, double count) {
            return b / (b + lambda);
        }
    }
}
