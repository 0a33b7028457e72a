package outrider.learn.linear;

import java.util.ArrayList;
import java.util.List;
import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.Matrix;
import outrider.prepare.Scaling;

/**
 * Logistic regression by Newton's method (METHODS section 7): min Σ w·log(1 + exp(−ỹη)) + (λ/2)·Σβ², the intercept free, the
 * penalty on standardised inputs.
 */
public final class LogisticRegression {
    private static final double TOLERANCE = 1e-10;
    private static final int MOST_ITERATIONS = 100;
    /** A last Newton step that still moves a record's log-odds this far means that the maximum lies at infinity. */
    private static final double STILL_MOVING = 0.1;

    private final int n;
    private final int k;
    private final double[] z;
    private final byte[] y;
    private final double[] w;
    private final double lambda;
    private final Workers workers;
    private double[] gradient;
    private DMatrixRMaj information;

    private LogisticRegression(Matrix scaled, byte[] y, double[] w, double lambda, Workers workers) {
        this.workers = workers;
        n = scaled.rows();
        k = scaled.columns() + 1;
        z = scaled.values();
        this.y = y;
        this.w = w;
        this.lambda = lambda;
    }

    /**
     * @param x inputs, unscaled
     * @param outcome 0 or 1 a row
     * @param weight > 0 a row, or null
     * @param lambda penalty >= 0; with 0 the fit carries standard errors
     * @throws BadInput if lambda is negative, or the rows hold only one outcome
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static LogisticFit fit(Matrix x, byte[] outcome, double[] weight, double lambda, Progress progress) {
        Matrix own = new Matrix(x.values().clone(), x.rows(), x.columns());
        return fitInPlace(own, outcome, weight, lambda, Workers.ALONE, progress);
    }

    /** The same, on a matrix that is the fit's to overwrite. */
    public static LogisticFit fitInPlace(
            Matrix x, byte[] outcome, double[] weight, double lambda, Workers workers, Progress progress) {
        if (!(lambda >= 0 && Double.isFinite(lambda))) {
            throw BadInput.of("penalty", "is " + lambda, "give a number of 0 or more");
        }
        Scaling scaling = Scaling.fit(x, weight);
        Matrix scaled = scaling.applyInPlace(x);
        List<Integer> dropped = Aliasing.find(scaled, scaling, lambda == 0);
        Matrix kept = Aliasing.without(scaled, dropped);
        LogisticRegression problem = new LogisticRegression(kept, outcome, weight, lambda, workers);
        return problem.solve(scaling, dropped, progress);
    }

    private LogisticFit solve(Scaling scaling, List<Integer> dropped, Progress progress) {
        double events = 0;
        double total = 0;
        for (int i = 0; i < n; i++) {
            total += weight(i);
            if (y[i] == 1) events += weight(i);
        }
        if (events == 0 || events == total) {
            throw BadInput.of("outcome", "training holds only one outcome", "it needs events and non-events");
        }
        double rate = events / total;
        double nullLikelihood = events * Math.log(rate) + (total - events) * Math.log(1 - rate);
        double[] beta = new double[k];
        beta[0] = Math.log(rate / (1 - rate));
        double objective = evaluate(beta);
        boolean converged = false;
        int iteration = 0;
        while (!converged && iteration < MOST_ITERATIONS) {
            progress.checkpoint(Math.min(0.95, iteration / 10.0), "Newton step " + (iteration + 1));
            double[] step = newtonStep();
            double share = 1;
            double[] trial = moved(beta, step, share);
            double next = evaluate(trial);
            while (!(next <= objective + 1e-12 * Math.abs(objective)) && share > 1e-6) {
                share /= 2;
                trial = moved(beta, step, share);
                next = evaluate(trial);
            }
            converged = Math.abs(objective - next) <= TOLERANCE * Math.max(1e-300, Math.abs(objective)) || next < 1e-8;
            beta = trial;
            objective = next;
            iteration++;
        }
        List<Integer> separated = lambda > 0 ? List.of() : separatedBy(newtonStep());
        double[] errors = lambda > 0 || !separated.isEmpty() ? null : standardErrors(scaling, dropped);
        return new LogisticFit(
                unscaled(beta, scaling, dropped),
                errors,
                scaling.deviation(),
                -likelihoodLoss(beta),
                nullLikelihood,
                k,
                total,
                iteration,
                converged,
                dropped,
                original(separated, dropped));
    }

    private double weight(int row) {
        return w == null ? 1 : w[row];
    }

    private double eta(double[] beta, int row) {
        double sum = beta[0];
        for (int c = 1, at = row * (k - 1); c < k; c++, at++) sum += beta[c] * z[at];
        return sum;
    }

    private double likelihoodLoss(double[] beta) {
        double loss = 0;
        for (int i = 0; i < n; i++) loss += weight(i) * softplus(y[i] == 1 ? -eta(beta, i) : eta(beta, i));
        return loss;
    }

    private static double softplus(double t) {
        return t > 0 ? t + Math.log1p(Math.exp(-t)) : Math.log1p(Math.exp(t));
    }

