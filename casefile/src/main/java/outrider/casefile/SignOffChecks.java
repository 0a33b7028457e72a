package outrider.casefile;

import java.util.List;

/** Holds a report's figures against a policy. */
public final class SignOffChecks {
    private SignOffChecks() {}

    /** In the order of {@link Check#all}; only those that the policy demands. */
    public static List<CheckResult> of(Policy policy, BriefFile brief, Figures figures, AnalysisHistory history) {
        return policy.checks().entrySet().stream()
                .map(demand -> {
                    Check check = demand.getKey();
                    Check.Finding found = check.of(new CheckedReport(brief, figures, history, demand.getValue()));
                    return new CheckResult(check, check.title(), found.passes(), found.words(), found.at());
                })
                .toList();
    }
}
