package outrider.learn.linear;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ejml.data.DMatrixRMaj;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.Design;
import outrider.prepare.Matrix;
import outrider.prepare.Scaling;

/**
 * Logistic regression by Newton's method (METHODS section 7): min Σ w·log(1 + exp(−ỹη)) + (λ/2)·Σβ², the intercept free; for the
 * penalty numbers are standardised, the 0/1 inputs of levels are not. A penalised fit of many inputs takes its steps by conjugate gradients
 * and never makes the information (Dembo and Steihaug 1983).
 */
public final class LogisticRegression {
    private static final double TOLERANCE = 1e-10;
    private static final double ROUGHLY = 1e-7;
    private static final int MOST_ITERATIONS = 100;
    /** A last Newton step that still moves a record's log-odds this far means that the maximum lies at infinity. */
    private static final double STILL_MOVING = 0.1;
    /** So does a full step that moves a record by this much which is further than {@link #AS_GOOD_AS_SURE} from even odds. */
    private static final double RUNNING = 0.5;

    private static final double AS_GOOD_AS_SURE = 15;
    /** Up to so many inputs a penalised step is solved by factoring the information. */
    private static final int FACTORED = 200;

    private static final int MOST_PRODUCTS = 500;

    private final LogisticProblem problem;
    private final Scaling scaling;
    private final List<Integer> dropped;

    private LogisticRegression(LogisticProblem problem, Scaling scaling, List<Integer> dropped) {
        this.problem = problem;
        this.scaling = scaling;
        this.dropped = dropped;
    }

    /**
     * @param x inputs, unscaled, all of them numbers
     * @param outcome 0 or 1 a row
     * @param weight > 0 a row, or null
     * @param lambda penalty >= 0; with 0 the fit carries standard errors
     * @throws BadInput if lambda is negative, or the rows hold only one outcome
     * @throws java.util.concurrent.CancellationException if the progress was cancelled
     */
    public static LogisticFit fit(
            Matrix x, byte[] outcome, double @Nullable [] weight, double lambda, Progress progress) {
        Matrix own = new Matrix(x.values().clone(), x.rows(), x.columns());
        return fitInPlace(Design.of(own), outcome, weight, lambda, Workers.ALONE, progress);
    }

    /** The same, on a design that is the fit's to overwrite. */
    public static LogisticFit fitInPlace(
            Design x, byte[] outcome, double @Nullable [] weight, double lambda, Workers workers, Progress progress) {
        demand(lambda);
        Scaling plain = Scaling.fit(x, weight);
        Scaling scaling = plain.ofNumbers(x);
        Design scaled = x.scaledInPlace(scaling);
        boolean[] out = Aliasing.find(scaled, scaling, lambda == 0, workers);
        Design kept = scaled.without(out);
        List<Integer> dropped = new ArrayList<>();
        for (int p = 0; p < out.length; p++) if (out[p]) dropped.add(x.inputs()[p]);
        dropped.sort(null);
        LogisticProblem problem = new LogisticProblem(kept, rowsFor(kept, lambda), outcome, weight, lambda, workers);
        return new LogisticRegression(problem, scaling, dropped).solve(plain.deviation(), progress);
    }

    private static boolean factored(Design x, double lambda) {
        return lambda == 0 || x.columns() < FACTORED;
    }

    /** The rows as a descent at this penalty wants them. */
    static CodedRows rowsFor(Design x, double lambda) {
        return factored(x, lambda) ? CodedRows.plain(x) : CodedRows.of(x);
    }

    private static void demand(double lambda) {
        if (lambda >= 0 && Double.isFinite(lambda)) return;
        throw BadInput.of("penalty", "is " + lambda, "give a number of 0 or more");
    }

    /** Where a descent came to. */
    private record Reached(double[] beta, int iterations, boolean converged, boolean ran) {}

    private LogisticFit solve(double[] deviations, Progress progress) {
        double events = 0;
        double total = 0;
        for (int i = 0; i < problem.y.length; i++) {
            total += problem.weight(i);
            if (problem.y[i] == 1) events += problem.weight(i);
        }
        if (events == 0 || events == total) {
            throw BadInput.of("outcome", "training holds only one outcome", "it needs events and non-events");
        }
        double rate = events / total;
        double nullLikelihood = events * Math.log(rate) + (total - events) * Math.log(1 - rate);
        double[] beta = new double[problem.k];
        beta[0] = Math.log(rate / (1 - rate));
        Reached reached = descend(problem, beta, TOLERANCE, progress);
        double likelihood = -problem.unpenalised();
        DMatrixRMaj information = problem.lambda > 0 ? null : problem.information();
        List<Integer> separated = List.of();
        if (information != null) {
            double[] step = Descent.solve(Descent.factor(information), negative(problem.gradient(reached.beta)));
            separated = separatedBy(step, reached.ran ? 0 : STILL_MOVING);
        }
        double[] errors = information == null || !separated.isEmpty() ? null : standardErrors(information);
        double[] slopes = new double[scaling.mean().length];
        for (int p = 1; p < problem.k; p++) slopes[problem.x.inputs()[p - 1]] = reached.beta[p];
        double intercept = scaling.unscale(reached.beta[0], slopes);
        double[] coefficients = new double[slopes.length + 1];
        coefficients[0] = intercept;
        System.arraycopy(slopes, 0, coefficients, 1, slopes.length);
        return new LogisticFit(
                coefficients,
                errors,
                deviations,
                new LogisticFit.Likelihood(likelihood, nullLikelihood, problem.k, total),
                reached.iterations,
                reached.converged,
                dropped,
                separated);
    }

