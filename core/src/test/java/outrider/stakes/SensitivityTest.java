package outrider.stakes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.rank.Ranking;

class SensitivityTest {
    private static final Stakes STAKES = new Stakes(74, 4.5, 3, 1, 0, 0.4);

    /** Two candidates on the same records: one better at the top, the other further down. */
    private static List<Ranking> candidates(boolean valued) {
        RandomStream random = new Seeds(4).stream("candidates");
        int n = 900;
        double[] top = new double[n];
        double[] all = new double[n];
        double[] value = new double[n];
        byte[] outcome = new byte[n];
        for (int i = 0; i < n; i++) {
            double risk = random.nextGaussian();
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(2.3 - 1.4 * risk)) ? 1 : 0);
            top[i] = risk > 1 ? risk + 0.1 * random.nextGaussian() : 0.6 * random.nextGaussian();
            all[i] = Math.rint(5 * (risk + 0.9 * random.nextGaussian())) / 5;
            value[i] = random.nextInt(4);
        }
        double[] values = valued ? value : null;
        return List.of(Ranking.of(top, outcome, null, values), Ranking.of(all, outcome, null, values));
    }

    private static Stakes scaled(double factor) {
        return new Stakes(74 * factor, 4.5, 3 * factor, 1, 0, 0.4);
    }

    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void everySpotIsWhatTheWholeCurvesSay(boolean valued) {
        List<Ranking> candidates = candidates(valued);
        Capacity capacity = new Capacity(0.43, true);
        Sensitivity map = Sensitivity.of(candidates, STAKES, Double.NaN, capacity);
        assertThat(map.ratios()[10]).isEqualTo(77 / 5.5);
        assertThat(map.rates()[6]).isEqualTo(candidates.get(0).baseRate());
        for (int i = 0; i < map.ratios().length; i += 2) {
            for (int j = 0; j < map.rates().length; j += 3) {
                Stakes stakes = scaled(map.ratios()[i] / map.ratios()[10]);
                double rate = map.rates()[j];
                double[] gain = candidates.stream()
                        .mapToDouble(r ->
                                new NetValue(r, stakes, rate).best(capacity).gainOverNobody())
                        .toArray();
                Sensitivity.Spot spot = map.spots().get(i).get(j);
                double most = Math.max(gain[0], gain[1]);
                assertThat(spot.gain()).isCloseTo(most, within(1e-8));
                if (most < 1e-9) {
                    assertThat(spot.winner()).isEqualTo(-1);
                    continue;
                }
                assertThat(spot.winner()).isEqualTo(gain[0] >= gain[1] ? 0 : 1);
                assertThat(spot.ahead()).isCloseTo(Math.abs(gain[0] - gain[1]), within(1e-8));
                assertThat(spot.depth())
                        .isCloseTo(
                                new NetValue(candidates.get(spot.winner()), stakes, rate)
                                        .best(capacity)
                                        .depth(),
                                within(1e-12));
            }
        }
    }

    @Test
    void withoutCostsOnOneSideThereIsNoMap() {
        assertThat(Sensitivity.of(candidates(false), new Stakes(10, 0, 0, 0, 0, 1), Double.NaN, null))
                .isNull();
        assertThat(Sensitivity.of(candidates(false), new Stakes(0, 2, 0, 0, 0, 1), Double.NaN, null))
                .isNull();
    }

    @Test
    void acrossTheAnswerTheBestCutMovesToTheDepth() {
        Ranking ranking = candidates(false).get(1);
        Frontier frontier = Frontier.of(ranking, null);
        double now = frontier.best(STAKES, Double.NaN).records();
        for (double wanted : new double[] {now / 2, 1.5 * now}) {
            for (StakesParameter parameter : StakesParameter.values()) {
                Inverse.Answer answer = Inverse.depth(frontier, STAKES, Double.NaN, wanted, parameter);
                if (answer.amount() == null) continue;
                boolean deeper = wanted > now;
                boolean up = deeper == (parameter != StakesParameter.ACTION_COST);
                double before = answer.amount() * (up ? 1 - 1e-6 : 1 + 1e-6);
                double after = answer.amount() * (up ? 1 + 1e-6 : 1 - 1e-6);
                if (parameter == StakesParameter.SUCCESS_RATE) after = Math.min(1, after);
                assertThat(best(ranking, parameter.with(STAKES, after)) >= wanted)
                        .as("%s to %s", parameter, wanted)
                        .isEqualTo(deeper);
                assertThat(best(ranking, parameter.with(STAKES, before)) >= wanted)
                        .isEqualTo(!deeper);
            }
        }
        assertThat(Inverse.depth(frontier, STAKES, Double.NaN, now / 2, StakesParameter.ACTION_COST)
                        .amount())
                .isGreaterThan(STAKES.actionCost());
        assertThat(Inverse.depth(frontier, STAKES, Double.NaN, now, StakesParameter.MISS_COST)
                        .amount())
                .isEqualTo(STAKES.missCost());
    }

    private static double best(Ranking ranking, Stakes stakes) {
        return new NetValue(ranking, stakes, Double.NaN).best(null).records();
    }

    @Test
    void acrossATakeoverAnotherCandidateWins() {
        List<Ranking> candidates = candidates(false);
        List<Frontier> all = candidates.stream().map(r -> Frontier.of(r, null)).toList();
        int first = Inverse.winner(all, STAKES, Double.NaN);
        int found = 0;
        for (StakesParameter parameter : StakesParameter.values()) {
            for (Inverse.Answer answer : Inverse.takeovers(all, STAKES, Double.NaN, parameter)) {
                if (answer.amount() == null) continue;
                found++;
                assertThat(answer.winner()).isNotEqualTo(first);
                Stakes there = parameter.with(STAKES, answer.amount());
                double[] gain = IntStream.range(0, 2)
                        .mapToDouble(i -> new NetValue(candidates.get(i), there, Double.NaN)
                                .best(null)
                                .gainOverNobody())
                        .toArray();
                assertThat(gain[answer.winner()]).isGreaterThanOrEqualTo(gain[first]);
                assertThat(gain[answer.winner()]).isCloseTo(gain[first], within(1e-4 * Math.abs(gain[first])));
            }
        }
        assertThat(found).isPositive();
    }

    @Test
    void theThresholdOfEachFoldIsTheBestOfTheOthers() {
        RandomStream random = new Seeds(6).stream("folds");
        int n = 400;
        double[] score = new double[n];
        byte[] outcome = new byte[n];
        byte[] fold = new byte[n];
        for (int i = 0; i < n; i++) {
            score[i] = random.nextDouble();
            outcome[i] = (byte) (random.nextDouble() < score[i] * score[i] ? 1 : 0);
            fold[i] = (byte) (i % 4);
        }
        Stakes stakes = new Stakes(10, 4, 0, 0, 0, 1);
        CrossValidatedCut cut = CrossValidatedCut.of(
                new CrossValidatedCut.Scored(score, outcome, null, null, fold), stakes, Double.NaN, null);
        double together = 0;
        for (int f = 0; f < 4; f++) {
            double best = Double.NEGATIVE_INFINITY;
            double threshold = 0;
            for (double t : score) {
                double gain = gain(score, outcome, fold, f, false, t);
                if (gain > best) {
                    best = gain;
                    threshold = t;
                }
            }
            CrossValidatedCut.Fold found = cut.folds().get(f);
            assertThat(found.threshold()).isEqualTo(threshold);
            assertThat(found.gainPerRecord())
                    .isCloseTo(gain(score, outcome, fold, f, true, threshold) / 100, within(1e-12));
            assertThat(found.bestPerRecord()).isGreaterThanOrEqualTo(found.gainPerRecord());
            together += gain(score, outcome, fold, f, true, threshold);
        }
        assertThat(cut.gainPerRecord()).isCloseTo(together / n, within(1e-12));
        assertThat(cut.threshold())
                .isBetween(
                        cut.folds().stream()
                                .mapToDouble(CrossValidatedCut.Fold::threshold)
                                .min()
                                .orElseThrow(),
                        cut.folds().stream()
                                .mapToDouble(CrossValidatedCut.Fold::threshold)
                                .max()
                                .orElseThrow());
        CrossValidatedCut nobody = CrossValidatedCut.of(
                new CrossValidatedCut.Scored(score, outcome, null, null, fold),
                new Stakes(1, 50, 0, 0, 0, 1),
                Double.NaN,
                null);
        assertThat(nobody.threshold()).isNull();
        assertThat(nobody.gainPerRecord()).isZero();
    }

    private static double gain(double[] score, byte[] outcome, byte[] fold, int f, boolean own, double threshold) {
        double gain = 0;
        for (int i = 0; i < score.length; i++) {
            if ((fold[i] == f) == own && score[i] >= threshold) gain += 10 * outcome[i] - 4;
        }
        return gain;
    }
}
