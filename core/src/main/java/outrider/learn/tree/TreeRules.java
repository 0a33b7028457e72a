package outrider.learn.tree;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import outrider.table.NumberColumn;

/** A split's two answers in words. */
final class TreeRules {
    private static final int NAMED = 6;

    private TreeRules() {}

    static String left(Tree tree, int node, TreeColumn on) {
        return rule(tree, node, on, true)
                + (tree.splits().missingSeen()[node] && tree.splits().missingLeft()[node] ? " or missing" : "");
    }

    static String right(Tree tree, int node, TreeColumn on) {
        return rule(tree, node, on, false)
                + (tree.splits().missingSeen()[node] && !tree.splits().missingLeft()[node] ? " or missing" : "");
    }

    private static String rule(Tree tree, int node, TreeColumn on, boolean left) {
        long[] bits = tree.splits().levelsLeft()[node];
        if (bits == null) {
            double threshold = tree.splits().threshold()[node];
            if (threshold == Double.MAX_VALUE) return left ? "known" : "unknown";
            String value = on.date()
                    ? LocalDate.ofEpochDay((long) Math.floor(threshold)).toString()
                    : NumberColumn.text(threshold);
            return (left ? (on.date() ? "up to " : "≤ ") : on.date() ? "after " : "> ") + value;
        }
        List<String> names = new ArrayList<>();
        for (int place = 0; place < requireNonNull(on.levels()).size(); place++) {
            boolean goesLeft = (bits[place >> 6] >>> place & 1) != 0;
            if (goesLeft == left) names.add(on.levels().get(place));
        }
        String listed = String.join(", ", names.subList(0, Math.min(NAMED, names.size())));
        return names.isEmpty()
                ? "any other"
                : names.size() <= NAMED ? listed : listed + " and " + (names.size() - NAMED) + " more";
    }
}
