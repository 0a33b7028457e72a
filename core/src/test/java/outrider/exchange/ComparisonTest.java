package outrider.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.stakes.Capacity;
import outrider.stakes.Stakes;
import outrider.uncertainty.Sample;
import outrider.uncertainty.Verdict;

class ComparisonTest {
    private static final int RECORDS = 1200;
    private static final Stakes STAKES = new Stakes(20, 3, 0, 0, 0, 1);
    private static final Capacity CAPACITY = new Capacity(0.15, true);
    private static final byte[] OUTCOME = new byte[RECORDS];
    private static final double[][] SCORES = new double[5][RECORDS];
    private static final Sample SAMPLE;

    static {
        RandomStream random = new Seeds(12).stream("comparison");
        for (int i = 0; i < RECORDS; i++) {
            double risk = random.nextGaussian();
            OUTCOME[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(2 - 1.5 * risk)) ? 1 : 0);
            SCORES[0][i] = risk + 2 * random.nextGaussian();
            SCORES[1][i] = risk + 0.1 * random.nextGaussian();
            SCORES[2][i] = random.nextGaussian();
            SCORES[3][i] = Math.rint(risk);
            SCORES[4][i] = SCORES[1][i];
        }
        SAMPLE = Sample.of(OUTCOME);
    }

    private static Comparison compared(DecidingMeasure deciding, Long leader, int threads) {
        List<Comparison.Candidate> entries = new ArrayList<>();
        for (int c = 0; c < SCORES.length; c++) {
            boolean reference = c == 2;
            ValidationScores scored = ValidationScores.of(
                    new ValidationScores.Nature(false, reference, null),
                    new ValidationScores.Training(SCORES[c], null, null, SAMPLE),
                    SCORES[c],
                    SAMPLE);
            entries.add(new Comparison.Candidate(10 + c, "candidate " + c, reference, scored));
        }
        var terms = new Comparison.Terms(STAKES, Double.NaN, CAPACITY, deciding, 5);
        return Comparison.of(terms, entries, leader, new Workers(threads));
    }

    @ParameterizedTest
    @EnumSource(DecidingKind.class)
    void theDecidingMeasureOrdersCandidatesAndReferencesComeLast(DecidingKind kind) {
        Comparison all = compared(new DecidingMeasure(kind, null), null, 2);
        List<Double> decides = new ArrayList<>();
        for (int i = 0; i < 4; i++) decides.add(all.deciding(i));
        assertThat(decides).isSortedAccordingTo(Comparator.reverseOrder());
        assertThat(all.candidates().get(4).reference()).isTrue();
        assertThat(all.leader()).isZero();
        assertThat(all.leaderNamed()).isFalse();
        assertThat(all.optimism()).isNotNegative();
    }

    @Test
    void ofTwoThatAreTheSameTheFirstStaysFirstAndTheyAreNotSeparable() {
        Comparison all = compared(new DecidingMeasure(DecidingKind.AUC, null), null, 2);
        assertThat(all.candidates()).extracting(Comparison.Candidate::id).startsWith(11L, 14L);
        assertThat(all.byAuc(1).verdict()).isEqualTo(Verdict.NOT_SEPARABLE);
        assertThat(all.at(180).against().get(1).verdict()).isIn(Verdict.NOT_SEPARABLE, Verdict.TOO_FEW);
        assertThat(all.at(180).against().get(1).netValue().difference()).isZero();
    }

    @Test
    void aLeaderThatSomebodyNamedStaysSoHoweverItRanks() {
        Comparison all = compared(new DecidingMeasure(DecidingKind.AUC, null), 10L, 2);
        assertThat(all.candidates().get(all.leader()).id()).isEqualTo(10);
        assertThat(all.leaderNamed()).isTrue();
        assertThat(all.byAuc(all.index(11)).verdict()).isEqualTo(Verdict.AHEAD);
        assertThat(all.byAuc(all.leader()).verdict()).isEqualTo(Verdict.LEADER);
        assertThat(compared(null, 99L, 2).leaderNamed()).isFalse();
        assertThat(all.index(99)).isEqualTo(-1);
    }

    /** One figure, whichever way it is asked for. */
    @Test
    void aCutReadAloneIsTheCutReadBesideOthers() {
        Comparison all = compared(null, null, 2);
        for (double rank : new double[] {0, 1, 37, 180, RECORDS}) {
            CutComparison beside = all.at(rank);
            for (int i = 0; i < 5; i++) {
                CutFigures alone = all.at(i, rank);
                assertThat(alone.money().gainOverNobody())
                        .isEqualTo(beside.figures().get(i).money().gainOverNobody());
                assertThat(alone.reach().capture())
                        .isEqualTo(beside.figures().get(i).reach().capture());
            }
            CutComparison.Difference ahead = all.gainAhead(1, rank, 0, rank);
            assertThat(ahead.difference())
                    .isCloseTo(beside.against().get(1).netValue().difference(), within(1e-9));
        }
    }

    @Test
    void oneThreadGivesTheSameBits() {
        CutComparison one = compared(null, null, 1).at(180);
        assertThat(one).isEqualTo(compared(null, null, 2).at(180));
        assertThat(compared(null, null, 1).optimism())
                .isEqualTo(compared(null, null, 2).optimism());
    }

    @Test
    void theBestCutIsWithinTheCapacityAndReferencesAreBeatenByAuc() {
        Comparison all = compared(null, null, 2);
        for (int i = 0; i < 5; i++) assertThat(all.best(i).records()).isBetween(0.0, 0.15 * RECORDS);
        assertThat(all.bestReference()).isEqualTo(4);
        Boolean[] beats = all.beatsReference();
        assertThat(beats[4]).isNull();
        assertThat(beats[all.index(11)]).isTrue();
    }
}
