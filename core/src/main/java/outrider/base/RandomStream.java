package outrider.base;

/**
 * A small deterministic random stream (SplitMix64: Steele, Lea and Flood 2014), written out so that its bits do not
 * depend on the version of the runtime. Not thread safe.
 */
public final class RandomStream {
    private long state;

    RandomStream(long state) {
        this.state = state;
    }

    /** Leaves out {@code count} draws of {@link #nextLong}. */
    public void skip(long count) {
        state += count * 0x9E3779B97F4A7C15L;
    }

    public long nextLong() {
        long z = state += 0x9E3779B97F4A7C15L;
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }

    /** Uniform in [0, 1), 53 bits. */
    public double nextDouble() {
        return (nextLong() >>> 11) * 0x1.0p-53;
    }

    /** Uniform in 0 … bound − 1. */
    public int nextInt(int bound) {
        return (int) Math.multiplyHigh(nextLong() >>> 1, (long) bound << 1);
    }

    /** Standard normal, by the polar method. */
    public double nextGaussian() {
        while (true) {
            double u = 2 * nextDouble() - 1;
            double v = 2 * nextDouble() - 1;
            double s = u * u + v * v;
            if (s > 0 && s < 1) return u * Math.sqrt(-2 * StrictMath.log(s) / s);
        }
    }

    /** Poisson with mean {@code lambda >= 0}; by multiplication below 50, by the rounded normal above. */
    public int nextPoisson(double lambda) {
        if (lambda >= 50) return (int) Math.max(0, Math.rint(lambda + Math.sqrt(lambda) * nextGaussian()));
        double limit = StrictMath.exp(-lambda);
        int count = 0;
        for (double product = nextDouble(); product > limit; product *= nextDouble()) count++;
        return count;
    }

    /** Puts {@code values} in a random order (Fisher and Yates). */
    public void shuffle(int[] values) {
        for (int i = values.length - 1; i > 0; i--) {
            int j = nextInt(i + 1);
            int held = values[i];
            values[i] = values[j];
            values[j] = held;
        }
    }
}
