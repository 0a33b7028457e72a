package outrider.check;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.Levels;
import outrider.table.NumberColumn;

/**
 * What one column says of the outcome, on training records only (METHODS section 9).
 *
 * @param auc of the column alone, at least 0.5; levels are ordered by their event rate. Null for free text of too many levels
 * @param informationValue null likewise
 * @param missingAuc of "is missing" alone, at least 0.5; 0.5 where all or none are missing
 * @param identifierLike whether it holds nearly one text or whole number a record
 * @param telling levels of at least 1 % of the records whose event rate is 0.99 or more
 */
public record ColumnProfile(
        String column,
        int records,
        int missing,
        int distinct,
        Double auc,
        Double informationValue,
        double missingAuc,
        boolean identifierLike,
        List<String> telling) {
    private static final int BANDS = 10;
    private static final double SMOOTHING = 0.5;
    private static final double IDENTIFIER_SHARE = 0.9;
    private static final int FEWEST = 20;
    /** Above this a column of levels is judged by none of them. */
    static final int MOST_LEVELS = 1000;

    /**
     * @param rows training records
     * @param outcome 0 or 1 for every record of the table; both occur among {@code rows}
     */
    public static ColumnProfile of(Column column, int[] rows, byte[] outcome) {
        Levels levels = Levels.of(column, rows);
        int distinct = levels.levels().size();
        boolean ordered = column instanceof NumberColumn || column instanceof DateColumn;
        boolean judged = ordered || distinct <= MOST_LEVELS;
        Map<String, double[]> counts = judged && distinct <= MOST_LEVELS ? counts(column, rows, outcome) : Map.of();
        return new ColumnProfile(
                column.name(),
                rows.length,
                levels.missing(),
                distinct,
                !judged ? null : ordered ? orderedAuc(column, rows, outcome) : levelAuc(column, rows, outcome, counts),
                !judged
                        ? null
                        : informationValue(ordered ? bandCounts(column, rows, outcome) : List.copyOf(counts.values())),
                missingAuc(column, rows, outcome),
                identifierLike(column, levels),
                telling(counts, rows.length));
    }

    /** Whether a column of whole numbers, or of texts that are no sentences, holds nearly one value a record. */
    public static boolean identifierLike(Column column, Levels levels) {
        int distinct = levels.levels().size();
        int present = levels.levels().stream().mapToInt(Levels.Level::records).sum();
        if (column instanceof DateColumn || present < FEWEST || distinct <= IDENTIFIER_SHARE * present) return false;
        if (column instanceof NumberColumn numbers) {
            return Arrays.stream(numbers.values()).allMatch(v -> Double.isNaN(v) || v == Math.rint(v));
        }
        long sentences =
                levels.levels().stream().filter(l -> l.text().indexOf(' ') >= 0).count();
        return sentences < distinct / 2;
    }

    /** Non-events and events of each level, missing under null. */
    private static Map<String, double[]> counts(Column column, int[] rows, byte[] outcome) {
        Map<String, double[]> counts = new HashMap<>();
        for (int row : rows) counts.computeIfAbsent(column.text(row), key -> new double[2])[outcome[row]]++;
        return counts;
    }

    private static double value(Column column, int row) {
        return column instanceof NumberColumn numbers ? numbers.values()[row] : ((DateColumn) column).days()[row];
    }

    /** Over the records that have a value; 0.5 where they hold one outcome only. */
    private static double orderedAuc(Column column, int[] rows, byte[] outcome) {
        int present = 0;
        int events = 0;
        for (int row : rows) {
            if (column.isMissing(row)) continue;
            present++;
            events += outcome[row];
        }
        if (events == 0 || events == present) return 0.5;
        double[] score = new double[present];
        byte[] y = new byte[present];
        int at = 0;
        for (int row : rows) {
            if (column.isMissing(row)) continue;
            score[at] = value(column, row);
            y[at++] = outcome[row];
        }
        return eitherWay(score, y);
    }

    private static double levelAuc(Column column, int[] rows, byte[] outcome, Map<String, double[]> counts) {
        double[] score = new double[rows.length];
        byte[] y = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) {
            double[] count = counts.get(column.text(rows[i]));
            score[i] = count[1] / (count[0] + count[1]);
            y[i] = outcome[rows[i]];
        }
        return eitherWay(score, y);
    }

    private static double missingAuc(Column column, int[] rows, byte[] outcome) {
        double[] score = new double[rows.length];
        byte[] y = new byte[rows.length];
        for (int i = 0; i < rows.length; i++) {
            score[i] = column.isMissing(rows[i]) ? 1 : 0;
            y[i] = outcome[rows[i]];
        }
        return eitherWay(score, y);
    }

    private static double eitherWay(double[] score, byte[] outcome) {
        double auc = RankingFigures.of(Ranking.of(score, outcome)).auc();
        return Math.max(auc, 1 - auc);
    }

    /** Non-events and events of ten quantile bands of equal values kept together, and of the missing. */
    private static List<double[]> bandCounts(Column column, int[] rows, byte[] outcome) {
        double[] missing = new double[2];
        double[] sorted = Arrays.stream(rows)
                .filter(row -> !column.isMissing(row))
                .mapToDouble(row -> value(column, row))
                .sorted()
                .toArray();
        double[] edges = new double[Math.max(0, Math.min(BANDS, sorted.length) - 1)];
        for (int k = 0; k < edges.length; k++) edges[k] = sorted[(k + 1) * sorted.length / (edges.length + 1)];
        double[][] bands = new double[edges.length + 1][2];
        for (int row : rows) {
            if (column.isMissing(row)) {
                missing[outcome[row]]++;
                continue;
            }
            int band = 0;
            double value = value(column, row);
            while (band < edges.length && value >= edges[band]) band++;
            bands[band][outcome[row]]++;
        }
        List<double[]> counts = new ArrayList<>();
        for (double[] band : bands) if (band[0] + band[1] > 0) counts.add(band);
        if (missing[0] + missing[1] > 0) counts.add(missing);
        return counts;
    }

    /** Σ (e − n)·ln(e/n) over cells, shares smoothed by +0.5 a cell. */
    private static double informationValue(List<double[]> cells) {
        double others = 0;
        double events = 0;
        for (double[] cell : cells) {
            others += cell[0] + SMOOTHING;
            events += cell[1] + SMOOTHING;
        }
        double value = 0;
        for (double[] cell : cells) {
            double n = (cell[0] + SMOOTHING) / others;
            double e = (cell[1] + SMOOTHING) / events;
            value += (e - n) * Math.log(e / n);
        }
        return value;
    }

    private static List<String> telling(Map<String, double[]> counts, int records) {
        List<String> telling = new ArrayList<>();
        counts.forEach((level, count) -> {
            double all = count[0] + count[1];
            if (level != null && all >= 0.01 * records && count[1] / all >= 0.99) telling.add(level);
        });
        telling.sort(null);
        return telling;
    }
}