    /**
     * From a point to nearly the lowest objective, as the folds of a path want it.
     *
     * @param beta where to begin: the intercept, then a slope a place of the problem
     */
    static double[] descend(LogisticProblem problem, double[] beta, Progress progress) {
        return descend(problem, beta, ROUGHLY, progress).beta;
    }

    private static Reached descend(LogisticProblem problem, double[] from, double tolerance, Progress progress) {
        double[] beta = from;
        double objective = problem.loss(beta);
        boolean factored = factored(problem.x, problem.lambda);
        boolean converged = false;
        boolean ran = false;
        double first = 0;
        int iteration = 0;
        while (!converged && !ran && iteration < MOST_ITERATIONS) {
            progress.checkpoint(Math.min(0.95, iteration / 10.0), "Newton step " + (iteration + 1));
            double[] down = negative(problem.gradient(beta));
            double length = norm(down);
            if (iteration == 0) first = length;
            double within = Math.min(0.1, Math.sqrt(length / Math.max(1e-300, first)));
            double[] step = factored
                    ? Descent.solve(Descent.factor(problem.information()), down)
                    : Descent.solve(
                            vector -> {
                                progress.checkpoint(0.5, "Newton step");
                                return problem.times(vector);
                            },
                            problem.diagonal(),
                            down,
                            within,
                            MOST_PRODUCTS);
            double share = 1;
            double[] trial = moved(beta, step, share);
            double next = problem.loss(trial);
            while (!(next <= objective + 1e-12 * Math.abs(objective)) && share > 1e-6) {
                share /= 2;
                trial = moved(beta, step, share);
                next = problem.loss(trial);
            }
            converged = Math.abs(objective - next) <= tolerance * Math.max(1e-300, Math.abs(objective)) || next < 1e-8;
            ran = !converged && problem.lambda == 0 && iteration >= 5 && share == 1 && runsAway(problem, trial, step);
            beta = trial;
            objective = next;
            iteration++;
        }
        return new Reached(beta, iteration, converged, ran);
    }

    /** Whether some record is as good as sure already and still goes further. */
    private static boolean runsAway(LogisticProblem problem, double[] beta, double[] step) {
        for (int i = 0; i < problem.y.length; i++) {
            double at = problem.x.margin(beta, i);
            if (Math.abs(at) < AS_GOOD_AS_SURE) continue;
            double move = problem.x.margin(step, i);
            if (move * at > 0 && Math.abs(move) >= RUNNING) return true;
        }
        return false;
    }

    private static double[] negative(double[] vector) {
        double[] turned = new double[vector.length];
        for (int c = 0; c < turned.length; c++) turned[c] = -vector[c];
        return turned;
    }

    private static double norm(double[] vector) {
        double sum = 0;
        for (double v : vector) sum += v * v;
        return Math.sqrt(sum);
    }

    private static double[] moved(double[] from, double[] step, double share) {
        double[] to = from.clone();
        for (int c = 0; c < to.length; c++) to[c] += share * step[c];
        return to;
    }

    /** The inputs that carry the step, if the step still moves some record so far. */
    private List<Integer> separatedBy(double[] step, double far) {
        double furthest = 0;
        for (int i = 0; i < problem.y.length; i++) {
            furthest = Math.max(furthest, Math.abs(problem.x.margin(step, i)));
        }
        if (furthest < far) return List.of();
        double largest = 0;
        for (int c = 1; c < problem.k; c++) largest = Math.max(largest, Math.abs(step[c]));
        List<Integer> inputs = new ArrayList<>();
        for (int c = 1; c < problem.k; c++) {
            if (Math.abs(step[c]) >= largest / 4) inputs.add(problem.x.inputs()[c - 1]);
        }
        inputs.sort(null);
        return inputs;
    }

    private double[] standardErrors(DMatrixRMaj information) {
        int k = problem.k;
        DMatrixRMaj inverse = new DMatrixRMaj(k, k);
        Descent.factor(information).invert(inverse);
        double[] errors = new double[scaling.mean().length + 1];
        Arrays.fill(errors, Double.NaN);
        double[] toIntercept = new double[k];
        toIntercept[0] = 1;
        for (int c = 1; c < k; c++) {
            int input = problem.x.inputs()[c - 1];
            double deviation = scaling.deviation()[input];
            toIntercept[c] = -scaling.mean()[input] / deviation;
            errors[input + 1] = Math.sqrt(inverse.get(c, c)) / deviation;
        }
        double variance = 0;
        for (int a = 0; a < k; a++) {
            for (int b = 0; b < k; b++) variance += toIntercept[a] * inverse.get(a, b) * toIntercept[b];
        }
        errors[0] = Math.sqrt(variance);
        return errors;
    }
}
