package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import outrider.casefile.Check;
import outrider.casefile.CheckResult;
import outrider.casefile.Evidence;
import outrider.casefile.EvidenceFile;
import outrider.casefile.Policy;
import outrider.casefile.SignOffChecks;

/** Holds the reports that are open against a policy that is not kept yet. */
@ApplicationScoped
class PolicyTrial {
    private final ReportStatuses statuses;

    PolicyTrial(ReportStatuses statuses) {
        this.statuses = statuses;
    }

    /** Reports on which a check would pass now and did not, or fail and did not: it is new, or its limits are. */
    record CheckEffect(String check, int passes, int fails) {}

    /**
     * What would change; the reports themselves do not.
     *
     * @param open reports that wait for a decision or an answer
     * @param changes of each check that would change something
     */
    record Trial(int open, List<CheckEffect> changes) {}

    Trial of(Policy policy) {
        Map<Check, int[]> changes = new TreeMap<>();
        int open = 0;
        for (ReportStatuses.Current current : statuses.open()) {
            open++;
            Evidence evidence = EvidenceFile.evidence(current.report().evidence);
            Map<Check, Boolean> before = evidence.judged().checks().stream()
                    .collect(Collectors.toMap(CheckResult::check, CheckResult::passes));
            for (CheckResult now : SignOffChecks.of(
                    policy,
                    evidence.recipe(),
                    evidence.figures(),
                    evidence.judged().history())) {
                boolean passed = before.getOrDefault(now.check(), true);
                if (passed == now.passes()) continue;
                changes.computeIfAbsent(now.check(), c -> new int[2])[now.passes() ? 0 : 1]++;
            }
        }
        List<CheckEffect> told = new ArrayList<>();
        changes.forEach((check, n) -> told.add(new CheckEffect(check.jsonName(), n[0], n[1])));
        return new Trial(open, told);
    }
}
