package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.server.trail.ReportActKind;

/** How reports stand: however many they are, by the same few statements. */
@ApplicationScoped
class ReportStatuses {
    private final Clock clock;

    ReportStatuses(Clock clock) {
        this.clock = clock;
    }

    /** @param later the report made in its place; null for none */
    record Current(
            Report report, ReportStatus status, @Nullable Report later) {
        ReportStatus.State state() {
            return status.state();
        }
    }

    LocalDate today() {
        return LocalDate.now(clock);
    }

    Current of(Report report) {
        return of(List.of(report)).get(0);
    }

    /** In their order. */
    List<Current> of(List<Report> reports) {
        Map<Long, Report> later = new HashMap<>();
        List<Long> ids = reports.stream().map(r -> r.id).toList();
        for (Report next : Report.<Report>list("supersedes in ?1 order by id", ids)) {
            later.putIfAbsent(next.supersedes, next);
        }
        Set<Long> told = new HashSet<>(ids);
        later.values().forEach(next -> told.add(next.id));
        Map<Long, List<ReportAct>> acts = ReportAct.<ReportAct>list("reportId in ?1 order by id", told).stream()
                .collect(Collectors.groupingBy(act -> act.reportId));
        return reports.stream()
                .map(report -> {
                    Report next = later.get(report.id);
                    List<ReportAct> nextActs = next == null ? List.of() : acts.getOrDefault(next.id, List.of());
                    List<ReportAct> own = acts.getOrDefault(report.id, List.of());
                    return new Current(report, ReportStatus.of(own, next, nextActs, today()), next);
                })
                .toList();
    }

    /** Those with a page that wait for a decision or an answer, the newest first. */
    List<Current> open() {
        List<Report> undecided = Report.list("""
                from Report r where r.rendering is not null
                  and not exists (select 1 from Report l where l.supersedes = r.id)
                  and not exists (select 1 from ReportAct a where a.reportId = r.id and a.act in ?1)
                order by r.id desc""", List.of(ReportActKind.APPROVED, ReportActKind.WITHDRAWN));
        return of(undecided).stream()
                .filter(s -> s.state() == ReportStatus.State.WAITING || s.state() == ReportStatus.State.RETURNED)
                .toList();
    }
}
