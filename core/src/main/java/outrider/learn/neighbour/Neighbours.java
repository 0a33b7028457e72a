package outrider.learn.neighbour;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.base.RandomStream;
import outrider.prepare.Design;
import outrider.prepare.Scaling;

/**
 * Remembered records, asked for the nearest by Euclidean distance on standardised inputs. Inputs that are mostly 0 are kept as lists of
 * the records where they are not: only these differ from nothing.
 *
 * @param weight of a record's vote: how many training records it stands for
 * @param denseInputs those that differ from 0 in many records, {@code listedInputs} the others
 */
public record Neighbours(int records, byte[] outcome, double[] weight, Dense denseInputs, Listed listedInputs) {
    /**
     * @param values dense input d of remembered record j at {@code d · records + j}
     * @param inputs how many are dense
     * @param dense which inputs are dense; null where all are
     */
    public record Dense(float[] values, int inputs, int[] dense) implements Inline {}

    /**
     * @param start of listed input c in {@code who} and {@code listed}; one more at the end. Null where none is listed
     * @param who remembered records
     * @param listed value / deviation there
     * @param square of each record: Σ of its squared listed values
     */
    public record Listed(int[] start, int[] who, float[] listed, float[] square) implements Inline {}

    private static final int BLOCK = 1024;

    /**
     * Remembers all of {@code x}, or where there are more than {@code most} records a seeded choice: events first, up to half of it,
     * then others. What was thinned votes with more weight.
     *
     * @param x scaled inputs, of which those that are not dense are not centred
     */
    public static Neighbours remember(Design x, byte[] y, double @Nullable [] weight, int most, RandomStream random) {
        int n = x.rows();
        int events = 0;
        for (byte outcome : y) events += outcome;
        int keepEvents = n <= most ? events : Math.min(events, Math.max(most / 2, most - (n - events)));
        int keepOthers = n <= most ? n - events : Math.min(n - events, most - keepEvents);
        boolean[] kept = new boolean[n];
        choose(y, 1, keepEvents, kept, random);
        choose(y, 0, keepOthers, kept, random);
        int m = keepEvents + keepOthers;
        int[] rows = IntStream.range(0, n).filter(i -> kept[i]).toArray();
        byte[] outcome = new byte[m];
        double[] votes = new double[m];
        for (int j = 0; j < m; j++) {
            int i = rows[j];
            outcome[j] = y[i];
            double stands = y[i] == 1 ? events / (double) keepEvents : (n - events) / (double) keepOthers;
            votes[j] = stands * (weight == null ? 1 : weight[i]);
        }
        return of(x.of(rows), outcome, votes);
    }

    private static Neighbours of(Design x, byte[] outcome, double[] votes) {
        int m = x.rows();
        float[] values = new float[Math.multiplyExact(m, x.dense())];
        int[] start = new int[x.columns() + 1];
        for (int place : x.at()) start[x.inputs()[place] + 1]++;
        for (int c = 0; c < x.columns(); c++) start[c + 1] += start[c];
        int[] next = start.clone();
        int[] who = new int[x.at().length];
        float[] listed = new float[who.length];
        float[] square = new float[m];
        for (int j = 0; j < m; j++) {
            for (int p = 0; p < x.dense(); p++) values[p * m + j] = (float) x.values()[j * x.dense() + p];
            for (int e = x.start()[j]; e < x.start()[j + 1]; e++) {
                int to = next[x.inputs()[x.at()[e]]]++;
                who[to] = j;
                listed[to] = (float) x.value()[e];
                square[j] += listed[to] * listed[to];
            }
        }
        int[] dense = Arrays.copyOf(x.inputs(), x.dense());
        return new Neighbours(
                m, outcome, votes, new Dense(values, x.dense(), dense), new Listed(start, who, listed, square));
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
     * @param scaling of the inputs
     * @param record its unscaled inputs
     * @param byDistance whether a vote weighs 1 / (distance + 0.01 · the k-th distance)
     */
    public double share(Scaling scaling, double[] record, int k, boolean byDistance) {
        float[] query = new float[denseInputs.inputs];
        for (int d = 0; d < denseInputs.inputs; d++) {
            int c = denseInputs.dense == null ? d : denseInputs.dense[d];
            double deviation = scaling.deviation()[c];
            query[d] = deviation == 0 ? 0 : (float) ((record[c] - scaling.mean()[c]) / deviation);
        }
        float[] beside = listedInputs.start == null ? null : new float[records];
        float own = beside == null ? 0 : listed(scaling, record, beside);
        int wanted = Math.min(k, records);
        float[] nearest = new float[wanted];
        int[] who = new int[wanted];
        int found = 0;
        float[] distance = new float[BLOCK];
        for (int from = 0; from < records; from += BLOCK) {
            int count = Math.min(BLOCK, records - from);
            if (beside == null) Arrays.fill(distance, 0, count, 0);
            else for (int j = 0; j < count; j++) distance[j] = Math.max(0, own + beside[from + j]);
            for (int c = 0; c < denseInputs.inputs; c++)
                add(distance, query[c], denseInputs.values, c * records + from, count);
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

    /** Gives the record's squared listed values and sets, for each remembered one, its own less twice the product. */
    private float listed(Scaling scaling, double[] record, float[] beside) {
        System.arraycopy(listedInputs.square, 0, beside, 0, records);
        boolean[] isDense = new boolean[record.length];
        for (int c : denseInputs.dense) isDense[c] = true;
        float own = 0;
        for (int c = 0; c < record.length; c++) {
            if (record[c] == 0 || isDense[c] || scaling.deviation()[c] == 0) continue;
            float value = (float) (record[c] / scaling.deviation()[c]);
            own += value * value;
            for (int e = listedInputs.start[c]; e < listedInputs.start[c + 1]; e++)
                beside[listedInputs.who[e]] -= 2 * value * listedInputs.listed[e];
        }
        return own;
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
