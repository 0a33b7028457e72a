package outrider.learn.linear;

import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.prepare.Design;
import outrider.prepare.Scaling;

/** Logistic regression on some records at falling penalties, each begun where the one before ended. Not thread safe. */
public final class LogisticPath {
    private final Design x;
    private final CodedRows rows;
    private final byte[] y;
    private final double @Nullable [] weight;
    private final Scaling scaling;
    private final Workers workers;
    private final Progress progress;
    private double[] beta;

    /**
     * @param x inputs; overwritten.
     * @param weight above 0, or null
     */
    public LogisticPath(Design x, byte[] y, double @Nullable [] weight, Workers workers, Progress progress) {
        this.y = y;
        this.weight = weight;
        this.workers = workers;
        this.progress = progress;
        scaling = Scaling.fit(x, weight).ofNumbers(x);
        this.x = x.scaledInPlace(scaling);
        rows = LogisticRegression.rowsFor(x, Double.MIN_NORMAL);
        beta = new double[x.columns() + 1];
        double events = 0;
        double total = 0;
        for (int i = 0; i < y.length; i++) {
            double w = weight == null ? 1 : weight[i];
            total += w;
            events += w * y[i];
        }
        beta[0] = Math.log(events / (total - events));
    }

    /** The scale of the inputs, for records that are not of the fit. */
    public Scaling scaling() {
        return scaling;
    }

    /** @return the intercept, then a slope an input, on scaled inputs */
    public LinearFit at(double penalty) {
        beta = LogisticRegression.descend(new LogisticProblem(x, rows, y, weight, penalty, workers), beta, progress);
        double[] slopes = new double[x.columns()];
        for (int p = 0; p < slopes.length; p++) slopes[x.inputs()[p]] = beta[p + 1];
        return new LinearFit(beta[0], slopes);
    }
}
