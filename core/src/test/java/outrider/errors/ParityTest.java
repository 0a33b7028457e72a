package outrider.errors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;

class ParityTest {
    private static final int N = 1200;

    /** A part: promises are true, the highest third is acted on, the group a third of all; with units of so many records. */
    private record Part(byte[] outcome, double[] acted, double[] probability, boolean[] group, int[] unit) {
        static Part of(long seed, int together) {
            RandomStream random = new Seeds(seed).stream("parity");
            byte[] outcome = new byte[N];
            double[] acted = new double[N];
            double[] probability = new double[N];
            boolean[] group = new boolean[N];
            int[] unit = new int[N];
            for (int i = 0; i < N; i++) {
                boolean again = i % together != 0;
                unit[i] = i / together;
                probability[i] = again ? probability[i - 1] : 0.5 * random.nextDouble();
                group[i] = again ? group[i - 1] : random.nextInt(3) == 0;
                outcome[i] = again ? outcome[i - 1] : (byte) (random.nextDouble() < probability[i] ? 1 : 0);
                acted[i] = probability[i] > 1 / 3.0 ? 1 : 0;
            }
            return new Part(outcome, acted, probability, group, together == 1 ? null : unit);
        }

        Parity parity() {
            return Parity.of(outcome, acted, probability, group, unit);
        }
    }

    @Test
    void figuresAreThoseOfTheGroupOverThoseOfTheRest() {
        Part part = Part.of(1, 1);
        double[][] sums = new double[2][5];
        for (int i = 0; i < N; i++) {
            double[] own = sums[part.group()[i] ? 0 : 1];
            own[0]++;
            own[1] += part.outcome()[i];
            own[2] += part.acted()[i];
            own[3] += part.acted()[i] * part.outcome()[i];
            own[4] += part.probability()[i];
        }
        Parity found = part.parity();
        holds(found.acted(), sums, 2, 0);
        holds(found.capture(), sums, 3, 1);
        holds(found.precision(), sums, 3, 2);
        holds(found.observed(), sums, 1, 4);
    }

    private static void holds(Parity.Measured found, double[][] sums, int part, int whole) {
        double own = sums[0][part] / sums[0][whole];
        assertThat(found.value()).isCloseTo(own, within(1e-12)).isBetween(found.low(), found.high());
        assertThat(found.ratio())
                .isCloseTo(own / (sums[1][part] / sums[1][whole]), within(1e-12))
                .isBetween(found.ratioLow(), found.ratioHigh());
    }

    /** Equal groups: the ratio's interval holds 1 as often as it says, with several records a customer too. */
    @Test
    void intervalsAreAsWideAsTheyShouldBe() {
        int runs = 500;
        for (int together : new int[] {1, 4}) {
            int[] held = new int[3];
            for (int seed = 0; seed < runs; seed++) {
                Parity found = Part.of(seed, together).parity();
                Parity.Measured[] all = {found.capture(), found.precision(), found.observed()};
                for (int m = 0; m < all.length; m++) {
                    if (all[m].ratioLow() <= 1 && 1 <= all[m].ratioHigh()) held[m]++;
                }
            }
            for (int count : held) assertThat(count / (double) runs).isBetween(0.92, 0.985);
        }
    }

    @Test
    void aGroupOfWhomNobodyIsCaughtIsSurelyBelow() {
        Part part = Part.of(3, 1);
        double[] acted = IntStream.range(0, N)
                .mapToDouble(i -> part.group()[i] ? 0 : part.acted()[i])
                .toArray();
        Parity found = Parity.of(part.outcome(), acted, null, part.group(), null);
        assertThat(found.capture().ratio()).isZero();
        assertThat(found.capture().ratioHigh()).isLessThan(0.2);
        assertThat(found.precision()).isNull();
        assertThat(found.observed()).isNull();
    }
}
