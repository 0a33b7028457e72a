package outrider.check;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** A candidate that ranks too well to be true. */
public final class TooGood implements CandidateAlarm {
    public static final double AUC = 0.99;

    @Override
    public String code() {
        return "tooGood";
    }

    @Override
    public String words() {
        return "too good";
    }

    @Override
    public boolean leak() {
        return true;
    }

    @Override
    public @Nullable String rings(CandidateEvidence evidence) {
        double auc = evidence.validation().auc();
        if (auc < AUC) return null;
        return String.format(
                Locale.ROOT,
                "Validation AUC is %.3f. An input may know the outcome: look for columns that are filled in afterwards.",
                auc);
    }
}
