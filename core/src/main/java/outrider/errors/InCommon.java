package outrider.errors;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Normal;

/** What some records have in common against the others of the same outcome (METHODS section 8). */
public final class InCommon {
    private static final double SHARE = 0.1;
    private static final int FEWEST = 10;

    private InCommon() {}

    /**
     * A group that is more or less frequent among the records.
     *
     * @param records of the group among those selected
     * @param share of the group among those selected, {@code otherShare} among the others, their outcomes weighed as in the selection
     * @param ratio of the shares, null where the others have none; {@code low} and {@code high}: its 95 % interval on the log scale
     *     (Katz et al. 1978)
     * @param z of the log ratio
     */
    public record Trait(
            Condition condition,
            int records,
            double share,
            double otherShare,
            @Nullable Double ratio,
            double low,
            double high,
            double z) {}

    /**
     * Those that stay after Benjamini and Hochberg's correction at 10 %, largest |z| first. Errors take records of a unit together.
     * O(records · columns).
     *
     * @param outcome 0 or 1 by record
     * @param selected by record
     * @param unit of each record, or null where each stands alone
     */
    public static List<Trait> of(
            List<GroupedColumn> columns, byte[] outcome, boolean[] selected, int @Nullable [] unit) {
        int[] order = Units.order(selected.length, unit);
        List<Trait> all = new ArrayList<>();
        for (GroupedColumn column : columns) all.addAll(ofColumn(column, outcome, selected, unit, order));
        double[] p = all.stream().mapToDouble(t -> Normal.twoSided(t.z())).toArray();
        boolean[] told = FalseDiscovery.told(p, SHARE);
        List<Trait> traits = new ArrayList<>();
        for (int i = 0; i < told.length; i++) if (told[i]) traits.add(all.get(i));
        traits.sort(Comparator.comparingDouble(t -> -Math.abs(t.z())));
        return traits;
    }

    private static List<Trait> ofColumn(
            GroupedColumn column, byte[] outcome, boolean[] selected, int @Nullable [] unit, int[] order) {
        int groups = column.conditions().size();
        Shares[] mine = {new Shares(groups), new Shares(groups)};
        Shares[] others = {new Shares(groups), new Shares(groups)};
        Units.walk(order, unit, (from, to) -> {
            for (int i = from; i < to; i++) {
                int record = order[i];
                (selected[record] ? mine : others)[outcome[record]].add(column.group()[record]);
            }
            for (int y = 0; y < 2; y++) {
                mine[y].endOfUnit();
                others[y].endOfUnit();
            }
        });
        List<Trait> traits = new ArrayList<>();
        double weighed = 0;
        for (int y = 0; y < 2; y++) if (others[y].records > 0) weighed += mine[y].records;
        if (weighed == 0) return traits;
        for (int g = 0; g < groups; g++) {
            double share = 0;
            double variance = 0;
            double otherShare = 0;
            double otherVariance = 0;
            int records = 0;
            int all = 0;
            for (int y = 0; y < 2; y++) {
                if (mine[y].records == 0 || others[y].records == 0) continue;
                double weight = mine[y].records / weighed;
                share += weight * mine[y].share(g);
                variance += weight * weight * mine[y].variance(g);
                otherShare += weight * others[y].share(g);
                otherVariance += weight * weight * others[y].variance(g);
                records += mine[y].count[g];
                all += mine[y].count[g] + others[y].count[g];
            }
            if (all < FEWEST) continue;
            traits.add(trait(column.conditions().get(g), records, weighed, share, variance, otherShare, otherVariance));
        }
        return traits;
    }

    /** Half a record is added to either count where one of them is 0. */
    private static Trait trait(
            Condition condition,
            int records,
            double selected,
            double share,
            double variance,
            double otherShare,
            double otherVariance) {
        double half = 0.5 / selected;
        boolean none = share == 0 || otherShare == 0;
        double a = none ? share + half : share;
        double b = none ? otherShare + half : otherShare;
        double error = Math.sqrt((none ? Math.max(variance, half / selected) : variance) / (a * a)
                + (none ? Math.max(otherVariance, half / selected) : otherVariance) / (b * b));
        double log = Math.log(a / b);
        return new Trait(
                condition,
                records,
                share,
                otherShare,
                otherShare == 0 ? null : share / otherShare,
                Math.exp(log - Normal.Z95 * error),
                Math.exp(log + Normal.Z95 * error),
                error == 0 ? 0 : log / error);
    }

    /** Counts of a column's groups in one class of records, and the squares that its errors by unit need. */
    private static final class Shares {
        final int[] count;
        private final int[] inUnit;
        private final double[] squares;
        private final double[] products;
        private double sizes;
        private int unitSize;
        int records;

        Shares(int groups) {
            count = new int[groups];
            inUnit = new int[groups];
            squares = new double[groups];
            products = new double[groups];
        }

        void add(int group) {
            unitSize++;
            if (group >= 0) inUnit[group]++;
        }

        void endOfUnit() {
            if (unitSize == 0) return;
            records += unitSize;
            sizes += (double) unitSize * unitSize;
            for (int g = 0; g < count.length; g++) {
                if (inUnit[g] == 0) continue;
                count[g] += inUnit[g];
                squares[g] += (double) inUnit[g] * inUnit[g];
                products[g] += (double) inUnit[g] * unitSize;
                inUnit[g] = 0;
            }
            unitSize = 0;
        }

        double share(int g) {
            return count[g] / (double) records;
        }

        /** Of the share, residuals summed within units. */
        double variance(int g) {
            double p = share(g);
            return (squares[g] - 2 * p * products[g] + p * p * sizes) / ((double) records * records);
        }
    }
}
