package outrider.uncertainty;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.Vectors;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.rank.IndexedRanking;
import outrider.split.RecordWeights;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

class CutDrawsTest {
    private static final Seeds SEEDS = new Seeds(3);
    private static final Stakes STAKES = new Stakes(60, 3, 0, 1, 0, 1);

    private static CutDraws at(Sample sample, double rank, double[]... scores) {
        List<IndexedRanking> ranked = Arrays.stream(scores)
                .map(s -> IndexedRanking.of(s, sample.outcome(), sample.weight(), sample.value()))
                .toList();
        return CutDraws.at(ranked, rank, sample, SEEDS, new Workers(2));
    }

    @Test
    void intervalsHoldTheWorkedCases() {
        JsonNode vector = Vectors.read("intervals");
        JsonNode in = vector.get("input");
        byte[] outcome = Vectors.outcome(in.get("outcome"));
        for (int c = 0; c < in.get("cases").size(); c++) {
            JsonNode one = in.get("cases").get(c);
            JsonNode expected = vector.get("expected").get(c);
            boolean valued = one.path("useValue").asBoolean();
            Sample sample = new Sample(outcome, valued ? Vectors.doubles(in.get("value")) : null, null, null);
            double[][] scores = one.get("scores")
                    .asText()
                    .chars()
                    .mapToObj(name -> Vectors.doubles(in.get(String.valueOf((char) name))))
                    .toArray(double[][]::new);
            double rank = one.get("records").asDouble();
            double planned = one.path("planned").asDouble(Double.NaN);
            JsonNode s = one.get("stakes");
            Stakes stakes = new Stakes(
                    s.path("gainIfCaught").asDouble(),
                    s.path("actionCost").asDouble(),
                    s.path("missCost").asDouble(),
                    s.path("falseAlarmCost").asDouble(),
                    0,
                    1);
            CutDraws draws = at(sample, rank, scores);
            CutDraws.Pair pair = draws.pair(0, 1);
            double worth = one.path("useValue").asBoolean()
                    ? 0
                    : s.path("gainIfCaught").asDouble() + 1;
            double[] step = {1 / 258.0, 6000 / rank / 258, 1 / rank, worth};
            for (int i = 0; i < 2; i++) {
                assertNear(expected.get("scores").get(i), figures(draws.single(i), stakes, planned), step, c + "/" + i);
            }
            double[][] a = figures(pair.first(), stakes, planned);
            double[][] b = figures(pair.second(), stakes, planned);
            for (int f = 0; f < 4; f++) a[f] = Drawn.minus(a[f], b[f]);
            assertNear(expected.get("difference"), a, step, c + "/difference");
        }
    }

    private static double[][] figures(Drawn drawn, Stakes stakes, double planned) {
        return new double[][] {
            drawn.capture(), drawn.lift(planned), drawn.precision(planned), drawn.gain(stakes, planned)
        };
    }

    private static void assertNear(JsonNode expected, double[][] figures, double[] step, String as) {
        String[] names = {"capture", "lift", "precision", "gainOverNobody"};
        for (int f = 0; f < 4; f++) {
            double low = expected.get(names[f]).get(0).asDouble();
            double high = expected.get(names[f]).get(1).asDouble();
            compare(as + " " + names[f], low, high, Drawn.bounds(figures[f]), step[f]);
        }
    }

    private static void compare(String as, double low, double high, Drawn.Bounds ours, double step) {
        double half = (high - low) / 2;
        double allowed = Math.max(0.1 * half, step);
        assertThat((ours.high() - ours.low()) / 2).as(as + " half-width").isCloseTo(half, within(allowed));
        assertThat((ours.high() + ours.low()) / 2).as(as + " centre").isCloseTo((low + high) / 2, within(allowed));
    }

    private enum Carries {
        NOTHING,
        VALUES,
        WEIGHTS,
        BOTH,
        UNITS
    }

