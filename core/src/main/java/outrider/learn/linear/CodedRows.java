package outrider.learn.linear;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import outrider.prepare.Design;

/**
 * The rows of a design for sums that are made again and again, each row a list of entries in a table of what they add. An entry is an input
 * that is not 0 and then always the same, or a combination of levels: what the inputs of a column of levels are, its place in an order among
 * them, is told by which level a record has, so some such columns together cost a row one look. What is summed this way is
 * <em>spread</em>: the intercept, the places that are neither, then the entries.
 */
final class CodedRows {
    /** Columns are taken together as long as this many combinations, and a share of the rows, are not passed. */
    private static final int MOST_COMBINATIONS = 256;

    private static final int ROWS_A_COMBINATION = 16;

    private final int k;
    private final Design rest;
    /** Of each place of {@code rest} which place of the design it is. */
    private final int[] restPlace;

    /** Of each input that is always the same its place, and what it is. */
    private final int[] samePlace;

    private final double[] same;

    /** The columns that are taken together, and where their entries begin. */
    private final List<LevelColumn[]> groups;

    private final int[] first;
    private final int spread;
    /** Row r's entries from {@code start[r]} on. */
    private final int[] start;

    private final char[] entry;

    /**
     * @param held by place whether it is of a column of {@code groups}
     * @param alike by place what the input always is where it is not 0; NaN of the others
     */
    private CodedRows(Design x, boolean[] held, double[] alike, List<LevelColumn[]> groups) {
        this.groups = groups;
        k = x.columns() + 1;
        samePlace = IntStream.range(0, held.length)
                .filter(p -> !held[p] && !Double.isNaN(alike[p]))
                .toArray();
        same = Arrays.stream(samePlace).mapToDouble(p -> alike[p]).toArray();
        restPlace = IntStream.range(0, held.length)
                .filter(p -> !held[p] && Double.isNaN(alike[p]))
                .toArray();
        boolean[] out = new boolean[held.length];
        Arrays.fill(out, true);
        for (int p : restPlace) out[p] = false;
        rest = restPlace.length == held.length ? x : x.without(out);
        first = new int[groups.size()];
        int end = firstSame() + same.length;
        for (int g = 0; g < first.length; g++) {
            first[g] = end;
            end += combinations(groups.get(g));
        }
        spread = end;
        start = new int[x.rows() + 1];
        entry = entries(x);
    }

    private char[] entries(Design x) {
        int[] entryOf = new int[x.columns()];
        for (int i = 0; i < samePlace.length; i++) entryOf[samePlace[i]] = firstSame() + i;
        char[] all = new char[same.length == 0 ? x.rows() * first.length : x.rows() * first.length + x.at().length];
        int to = 0;
        for (int row = 0; row < x.rows(); row++) {
            for (int g = 0; g < first.length; g++) {
                int combination = 0;
                for (LevelColumn column : groups.get(g)) combination = combination * column.count() + column.of(row);
                all[to++] = (char) (first[g] + combination);
            }
            for (int j = x.start()[row]; same.length > 0 && j < x.start()[row + 1]; j++) {
                if (entryOf[x.at()[j]] > 0) all[to++] = (char) entryOf[x.at()[j]];
            }
            start[row + 1] = to;
        }
        return Arrays.copyOf(all, to);
    }

    private int firstSame() {
        return restPlace.length + 1;
    }

    /** Every place by itself, so that sums are the design's own to the last bit. */
    static CodedRows plain(Design x) {
        double[] none = new double[x.columns()];
        Arrays.fill(none, Double.NaN);
        return new CodedRows(x, new boolean[x.columns()], none, List.of());
    }

    /** By entries wherever that can be; plain where these are too many to count. */
    static CodedRows of(Design x) {
        boolean[] held = new boolean[x.columns()];
        LevelColumn[] columns = LevelColumn.find(x, held);
        List<LevelColumn[]> groups = together(columns, Math.min(MOST_COMBINATIONS, x.rows() / ROWS_A_COMBINATION));
        long entries = x.columns() + 1L;
        for (LevelColumn[] group : groups) entries += combinations(group);
        boolean many = (long) x.rows() * groups.size() + x.at().length > Integer.MAX_VALUE;
        return many || entries > Character.MAX_VALUE ? plain(x) : new CodedRows(x, held, alike(x), groups);
    }

    /** By place what the input is wherever it is not 0; NaN where it differs, or stands densely. */
    private static double[] alike(Design x) {
        double[] alike = new double[x.columns()];
        Arrays.fill(alike, 0, x.dense(), Double.NaN);
        for (int j = 0; j < x.at().length; j++) {
            int p = x.at()[j];
            if (alike[p] == 0) alike[p] = x.value()[j];
            else if (alike[p] != x.value()[j]) alike[p] = Double.NaN;
        }
        return alike;
    }

