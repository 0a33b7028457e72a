package outrider.learn.linear;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.CommonOps_DDRM;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.Design;
import outrider.prepare.Scaling;

/**
 * Stepwise choice of columns for logistic regression by AIC or BIC. A column goes in or out with all its inputs. At each step
 * the columns are put in order by the score test (to add) or the Wald test (to drop); the {@link #TRIED} most promising are then
 * fitted in full, and the best of them is taken if it lowers the criterion.
 */
public final class Stepwise {
    private static final int TRIED = 4;
    /** Differences of the criterion up to this are none; of equal models the one with fewer columns is better. */
    private static final double SAME = 1e-7;

    /** Which way the steps go. */
    public enum Direction {
        FORWARD,
        BACKWARD,
        BOTH
    }

    /**
     * One step of the path.
     *
     * @param column that went in or out; null for the start
     * @param criterion AIC or BIC after the step
     */
    public record Taken(@Nullable String column, boolean added, double criterion, int columns) {}

    /** @param chosen places of the columns kept, ascending */
    public record Choice(List<Integer> chosen, List<Taken> path) {}

    private record Move(int group, boolean adds, double promise) {}

    private final Design scaled;
    private final List<String> names;
    private final int[] groupOf;
    private final int[] placeOf;
    private final byte[] y;
    private final double @Nullable [] w;
    private final boolean bic;
    private final Workers workers;
    private final Progress progress;

    private Stepwise(
            Design scaled,
            List<String> names,
            int[] groupOf,
            byte[] y,
            double @Nullable [] w,
            boolean bic,
            Workers workers,
            Progress progress) {
        this.scaled = scaled;
        this.names = names;
        this.groupOf = groupOf;
        placeOf = new int[groupOf.length];
        for (int p = 0; p < placeOf.length; p++) placeOf[scaled.inputs()[p]] = p;
        this.y = y;
        this.w = w;
        this.bic = bic;
        this.workers = workers;
        this.progress = progress;
    }

    /**
     * @param x inputs, unscaled; overwritten
     * @param names of the columns
     * @param groupOf the column of each input
     * @param bic by BIC, else AIC
     */
    public static Choice choose(
            Design x,
            List<String> names,
            int[] groupOf,
            byte[] y,
            double @Nullable [] w,
            Direction direction,
            boolean bic,
            Workers workers,
            Progress progress) {
        Design scaled = x.scaledInPlace(Scaling.fit(x, w));
        return new Stepwise(scaled, names, groupOf, y, w, bic, workers, progress).walk(direction);
    }

    private Choice walk(Direction direction) {
        TreeSet<Integer> chosen = new TreeSet<>();
        if (direction == Direction.BACKWARD) for (int g = 0; g < names.size(); g++) chosen.add(g);
        LogisticFit fit = fit(chosen);
        List<Taken> path = new ArrayList<>();
        path.add(new Taken(null, true, criterion(fit), chosen.size()));
        while (path.size() <= 2 * names.size()) {
            progress.checkpoint(
                    Math.min(0.9, path.size() / (names.size() + 1.0)), "choosing columns, step " + path.size());
            List<Move> moves = moves(chosen, fit, direction);
            Move best = null;
            LogisticFit bestFit = null;
            double lowest = criterion(fit);
            for (Move move : moves.subList(0, Math.min(TRIED, moves.size()))) {
                LogisticFit tried = fit(after(chosen, move));
                double allowed = best == null && !move.adds() ? SAME : -SAME;
                if (criterion(tried) < lowest + allowed) {
                    lowest = criterion(tried);
                    best = move;
                    bestFit = tried;
                }
            }
            if (best == null) break;
            chosen = after(chosen, best);
            fit = bestFit;
            path.add(new Taken(names.get(best.group()), best.adds(), lowest, chosen.size()));
        }
        return new Choice(List.copyOf(chosen), List.copyOf(path));
    }

    private static TreeSet<Integer> after(TreeSet<Integer> chosen, Move move) {
        TreeSet<Integer> next = new TreeSet<>(chosen);
        if (move.adds()) next.add(move.group());
        else next.remove(move.group());
        return next;
    }

    private double criterion(@Nullable LogisticFit fit) {
        LogisticFit.Likelihood likelihood = requireNonNull(fit).likelihood();
        return bic ? likelihood.bic() : likelihood.aic();
    }

    /** The inputs of some columns, by their place among all, the intercept's place being 0. */
    private int[] places(TreeSet<Integer> groups) {
        int[] places = new int[groupOf.length];
        int count = 0;
        for (int c = 0; c < groupOf.length; c++) if (groups.contains(groupOf[c])) places[count++] = placeOf[c] + 1;
        return Arrays.copyOf(places, count);
    }

