package outrider.bench;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.follow.ActedGroups;
import outrider.follow.BatchFigures;
import outrider.follow.Cusum;
import outrider.follow.Judged;
import outrider.follow.Reference;
import outrider.follow.SegmentFigures;
import outrider.follow.SignedFigures;
import outrider.measure.ProbabilityQuality;
import outrider.stakes.Stakes;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.uncertainty.Sample;

/** Follow-up: what its sequences ring for, and what a large batch costs. */
public final class FollowBench {
    private static final Workers WORKERS = new Workers(2);
    private static final int BATCHES = 24;
    private static final int SOON = 6;
    private static final int SIGNED = 9000;
    /** Acted on: about 8 of 100. */
    private static final double CUT = 0.22;

    private static final double LOSS = 0.05;
    private static final int LARGE = 1_000_000;
    private static final int COLUMNS = 30;

    private FollowBench() {}

    public static void main(String[] args) {
        int sequences = args.length > 0 ? Integer.parseInt(args[0]) : 400;
        int large = args.length > 1 ? Integer.parseInt(args[1]) : LARGE;
        System.out.println(
                "| records signed | records a batch | sequences | nothing happened: rang within 24 batches, % | with a slack of ½ alone, % | 5 points of"
                        + " capture lost: found within 6, % | within 24, % |");
        System.out.println("|---:|---:|---:|---:|---:|---:|---:|");
        for (int[] sizes : new int[][] {{SIGNED, 1200}, {SIGNED, 6000}, {90_000, 6000}, {90_000, 20_000}}) {
            sequences(sizes[0], sizes[1], sequences);
        }
        large(large);
    }

