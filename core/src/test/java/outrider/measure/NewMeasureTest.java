package outrider.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import outrider.rank.Ranking;

/** A new measure is its line here and its entry in the glossary: it is told at a cut, and its best is found, without anything else knowing it. */
class NewMeasureTest {
    private static final Measure OVERLAP = Measure.sought(
            "overlap", cells -> cells.caught() / (cells.caught() + cells.falseAlarms() + cells.missed()));

    @BeforeAll
    static void registered() {
        Measure.KNOWN.add(OVERLAP);
    }

    @AfterAll
    static void asBefore() {
        Measure.KNOWN.remove(OVERLAP);
    }

    @Test
    void isToldAtACutAndSought() {
        Ranking ranking = Ranking.of(new double[] {5, 4, 3, 2, 1}, new byte[] {1, 0, 1, 0, 1});
        assertThat(Measure.all(Cells.at(ranking, 2)).get("overlap")).isCloseTo(1 / 4.0, within(1e-15));
        BestOfEach.Best best = BestOfEach.of(ranking).get("overlap");
        assertThat(best).isNotNull();
        assertThat(best.value()).isCloseTo(3 / 5.0, within(1e-15));
        assertThat(best.threshold()).isEqualTo(1.0);
    }
}
