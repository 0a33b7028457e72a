package outrider.base;

import org.hipparchus.special.Erf;

/** The normal distribution's two constants of this house: z of 95 % and two-sided p values. */
public final class Normal {
    public static final double Z95 = 1.959963984540054;

    private Normal() {}

    /** P(|Z| >= |z|). */
    public static double twoSided(double z) {
        return Erf.erfc(Math.abs(z) / Math.sqrt(2));
    }
}
