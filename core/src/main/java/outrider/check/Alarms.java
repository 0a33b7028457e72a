package outrider.check;

import java.util.List;
import java.util.Objects;
import java.util.ServiceLoader;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** All alarms there are, of columns and of candidates (METHODS section 9). Nothing else knows them by name. */
public final class Alarms {
    private static final List<ColumnAlarm> COLUMN = found(ColumnAlarm.class);
    private static final List<CandidateAlarm> CANDIDATE = found(CandidateAlarm.class);

    private Alarms() {}

    private static <T> List<T> found(Class<T> kind) {
        return ServiceLoader.load(kind, kind.getClassLoader()).stream()
                .map(ServiceLoader.Provider::get)
                .toList();
    }

    public static List<AlarmKind> kinds() {
        return Stream.<AlarmKind>concat(COLUMN.stream(), CANDIDATE.stream()).toList();
    }

    /** Whether what rang warns that something knows the outcome. */
    public static boolean leak(Alarm alarm) {
        return kinds().stream().anyMatch(kind -> kind.leak() && kind.code().equals(alarm.kind()));
    }

    /** What rings of a column. */
    public static List<Alarm> of(ColumnProfile profile) {
        return COLUMN.stream()
                .map(alarm -> rung(alarm, alarm.rings(profile)))
                .filter(Objects::nonNull)
                .toList();
    }

    /** What rings of a candidate; references ring nothing and are not asked. */
    public static List<Alarm> of(CandidateEvidence evidence) {
        return CANDIDATE.stream()
                .map(alarm -> rung(alarm, alarm.rings(evidence)))
                .filter(Objects::nonNull)
                .toList();
    }

    private static @Nullable Alarm rung(AlarmKind kind, @Nullable String meaning) {
        return meaning == null ? null : Alarm.of(kind, meaning);
    }
}
