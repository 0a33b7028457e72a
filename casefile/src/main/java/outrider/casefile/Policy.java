package outrider.casefile;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import outrider.base.BadInput;

/**
 * What is demanded of a report: named checks with their limits. Checks left out are not demanded.
 *
 * @param format {@link #FORMAT}
 */
public record Policy(int format, String name, Map<Check, Map<String, Double>> checks) {
    public static final int FORMAT = 1;

    public Policy {
        if (format != FORMAT) throw BadInput.of("format", "is " + format, "write format: " + FORMAT);
        if (name == null || name.isBlank() || name.length() > 200) {
            throw BadInput.of("name", "is empty or longer than 200 letters", "give the policy a short name");
        }
        if (checks == null || checks.isEmpty()) throw BadInput.of("checks", "are missing", "demand at least one");
        Map<Check, Map<String, Double>> all = new TreeMap<>();
        checks.forEach((check, limits) -> all.put(check, checked(check, limits == null ? Map.of() : limits)));
        checks = all;
    }

    private static Map<String, Double> checked(Check check, Map<String, Double> given) {
        Map<String, Double> limits = new TreeMap<>();
        given.forEach((name, value) -> {
            String now = check.limitsBefore().getOrDefault(name, name);
            if (limits.containsKey(now)) {
                throw BadInput.of(check.jsonName() + "." + now, "is given twice, once as " + name, "give it once");
            }
            limits.put(now, value);
        });
        for (String name : limits.keySet()) {
            if (names(check).contains(name)) continue;
            throw BadInput.of(
                    check.jsonName(),
                    "has no limit \"" + name + "\"",
                    check.limits().isEmpty()
                            ? "it takes none: write {}"
                            : "it takes: " + String.join(", ", names(check)));
        }
        for (String name : names(check)) {
            Double value = limits.get(name);
            if (value == null || !Double.isFinite(value) || value < 0) {
                throw BadInput.of(check.jsonName() + "." + name, "is " + value, "give a number of 0 or more");
            }
        }
        return limits;
    }

    private static List<String> names(Check check) {
        return check.limits().stream().map(Check.Limit::name).toList();
    }

    /** The one that comes with the program: every check that says so, at its own limits. */
    public static Policy shipped() {
        Map<Check, Map<String, Double>> all = new TreeMap<>();
        for (Check check : Check.all()) {
            if (!check.shipped()) continue;
            Map<String, Double> limits = new TreeMap<>();
            check.limits().forEach(limit -> limits.put(limit.name(), limit.value()));
            all.put(check, limits);
        }
        return new Policy(FORMAT, "House policy", all);
    }
}
