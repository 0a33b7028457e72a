package outrider.follow;

import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/**
 * How one column, or the score, was distributed when it was signed: what later batches are held against.
 *
 * @param edges inner edges of bands of numbers or of days since 1970, a value on an edge in the band below; null for levels
 * @param levels the commonest, each a band; null for numbers. Others that training had share one, and those never seen another
 * @param rarer the other levels that it had
 * @param counts records by band, missing ones last; by their weights where they have some, to whole records
 */
public record Reference(
        String column,
        double @Nullable [] edges,
        @Nullable List<String> levels,
        @Nullable List<String> rarer,
        int[] counts) {
    /** The band of levels that training did not have. */
    static final String NEVER_SEEN = "levels never seen";

    private static final int BANDS = 10;
    private static final int MOST_LEVELS = 12;

    /** Of a column's records, or of those of {@code rows} of it. */
    public static Reference of(Column column, int[] rows) {
        return of(column, rows, null);
    }

    /** @param weight of those records, or null */
    public static Reference of(Column column, int[] rows, double @Nullable [] weight) {
        return column instanceof CategoryColumn
                ? ofLevels(column, rows, weight)
                : of(column.name(), numbers(column, rows), weight);
    }

    /** Bands at the deciles, equal edges merged. */
    public static Reference of(String name, double[] values) {
        return of(name, values, null);
    }

    /** @param weight of the same records, or null */
    public static Reference of(String name, double[] values, double @Nullable [] weight) {
        double[] sorted =
                Arrays.stream(values).filter(v -> !Double.isNaN(v)).sorted().toArray();
        Reference bands = new Reference(name, edges(sorted), null, null, new int[0]);
        return new Reference(name, bands.edges, null, null, bands.counted(bands.bands(values), weight));
    }

    private static double[] edges(double[] sorted) {
        if (sorted.length == 0) return new double[0];
        double[] edges = new double[BANDS - 1];
        for (int k = 1; k < BANDS; k++) {
            double at = (sorted.length - 1) * (double) k / BANDS;
            int below = (int) Math.floor(at);
            double next = sorted[Math.min(below + 1, sorted.length - 1)];
            edges[k - 1] = sorted[below] + (at - below) * (next - sorted[below]);
        }
        return Arrays.stream(edges).distinct().toArray();
    }

    private static Reference ofLevels(Column column, int[] rows, double @Nullable [] weight) {
        Map<String, Integer> seen = new TreeMap<>();
        for (int row : rows) {
            String level = column.text(row);
            if (level != null) seen.merge(level, 1, Integer::sum);
        }
        List<String> commonest = seen.entrySet().stream()
                .sorted((a, b) -> b.getValue() - a.getValue())
                .map(Map.Entry::getKey)
                .toList();
        int kept = Math.min(MOST_LEVELS, commonest.size());
        Reference bands = new Reference(
                column.name(),
                null,
                List.copyOf(commonest.subList(0, kept)),
                List.copyOf(commonest.subList(kept, commonest.size())),
                new int[0]);
        return new Reference(
                column.name(), null, bands.levels, bands.rarer, bands.counted(bands.bands(column, rows), weight));
    }

    private static double[] numbers(Column column, int[] rows) {
        double[] values = new double[rows.length];
        for (int i = 0; i < values.length; i++) {
            int row = rows[i];
            values[i] = column.isMissing(row)
                    ? Double.NaN
                    : column instanceof NumberColumn numbers
                            ? numbers.values()[row]
                            : column instanceof DateColumn dates ? dates.days()[row] : Double.NaN;
        }
        return values;
    }

    /** Records of a batch's column by the same bands. */
    int[] counts(Column column, int[] rows) {
        return counted(bands(column, rows), null);
    }

    int[] counts(double[] values) {
        return counted(bands(values), null);
    }

    private int[] counted(int[] bands, double @Nullable [] weight) {
        double[] sums = new double[size()];
        for (int i = 0; i < bands.length; i++) sums[bands[i]] += weight == null ? 1 : weight[i];
        return Arrays.stream(sums).mapToInt(sum -> (int) Math.rint(sum)).toArray();
    }

    private int size() {
        if (levels != null) return levels.size() + 3;
        return edges == null ? 2 : edges.length + 2;
    }

    /** The band of each of some records; that of missing values is the last. */
    int[] bands(Column column, int[] rows) {
        List<String> known = levels;
        if (known == null) return bands(numbers(column, rows));
        Map<String, Integer> place = new LinkedHashMap<>();
        for (String level : known) place.put(level, place.size());
        Set<String> others = new HashSet<>(rarer == null ? List.of() : rarer);
        int[] bands = new int[rows.length];
        for (int i = 0; i < rows.length; i++) {
            String level = column.text(rows[i]);
            Integer at = level == null ? null : place.get(level);
            if (level == null) bands[i] = known.size() + 2;
            else if (at != null) bands[i] = at;
            else bands[i] = known.size() + (others.contains(level) ? 0 : 1);
        }
        return bands;
    }

    private int[] bands(double[] values) {
        double[] inner = edges == null ? new double[0] : edges;
        int[] bands = new int[values.length];
        for (int i = 0; i < bands.length; i++) {
            int at = Arrays.binarySearch(inner, values[i]);
            bands[i] = Double.isNaN(values[i]) ? inner.length + 1 : at >= 0 ? at : -at - 1;
        }
        return bands;
    }

    /** Of each band but that of missing values; {@code days} where its numbers are days since 1970. */
    List<String> names(boolean days) {
        if (levels != null) {
            List<String> names = new ArrayList<>(levels);
            names.add("rarer levels");
            names.add(NEVER_SEEN);
            return names;
        }
        double[] inner = edges == null ? new double[0] : edges;
        if (inner.length == 0) return List.of("all");
        List<String> names = new ArrayList<>();
        names.add("≤ " + shown(inner[0], days));
        for (int k = 1; k < inner.length; k++) {
            names.add(shown(inner[k - 1], days) + " – " + shown(inner[k], days));
        }
        names.add("> " + shown(inner[inner.length - 1], days));
        return names;
    }

    private static String shown(double edge, boolean days) {
        if (days) return LocalDate.ofEpochDay((long) Math.floor(edge)).toString();
        boolean whole = edge == Math.rint(edge);
        String plain = whole
                ? NumberColumn.text(edge)
                : new BigDecimal(edge)
                        .round(new MathContext(4))
                        .stripTrailingZeros()
                        .toPlainString();
        return plain.replace('-', '−');
    }
}
