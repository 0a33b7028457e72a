package outrider.bench.truth;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import outrider.check.PromisesTooMuch;

/** How often “promises too much” rings, by how far the probabilities are too sure in truth: their slope on fresh records of the same world. */
final class Promises {
    private static final double[] FROM = {1, 0.95, 0.9, 0.8, 0.6, Double.NEGATIVE_INFINITY};
    private static final String ALARM = new PromisesTooMuch().words();

    /** By kind and class of slope: runs, and how many of them rang. */
    private final Map<String, int[][]> counts = new TreeMap<>();

    void add(String kind, World.Found found) {
        if (Double.isNaN(found.slope())) return;
        int at = 0;
        while (found.slope() < FROM[at]) at++;
        for (String row : List.of(kind, "together")) {
            int[] count = counts.computeIfAbsent(row, k -> new int[FROM.length][2])[at];
            count[0]++;
            if (found.rung().contains(ALARM)) count[1]++;
        }
    }

    void print() {
        List<String> heads = new ArrayList<>();
        for (int at = 0; at < FROM.length; at++) {
            heads.add(at == 0 ? "1 or more" : at == FROM.length - 1 ? "less" : FROM[at] + " to " + FROM[at - 1]);
        }
        System.out.println("\n| kind | slope in truth " + String.join(" | ", heads) + " |");
        System.out.println("|---|" + "---:|".repeat(FROM.length));
        counts.forEach((kind, count) -> {
            List<String> cells = new ArrayList<>();
            for (int[] c : count) {
                cells.add(c[0] == 0 ? "–" : String.format(Locale.ROOT, "%d of %d", c[1], c[0]));
            }
            System.out.println("| " + kind + " | " + String.join(" | ", cells) + " |");
        });
    }
}
