package outrider.bench;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.measure.Bands;
import outrider.measure.BestOfEach;
import outrider.measure.Cells;
import outrider.measure.Measure;
import outrider.measure.RankingFigures;
import outrider.rank.Ranking;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

/**
 * All figures of METHODS sections 1, 2 and 5 for one candidate on 1,000,000 records, beside {@code Arrays.parallelSort} of the
 * same doubles.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 5, time = 1)
@Measurement(iterations = 8, time = 1)
@Fork(value = 1, jvmArgsAppend = "-Xmx2g")
public class FiguresBench {
    private static final int RECORDS = 1_000_000;
    private double[] score = {};
    private byte[] outcome = {};

    @Setup
    public void draw() {
        RandomStream random = new Seeds(1).stream("bench");
        score = new double[RECORDS];
        outcome = new byte[RECORDS];
        for (int i = 0; i < RECORDS; i++) {
            score[i] = random.nextDouble() * random.nextDouble();
            outcome[i] = (byte) (random.nextDouble() < 0.3 * score[i] ? 1 : 0);
        }
    }

    @Benchmark
    public double[] parallelSort() {
        double[] copy = score.clone();
        Arrays.parallelSort(copy);
        return copy;
    }

    @Benchmark
    public List<Object> figures() {
        Ranking ranking = Ranking.of(score, outcome);
        NetValue money = new NetValue(ranking, new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0), Double.NaN);
        double[] curve = new double[ranking.groups() + 1];
        for (int point = 0; point < curve.length; point++) curve[point] = money.atPoint(point);
        return List.of(
                RankingFigures.of(ranking),
                Bands.of(ranking, 10),
                Bands.of(ranking, 100),
                Measure.all(Cells.at(ranking, ranking.pointAtThreshold(0.5))),
                BestOfEach.of(ranking),
                money.best(new Capacity(0.08, true)),
                money.nobody(),
                money.everybody(),
                curve);
    }

    public static void main(String[] args) throws RunnerException {
        Collection<RunResult> results = new Runner(new OptionsBuilder()
                        .include(FiguresBench.class.getName() + "\\..*")
                        .build())
                .run();
        double figures = 0;
        double sort = 0;
        for (RunResult result : results) {
            double time = result.getPrimaryResult().getScore();
            if (result.getPrimaryResult().getLabel().equals("figures")) figures = time;
            else sort = time;
        }
        System.out.printf(
                "figures of %,d records: %.1f ms; parallelSort of the same doubles: %.1f ms; ratio %.2f (aim: at most 2)%n",
                RECORDS, figures, sort, figures / sort);
    }
}
