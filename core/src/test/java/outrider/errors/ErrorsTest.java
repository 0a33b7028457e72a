package outrider.errors;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.TextColumn;
import outrider.uncertainty.Sample;

class ErrorsTest {
    /** A world whose probabilities are true, but where something is planted. */
    private static final class World {
        final List<GroupedColumn> columns = new ArrayList<>();
        final byte[] outcome;
        final double[] probability;
        final int[] unit;

        /**
         * @param planted factor on the odds of records with tier "gold" and an age of 60 or more, unknown to the probabilities
         * @param records a unit
         */
        World(long seed, int n, double planted, int records) {
            RandomStream random = new Seeds(seed).stream("world");
            double[] age = new double[n];
            double[] noise = new double[n];
            int[] tier = new int[n];
            outcome = new byte[n];
            probability = new double[n];
            unit = new int[n];
            for (int i = 0; i < n; i++) {
                boolean same = i % records != 0;
                unit[i] = i / records;
                age[i] = same ? age[i - 1] : 20 + 60 * random.nextDouble();
                tier[i] = same ? tier[i - 1] : random.nextInt(3);
                noise[i] = random.nextDouble() < 0.1 ? Double.NaN : random.nextGaussian();
                double logit = -2.5 + age[i] / 40 + 0.5 * random.nextGaussian();
                probability[i] = 1 / (1 + Math.exp(-logit));
                boolean spot = tier[i] == 0 && age[i] >= 60;
                double real = 1 / (1 + Math.exp(-logit - (spot ? Math.log(planted) : 0)));
                outcome[i] = (byte)
                        (same && records > 1 && random.nextDouble() < 0.7
                                ? outcome[i - 1]
                                : random.nextDouble() < real ? 1 : 0);
            }
            int[] rows = IntStream.range(0, n).toArray();
            add(new NumberColumn("age", age), rows);
            add(new NumberColumn("noise", noise), rows);
            add(new CategoryColumn("tier", tier, List.of("gold", "silver", "plain")), rows);
        }

        private void add(Column column, int[] rows) {
            columns.add(GroupedColumn.of(column, rows, 5));
        }
    }

    @Test
    void columnsFallIntoGroupsThatCanBeNamed() {
        int[] rows = IntStream.range(0, 100).toArray();
        double[] few = IntStream.range(0, 100).mapToDouble(i -> i % 3).toArray();
        GroupedColumn values = GroupedColumn.of(new NumberColumn("visits", few), rows, 5);
        assertThat(values.conditions().stream().map(Condition::words))
                .containsExactly("visits = 0", "visits = 1", "visits = 2");
        double[] many = IntStream.range(0, 100)
                .mapToDouble(i -> i < 20 ? Double.NaN : i / 4.0)
                .toArray();
        GroupedColumn bands = GroupedColumn.of(new NumberColumn("km", many), rows, 4);
        assertThat(bands.conditions().stream().map(Condition::words))
                .containsExactly("km up to 9.75", "km 10 to 14.75", "km 15 to 19.75", "km from 20", "km: missing");
        assertThat(IntStream.range(0, 100).filter(i -> bands.group()[i] == 1).count())
                .isEqualTo(20);
        int[] days = IntStream.range(0, 100).map(i -> 18262 + i).toArray();
        assertThat(GroupedColumn.of(new DateColumn("joined", days), rows, 2)
                        .conditions()
                        .get(0)
                        .words())
                .isEqualTo("joined up to 2020-02-19");
        int[] codes = IntStream.range(0, 100).map(i -> i < 5 ? 2 : i % 2).toArray();
        GroupedColumn levels = GroupedColumn.of(new CategoryColumn("tier", codes, List.of("a", "b", "rare")), rows, 5);
        assertThat(levels.conditions()).hasSize(2);
        assertThat(levels.group()[0]).isEqualTo((short) -1);
        assertThat(GroupedColumn.of(new NumberColumn("same", new double[100]), rows, 5))
                .isNull();
        assertThat(GroupedColumn.of(new TextColumn("note", new int[100], List.of("x")), rows, 5))
                .isNull();
    }

