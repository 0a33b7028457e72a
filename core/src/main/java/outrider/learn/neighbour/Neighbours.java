package outrider.learn.neighbour;

import java.util.Arrays;
import outrider.base.RandomStream;
import outrider.prepare.Matrix;

/**
 * Remembered records, asked for the nearest by Euclidean distance on standardised inputs.
 *
 * @param values input c of remembered record j at {@code c · records + j}
 * @param weight of a record's vote: how many training records it stands for
 */
public record Neighbours(float[] values, int records, int inputs, byte[] outcome, double[] weight) {
    private static final int BLOCK = 1024;

    /**
     * Remembers all of {@code x}, or where there are more than {@code most} records a seeded choice: events first, up to half of it,
     * then others. What was thinned votes with more weight.
     *
     * @param x standardised inputs
     */
    public static Neighbours remember(Matrix x, byte[] y, double[] weight, int most, RandomStream random) {
        int n = x.rows();
        int events = 0;
        for (byte outcome : y) events += outcome;
        int keepEvents = n <= most ? events : Math.min(events, Math.max(most / 2, most - (n - events)));
        int keepOthers = n <= most ? n - events : Math.min(n - events, most - keepEvents);
        boolean[] kept = new boolean[n];
        choose(y, 1, keepEvents, kept, random);
        choose(y, 0, keepOthers, kept, random);
        int m = keepEvents + keepOthers;
        float[] values = new float[Math.multiplyExact(m, x.columns())];
        byte[] outcome = new byte[m];
        double[] votes = new double[m];
        for (int i = 0, j = 0; i < n; i++) {
            if (!kept[i]) continue;
            for (int c = 0; c < x.columns(); c++) values[c * m + j] = (float) x.at(i, c);
            outcome[j] = y[i];
            double stands = y[i] == 1 ? events / (double) keepEvents : (n - events) / (double) keepOthers;
            votes[j++] = stands * (weight == null ? 1 : weight[i]);
        }
        return new Neighbours(values, m, x.columns(), outcome, votes);
    }

    private static void choose(byte[] y, int level, int count, boolean[] kept, RandomStream random) {
        int[] members = new int[y.length];
        int size = 0;
        for (int i = 0; i < y.length; i++) if (y[i] == level) members[size++] = i;
        members = Arrays.copyOf(members, size);
        if (count < size) random.shuffle(members);
        for (int i = 0; i < count; i++) kept[members[i]] = true;
    }

    /**
     * The weighted share of events among the nearest {@code k}; of equally near ones the first remembered count.
     *
     * @param byDistance whether a vote weighs 1 / (distance + 0.01 · the k-th distance)
     */
    public double share(float[] query, int k, boolean byDistance) {
        int wanted = Math.min(k, records);
        float[] nearest = new float[wanted];
        int[] who = new int[wanted];
        int found = 0;
        float[] distance = new float[BLOCK];
        for (int from = 0; from < records; from += BLOCK) {
            int count = Math.min(BLOCK, records - from);
            Arrays.fill(distance, 0, count, 0);
            for (int c = 0; c < inputs; c++) add(distance, query[c], values, c * records + from, count);
            for (int j = 0; j < count; j++) {
                if (found == wanted && distance[j] >= nearest[0]) continue;
                if (found < wanted) up(nearest, who, found++, distance[j], from + j);
                else down(nearest, who, distance[j], from + j);
            }
        }
        double far = Math.sqrt(nearest[0]);
        double votes = 0;
        double events = 0;
        int[] order = who.clone();
        Arrays.sort(order);
        float[] of = new float[wanted];
        for (int i = 0; i < wanted; i++) of[Arrays.binarySearch(order, who[i])] = nearest[i];
        for (int i = 0; i < wanted; i++) {
            double vote = weight[order[i]];
            if (byDistance) vote /= Math.sqrt(of[i]) + 0.01 * far + 1e-12;
            votes += vote;
            events += vote * outcome[order[i]];
        }
        return events / votes;
    }

    private static void add(float[] distance, float query, float[] values, int at, int count) {
        for (int j = 0; j < count; j++) {
            float off = values[at + j] - query;
            distance[j] += off * off;
        }
    }

    private static void up(float[] heap, int[] who, int at, float value, int record) {
        int place = at;
        while (place > 0 && heap[(place - 1) / 2] < value) {
            heap[place] = heap[(place - 1) / 2];
            who[place] = who[(place - 1) / 2];
            place = (place - 1) / 2;
        }
        heap[place] = value;
        who[place] = record;
    }

    private static void down(float[] heap, int[] who, float value, int record) {
        int place = 0;
        while (true) {
            int child = 2 * place + 1;
            if (child >= heap.length) break;
            if (child + 1 < heap.length && heap[child + 1] > heap[child]) child++;
            if (heap[child] <= value) break;
            heap[place] = heap[child];
            who[place] = who[child];
            place = child;
        }
        heap[place] = value;
        who[place] = record;
    }
}
