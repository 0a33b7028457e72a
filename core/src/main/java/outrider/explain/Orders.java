package outrider.explain;

import java.util.Arrays;
import outrider.base.RandomStream;
import outrider.learn.Model;
import outrider.table.Table;

/**
 * Shapley values by sampled orders of the columns, each with its reverse (Mitchell et al. 2022). O(background · pairs · columns)
 * scorings.
 */
final class Orders {
    private Orders() {}

    static Contributions of(Model model, Table table, int record, int[] background, int pairs, RandomStream random) {
        int k = model.columns().size();
        int steps = k + 1;
        int walks = background.length * pairs * 2;
        int[][] order = new int[walks][];
        int[][] from = new int[k][walks * steps];
        for (int w = 0; w < walks; w++) {
            order[w] = w % 2 == 0 ? shuffled(k, random) : reversed(order[w - 1]);
            int at = w * steps;
            for (int c = 0; c < k; c++) Arrays.fill(from[c], at, at + steps, background[w / (2 * pairs)]);
            for (int place = 0; place < k; place++) {
                Arrays.fill(from[order[w][place]], at + place + 1, at + steps, record);
            }
        }
        double[] score = Mixed.score(model, table, from);
        double[] values = new double[k];
        double[] errors = new double[k];
        double average = 0;
        for (int b = 0; b < background.length; b++) {
            double[] sums = new double[k];
            double[] squares = new double[k];
            for (int p = 0; p < pairs; p++) {
                double[] adds = new double[k];
                for (int w = 2 * (b * pairs + p); w < 2 * (b * pairs + p) + 2; w++) {
                    int at = w * steps;
                    for (int place = 0; place < k; place++) {
                        adds[order[w][place]] += (score[at + place + 1] - score[at + place]) / 2;
                    }
                }
                for (int c = 0; c < k; c++) {
                    sums[c] += adds[c];
                    squares[c] += adds[c] * adds[c];
                }
            }
            average += score[2 * b * pairs * steps] / background.length;
            for (int c = 0; c < k; c++) {
                values[c] += sums[c] / pairs / background.length;
                errors[c] += Math.max(0, squares[c] - sums[c] * sums[c] / pairs) / (pairs - 1) / pairs;
            }
        }
        for (int c = 0; c < k; c++) errors[c] = Math.sqrt(errors[c]) / background.length;
        return new Contributions(model.columns(), values, errors, score[k], average);
    }

    private static int[] shuffled(int columns, RandomStream random) {
        int[] order = new int[columns];
        for (int c = 0; c < columns; c++) order[c] = c;
        random.shuffle(order);
        return order;
    }

    private static int[] reversed(int[] order) {
        int[] reversed = new int[order.length];
        for (int i = 0; i < order.length; i++) reversed[i] = order[order.length - 1 - i];
        return reversed;
    }
}