    private LogisticFit fit(TreeSet<Integer> groups) {
        boolean[] out = new boolean[scaled.columns()];
        for (int p = 0; p < out.length; p++) out[p] = !groups.contains(groupOf[scaled.inputs()[p]]);
        Design x = scaled.without(out).renumbered();
        return LogisticRegression.fitInPlace(x, y, w, 0, workers, new Quiet(progress));
    }

    /** Lets a stop through and keeps the inner steps' shares to itself. */
    private record Quiet(Progress outer) implements Progress {
        @Override
        public void report(double share, String step) {}

        @Override
        public boolean isCancelled() {
            return outer.isCancelled();
        }
    }

    /** All moves allowed, the most promising first: by the change of the criterion that score and Wald tests foretell. */
    private List<Move> moves(TreeSet<Integer> chosen, @Nullable LogisticFit fit, Direction direction) {
        int k = groupOf.length + 1;
        int[] in = places(chosen);
        double[] beta = new double[k];
        beta[0] = requireNonNull(fit).coefficients()[0];
        for (int i = 0; i < in.length; i++) beta[in[i]] = fit.coefficients()[i + 1];
        LogisticProblem problem = new LogisticProblem(scaled, y, w, 0, workers);
        problem.loss(beta);
        DMatrixRMaj information = problem.information();
        double[] gradient = problem.gradient(beta);
        int[] kept = new int[in.length + 1];
        System.arraycopy(in, 0, kept, 1, in.length);
        Arrays.sort(kept);
        DMatrixRMaj variance = new DMatrixRMaj(kept.length, kept.length);
        CommonOps_DDRM.pinv(part(information, kept, kept), variance);
        double perInput = bic ? Math.log(fit.likelihood().records()) : 2;
        List<Move> moves = new ArrayList<>();
        for (int g = 0; g < names.size(); g++) {
            boolean adds = !chosen.contains(g);
            if (adds ? direction == Direction.BACKWARD : direction == Direction.FORWARD) continue;
            int[] own = places(new TreeSet<>(List.of(g)));
            if (own.length == 0) continue;
            double test =
                    adds ? scoreTest(information, gradient, kept, variance, own) : waldTest(beta, kept, variance, own);
            moves.add(new Move(g, adds, adds ? perInput * own.length - test : test - perInput * own.length));
        }
        moves.sort(Comparator.comparingDouble(Move::promise).thenComparingInt(Move::group));
        return moves;
    }

    private static DMatrixRMaj part(DMatrixRMaj of, int[] rows, int[] columns) {
        DMatrixRMaj part = new DMatrixRMaj(rows.length, columns.length);
        for (int a = 0; a < rows.length; a++) {
            for (int b = 0; b < columns.length; b++) part.set(a, b, of.get(rows[a], columns[b]));
        }
        return part;
    }

    /** U′(I_gg − I_gs V I_sg)⁻¹U of the inputs {@code own} (Rao 1948). */
    private static double scoreTest(
            DMatrixRMaj information, double[] gradient, int[] kept, DMatrixRMaj variance, int[] own) {
        DMatrixRMaj across = part(information, own, kept);
        DMatrixRMaj left = new DMatrixRMaj(own.length, kept.length);
        CommonOps_DDRM.mult(across, variance, left);
        DMatrixRMaj conditional = part(information, own, own);
        CommonOps_DDRM.multAddTransB(-1, left, across, conditional);
        return quadratic(
                conditional, Arrays.stream(own).mapToDouble(c -> gradient[c]).toArray());
    }

    /** β′V_gg⁻¹β of the inputs {@code own} (Wald 1943). */
    private static double waldTest(double[] beta, int[] kept, DMatrixRMaj variance, int[] own) {
        int[] places = Arrays.stream(own).map(c -> Arrays.binarySearch(kept, c)).toArray();
        double[] slopes = Arrays.stream(own).mapToDouble(c -> beta[c]).toArray();
        return quadratic(part(variance, places, places), slopes);
    }

    private static double quadratic(DMatrixRMaj matrix, double[] v) {
        DMatrixRMaj inverse = new DMatrixRMaj(v.length, v.length);
        CommonOps_DDRM.pinv(matrix, inverse);
        double sum = 0;
        for (int a = 0; a < v.length; a++) for (int b = 0; b < v.length; b++) sum += v[a] * inverse.get(a, b) * v[b];
        return sum;
    }
}
