package outrider.base;

import org.jspecify.annotations.Nullable;

/** Undefined figures are NaN while computing and null where they are told. */
public final class Undefined {
    private Undefined() {}

    public static @Nullable Double orNull(double value) {
        return Double.isFinite(value) ? value : null;
    }
}