    /** Counts drawn for cells, and for customers of one pattern, against units drawn one by one, which the worked cases bind. */
    @ParameterizedTest
    @CsvSource({
        "NOTHING,1",
        "NOTHING,60",
        "NOTHING,20000",
        "VALUES,60",
        "VALUES,20000",
        "WEIGHTS,1",
        "WEIGHTS,60",
        "WEIGHTS,20000",
        "BOTH,60",
        "BOTH,20000",
        "UNITS,4",
        "UNITS,60",
        "UNITS,20000"
    })
    void manyRecordsInCellsAreAsUnitsOneByOne(Carries carries, double rank) {
        int n = 41_000;
        RandomStream random = new Seeds(8).stream("many");
        byte[] outcome = new byte[n];
        double[] value = new double[n];
        double[] weight = new double[n];
        int[] unit = new int[n];
        double[][] scores = new double[3][n];
        double ofUnit = 0;
        for (int i = 0; i < n; i++) {
            boolean next = i == 0 || random.nextDouble() < 0.3;
            if (next) ofUnit = random.nextGaussian();
            unit[i] = i == 0 ? 0 : unit[i - 1] + (next ? 1 : 0);
            double risk = carries == Carries.UNITS ? ofUnit + 0.2 * random.nextGaussian() : random.nextGaussian();
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(3 - 1.3 * risk)) ? 1 : 0);
            value[i] = Math.exp(2 * random.nextGaussian());
            weight[i] = Math.exp(0.3 * risk + random.nextGaussian());
            scores[0][i] = risk + 0.4 * random.nextGaussian();
            scores[1][i] = Math.rint(2 * (risk + 0.8 * random.nextGaussian())) / 2;
            scores[2][i] = risk > 1 ? 2 : risk > 0 ? 1 : 0;
        }
        double[] worth = carries == Carries.VALUES || carries == Carries.BOTH ? value : null;
        double[] by = carries == Carries.WEIGHTS || carries == Carries.BOTH ? RecordWeights.even(weight) : null;
        int[] together = carries == Carries.UNITS ? unit : null;
        CutDraws cells = at(new Sample(outcome, worth, by, together), rank, scores);
        CutDraws plain = at(new Sample(outcome, worth, by, together, true), rank, scores);
        Stakes stakes = worth == null ? STAKES : new Stakes(0, 5, 1, 0, 0, 1);
        double[] step = {1e-3 / 3, 20 / rank, 1.0 / rank, worth == null ? 61 : 0};
        for (int i = 0; i < 3; i++) {
            for (double planned : worth == null ? new double[] {Double.NaN, 0.02} : new double[] {Double.NaN}) {
                double[][] ours = figures(cells.single(i), stakes, planned);
                double[][] theirs = figures(plain.single(i), stakes, planned);
                double[][] difference = figures(cells.pair(i, 0).first(), stakes, planned);
                double[][] leader = figures(cells.pair(i, 0).second(), stakes, planned);
                double[][] plainLeader = figures(plain.single(0), stakes, planned);
                for (int f = 0; f < 4; f++) {
                    String as = "score " + i + " figure " + f + " planned " + planned;
                    same(as, theirs[f], ours[f], step[f]);
                    if (i == 0) continue;
                    same(
                            as + " less 0",
                            Drawn.minus(theirs[f], plainLeader[f]),
                            Drawn.minus(difference[f], leader[f]),
                            step[f]);
                }
            }
        }
    }

    private static void same(String as, double[] plain, double[] ours, double step) {
        Drawn.Bounds expected = Drawn.bounds(plain);
        compare(as, expected.low(), expected.high(), Drawn.bounds(ours), step);
    }

    /** Fewer and coarser draws, which keep 1,000,000 records of many candidates quick, spread and move together as all do. */
    @ParameterizedTest
    @ValueSource(doubles = {40, 5_000})
    void coarserDrawsMoveTogetherAsAllDo(double rank) {
        int n = 50_000;
        RandomStream random = new Seeds(9).stream("together");
        byte[] outcome = new byte[n];
        double[][] scores = new double[4][n];
        for (int i = 0; i < n; i++) {
            double risk = random.nextGaussian();
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(3 - 1.3 * risk)) ? 1 : 0);
            for (int k = 0; k < 4; k++) scores[k][i] = risk + 0.2 * k * random.nextGaussian();
        }
        CutDraws draws = at(Sample.of(outcome), rank, scores);
        double[][] all = covariance(draws.all());
        double[][] few = covariance(draws.together());
        for (int i = 0; i < 4; i++) {
            assertThat(Math.sqrt(few[i][i] / all[i][i])).isCloseTo(1, within(0.12));
            for (int j = 0; j < i; j++) {
                double expected = all[i][j] / Math.sqrt(all[i][i] * all[j][j]);
                assertThat(few[i][j] / Math.sqrt(few[i][i] * few[j][j])).isCloseTo(expected, within(0.12));
            }
        }
    }

    private static double[][] covariance(List<Drawn> of) {
        double[][] captures = of.stream().map(Drawn::capture).toArray(double[][]::new);
        double[][] made = new double[captures.length][captures.length];
        double[] mean = Arrays.stream(captures)
                .mapToDouble(c -> Arrays.stream(c).average().orElseThrow())
                .toArray();
        for (int i = 0; i < made.length; i++) {
            for (int j = 0; j < made.length; j++) {
                for (int r = 0; r < captures[i].length; r++) {
                    made[i][j] += (captures[i][r] - mean[i]) * (captures[j][r] - mean[j]) / captures[i].length;
                }
            }
        }
        return made;
    }

    @Test
    void customersOfSeveralRecordsAreDrawnTogether() {
        int units = 400;
        int each = 6;
        RandomStream random = new Seeds(5).stream("units");
        byte[] outcome = new byte[units * each];
        double[] score = new double[outcome.length];
        int[] unit = new int[outcome.length];
        for (int u = 0; u < units; u++) {
            double risk = random.nextGaussian();
            byte y = (byte) (random.nextDouble() < 1 / (1 + Math.exp(2 - risk)) ? 1 : 0);
            for (int r = 0; r < each; r++) {
                int i = u * each + r;
                unit[i] = 7 * u;
                outcome[i] = y;
                score[i] = risk + 0.01 * random.nextGaussian();
            }
        }
        double[] together =
                figures(at(new Sample(outcome, null, null, unit), 300, score).single(0), STAKES, Double.NaN)[0];
        double[] alone = figures(at(Sample.of(outcome), 300, score).single(0), STAKES, Double.NaN)[0];
        double wider = width(together) / width(alone);
        assertThat(wider).isCloseTo(Math.sqrt(each), within(0.35));
    }

    private static double width(double[] replicates) {
        Drawn.Bounds bounds = Drawn.bounds(replicates);
        return bounds.high() - bounds.low();
    }

    @Test
    void equalCandidatesHaveEqualIntervalsWhoeverElseIsThere() {
        RandomStream random = new Seeds(6).stream("equal");
        byte[] outcome = new byte[3000];
        double[] score = new double[3000];
        double[] other = new double[3000];
        for (int i = 0; i < 3000; i++) {
            score[i] = random.nextDouble();
            other[i] = random.nextDouble();
            outcome[i] = (byte) (random.nextDouble() < score[i] / 5 ? 1 : 0);
        }
        Sample sample = Sample.of(outcome);
        Drawn alone = at(sample, 70, score).single(0);
        CutDraws both = at(sample, 70, other, score, score);
        assertThat(both.single(1).events()).containsExactly(alone.events());
        assertThat(both.single(2).events()).containsExactly(alone.events());
        assertThat(both.discordant(1, 2).records()).isZero();
        assertThat(Verdict.pValue(
                        Drawn.minus(both.single(1).events(), both.single(2).events()), both.discordant(1, 2)))
                .isEqualTo(1);
    }

    @Test
    void aPlannedRateEqualToThePresentOneChangesNothing() {
        byte[] outcome = new byte[1000];
        double[] score = new double[1000];
        for (int i = 0; i < 1000; i++) {
            outcome[i] = (byte) (i % 10 == 0 ? 1 : 0);
            score[i] = (i * 37) % 101;
        }
        IndexedRanking ranked = IndexedRanking.of(score, outcome, null, null);
        NetValue money = new NetValue(ranked.ranking(), STAKES, 0.1);
        Band planned = Band.of(ranked, Sample.of(outcome), money, SEEDS, Workers.ALONE);
        Band own = Band.of(
                ranked, Sample.of(outcome), new NetValue(ranked.ranking(), STAKES, Double.NaN), SEEDS, Workers.ALONE);
        assertThat(planned.gainHigh()).containsExactly(own.gainHigh());
        assertThat(planned.precisionLow()).containsExactly(own.precisionLow());
        assertThat(money.eventFactor()).isEqualTo(1);
    }

    @Test
    void aBandBeginsWithOneRecordAndAgreesWithTheCutsDrawnThere() {
        RandomStream random = new Seeds(9).stream("band");
        byte[] outcome = new byte[60_000];
        double[] score = new double[outcome.length];
        for (int i = 0; i < outcome.length; i++) {
            score[i] = random.nextGaussian();
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(4 - 2 * score[i])) ? 1 : 0);
        }
        IndexedRanking ranked = IndexedRanking.of(score, outcome, null, null);
        Sample sample = Sample.of(outcome);
        Band band = Band.of(ranked, sample, new NetValue(ranked.ranking(), STAKES, Double.NaN), SEEDS, new Workers(2));
        assertThat(band.depth()[0]).isEqualTo(1.0 / outcome.length);
        assertThat(band.depth()[band.depth().length - 1]).isEqualTo(1);
        for (int d = 0; d < band.depth().length; d += 7) {
            double rank = band.depth()[d] * outcome.length;
            Drawn drawn = at(sample, rank, score).single(0);
            Drawn.Bounds capture = Drawn.bounds(drawn.capture());
            compare("capture at " + rank, band.captureLow()[d], band.captureHigh()[d], capture, 1 / 2000.0);
            Drawn.Bounds precision = Drawn.bounds(drawn.precision(Double.NaN));
            compare("precision at " + rank, band.precisionLow()[d], band.precisionHigh()[d], precision, 1 / rank);
        }
    }

    @Test
    void candidatesOnOtherRecordsAreRefused() {
        byte[] outcome = {0, 1, 0};
        IndexedRanking ranked = IndexedRanking.of(new double[] {1, 2, 3}, outcome, null, null);
        Sample longer = Sample.of(new byte[] {0, 1, 0, 1});
        assertThatThrownBy(() -> CutDraws.at(List.of(ranked), 1, longer, SEEDS, Workers.ALONE))
                .hasMessageContaining("different records");
    }
}
