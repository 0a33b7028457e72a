package outrider.uncertainty;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.stakes.Capacity;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

/** A cut that is a threshold, and one that was chosen on the records it is told of. */
class CutOptimismTest {
    private static final Stakes STAKES = new Stakes(1, 0.2, 0, 0, 0, 1);
    private static final Seeds SEEDS = new Seeds(5);

    private record World(double[] score, byte[] outcome) {
        static World of(int records, String name) {
            RandomStream random = new Seeds(11).stream(name);
            double[] score = new double[records];
            byte[] outcome = new byte[records];
            for (int i = 0; i < records; i++) {
                double risk = random.nextGaussian();
                score[i] = risk + 0.7 * random.nextGaussian();
                outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(1.2 - risk)) ? 1 : 0);
            }
            return new World(score, outcome);
        }

        IndexedRanking ranked() {
            return IndexedRanking.of(score, outcome, null, null);
        }

        Sample sample() {
            return new Sample(outcome, null, null, null);
        }
    }

    @Test
    void atAThresholdCapturesErrorIsThatOfAShareOfTheEventsAndPrecisionsThatOfThoseActedOn() {
        for (int records : new int[] {3000, 60_000}) {
            World world = World.of(records, "threshold");
            Ranking ranking = world.ranked().ranking();
            int point = ranking.pointAtOrBefore(0.4 * records);
            Drawn drawn = CutDraws.atThreshold(world.ranked(), point, world.sample(), SEEDS, new Workers(2));
            double capture = ranking.events(point) / ranking.totalEvents();
            double precision = ranking.events(point) / ranking.size(point);
            assertHalf(drawn.capture(), capture, ranking.totalEvents());
            assertHalf(drawn.precision(Double.NaN), precision, ranking.size(point));
            double lift = precision / ranking.baseRate();
            Drawn.Bounds bounds = Drawn.bounds(drawn.lift(Double.NaN));
            assertThat(lift).isBetween(bounds.low(), bounds.high());
        }
    }

    private static void assertHalf(double[] replicates, double share, double of) {
        Drawn.Bounds bounds = Drawn.bounds(replicates);
        double half = 1.96 * Math.sqrt(share * (1 - share) / of);
        assertThat((bounds.high() - bounds.low()) / 2).isCloseTo(half, within(0.07 * half));
        assertThat((bounds.high() + bounds.low()) / 2).isCloseTo(share, within(0.15 * half));
    }

    /** What the figures at a best cut lose, on average, on a large sample of the same world. */
    @Test
    void theOptimismOfABestCutIsWhatItLosesOnOtherRecords() {
        Ranking truth = World.of(400_000, "truth").ranked().ranking();
        double lost = 0;
        double said = 0;
        double gainLost = 0;
        double gainSaid = 0;
        int worlds = 120;
        for (int w = 0; w < worlds; w++) {
            World world = World.of(1000, "world " + w);
            NetValue money = new NetValue(world.ranked().ranking(), STAKES, Double.NaN);
            NetValue.Cut best = money.best(null);
            int point = truth.pointAtThreshold(best.threshold());
            double there = truth.events(point) / truth.totalEvents();
            double here = world.ranked().ranking().eventsAt(best.records())
                    / world.ranked().ranking().totalEvents();
            lost += (here - there) / worlds;
            double gain = new NetValue(truth, STAKES, Double.NaN).gainAt(truth.size(point)) / truth.total();
            gainLost += (best.gainOverNobody() / 1000 - gain) / worlds;
            CutOptimism optimism = of(world, null);
            said += optimism.capture() / worlds;
            gainSaid += optimism.gain() / 1000 / worlds;
        }
        assertThat(lost).isGreaterThan(0.005);
        assertThat(said).isBetween(0.5 * lost, 1.3 * lost);
        assertThat(gainSaid).isBetween(0.5 * gainLost, 1.5 * gainLost);
    }

    @Test
    void aCutAtTheCapacityWasHardlyChosen() {
        World world = World.of(1000, "world 1");
        CutOptimism free = of(world, null);
        CutOptimism bound = of(world, new Capacity(50, false));
        assertThat(bound.capture()).isLessThan(0.2 * free.capture());
        assertThat(List.of(of(world, null), of(world, null))).containsOnly(free);
    }

    private static CutOptimism of(World world, Capacity most) {
        return CutOptimism.of(world.ranked(), world.sample(), STAKES, most, Double.NaN, SEEDS, new Workers(2));
    }
}
