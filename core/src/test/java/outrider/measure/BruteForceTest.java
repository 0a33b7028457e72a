package outrider.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.rank.Ranking;

/** The figures against their definitions, record by record, on small generated cases with many ties. */
class BruteForceTest {
    private static final double CLOSE = 1e-10;

    private double[] score;
    private byte[] outcome;
    private double[] weight;

    private Ranking draw(long seed, boolean weighted) {
        RandomStream random = new Seeds(seed).stream("brute force");
        int n = 20 + random.nextInt(80);
        score = new double[n];
        outcome = new byte[n];
        weight = weighted ? new double[n] : null;
        for (int i = 0; i < n; i++) {
            score[i] = random.nextInt(12) / 12.0;
            outcome[i] = (byte) (i < 2 ? i : random.nextDouble() < 0.2 + score[i] / 2 ? 1 : 0);
            if (weighted) weight[i] = 0.2 + 2 * random.nextDouble();
        }
        return Ranking.of(score, outcome, weight, null);
    }

    private double w(int i) {
        return weight == null ? 1 : weight[i];
    }

    private Cells cellsAt(double threshold) {
        double[] cells = new double[4];
        for (int i = 0; i < score.length; i++) {
            boolean acted = score[i] >= threshold;
            cells[acted ? outcome[i] == 1 ? 0 : 1 : outcome[i] == 1 ? 2 : 3] += w(i);
        }
        return new Cells(cells[0], cells[1], cells[2], cells[3]);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void aucIsTheShareOfPairsInTheRightOrder(long seed) {
        Ranking ranking = draw(seed, seed % 2 == 0);
        double right = 0;
        double pairs = 0;
        for (int i = 0; i < score.length; i++) {
            for (int j = 0; j < score.length; j++) {
                if (outcome[i] != 1 || outcome[j] != 0) continue;
                double pair = w(i) * w(j);
                pairs += pair;
                right += score[i] > score[j] ? pair : score[i] == score[j] ? pair / 2 : 0;
            }
        }
        assertThat(RankingFigures.of(ranking).auc()).isCloseTo(right / pairs, within(CLOSE));
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12, 13, 14})
    void averagePrecisionAndKsFollowTheThresholds(long seed) {
        Ranking ranking = draw(seed, seed % 2 == 0);
        double average = 0;
        double before = 0;
        double ks = 0;
        for (int t = 12; t >= 0; t--) {
            Cells cells = cellsAt(t / 12.0);
            if (cells.caught() + cells.falseAlarms() == 0) continue;
            average += (cells.recall() - before) * cells.precision();
            before = cells.recall();
            ks = Math.max(ks, cells.recall() - (1 - cells.specificity()));
        }
        RankingFigures figures = RankingFigures.of(ranking);
        assertThat(figures.averagePrecision()).isCloseTo(average, within(CLOSE));
        assertThat(figures.ks().value()).isCloseTo(ks, within(CLOSE));
        if (figures.ks().score() != null) {
            assertThat(cellsAt(figures.ks().score()).youden()).isCloseTo(ks, within(CLOSE));
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23, 24})
    void cellsCountWhoeverScoresAtLeastTheThreshold(long seed) {
        Ranking ranking = draw(seed, seed % 2 == 0);
        for (double t : new double[] {-1, 0, 0.3, 0.5, 7 / 12.0, 1, 2}) {
            Cells ours = Cells.at(ranking, ranking.pointAtThreshold(t));
            Cells counted = cellsAt(t);
            for (Measure measure : Measure.known()) {
                double expected = measure.of(counted);
                if (Double.isNaN(expected))
                    assertThat(measure.of(ours))
                            .as(measure.jsonName() + " at " + t)
                            .isNaN();
                else
                    assertThat(measure.of(ours))
                            .as(measure.jsonName() + " at " + t)
                            .isCloseTo(expected, within(CLOSE));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {31, 32, 33})
    void theBestOfEachIsTheBestOverAllThresholds(long seed) {
        Ranking ranking = draw(seed, false);
        Map<String, BestOfEach.Best> best = BestOfEach.of(ranking);
        for (Measure measure : Measure.known()) {
            if (!best.containsKey(measure.jsonName())) continue;
            double highest = measure.of(cellsAt(2));
            double depth = 0;
            for (int t = 12; t >= 0; t--) {
                Cells cells = cellsAt(t / 12.0);
                double value = measure.of(cells);
                if (value > highest + 1e-12 || Double.isNaN(highest) && !Double.isNaN(value)) {
                    highest = value;
                    depth = cells.depth();
                }
            }
            assertThat(best.get(measure.jsonName()).value())
                    .as(measure.jsonName())
                    .isCloseTo(highest, within(CLOSE));
            assertThat(best.get(measure.jsonName()).depth())
                    .as(measure.jsonName())
                    .isCloseTo(depth, within(CLOSE));
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {41, 42, 43, 44})
    void aBandsEventsAreTheExpectationOverOrdersOfTiedRecords(long seed) {
        Ranking ranking = draw(seed, seed % 2 == 0);
        for (BandRow band : Bands.of(ranking, 7)) {
            double expected = 0;
            for (int i = 0; i < score.length; i++) {
                if (outcome[i] == 0) continue;
                double above = 0;
                double level = 0;
                for (int j = 0; j < score.length; j++) {
                    if (score[j] > score[i]) above += w(j);
                    if (score[j] == score[i]) level += w(j);
                }
                double overlap = Math.min(above + level, band.to()) - Math.max(above, band.from());
                expected += w(i) * Math.max(0, overlap) / level;
            }
            assertThat(band.events()).as("band " + band.band()).isCloseTo(expected, within(CLOSE));
            assertThat(band.lift()).isCloseTo(band.eventRate() / ranking.baseRate(), within(CLOSE));
        }
    }

    @Test
    void probabilityQualityFollowsItsDefinitions() {
        Ranking ranking = draw(51, false);
        for (int i = 0; i < score.length; i++) score[i] = 0.05 + 0.9 * score[i];
        ProbabilityQuality quality = ProbabilityQuality.of(score, outcome, null, 4);
        double loss = 0;
        double brier = 0;
        for (int i = 0; i < score.length; i++) {
            loss -= Math.log(outcome[i] == 1 ? score[i] : 1 - score[i]) / score.length;
            brier += Math.pow(score[i] - outcome[i], 2) / score.length;
        }
        double rate = ranking.baseRate();
        assertThat(quality.logLoss()).isCloseTo(loss, within(CLOSE));
        assertThat(quality.brier()).isCloseTo(brier, within(CLOSE));
        assertThat(quality.brierSkill()).isCloseTo(1 - brier / rate / (1 - rate), within(CLOSE));
        double mean = quality.reliability().stream()
                        .mapToDouble(r -> r.records() * r.meanProbability())
                        .sum()
                / score.length;
        assertThat(mean).isCloseTo(java.util.Arrays.stream(score).average().orElseThrow(), within(CLOSE));
        assertThat(quality.reliability()).allMatch(r -> r.low() <= r.observedRate() && r.observedRate() <= r.high());
    }

    @Test
    void aPerfectlyCalibratedConstantHasNoCalibrationLineAndZeroError() {
        double[] constant = {0.25, 0.25, 0.25, 0.25};
        ProbabilityQuality quality = ProbabilityQuality.of(constant, new byte[] {0, 1, 0, 0}, null, 1);
        assertThat(quality.error().ece()).isZero();
        assertThat(quality.line().slope()).isNull();
        assertThat(ProbabilityQuality.applies(constant)).isTrue();
        assertThat(ProbabilityQuality.applies(new double[] {0.2, 1.2})).isFalse();
    }

    @Test
    void wilsonsIntervalIsTheTextbooks() {
        assertThat(ProbabilityQuality.wilson(10, 100)).containsExactly(new double[] {0.0552, 0.1744}, within(1e-4));
        assertThat(ProbabilityQuality.wilson(0, 20)[0]).isZero();
    }
}
