package outrider.casefile;

import java.math.BigDecimal;
import java.util.Map;
import java.util.stream.Collectors;

/** A policy as the text that people read and keep: each check below its sentence. */
public final class PolicyText {
    private static final int WIDTH = 74;

    private PolicyText() {}

    /** YAML that {@link CaseYaml#readPolicy} reads back. */
    public static String of(Policy policy) {
        StringBuilder text = new StringBuilder("""
                # What a report has to show before it is approved.
                # A check that is left out is not demanded; one that fails can be
                # waived by an approver, with a reason and until a day.
                """);
        text.append("format: ").append(policy.format()).append('\n');
        text.append("name: ").append(quoted(policy.name())).append("\nchecks:\n");
        policy.checks().forEach((check, limits) -> {
            wrapped(text, check.demand());
            text.append("  ")
                    .append(check.jsonName())
                    .append(": ")
                    .append(values(check, limits))
                    .append('\n');
        });
        return text.toString();
    }

    private static String values(Check check, Map<String, Double> limits) {
        if (limits.isEmpty()) return "{}";
        return check.limits().stream()
                .map(limit -> limit.name() + ": "
                        + BigDecimal.valueOf(limits.getOrDefault(limit.name(), limit.value()))
                                .stripTrailingZeros()
                                .toPlainString())
                .collect(Collectors.joining(", ", "{ ", " }"));
    }

    private static String quoted(String name) {
        return name.matches("[A-Za-z][A-Za-z0-9 ]*")
                ? name
                : '"' + name.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    }

    private static void wrapped(StringBuilder text, String sentence) {
        StringBuilder line = new StringBuilder("  #");
        for (String word : sentence.split(" ")) {
            if (line.length() + 1 + word.length() > WIDTH) {
                text.append(line).append('\n');
                line = new StringBuilder("  #");
            }
            line.append(' ').append(word);
        }
        text.append(line).append('\n');
    }
}
