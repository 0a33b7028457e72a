package outrider.learn.network;

import java.util.ArrayDeque;
import outrider.base.Progress;

/** Limited-memory quasi-Newton descent (Nocedal 1980) with a backtracking line search. */
final class Lbfgs {
    private static final int MEMORY = 10;

    interface Function {
        double at(double[] point, double[] gradient);
    }

    private record Pair(double[] step, double[] change, double product) {}

    private Lbfgs() {}

    /** Moves {@code point} to where {@code steps} lead; gives back the value there. */
    static double minimise(Function function, double[] point, int steps, Progress progress) {
        int size = point.length;
        double[] gradient = new double[size];
        double value = function.at(point, gradient);
        ArrayDeque<Pair> memory = new ArrayDeque<>();
        for (int step = 0; step < steps; step++) {
            progress.checkpoint(step / (double) steps, "step " + (step + 1));
            double[] direction = direction(gradient, memory);
            double slope = dot(direction, gradient);
            if (!(slope < 0)) break;
            double share = memory.isEmpty() ? Math.min(1, 1 / Math.sqrt(-slope)) : 1;
            double[] next = new double[size];
            double[] nextGradient = new double[size];
            double reached = Double.POSITIVE_INFINITY;
            for (int tries = 0; tries < 25; tries++, share /= 2) {
                for (int i = 0; i < size; i++) next[i] = point[i] + share * direction[i];
                reached = function.at(next, nextGradient);
                if (reached <= value + 1e-4 * share * slope) break;
            }
            if (!(reached < value)) break;
            double[] moved = new double[size];
            double[] change = new double[size];
            for (int i = 0; i < size; i++) {
                moved[i] = next[i] - point[i];
                change[i] = nextGradient[i] - gradient[i];
            }
            double product = dot(moved, change);
            if (product > 1e-12 * dot(change, change)) {
                memory.addLast(new Pair(moved, change, product));
                if (memory.size() > MEMORY) memory.removeFirst();
            }
            boolean still = value - reached <= 1e-9 * Math.abs(value);
            System.arraycopy(next, 0, point, 0, size);
            gradient = nextGradient;
            value = reached;
            if (still) break;
        }
        return value;
    }

    private static double[] direction(double[] gradient, ArrayDeque<Pair> memory) {
        double[] q = gradient.clone();
        double[] alpha = new double[memory.size()];
        int i = memory.size();
        for (var it = memory.descendingIterator(); it.hasNext(); ) {
            Pair pair = it.next();
            alpha[--i] = dot(pair.step(), q) / pair.product();
            for (int j = 0; j < q.length; j++) q[j] -= alpha[i] * pair.change()[j];
        }
        if (!memory.isEmpty()) {
            Pair last = memory.getLast();
            double scale = last.product() / dot(last.change(), last.change());
            for (int j = 0; j < q.length; j++) q[j] *= scale;
        }
        for (Pair pair : memory) {
            double beta = dot(pair.change(), q) / pair.product();
            for (int j = 0; j < q.length; j++) q[j] += (alpha[i] - beta) * pair.step()[j];
            i++;
        }
        for (int j = 0; j < q.length; j++) q[j] = -q[j];
        return q;
    }

    private static double dot(double[] a, double[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) sum += a[i] * b[i];
        return sum;
    }
}
