package outrider.base;

/** Undefined figures are NaN while computing and null where they are told. */
public final class Undefined {
    private Undefined() {}

    public static Double orNull(double value) {
        return Double.isFinite(value) ? value : null;
    }
}
