package outrider.uncertainty;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.IntStream;
import outrider.base.RandomStream;

/**
 * Units of several records, counted together where their records lie in the same cells: a resample draws how many of each pattern there
 * are.
 */
final class Patterns {
    /** So many resamples are drawn at a time. */
    static final int TOGETHER = 4;

    /** Where each pattern's entries begin, and where the last one's end. */
    private final int[] start;
    /** By entry: a cell, and how many records of such a unit lie there. */
    private final int[] cell;

    private final int[] records;
    /** Of the patterns that several units share, which come first. */
    private final PoissonDraw[] draws;

    private Patterns(int[] start, int[] cell, int[] records, double[] shared) {
        this.start = start;
        this.cell = cell;
        this.records = records;
        draws = PoissonDraw.each(shared);
    }

    /** Fills {@code drawn} with the records of {@link #TOGETHER} resamples: those of a cell stand beside each other. */
    void draw(RandomStream random, double[] drawn) {
        Arrays.fill(drawn, 0);
        for (int p = 0; p < draws.length; p++) {
            PoissonDraw of = draws[p];
            add(p, of.next(random), of.next(random), of.next(random), of.next(random), drawn);
        }
        for (int p = draws.length; p < start.length - 1; p++) {
            long bits = random.nextLong();
            int first = PoissonDraw.one((int) bits & 0xffff, random);
            int second = PoissonDraw.one((int) (bits >>> 16) & 0xffff, random);
            int third = PoissonDraw.one((int) (bits >>> 32) & 0xffff, random);
            add(p, first, second, third, PoissonDraw.one((int) (bits >>> 48), random), drawn);
        }
    }

    private void add(int pattern, int first, int second, int third, int fourth, double[] drawn) {
        for (int e = start[pattern]; e < start[pattern + 1]; e++) {
            int at = cell[e] * TOGETHER;
            double each = records[e];
            drawn[at] += each * first;
            drawn[at + 1] += each * second;
            drawn[at + 2] += each * third;
            drawn[at + 3] += each * fourth;
        }
    }

    private record Key(int[] cells) {
        @Override
        public boolean equals(Object other) {
            return other instanceof Key key && Arrays.equals(cells, key.cells);
        }

        @Override
        public int hashCode() {
            return Arrays.hashCode(cells);
        }
    }

    /**
     * O(records · log(records of a unit)).
     *
     * @param cellOf of each record
     * @param unit of each record, from 0
     */
    static Patterns of(int[] cellOf, int[] unit, int units) {
        int[] from = new int[units + 1];
        for (int u : unit) from[u + 1]++;
        for (int u = 0; u < units; u++) from[u + 1] += from[u];
        int[] at = from.clone();
        int[] cells = new int[unit.length];
        for (int i = 0; i < unit.length; i++) cells[at[unit[i]]++] = cellOf[i];
        Map<Key, Integer> numbers = new HashMap<>();
        int[] first = new int[units];
        double[] counted = new double[units];
        for (int u = 0; u < units; u++) {
            Arrays.sort(cells, from[u], from[u + 1]);
            int next = numbers.size();
            Integer known = numbers.putIfAbsent(new Key(Arrays.copyOfRange(cells, from[u], from[u + 1])), next);
            if (known == null) first[next] = u;
            counted[known == null ? next : known]++;
        }
        int[] sharedFirst = IntStream.concat(
                        IntStream.range(0, numbers.size()).filter(p -> counted[p] > 1),
                        IntStream.range(0, numbers.size()).filter(p -> counted[p] == 1))
                .toArray();
        double[] shared = Arrays.stream(sharedFirst)
                .mapToDouble(p -> counted[p])
                .takeWhile(c -> c > 1)
                .toArray();
        return gathered(
                cells, from, Arrays.stream(sharedFirst).map(p -> first[p]).toArray(), shared);
    }

    private static Patterns gathered(int[] cells, int[] from, int[] first, double[] shared) {
        int[] start = new int[first.length + 1];
        int[] cell = new int[cells.length];
        int[] records = new int[cells.length];
        int entry = 0;
        for (int p = 0; p < first.length; p++) {
            start[p] = entry;
            for (int i = from[first[p]]; i < from[first[p] + 1]; i++) {
                boolean same = entry > start[p] && cell[entry - 1] == cells[i];
                if (!same) cell[entry++] = cells[i];
                records[entry - 1]++;
            }
        }
        start[first.length] = entry;
        return new Patterns(start, Arrays.copyOf(cell, entry), Arrays.copyOf(records, entry), shared);
    }
}
