package outrider.check;

import static java.util.Objects.requireNonNull;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** A candidate whose AUC out of fold and on validation differ. */
public final class DoesNotCarryOver implements CandidateAlarm {
    /** Out-of-fold and validation AUC differ where they are this far apart and by {@link #ERRORS_APART} standard errors. */
    public static final double APART = 0.02;

    public static final double ERRORS_APART = 2.58;

    @Override
    public String code() {
        return "doesNotCarryOver";
    }

    @Override
    public String words() {
        return "does not carry over";
    }

    @Override
    public @Nullable String rings(CandidateEvidence evidence) {
        Double z = evidence.standardisedGap();
        if (z == null || Math.abs(z) < ERRORS_APART) return null;
        double outOfFold = requireNonNull(evidence.outOfFold()).auc();
        double validation = evidence.validation().auc();
        if (Math.abs(outOfFold - validation) < APART) return null;
        String remedy = z > 0
                ? "Validation's records differ from training's, or copies of one record lie in several folds: look at the split, and at columns that drift."
                : "Validation is easier than training: something of the outcome may have leaked into it. Look at how the parts were made.";
        return String.format(
                Locale.ROOT,
                "AUC is %.3f out of fold on training and %.3f on validation, %.1f standard errors apart. %s",
                outOfFold,
                validation,
                Math.abs(z),
                remedy);
    }
}
