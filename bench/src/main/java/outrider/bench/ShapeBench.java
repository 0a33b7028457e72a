package outrider.bench;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntSupplier;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.formula.Formula;
import outrider.table.Column;
import outrider.table.Join;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.table.TextColumn;

/** A filter, a made column and a join of 100,000 keys on 1,000,000 records x 30 columns, each beside a loop written for it alone. */
public final class ShapeBench {
    private static final int RECORDS = 1_000_000;
    private static final int NUMBERS = 29;
    private static final int KEYS = 100_000;
    private static final int RUNS = 5;

    private ShapeBench() {}

    public static void main(String[] args) {
        RandomStream random = new Seeds(1).stream("shape");
        List<Column> columns = new ArrayList<>();
        String[] key = new String[RECORDS];
        for (int i = 0; i < RECORDS; i++) key[i] = "M" + random.nextInt(2 * KEYS);
        columns.add(TextColumn.of("member", key));
        for (int c = 0; c < NUMBERS; c++) {
            double[] values = new double[RECORDS];
            for (int i = 0; i < RECORDS; i++) {
                values[i] = random.nextDouble() < 0.05 ? Double.NaN : 10 * random.nextDouble();
            }
            columns.add(new NumberColumn("n" + c, values));
        }
        Table table = new Table(columns, null);
        String[] no = new String[KEYS];
        double[] calls = new double[KEYS];
        for (int k = 0; k < KEYS; k++) {
            no[k] = "M" + k;
            calls[k] = k % 9;
        }
        Table other = new Table(List.of(TextColumn.of("no", no), new NumberColumn("calls", calls)), null);
        double[] a = ((NumberColumn) table.column("n0")).values();
        double[] b = ((NumberColumn) table.column("n1")).values();

        Formula where = Formula.condition("n0 > 3 and n1 is not missing", Formula.types(table));
        told("filter", () -> count(where.holds(table)), () -> {
            int kept = 0;
            for (int i = 0; i < RECORDS; i++) if (a[i] > 3 && !Double.isNaN(b[i])) kept++;
            return kept;
        });
        Formula made = Formula.of("log(1 + ratio(n0, n1, 0))", Formula.types(table));
        told("made column", () -> made.column("made", table).missing(), () -> {
            int missing = 0;
            double[] values = new double[RECORDS];
            for (int i = 0; i < RECORDS; i++) {
                values[i] = Math.log(1 + (b[i] == 0 ? 0 : a[i] / b[i]));
                if (Double.isNaN(values[i])) missing++;
            }
            return missing;
        });
        Join.Terms terms = new Join.Terms(Map.of("member", "no"), null, null, null, null);
        told(
                "join",
                () -> RECORDS
                        - Join.of(table, other, "calls", terms)
                                .joined()
                                .column("calls")
                                .missing(),
                () -> {
                    Map<String, Integer> known = new HashMap<>();
                    for (int k = 0; k < KEYS; k++) known.put(no[k], k);
                    double[] values = new double[RECORDS];
                    int found = 0;
                    for (int i = 0; i < RECORDS; i++) {
                        Integer at = known.get(key[i]);
                        values[i] = at == null ? Double.NaN : calls[at];
                        if (at != null) found++;
                    }
                    return found;
                });
    }

    private static int count(boolean[] kept) {
        int count = 0;
        for (boolean one : kept) if (one) count++;
        return count;
    }

    private static void told(String what, IntSupplier ours, IntSupplier rival) {
        double[] best = {Double.MAX_VALUE, Double.MAX_VALUE};
        for (int run = 0; run < RUNS; run++) {
            int k = 0;
            int[] answer = new int[2];
            for (IntSupplier one : List.of(ours, rival)) {
                long start = System.nanoTime();
                answer[k] = one.getAsInt();
                best[k] = Math.min(best[k], (System.nanoTime() - start) / 1e9);
                k++;
            }
            if (answer[0] != answer[1]) throw new IllegalStateException(what + ": " + answer[0] + ", not " + answer[1]);
        }
        System.out.printf("%-12s %.3f s, the loop alone %.3f s: %.1f x%n", what, best[0], best[1], best[0] / best[1]);
    }
}
