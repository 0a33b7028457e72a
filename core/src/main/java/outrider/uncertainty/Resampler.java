package outrider.uncertainty;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.rank.IndexedRanking;

/**
 * The bootstrap over units (METHODS section 4): all candidates on the same resamples. Up to {@link #PLAIN} records, and where units of
 * several records weigh or have values, units are drawn one by one; above that the numbers of each cell are drawn, as Poisson counts,
 * which is the same but for the total, or of all units whose records lie in the same cells. Every replicate has a stream of its own, so
 * nothing depends on the number of threads.
 */
final class Resampler {
    static final int PLAIN = 40_000;
    private static final int FEWEST = 2000;
    /** For bounds that are drawn, where customers or weighed records are many. */
    private static final int DEARER = 1000;

    private static final int MOST = 6000;
    private static final int IN_CELLS = 4000;
    private static final int TOGETHER = 600;
    /** Runs a ranking where only how figures move together is wanted. */
    private static final int FEW_RUNS = 60;

    private static final double DRAWS = 3.6e7;

    /**
     * How resamples are drawn.
     *
     * @param byUnit one unit after the other; else counts of cells, for records that stand alone
     */
    record Plan(boolean byUnit, int replicates) {
        /** For figures that are told. Depends on nothing but the records; more replicates where they are cheap. */
        static Plan told(Sample sample) {
            if (!plain(sample)) return new Plan(false, IN_CELLS);
            int most = (int) Math.max(FEWEST, Math.min(MOST, DRAWS / sample.size()));
            return new Plan(true, most / BLOCKS * BLOCKS);
        }

        /** For how the figures of all candidates move together. */
        static Plan together(Sample sample) {
            return plain(sample) ? told(sample) : new Plan(false, TOGETHER);
        }

        /** For bounds that are drawn. */
        static Plan drawn(Sample sample) {
            boolean alone = sample.unit() == null && sample.weight() == null;
            boolean byUnit = plain(sample) && !(alone && sample.size() > FEWEST);
            return new Plan(byUnit, byUnit || alone ? FEWEST : DEARER);
        }
    }

    private static final int BLOCKS = 20;

    /** Reads one candidate's resample into places of its own. */
    interface Reading {
        void read(int candidate, Resample resample, int replicate);
    }

    private final Sample sample;
    private final List<Segments> segments;
    private final Cells cells;
    private final Seeds seeds;
    private final String key;
    /** By cell, for records that stand alone. */
    private final PoissonDraw @Nullable [] draws;
    /** For units of several records; null, as the draws are, where units are drawn one by one. */
    private final @Nullable Patterns patterns;

    private final int units;

    private Resampler(
            List<IndexedRanking> ranked,
            List<Segments> segments,
            Sample sample,
            Seeds seeds,
            String key,
            boolean byUnit) {
        this.sample = sample;
        this.segments = segments;
        this.seeds = seeds;
        this.key = key;
        cells = Cells.of(ranked, segments, sample, !byUnit);
        units = sample.units();
        int[] unit = sample.unit();
        patterns = byUnit || unit == null ? null : Patterns.of(cells.of, unit, units);
        draws = byUnit || unit != null ? null : PoissonDraw.each(cells.records);
    }

    static boolean plain(Sample sample) {
        boolean amounts = sample.weight() != null || sample.value() != null;
        return sample.oneByOne() || sample.size() <= PLAIN || sample.unit() != null && amounts;
    }

    /** Runs that keep the cells few where many candidates part the records, for {@link Plan#together}. */
    static List<Segments> together(List<Segments> segments, Sample sample) {
        return plain(sample)
                ? segments
                : segments.stream().map(s -> s.coarser(FEW_RUNS)).toList();
    }

