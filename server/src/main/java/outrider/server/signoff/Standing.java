package outrider.server.signoff;

import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How a report stands after what was said to it.
 *
 * @param state one word for it
 * @param words a sentence
 */
record Standing(ReportState state, String words) {

    /** The closed family of states. */
    enum ReportState {
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
    static Standing of(List<ReportAct> acts, Report later, List<ReportAct> laterActs) {
        Standing own = own(acts);
        if (later == null || own.state == ReportState.WITHDRAWN) return own;
        ReportState next = own(laterActs).state;
        boolean inForce = own.state == ReportState.APPROVED || own.state == ReportState.ENDED;
        if (inForce && next != ReportState.APPROVED) {
            return new Standing(own.state, own.words + " Report " + later.id + " is meant to take its place.");
        }
        return new Standing(ReportState.SUPERSEDED, "Superseded by report " + later.id + ".");
    }

    private static Standing own(List<ReportAct> acts) {
        ReportAct last = null;
        for (ReportAct act : acts) if (!act.act.equals(ReportAct.WAIVED)) last = act;
        if (last == null) return new Standing(ReportState.WAITING, "Waits for approval.");
        return switch (last.act) {
            case ReportAct.RETURNED ->
                new Standing(
                        ReportState.RETURNED,
                        "Returned by " + last.byName + (last.words.isEmpty() ? "." : ": " + last.words));
            case ReportAct.WITHDRAWN ->
                new Standing(ReportState.WITHDRAWN, "Withdrawn by " + last.byName + ": " + last.words);
            case ReportAct.APPROVED -> approved(last);
            default -> new Standing(ReportState.WAITING, "Waits for approval.");
        };
    }

    private static Standing approved(ReportAct act) {
        String words = "Approved by " + act.byName
                + (act.condition.isEmpty() ? "" : ", on condition: " + act.condition)
                + (act.until == null ? "." : ", until " + act.until + ".");
        boolean over = act.until != null && act.until.isBefore(LocalDate.now(ZoneOffset.UTC));
        return new Standing(
                over ? ReportState.ENDED : ReportState.APPROVED, over ? words + " That day is over." : words);
    }

    /** Checks that are waived today. */
    static Set<String> waived(List<ReportAct> acts) {
        LocalDate today = LocalDate.now(ZoneOffset.UTC);
        return acts.stream()
                .filter(a -> a.act.equals(ReportAct.WAIVED) && (a.until == null || !a.until.isBefore(today)))
                .map(a -> a.about)
                .collect(Collectors.toSet());
    }
}
