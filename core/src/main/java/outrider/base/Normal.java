package outrider.base;

import org.hipparchus.special.Erf;

/** The normal distribution: z of 95 %, two-sided p values and their critical z. */
public final class Normal {
    public static final double Z95 = 1.959963984540054;

    private Normal() {}

    /** P(|Z| >= |z|). */
    public static double twoSided(double z) {
        return Erf.erfc(Math.abs(z) / Math.sqrt(2));
    }

    /** The z whose two-sided p value is {@code p}, in (0, 1]. */
    public static double critical(double p) {
        return Math.sqrt(2) * Erf.erfcInv(p);
    }
}
