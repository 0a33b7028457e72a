package outrider.bench.truth;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.casefile.CaseYaml;
import outrider.casefile.Policy;

/** A fast part of the simulations; seeded, so that it holds or does not. */
class TruthTest {
    private static final int SAMPLES = 120;
    private static final int INTERVALS = Coverage.FIGURES.size() - 1;

    /** Of 120 samples an interval of 95 % holds in fewer than 88 % about once in a thousand times. */
    @ParameterizedTest
    @CsvSource({
        "1500, 150, 1, NOTHING,",
        "1500, 150, 1, NOTHING, 0.03",
        "2400, 400, 6, NOTHING,",
        "1500, 200, 1, WEIGHTS,"
    })
    void intervalsHoldTheTruthAboutAsOftenAsTheySay(
            int records, int events, int each, Race.Carries carries, Double planned) {
        Race race = new Race(records, events, each, carries, new double[] {0.5, 0.8});
        double[] shares = Coverage.of(race, planned == null ? Double.NaN : planned, SAMPLES);
        for (int f = 0; f < INTERVALS; f++) {
            assertThat(shares[f]).as(Coverage.FIGURES.get(f)).isBetween(0.88, 1.0);
        }
    }

    /** The gain's interval is too narrow there, as every resample's is. */
    @Test
    void whereFewAmountsCarryTheGainThatIsSaid() {
        Race race = new Race(1500, 200, 1, Race.Carries.VALUES, new double[] {0.5, 0.8});
        assertThat(Coverage.of(race, Double.NaN, SAMPLES)[INTERVALS]).isGreaterThan(0.8);
    }

    @Test
    void equalsAreSeldomCalledAheadOrBehind() {
        double[] share = Equals.of(500, 100, 1, SAMPLES);
        assertThat(share[0]).isLessThan(0.11);
        assertThat(share[1]).isLessThan(0.11);
    }

    private static final Policy POLICY = CaseYaml.readPolicy("""
            format: 1
            name: a part
            checks:
              carriesOver: { gapAtMost: 0.02 }
              reserveConfirms: {}
              noOpenLeak: {}
            """);

    @Test
    void aSoundForestRingsNothingAndPassesWithoutAWaiver() {
        for (long seed = 1; seed <= 4; seed++) {
            World.Found found = new World(World.Fault.SOUND, 3000, 1).run("forest", Map.of("trees", 60L), seed, POLICY);
            assertThat(found.failed()).as("seed " + seed).isEmpty();
            assertThat(found.rung()).as("seed " + seed).isEmpty();
            assertThat(found.slope()).as("seed " + seed).isBetween(0.9, 2.5);
        }
    }

    @Test
    void faultsAreFound() {
        World.Found leak = new World(World.Fault.LEAK, 3000, 1).run("logistic", Map.of(), 1, POLICY);
        assertThat(leak.failed()).contains("noOpenLeak");
        assertThat(leak.rung()).contains("too good");
        World.Found drift = new World(World.Fault.DRIFT, 4000, 1).run("logistic", Map.of(), 1, POLICY);
        assertThat(drift.slope()).isLessThan(0.6);
        assertThat(drift.failed()).isEqualTo(List.of("carriesOver"));
        assertThat(drift.rung()).contains("does not carry over");
    }
}
