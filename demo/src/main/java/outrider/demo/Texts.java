package outrider.demo;

import outrider.base.RandomStream;

/** How the generators write values. */
final class Texts {
    private Texts() {}

    /** Empty in a share of the cases. */
    static String spoilt(RandomStream random, double share, String value) {
        return random.nextDouble() < share ? "" : value;
    }

    static String pick(RandomStream random, String... from) {
        return from[random.nextInt(from.length)];
    }

    static String whole(double value) {
        return Long.toString(Math.round(value));
    }

    static String money(double value) {
        return Double.toString(Math.rint(value * 100) / 100);
    }

    static String decimal(double value) {
        return Double.toString(Math.rint(value * 10) / 10);
    }

    /** The intercept at which the mean of 1 / (1 + exp(−(intercept + risk))) is the rate wanted, by bisection. */
    static double levelFor(double[] risks, double rate) {
        double low = -20;
        double high = 6;
        for (int i = 0; i < 60; i++) {
            double middle = (low + high) / 2;
            double sum = 0;
            for (double risk : risks) sum += probability(middle + risk);
            if (sum / risks.length > rate) high = middle;
            else low = middle;
        }
        return (low + high) / 2;
    }

    static double probability(double logOdds) {
        return 1 / (1 + StrictMath.exp(-logOdds));
    }
}
