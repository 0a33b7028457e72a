package outrider.server.signoff;

import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.server.trail.ReportActKind;

/**
 * How a report stands after what was said to it.
 *
 * @param state one word for it
 * @param words a sentence
 */
record ReportStatus(State state, String words) {

    /** The closed family of states. */
    enum State {
        WAITING,
        RETURNED,
        APPROVED,
        ENDED,
        WITHDRAWN,
        SUPERSEDED
    }

    /**
     * @param acts oldest first
     * @param later the report that was made in its place, and its acts; null for none
     */
    static ReportStatus of(List<ReportAct> acts, @Nullable Report later, List<ReportAct> laterActs, LocalDate today) {
        ReportStatus own = own(acts, today);
        if (later == null || own.state == State.WITHDRAWN) return own;
        State next = own(laterActs, today).state;
        boolean inForce = own.state == State.APPROVED || own.state == State.ENDED;
        if (inForce && next != State.APPROVED) {
            return new ReportStatus(own.state, own.words + " Report " + later.id + " is meant to take its place.");
        }
        return new ReportStatus(State.SUPERSEDED, "Superseded by report " + later.id + ".");
    }

    /** Why what was approved may not go on, whatever came after it; null where it may. */
    static @Nullable String lapse(List<ReportAct> acts, LocalDate today) {
        ReportStatus own = own(acts, today);
        return own.state == State.APPROVED ? null : own.words;
    }

    private static ReportStatus own(List<ReportAct> acts, LocalDate today) {
        ReportAct last = null;
        for (ReportAct act : acts) if (act.act != ReportActKind.WAIVED) last = act;
        if (last == null) return new ReportStatus(State.WAITING, "Waits for approval.");
        return switch (last.act) {
            case RETURNED ->
                new ReportStatus(
                        State.RETURNED,
                        "Returned by " + last.byName + (last.words.isEmpty() ? "." : ": " + last.words));
            case WITHDRAWN -> new ReportStatus(State.WITHDRAWN, "Withdrawn by " + last.byName + ": " + last.words);
            case APPROVED -> approved(last, today);
            case SUBMITTED, WAIVED -> new ReportStatus(State.WAITING, "Waits for approval.");
        };
    }

    private static ReportStatus approved(ReportAct act, LocalDate today) {
        String words = "Approved by " + act.byName
                + (act.condition.isEmpty() ? "" : ", on condition: " + act.condition)
                + (act.until == null ? "." : ", until " + act.until + ".");
        boolean over = act.until != null && act.until.isBefore(today);
        return new ReportStatus(over ? State.ENDED : State.APPROVED, over ? words + " That day is over." : words);
    }

    /** Checks that are waived on that day, its last one included. */
    static Set<String> waived(List<ReportAct> acts, LocalDate today) {
        return acts.stream()
                .filter(a -> a.act == ReportActKind.WAIVED && (a.until == null || !a.until.isBefore(today)))
                .map(a -> a.about)
                .collect(Collectors.toSet());
    }
}