    /** Probabilities skewed as those of a rare outcome are; with {@code lost} events come as often and that share of them anywhere. */
    private static Judged batch(RandomStream random, int n, double lost) {
        double[] score = new double[n];
        byte[] outcome = new byte[n];
        double mean = 0;
        for (int i = 0; i < n; i++) {
            double odds = Math.exp(-3 + 1.1 * random.nextGaussian());
            score[i] = odds / (1 + odds);
            mean += score[i] / n;
        }
        for (int i = 0; i < n; i++) {
            double chance = (1 - lost) * score[i] + lost * mean;
            outcome[i] = (byte) (random.nextDouble() < chance ? 1 : 0);
        }
        return new Judged(
                score,
                CUT,
                Sample.of(outcome),
                new Judged.Money(new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0), Double.NaN),
                new Seeds(1),
                Workers.ALONE);
    }

    private static SignedFigures.Measures figures(Judged judged) {
        SignedFigures.Measures found =
                judged.measures(IntStream.range(0, judged.score().length).toArray());
        if (found == null) throw new IllegalStateException("a batch without both outcomes");
        return found;
    }

    /** At a fixed threshold capture is a share of the events; Wilson's interval stands for the bootstrap's, which takes a hundred times as long. */
    private static SignedFigures.Told capture(Judged judged) {
        int events = 0;
        int caught = 0;
        for (int i = 0; i < judged.score().length; i++) {
            events += judged.sample().outcome()[i];
            if (judged.score()[i] >= CUT) caught += judged.sample().outcome()[i];
        }
        double[] interval = ProbabilityQuality.wilson(caught, events);
        return new SignedFigures.Told(caught / (double) events, interval[0], interval[1]);
    }

    private static void sequences(int signedRecords, int records, int sequences) {
        // the share of events that has to come from anywhere for capture to fall by 5 points
        RandomStream pilot = new Seeds(9).stream("pilot");
        SignedFigures.Told at = capture(batch(pilot, 200_000, 0));
        Judged plain = batch(pilot, 200_000, 0);
        double acted =
                IntStream.range(0, 200_000).filter(i -> plain.score()[i] >= CUT).count() / 200_000.0;
        double lost = LOSS / (requireNonNull(at.value()) - acted);
        int[] counts = new int[4];
        WORKERS.each(sequences, run -> {
            RandomStream random = new Seeds(run).stream("follow " + signedRecords + " " + records);
            SignedFigures.Told signed = capture(batch(random, signedRecords, 0));
            Cusum calm = Cusum.NONE;
            Cusum naive = Cusum.NONE;
            Cusum slid = Cusum.NONE;
            boolean[] rang = new boolean[4];
            for (int b = 1; b <= BATCHES; b++) {
                SignedFigures.Difference same = SignedFigures.Difference.of(signed, capture(batch(random, records, 0)));
                double off = requireNonNull(same.standardised());
                calm = calm.and(off, same.common());
                naive = naive.and(off, 0);
                rang[0] |= calm.ringsBelow() || calm.ringsAbove();
                rang[1] |= naive.ringsBelow() || naive.ringsAbove();
                SignedFigures.Difference less =
                        SignedFigures.Difference.of(signed, capture(batch(random, records, lost)));
                slid = slid.and(requireNonNull(less.standardised()), less.common());
                boolean found = slid.ringsBelow() || !less.holds();
                rang[2] |= found && b <= SOON;
                rang[3] |= found;
            }
            synchronized (counts) {
                for (int k = 0; k < counts.length; k++) if (rang[k]) counts[k]++;
            }
        });
        System.out.printf(
                Locale.ROOT,
                "| %,d | %,d | %d | %.1f | %.1f | %.1f | %.1f |%n",
                signedRecords,
                records,
                sequences,
                100.0 * counts[0] / sequences,
                100.0 * counts[1] / sequences,
                100.0 * counts[2] / sequences,
                100.0 * counts[3] / sequences);
    }

    private static void large(int n) {
        RandomStream random = new Seeds(3).stream("large");
        Judged one = batch(random, n, 0);
        Judged judged = new Judged(one.score(), CUT, one.sample(), one.money(), new Seeds(1), WORKERS);
        ActedGroups.Member[] member = new ActedGroups.Member[n];
        int[] tier = new int[n];
        for (int i = 0; i < n; i++) {
            member[i] = one.score()[i] < CUT
                    ? ActedGroups.Member.LEFT_ALONE
                    : random.nextDouble() < 0.2 ? ActedGroups.Member.CONTROL : ActedGroups.Member.ACTED_ON;
            tier[i] = random.nextInt(8);
        }
        List<Column> columns = new ArrayList<>();
        for (int c = 0; c < COLUMNS; c++) {
            double[] values = new double[n];
            for (int i = 0; i < n; i++) values[i] = random.nextGaussian();
            columns.add(new NumberColumn("n" + c, values));
        }
        Table table = new Table(columns, null);
        CategoryColumn segment = new CategoryColumn("tier", tier, List.of("a", "b", "c", "d", "e", "f", "g", "h"));
        int[] rows = IntStream.range(0, Math.min(n, SIGNED)).toArray();
        SignedFigures signed = new SignedFigures(
                figures(batch(random, SIGNED, 0)),
                0.08,
                Reference.of("score", batch(random, SIGNED, 0).score()),
                columns.stream().map(c -> Reference.of(c, rows)).toList(),
                SegmentFigures.of(List.of(segment.gathered(rows)), null, batch(random, rows.length, 0)));
        long begun = System.nanoTime();
        double sum = 0;
        for (Column column : columns) for (double v : ((NumberColumn) column).values()) sum += v;
        double pass = (System.nanoTime() - begun) / 1e9;
        begun = System.nanoTime();
        BatchFigures figures = BatchFigures.of(signed, table, judged);
        double whole = (System.nanoTime() - begun) / 1e9;
        begun = System.nanoTime();
        ActedGroups groups = ActedGroups.of(signed, member, judged);
        double apart = (System.nanoTime() - begun) / 1e9;
        begun = System.nanoTime();
        int levels =
                SegmentFigures.of(List.of(segment), signed.segments(), judged).size();
        double segments = (System.nanoTime() - begun) / 1e9;
        System.out.printf(
                Locale.ROOT,
                "%,d records x %d columns (sum %.0f): figures and stability %.2f s, acted on and left alone (%,d) %.2f s, %d segments %.2f s; together %.0f times one"
                        + " pass over the cells (%.3f s)%n",
                figures.records(),
                COLUMNS,
                sum,
                whole,
                groups.actedOn().records(),
                apart,
                levels,
                segments,
                (whole + apart + segments) / pass,
                pass);
    }
}
