package outrider.formula;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import outrider.formula.TextWork.Pool;
import outrider.formula.Vector.Days;
import outrider.formula.Vector.Numbers;
import outrider.formula.Vector.Texts;
import outrider.formula.Vector.Truths;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/** What chooses between values: if, first that is known, bands. */
final class ChoiceWork {
    private static final int MOST_BANDS = 100;

    private ChoiceWork() {}

    static final List<Function> FUNCTIONS = List.of(
            Function.of(
                    "if(condition, x, y)",
                    "x where the condition holds, else y; missing where that is unknown",
                    call -> {
                        call.demandCount(3, 3);
                        call.demand(0, Kind.TRUTH);
                        call.demand(2, call.argument(1).kind());
                        return call.gives(call.argument(1).kind(), (parts, size) -> {
                            byte[] truth = ((Truths) parts.get(0)).values();
                            return chosen(parts.subList(1, 3), i -> truth[i] < 0 ? -1 : 1 - truth[i], size);
                        });
                    }),
            Function.of("first(x, y, …)", "the first of them that is not missing", call -> {
                call.demandCount(2, Integer.MAX_VALUE);
                call.demandAll(call.argument(0).kind());
                return call.gives(
                        call.argument(0).kind(),
                        (parts, size) -> chosen(
                                parts,
                                i -> IntStream.range(0, parts.size())
                                        .filter(k -> !parts.get(k).isMissing(i))
                                        .findFirst()
                                        .orElse(-1),
                                size));
            }),
            Function.of(
                    "bands(x, 10, 20, …)", "the band that x lies in, in order: below 10, from 10, from 20 …", call -> {
                        call.demandCount(2, MOST_BANDS);
                        call.demand(0, Kind.NUMBER);
                        double[] edges = IntStream.range(1, call.count())
                                .mapToDouble(call::number)
                                .toArray();
                        for (int k = 1; k < edges.length; k++) {
                            if (edges[k] <= edges[k - 1]) throw call.refused("wants edges that grow");
                        }
                        List<String> names = names(edges);
                        return new Expression.Made(
                                Kind.TEXT,
                                List.of(call.argument(0)),
                                (parts, size) -> banded(NumberWork.of(parts.get(0)), edges, names));
                    }));

    private static List<String> names(double[] edges) {
        List<String> names = new ArrayList<>();
        names.add("below " + NumberColumn.text(edges[0]));
        for (int k = 0; k < edges.length; k++) {
            String from = "from " + NumberColumn.text(edges[k]);
            names.add(k + 1 < edges.length ? from + " to below " + NumberColumn.text(edges[k + 1]) : from);
        }
        return List.copyOf(names);
    }

    private static Texts banded(double[] values, double[] edges, List<String> names) {
        int[] made = new int[values.length];
        for (int i = 0; i < made.length; i++) {
            if (Double.isNaN(values[i])) {
                made[i] = -1;
                continue;
            }
            int found = Arrays.binarySearch(edges, values[i]);
            made[i] = found >= 0 ? found + 1 : -found - 1;
        }
        return new Texts(made, names, true);
    }

    private interface Which {
        /** Place among the parts, −1 for missing. */
        int of(int record);
    }

    private static Vector chosen(List<Vector> parts, Which which, int size) {
        Vector kind = parts.get(0);
        if (kind instanceof Numbers) {
            double[] made = new double[size];
            for (int i = 0; i < size; i++) {
                int at = which.of(i);
                made[i] = at < 0 ? Double.NaN : NumberWork.of(parts.get(at))[i];
            }
            return new Numbers(made);
        }
        if (kind instanceof Days) {
            int[] made = new int[size];
            for (int i = 0; i < size; i++) {
                int at = which.of(i);
                made[i] = at < 0 ? DateColumn.MISSING : DayWork.of(parts.get(at))[i];
            }
            return new Days(made);
        }
        if (kind instanceof Truths) {
            byte[] made = new byte[size];
            for (int i = 0; i < size; i++) {
                int at = which.of(i);
                made[i] = at < 0 ? -1 : ((Truths) parts.get(at)).values()[i];
            }
            return new Truths(made);
        }
        Pool pool = new Pool();
        List<int[]> pooled = parts.stream()
                .map(part -> TextWork.pooled(TextWork.of(part), pool))
                .toList();
        int[] made = new int[size];
        for (int i = 0; i < size; i++) {
            int at = which.of(i);
            int code = at < 0 ? -1 : TextWork.of(parts.get(at)).codes()[i];
            made[i] = code < 0 ? -1 : pooled.get(at)[code];
        }
        return pool.of(made);
    }
}
