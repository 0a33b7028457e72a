package outrider.casefile;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * A report as a check sees it.
 *
 * @param limits of the check, by name
 */
public record CheckedReport(BriefFile brief, Figures figures, AnalysisHistory history, Map<String, Double> limits) {
    private static final int NAMED = 3;

    public double limit(String name) {
        return requireNonNull(limits.get(name), name);
    }

    /** Some names, and how many more there are. */
    public static String named(List<String> names) {
        String some = names.stream().limit(NAMED).collect(Collectors.joining(", "));
        return names.size() <= NAMED ? some : some + " and " + (names.size() - NAMED) + " more";
    }
}