    private static List<LevelColumn[]> together(LevelColumn[] columns, int most) {
        LevelColumn[] bySize = columns.clone();
        Arrays.sort(bySize, Comparator.comparingInt(LevelColumn::count));
        List<LevelColumn[]> groups = new ArrayList<>();
        for (int from = 0, to; from < bySize.length; from = to) {
            int combinations = bySize[from].count();
            for (to = from + 1; to < bySize.length && combinations * bySize[to].count() <= most; to++) {
                combinations *= bySize[to].count();
            }
            groups.add(Arrays.copyOfRange(bySize, from, to));
        }
        return groups;
    }

    private static int combinations(LevelColumn[] group) {
        int combinations = 1;
        for (LevelColumn column : group) combinations *= column.count();
        return combinations;
    }

    /** How long what is spread is. */
    int spread() {
        return spread;
    }

    /** Spreads a vector of the intercept, then a slope a place. */
    double[] spread(double[] vector) {
        if (rest.columns() == k - 1) return vector;
        double[] all = new double[spread];
        all[0] = vector[0];
        for (int p = 0; p < restPlace.length; p++) all[p + 1] = vector[restPlace[p] + 1];
        for (int i = 0; i < same.length; i++) all[firstSame() + i] = same[i] * vector[samePlace[i] + 1];
        for (int g = 0; g < first.length; g++) {
            int made = 1;
            for (LevelColumn column : groups.get(g)) {
                int levels = column.count();
                for (int c = made - 1; c >= 0; c--) {
                    double before = all[first[g] + c];
                    for (int e = 0; e < levels; e++) all[first[g] + c * levels + e] = before + column.adds(e, vector);
                }
                made *= levels;
            }
        }
        return all;
    }

    private interface Give {
        void to(LevelColumn column, int level, double sum, double[] sums);
    }

    /** The other way: sums of rows, spread, as sums by place. Overwrites what it is given. */
    double[] gathered(double[] all) {
        return rest.columns() == k - 1 ? all : gathered(all, same, LevelColumn::give);
    }

    private double[] gathered(double[] all, double[] value, Give give) {
        double[] sums = new double[k];
        sums[0] = all[0];
        for (int p = 0; p < restPlace.length; p++) sums[restPlace[p] + 1] = all[p + 1];
        for (int i = 0; i < value.length; i++) sums[samePlace[i] + 1] = value[i] * all[firstSame() + i];
        for (int g = 0; g < first.length; g++) {
            LevelColumn[] group = groups.get(g);
            int left = combinations(group);
            for (int c = group.length - 1; c >= 0; c--) {
                int levels = group[c].count();
                double[] byLevel = new double[levels];
                left /= levels;
                for (int i = 0, from = first[g]; i < left; i++, from += levels) {
                    double sum = 0;
                    for (int e = 0; e < levels; e++) {
                        byLevel[e] += all[from + e];
                        sum += all[from + e];
                    }
                    all[first[g] + i] = sum;
                }
                for (int e = 0; e < levels; e++) give.to(group[c], e, byLevel[e], sums);
            }
        }
        return sums;
    }

    /** Σ factor · square of each place's value, the intercept's being the first. */
    double[] squares(double[] factor) {
        double[] all = new double[spread];
        for (int row = 0; row < factor.length; row++) {
            rest.addSquaresTo(all, factor[row], row);
            addEntries(all, factor[row], row);
        }
        double[] squared = Arrays.stream(same).map(v -> v * v).toArray();
        return rest.columns() == k - 1 ? all : gathered(all, squared, LevelColumn::giveSquares);
    }

    /** Intercept + Σ slope · value of a row. */
    double margin(double[] all, int row) {
        double a = rest.margin(all, row);
        double b = 0;
        double c = 0;
        double d = 0;
        int at = start[row];
        int end = start[row + 1];
        for (int fours = end - 3; at < fours; at += 4) {
            a += all[entry[at]];
            b += all[entry[at + 1]];
            c += all[entry[at + 2]];
            d += all[entry[at + 3]];
        }
        for (; at < end; at++) a += all[entry[at]];
        return a + b + (c + d);
    }

    /** Adds factor · row. */
    void addTo(double[] all, double factor, int row) {
        rest.addTo(all, factor, row);
        addEntries(all, factor, row);
    }

    private void addEntries(double[] all, double factor, int row) {
        for (int at = start[row], end = start[row + 1]; at < end; at++) all[entry[at]] += factor;
    }
}
