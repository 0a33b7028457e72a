package outrider.learn.network;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.prepare.Design;

/**
 * A network of one hidden layer for the log loss with weight decay, trained on all records at once by L-BFGS (Nocedal 1980) from
 * several seeded starts; the start with the lowest training objective is kept (METHODS section 7).
 */
public final class Network {
    /**
     * @param tanh units, else logistic ones
     * @param decay λ of λ/2·Σ(weights²) beside the mean loss; biases are free
     * @param steps of the descent at most
     */
    public record Options(int units, boolean tanh, double decay, int starts, int steps) {}

    /**
     * @param hidden input weights: unit u of input c at {@code c · units + u}, the bias as a last input
     * @param output one weight a unit, the bias last
     * @param objectives what each start reached
     */
    public record Fit(int inputs, int units, boolean tanh, double[] hidden, double[] output, double[] objectives) {
        /**
         * The log-odds of a record whose unit u sums its weighted inputs and its bias to {@code sums[at + u]}.
         */
        public double margin(double[] sums, int at) {
            double margin = output[units];
            for (int u = 0; u < units; u++) margin += output[u] * activation(sums[at + u], tanh);
            return margin;
        }

        public double[] biases() {
            return Arrays.copyOfRange(hidden, inputs * units, (inputs + 1) * units);
        }
    }

    private final Design x;
    private final byte[] y;
    private final double @Nullable [] weight;
    private final Options options;
    private final Workers workers;
    private final int split;
    private final int size;
    private final double total;

    private Network(Design x, byte[] y, double @Nullable [] weight, Options options, Workers workers) {
        this.x = x;
        this.y = y;
        this.weight = weight;
        this.options = options;
        this.workers = workers;
        split = (x.columns() + 1) * options.units();
        size = split + options.units() + 1;
        double sum = 0;
        for (int i = 0; i < y.length; i++) sum += weight(i);
        total = sum;
    }

    /** @param x scaled inputs; overwritten by nobody. Same bits on any number of threads: blocks of records are added up in order. */
    public static Fit fit(
            Design x,
            byte[] y,
            double @Nullable [] weight,
            Options options,
            long seed,
            Workers workers,
            Progress progress) {
        Network network = new Network(x, y, weight, options, workers);
        double[] best = null;
        double lowest = Double.POSITIVE_INFINITY;
        double[] objectives = new double[options.starts()];
        for (int s = 0; s < options.starts(); s++) {
            double from = s / (double) options.starts();
            Progress own = progress.part(from, from + 1.0 / options.starts(), "start " + (s + 1) + ": ");
            double[] at = network.start(new Seeds(seed).stream("network/" + s));
            objectives[s] = Lbfgs.minimise(network::objective, at, options.steps(), own);
            if (objectives[s] < lowest) {
                lowest = objectives[s];
                best = at;
            }
        }
        int units = options.units();
        double[] hidden = new double[network.split];
        double[] output = new double[units + 1];
        for (int p = 0; p < x.columns(); p++) System.arraycopy(best, p * units, hidden, x.inputs()[p] * units, units);
        System.arraycopy(best, x.columns() * units, hidden, x.columns() * units, units);
        System.arraycopy(best, hidden.length, output, 0, output.length);
        return new Fit(x.columns(), options.units(), options.tanh(), hidden, output, objectives);
    }

    private double weight(int row) {
        return weight == null ? 1 : weight[row];
    }

    private double[] start(RandomStream random) {
        double[] at = new double[size];
        double spread = 1 / Math.sqrt(Math.max(1, x.columns()));
        for (int i = 0; i < size; i++) at[i] = random.nextGaussian() * (i < split ? spread : 0.1);
        double events = 0;
        for (int i = 0; i < y.length; i++) events += weight(i) * y[i];
        at[size - 1] = Math.log(events / (total - events));
        return at;
    }

    private static double activation(double z, boolean tanh) {
        return tanh ? Math.tanh(z) : 1 / (1 + Math.exp(-z));
    }

    private double objective(double[] at, double[] gradient) {
        int n = y.length;
        int blocks = Math.max(1, Math.min(16, n / 512));
        double[][] parts = new double[blocks][];
        double[] losses = new double[blocks];
        workers.each(blocks, b -> {
            parts[b] = new double[size];
            losses[b] = block(at, parts[b], (int) ((long) n * b / blocks), (int) ((long) n * (b + 1) / blocks));
        });
        double loss = 0;
        Arrays.fill(gradient, 0);
        for (int b = 0; b < blocks; b++) {
            loss += losses[b];
            for (int i = 0; i < size; i++) gradient[i] += parts[b][i];
        }
        loss /= total;
        int units = options.units();
        for (int i = 0; i < size; i++) {
            gradient[i] /= total;
            boolean bias = i >= split - units && i < split || i == size - 1;
            if (bias) continue;
            loss += options.decay() / 2 * at[i] * at[i];
            gradient[i] += options.decay() * at[i];
        }
        return loss;
    }

    private double block(double[] at, double[] gradient, int from, int to) {
        int units = options.units();
        int inputs = x.columns();
        int dense = x.dense();
        double[] values = x.values();
        double[] z = new double[units];
        double[] back = new double[units];
        double loss = 0;
        for (int i = from; i < to; i++) {
            int row = i * dense;
            System.arraycopy(at, inputs * units, z, 0, units);
            for (int p = 0; p < dense; p++) add(z, values[row + p], at, p * units, units);
            for (int j = x.start()[i]; j < x.start()[i + 1]; j++) add(z, x.value()[j], at, x.at()[j] * units, units);
            double margin = at[size - 1];
            for (int u = 0; u < units; u++) {
                z[u] = activation(z[u], options.tanh());
                margin += at[split + u] * z[u];
            }
            double w = weight(i);
            double small = Math.exp(-Math.abs(margin));
            double chance = margin >= 0 ? 1 / (1 + small) : small / (1 + small);
            loss += w * (Math.max(0, y[i] == 1 ? -margin : margin) + Math.log1p(small));
            double off = w * (chance - y[i]);
            gradient[size - 1] += off;
            for (int u = 0; u < units; u++) {
                gradient[split + u] += off * z[u];
                double slope = options.tanh() ? 1 - z[u] * z[u] : z[u] * (1 - z[u]);
                back[u] = off * at[split + u] * slope;
                gradient[inputs * units + u] += back[u];
            }
            for (int p = 0; p < dense; p++) addTo(gradient, p * units, values[row + p], back, units);
            for (int j = x.start()[i]; j < x.start()[i + 1]; j++) {
                addTo(gradient, x.at()[j] * units, x.value()[j], back, units);
            }
        }
        return loss;
    }

    private static void add(double[] into, double factor, double[] from, int at, int count) {
        for (int u = 0; u < count; u++) into[u] += factor * from[at + u];
    }

    private static void addTo(double[] into, int at, double factor, double[] from, int count) {
        for (int u = 0; u < count; u++) into[at + u] += factor * from[u];
    }
}