    /** O(replicates · (units + records of the cells)); each reading is asked for every candidate and replicate once. */
    static void run(
            List<IndexedRanking> ranked,
            List<Segments> segments,
            Sample sample,
            Seeds seeds,
            String key,
            Plan way,
            Workers workers,
            Reading reading) {
        Resampler all = new Resampler(ranked, segments, sample, seeds, key, way.byUnit());
        int each = way.replicates() / BLOCKS;
        workers.each(BLOCKS, block -> {
            int from = each * block;
            int to = from + each;
            all.new Block().run(from, to, reading);
        });
    }

    /** What one thread needs. */
    private final class Block {
        private final List<Resample> resamples = new ArrayList<>();
        private final double[] drawn = new double[cells.count()];
        private final double[] value = new double[cells.count()];
        private final int @Nullable [] times = draws == null && patterns == null ? new int[units] : null;

        Block() {
            for (Segments s : segments) resamples.add(new Resample(s.size()));
        }

        void run(int from, int to, Reading reading) {
            if (patterns != null) runTogether(patterns, from, to, reading);
            else for (int r = from; r < to; r++) run(r, reading);
        }

        private void run(int replicate, Reading reading) {
            RandomStream random = seeds.stream(key + "/" + replicate);
            if (draws != null) drawCells(random);
            else drawUnits(random);
            read(replicate, reading);
        }

        private void runTogether(Patterns of, int from, int to, Reading reading) {
            double[] several = new double[drawn.length * Patterns.TOGETHER];
            for (int first = from; first < to; first += Patterns.TOGETHER) {
                of.draw(seeds.stream(key + "/" + first), several);
                for (int r = 0; r < Patterns.TOGETHER && first + r < to; r++) {
                    for (int c = 0; c < drawn.length; c++) drawn[c] = several[c * Patterns.TOGETHER + r];
                    read(first + r, reading);
                }
            }
        }

        private void read(int replicate, Reading reading) {
            for (int k = 0; k < resamples.size(); k++) {
                Resample resample = resamples.get(k);
                fill(resample, cells.segment[k]);
                reading.read(k, resample, replicate);
            }
        }

        private void drawUnits(RandomStream random) {
            Arrays.fill(times, 0);
            for (int u = 0; u < units; u++) requireNonNull(times)[random.nextInt(units)]++;
            Arrays.fill(drawn, 0);
            Arrays.fill(value, 0);
            int[] unit = sample.unit();
            double[] weight = sample.weight();
            double[] worth = sample.value();
            for (int i = 0; i < cells.of.length; i++) {
                int count = requireNonNull(times)[unit == null ? i : unit[i]];
                if (count == 0) continue;
                double more = weight == null ? count : count * weight[i];
                int cell = cells.of[i];
                drawn[cell] += more;
                if (worth != null && cells.outcome[cell] == 1) value[cell] += more * worth[i];
            }
        }

        private void drawCells(RandomStream random) {
            boolean valued = sample.value() != null;
            for (int c = 0; c < drawn.length; c++) {
                int count = requireNonNull(draws)[c].next(random);
                double spread = Math.sqrt(count);
                double off = cells.weightSpread[c] > 0 ? PoissonDraw.normal(random) : 0;
                drawn[c] = Math.max(0, count * cells.weightMean[c] + cells.weightSpread[c] * spread * off);
                if (!valued || cells.outcome[c] == 0) continue;
                value[c] = count * cells.valueMean[c];
                if (cells.valueSpread[c] > 0) {
                    double alike = cells.alike[c];
                    double own = Math.sqrt(1 - alike * alike) * PoissonDraw.normal(random);
                    value[c] += cells.valueSpread[c] * spread * (alike * off + own);
                }
            }
        }

        private void fill(Resample resample, int[] run) {
            resample.clear();
            boolean valued = sample.value() != null;
            for (int c = 0; c < drawn.length; c++) {
                double count = drawn[c];
                if (count == 0) continue;
                if (cells.outcome[c] == 0) resample.add(run[c], count);
                else resample.addEvents(run[c], count, valued ? value[c] : count);
            }
            resample.accumulate();
        }
    }
}
