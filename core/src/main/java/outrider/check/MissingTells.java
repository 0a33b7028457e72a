package outrider.check;

import static java.util.Objects.requireNonNull;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** A column whose missing values say something of the outcome. */
public final class MissingTells implements ColumnAlarm {
    private static final double ENOUGH_MISSING = 0.01;
    private static final int FEWEST = 30;

    @Override
    public String code() {
        return "missingTells";
    }

    @Override
    public String words() {
        return "missing means something";
    }

    @Override
    public @Nullable String rings(ColumnProfile profile) {
        boolean leaks = SuspectedLeak.reason(profile) != null;
        return leaks || profile.auc() == null ? null : told(profile);
    }

    /** What missing says that a value, or zero, does not; or null. */
    private static @Nullable String told(ColumnProfile profile) {
        Cell absent = profile.absent();
        Cell zero = profile.zero();
        if (absent.records() < Math.max(FEWEST * profile.perUnit(), ENOUGH_MISSING * profile.records())) return null;
        boolean zeroCounts = zero != null && zero.records() >= FEWEST * profile.perUnit();
        boolean unlikeZero = zero != null && zeroCounts && absent.apartFrom(zero, profile.perUnit());
        if (!unlikeZero && !absent.apartFrom(profile.present(), profile.perUnit())) return null;
        return "Without a value the event rate is " + rate(absent) + ", with one " + rate(profile.present())
                + (zero != null && zeroCounts ? ", with a zero " + rate(zero) : "")
                + ". Missing is no zero here and is kept apart: find out what it stands for before anybody fills it in.";
    }

    private static String rate(Cell cell) {
        return String.format(
                Locale.ROOT,
                "%.1f %% (%.1f to %.1f)",
                100 * requireNonNull(cell.rate()),
                100 * requireNonNull(cell.rateLow()),
                100 * requireNonNull(cell.rateHigh()));
    }
}