    @Test
    void boundsAreWrittenToFourDigitsAndStayTheNumbersThatTheyAre() {
        for (String[] pair : new String[][] {
            {"1200.4", "1200"},
            {"1200", "1200"},
            {"0.5", "0.5"},
            {"30.9712", "30.97"},
            {"-0.00012004", "-0.00012"},
            {"100000.25", "100000"},
            {"1e-10", "0.0000000001"}
        }) {
            Condition condition = new Condition("x", Condition.Kind.NUMBERS, null, null, Double.valueOf(pair[0]));
            assertThat(condition.words()).isEqualTo("x up to " + pair[1]);
        }
    }

    @Test
    void aTraitIsARatioOfSharesWithItsIntervalAgainstTheSameOutcome() {
        int n = 400;
        byte[] outcome = new byte[n];
        boolean[] selected = new boolean[n];
        short[] group = new short[n];
        for (int i = 0; i < n; i++) {
            outcome[i] = (byte) (i < 200 ? 1 : 0);
            selected[i] = i < 50;
            group[i] = (short) (i < 30 || i >= 50 && i < 80 || i >= 200 ? 0 : 1);
        }
        List<Condition> two = List.of(Condition.level("app", "never"), Condition.level("app", "paired"));
        InCommon.Trait trait = InCommon.of(List.of(new GroupedColumn(two, group)), outcome, selected, null).stream()
                .filter(t -> "never".equals(t.condition().level()))
                .findFirst()
                .orElseThrow();
        assertThat(trait.records()).isEqualTo(30);
        assertThat(trait.ratio()).isCloseTo(0.6 / 0.2, within(1e-12));
        double error = Math.sqrt(0.4 / 30 + 0.8 / 30);
        assertThat(trait.low()).isCloseTo(3 * Math.exp(-1.959963984540054 * error), within(1e-9));
        assertThat(trait.high()).isCloseTo(3 * Math.exp(1.959963984540054 * error), within(1e-9));
        int[] doubled = IntStream.range(0, n).map(i -> i / 2).toArray();
        InCommon.Trait wider = InCommon.of(List.of(new GroupedColumn(two, group)), outcome, selected, doubled).stream()
                .filter(t -> "never".equals(t.condition().level()))
                .findFirst()
                .orElseThrow();
        assertThat(Math.log(wider.high() / wider.ratio()))
                .isCloseTo(Math.sqrt(2) * Math.log(trait.high() / trait.ratio()), within(1e-9));
    }

    @Test
    void recordsChosenByChanceHaveLittleInCommon() {
        int told = 0;
        for (int seed = 0; seed < 200; seed++) {
            World world = new World(seed, 1500, 1, 1);
            RandomStream random = new Seeds(seed).stream("choice");
            boolean[] selected = new boolean[1500];
            for (int i = 0; i < 1500; i++) selected[i] = random.nextDouble() < 0.2;
            if (!InCommon.of(world.columns, world.outcome, selected, null).isEmpty()) told++;
        }
        assertThat(told / 200.0).isLessThan(0.14);
    }

    @Test
    void aWeakSpotIsToldWhereOneIsPlantedAndHardlyEverElse() {
        int none = 0;
        int grouped = 0;
        int found = 0;
        for (int seed = 0; seed < 200; seed++) {
            World sound = new World(seed, 3000, 1, 1);
            if (!WeakSpots.of(sound.columns, sound.outcome, sound.probability, null, seed)
                    .isEmpty()) none++;
            World units = new World(seed, 3000, 1, 4);
            if (!WeakSpots.of(units.columns, units.outcome, units.probability, units.unit, seed)
                    .isEmpty()) grouped++;
            World odd = new World(seed, 3000, 3, 1);
            boolean told = WeakSpots.of(odd.columns, odd.outcome, odd.probability, null, seed).stream()
                    .anyMatch(s -> s.words().contains("tier: gold") && s.observed() > s.promised());
            if (told) found++;
        }
        assertThat(none / 200.0).as("nothing planted").isLessThanOrEqualTo(0.1);
        assertThat(grouped / 200.0).as("nothing planted, four records a unit").isLessThanOrEqualTo(0.1);
        assertThat(found / 200.0).as("planted").isGreaterThan(0.8);
    }

