package outrider.explain;

import outrider.learn.Model;
import outrider.table.Table;

/** Shapley values over all subsets of the columns. O(2^columns · background) scorings. */
final class Subsets {
    private Subsets() {}

    static Contributions of(Model model, Table table, int record, int[] background) {
        int k = model.columns().size();
        int sets = 1 << k;
        int m = background.length;
        int[][] from = new int[k][sets * m];
        for (int set = 0; set < sets; set++) {
            for (int b = 0; b < m; b++) {
                for (int c = 0; c < k; c++) from[c][set * m + b] = (set >> c & 1) != 0 ? record : background[b];
            }
        }
        double[] score = Mixed.score(model, table, from);
        double[] worth = new double[sets];
        for (int i = 0; i < score.length; i++) worth[i / m] += score[i] / m;
        double[] weight = new double[k];
        weight[0] = 1.0 / k;
        for (int size = 1; size < k; size++) weight[size] = weight[size - 1] * size / (k - size);
        double[] values = new double[k];
        for (int set = 0; set < sets; set++) {
            for (int c = 0; c < k; c++) {
                if ((set >> c & 1) != 0) continue;
                values[c] += weight[Integer.bitCount(set)] * (worth[set | 1 << c] - worth[set]);
            }
        }
        return new Contributions(model.columns(), values, null, score[score.length - 1], worth[0]);
    }
}
