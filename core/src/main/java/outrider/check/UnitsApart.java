package outrider.check;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Records of one customer lie in several parts: what was learnt of them in training is asked again in validation. */
public final class UnitsApart implements CandidateAlarm {
    private static final double SHARE = 0.01;
    private static final int FEWEST = 20;

    @Override
    public String code() {
        return "unitsApart";
    }

    @Override
    public String words() {
        return "one customer in several parts";
    }

    @Override
    public @Nullable String rings(CandidateEvidence evidence) {
        CandidateEvidence.Apart apart = evidence.apart();
        if (apart == null || apart.units() < Math.max(FEWEST, SHARE * apart.all())) return null;
        return String.format(
                Locale.ROOT,
                "%,d of %,d values of %s have records in more than one part, so validation asks of customers that training has seen: figures may be too good, and intervals are too narrow. Split so that all of one %s stay together.",
                apart.units(),
                apart.all(),
                apart.column(),
                apart.column());
    }
}
