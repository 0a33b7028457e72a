package outrider.table;

import java.text.Normalizer;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** Levels that differ by blanks, case or Unicode form alone. */
final class AlikeLevels {
    private AlikeLevels() {}

    private static String form(String text) {
        return Normalizer.normalize(text, Normalizer.Form.NFKC)
                .strip()
                .replaceAll("\\s+", " ")
                .toLowerCase(Locale.ROOT);
    }

    /**
     * The level that each of several alike is to become, the commonest of those without blanks around; levels that stand alone are not named.
     *
     * @param counts records by text
     */
    static Map<String, String> merged(Map<String, Integer> counts) {
        Map<String, List<String>> byForm = counts.keySet().stream().collect(Collectors.groupingBy(AlikeLevels::form));
        Map<String, String> merged = new TreeMap<>();
        for (List<String> alike : byForm.values()) {
            if (alike.size() < 2) continue;
            String kept = alike.stream()
                    .max(Comparator.comparing((String text) -> text.strip().equals(text))
                            .thenComparing(text -> counts.getOrDefault(text, 0))
                            .thenComparing(Comparator.reverseOrder()))
                    .orElseThrow();
            for (String text : alike) if (!text.equals(kept)) merged.put(text, kept);
        }
        return merged;
    }
}