    /** Sets gradient and information at beta; returns the objective. One pass, in blocks whose sums are added in order. */
    private double evaluate(double[] beta) {
        int blocks = Math.max(1, Math.min(k > 200 ? 4 : 16, n / 1024));
        NewtonBlock[] sums = new NewtonBlock[blocks];
        workers.each(blocks, b -> {
            sums[b] = new NewtonBlock(z, y, w, k);
            sums[b].add(beta, (int) ((long) n * b / blocks), (int) ((long) n * (b + 1) / blocks));
        });
        NewtonBlock all = sums[0];
        for (int b = 1; b < blocks; b++) all.add(sums[b]);
        gradient = all.gradient;
        double[] h = all.information;
        double penalty = 0;
        for (int a = 0; a < k; a++) {
            if (a > 0) {
                gradient[a] += lambda * beta[a];
                h[a * k + a] += lambda;
                penalty += beta[a] * beta[a];
            }
            for (int b = 0; b < a; b++) h[b * k + a] = h[a * k + b];
        }
        information = DMatrixRMaj.wrap(k, k, h);
        return all.loss + lambda / 2 * penalty;
    }

    private double[] newtonStep() {
        DMatrixRMaj right = new DMatrixRMaj(k, 1);
        for (int a = 0; a < k; a++) right.set(a, 0, -gradient[a]);
        DMatrixRMaj out = new DMatrixRMaj(k, 1);
        solver().solve(right, out);
        return out.data;
    }

    /** Factors the information, with a ridge of the smallest size that makes it positive definite. */
    private LinearSolverDense<DMatrixRMaj> solver() {
        double largest = 0;
        for (int a = 0; a < k; a++) largest = Math.max(largest, information.get(a, a));
        for (double ridge = 0; ; ridge = ridge == 0 ? Math.max(1e-300, 1e-14 * largest) : ridge * 10) {
            LinearSolverDense<DMatrixRMaj> solver = LinearSolverFactory_DDRM.chol(k);
            DMatrixRMaj ridged = information.copy();
            for (int a = 0; a < k; a++) ridged.add(a, a, ridge);
            if (solver.setA(ridged)) return solver;
        }
    }

    private static double[] moved(double[] from, double[] step, double share) {
        double[] to = from.clone();
        for (int c = 0; c < to.length; c++) to[c] += share * step[c];
        return to;
    }

    /** The inputs that carry the step, if the step still moves some record far. */
    private List<Integer> separatedBy(double[] step) {
        double furthest = 0;
        for (int i = 0; i < n; i++) furthest = Math.max(furthest, Math.abs(eta(step, i)));
        if (furthest < STILL_MOVING) return List.of();
        double largest = 0;
        for (int c = 1; c < k; c++) largest = Math.max(largest, Math.abs(step[c]));
        List<Integer> inputs = new ArrayList<>();
        for (int c = 1; c < k; c++) if (Math.abs(step[c]) >= largest / 4) inputs.add(c - 1);
        return inputs;
    }

    private static int[] keptInputs(int inputs, List<Integer> dropped) {
        int[] kept = new int[inputs - dropped.size()];
        for (int c = 0, at = 0; c < inputs; c++) if (!dropped.contains(c)) kept[at++] = c;
        return kept;
    }

    private List<Integer> original(List<Integer> inputs, List<Integer> dropped) {
        int[] kept = keptInputs(k - 1 + dropped.size(), dropped);
        return inputs.stream().map(c -> kept[c]).toList();
    }

    private double[] unscaled(double[] beta, Scaling scaling, List<Integer> dropped) {
        int inputs = scaling.mean().length;
        int[] kept = keptInputs(inputs, dropped);
        double[] plain = new double[inputs + 1];
        plain[0] = beta[0];
        for (int c = 0; c < kept.length; c++) {
            double slope = beta[c + 1] / scaling.deviation()[kept[c]];
            plain[kept[c] + 1] = slope;
            plain[0] -= slope * scaling.mean()[kept[c]];
        }
        return plain;
    }

    private double[] standardErrors(Scaling scaling, List<Integer> dropped) {
        DMatrixRMaj inverse = new DMatrixRMaj(k, k);
        solver().invert(inverse);
        int inputs = scaling.mean().length;
        int[] kept = keptInputs(inputs, dropped);
        double[] errors = new double[inputs + 1];
        java.util.Arrays.fill(errors, Double.NaN);
        double[] toIntercept = new double[k];
        toIntercept[0] = 1;
        for (int c = 0; c < kept.length; c++) {
            double deviation = scaling.deviation()[kept[c]];
            toIntercept[c + 1] = -scaling.mean()[kept[c]] / deviation;
            errors[kept[c] + 1] = Math.sqrt(inverse.get(c + 1, c + 1)) / deviation;
        }
        double variance = 0;
        for (int a = 0; a < k; a++) {
            for (int b = 0; b < k; b++) variance += toIntercept[a] * inverse.get(a, b) * toIntercept[b];
        }
        errors[0] = Math.sqrt(variance);
        return errors;
    }
}
