package outrider.check;

import org.jspecify.annotations.Nullable;

/** An alarm of one column. Found by its line in {@code META-INF/services/outrider.check.ColumnAlarm}. */
public interface ColumnAlarm extends AlarmKind {
    /** What it means here and what to look at, in sentences; null where it does not ring. */
    @Nullable
    String rings(ColumnProfile profile);
}
