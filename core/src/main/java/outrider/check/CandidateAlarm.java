package outrider.check;

import org.jspecify.annotations.Nullable;

/** An alarm of one candidate. Found by its line in {@code META-INF/services/outrider.check.CandidateAlarm}. */
public interface CandidateAlarm extends AlarmKind {
    /** What it means here and what to look at, in sentences; null where it does not ring. */
    @Nullable
    String rings(CandidateEvidence evidence);
}