    @Test
    void whatAColumnWouldAddIsToldForOneThatSaysSomethingAndNotForNoise() {
        int noise = 0;
        for (int seed = 0; seed < 100; seed++) {
            World world = new World(seed, 2000, 6, 1);
            double[] logit = Arrays.stream(world.probability)
                    .map(p -> Math.log(p / (1 - p)))
                    .toArray();
            List<NotInModel.Added> added = NotInModel.of(world.columns, world.outcome, logit, null, seed);
            NotInModel.Added tier = added.stream()
                    .filter(a -> a.column().equals("tier"))
                    .findFirst()
                    .orElseThrow();
            assertThat(tier.told()).isTrue();
            assertThat(tier.gain()).isPositive();
            if (added.stream().anyMatch(a -> a.column().equals("noise") && a.told())) noise++;
        }
        assertThat(noise).isLessThanOrEqualTo(10);
    }

    @Test
    void correctionTellsTheLargestRunBelowItsLine() {
        double[] p = {0.01, 0.04, 0.03, 0.2, 0.5};
        assertThat(FalseDiscovery.told(p, 0.1)).containsExactly(true, true, true, false, false);
        assertThat(FalseDiscovery.told(new double[] {0.09, 0.09}, 0.1)).containsExactly(true, true);
        assertThat(FalseDiscovery.told(new double[] {0.06, 0.9}, 0.1)).containsExactly(false, false);
    }

    @Test
    void twoCandidatesAreComparedByWhoIsActedOnAlone() {
        boolean[] first = {true, true, true, false, false, true};
        boolean[] second = {false, false, true, true, false, false};
        byte[] outcome = {1, 1, 1, 1, 1, 0};
        TwoCandidates two = TwoCandidates.of(first, second, Sample.of(outcome));
        assertThat(two.first().records()).isEqualTo(3);
        assertThat(two.first().events()).isEqualTo(2);
        assertThat(two.second().events()).isEqualTo(1);
        assertThat(two.z()).isCloseTo(1 / Math.sqrt(3), within(1e-12));
        assertThat(TwoCandidates.of(first, first, Sample.of(outcome)).p()).isEqualTo(1);
    }

    @Test
    void whatAColumnAddsAndWhatTwoCandidatesDifferByLieInTheirIntervals() {
        for (int records : new int[] {1, 4}) {
            Gains truth = new Gains(new World(1000, 400_000, 6, records));
            int added = 0;
            int bounded = 0;
            int between = 0;
            for (int seed = 0; seed < 200; seed++) {
                Gains told = new Gains(new World(seed, 2000, 6, records));
                if (!Double.isNaN(told.high)) bounded++;
                if (told.low <= truth.gain && truth.gain <= told.high) added++;
                if (told.two.low() <= truth.two.capture() && truth.two.capture() <= told.two.high()) between++;
            }
            assertThat(added / (double) bounded).as("adds, %d a unit", records).isBetween(0.9, 0.99);
            assertThat(between / 200.0).as("two candidates, %d a unit", records).isBetween(0.9, 0.99);
        }
    }

    /** What the tier adds to a world's scores, and these against ages at one threshold. */
    private static final class Gains {
        final double gain;
        final double low;
        final double high;
        final TwoCandidates two;

        Gains(World world) {
            double[] logit = Arrays.stream(world.probability)
                    .map(p -> Math.log(p / (1 - p)))
                    .toArray();
            NotInModel.Added tier = NotInModel.of(world.columns.subList(2, 3), world.outcome, logit, world.unit, 7)
                    .get(0);
            gain = tier.gain();
            low = tier.interval().low() == null ? Double.NaN : tier.interval().low();
            high = tier.interval().high() == null ? Double.NaN : tier.interval().high();
            boolean[] first = new boolean[logit.length];
            boolean[] second = new boolean[logit.length];
            for (int i = 0; i < logit.length; i++) {
                first[i] = world.probability[i] > 0.3;
                second[i] = world.columns.get(0).group()[i] >= 7;
            }
            two = TwoCandidates.of(first, second, new Sample(world.outcome, null, null, world.unit));
        }
    }
}
