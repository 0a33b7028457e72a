package outrider.follow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.follow.ActedGroups.Member;
import outrider.stakes.Stakes;
import outrider.uncertainty.Sample;

class ActedGroupsTest {
    private static final double CUT = 0.7;

    /** Acting takes {@code effect} off the chance of an event; of those from the cut on one in three is held out. */
    private record World(Member[] member, double[] score, byte[] outcome) {
        static World of(long seed, int n, double effect) {
            RandomStream random = new Seeds(seed).stream("acting");
            World world = new World(new Member[n], new double[n], new byte[n]);
            for (int i = 0; i < n; i++) {
                world.score[i] = random.nextDouble();
                boolean chosen = world.score[i] >= CUT;
                world.member[i] = random.nextDouble() < 0.02
                        ? Member.UNSAID
                        : !chosen
                                ? Member.LEFT_ALONE
                                : random.nextDouble() < 1 / 3.0 ? Member.CONTROL : Member.ACTED_ON;
                double chance = world.score[i] / 2 - (world.member[i] == Member.ACTED_ON ? effect : 0);
                world.outcome[i] = (byte) (random.nextDouble() < 0.1 ? -1 : random.nextDouble() < chance ? 1 : 0);
            }
            return world;
        }

        ActedGroups groups() {
            SignedFigures.Told none = new SignedFigures.Told(null, null, null);
            SignedFigures signed = new SignedFigures(
                    new SignedFigures.Measures(none, none, none, none, none, null),
                    0.3,
                    Reference.of("score", score),
                    List.of(),
                    null);
            return ActedGroups.of(
                    signed,
                    member,
                    new Judged(
                            score,
                            CUT,
                            Sample.of(outcome),
                            new Judged.Money(new Stakes(40, 5, 0, 0, 0, 1), Double.NaN),
                            new Seeds(1),
                            Workers.ALONE));
        }
    }

    @Test
    void everybodyIsCountedWhereTheyBelong() {
        World world = World.of(4, 4000, 0.2);
        ActedGroups groups = world.groups();
        int[] all = new int[4];
        int[] known = new int[4];
        int[] events = new int[4];
        for (int i = 0; i < 4000; i++) {
            int at = world.member()[i].ordinal();
            all[at]++;
            if (world.outcome()[i] >= 0) known[at]++;
            if (world.outcome()[i] == 1) events[at]++;
        }
        assertThat(groups.actedOn().records()).isEqualTo(all[0]);
        assertThat(groups.leftAlone().records()).isEqualTo(all[1] + all[2]);
        assertThat(groups.leftAlone().known()).isEqualTo(known[1] + known[2]);
        assertThat(groups.leftAlone().events()).isEqualTo(events[1] + events[2]);
        assertThat(groups.control().events()).isEqualTo(events[2]);
        assertThat(groups.unsaid()).isEqualTo(all[3]).isPositive();
        ActedGroups.Effect effect = groups.effect();
        double difference = events[0] / (double) known[0] - events[2] / (double) known[2];
        assertThat(effect.difference().value()).isCloseTo(difference, within(1e-12));
        assertThat(effect.events().value()).isCloseTo(known[0] * difference, within(1e-9));
        assertThat(effect.acted()).isEqualTo(known[0]);
    }

    /** Newcombe 1998, table II, contrast (a): 56 of 70 against 48 of 80, method 10. */
    @Test
    void theIntervalOfTheEffectIsNewcombes() {
        Member[] member = new Member[150];
        byte[] outcome = new byte[150];
        double[] score = new double[150];
        Arrays.fill(score, 0.9);
        for (int i = 0; i < 150; i++) {
            member[i] = i < 70 ? Member.ACTED_ON : Member.CONTROL;
            outcome[i] = (byte) (i < 56 || i >= 70 && i < 118 ? 1 : 0);
        }
        SignedFigures.Told difference =
                new World(member, score, outcome).groups().effect().difference();
        assertThat(difference.value()).isCloseTo(0.2, within(1e-12));
        assertThat(difference.low()).isCloseTo(0.0524, within(5e-5));
        assertThat(difference.high()).isCloseTo(0.3339, within(5e-5));
    }

    /** Where acting works the score looks worse on those acted on, and as it is on those left alone; the effect is found. */
    @Test
    void theEffectIsFoundAndHeldByItsInterval() {
        int held = 0;
        for (int run = 0; run < 200; run++) {
            SignedFigures.Told found =
                    World.of(run, 1500, 0.2).groups().effect().difference();
            if (found.low() <= -0.2 && found.high() >= -0.2) held++;
        }
        assertThat(held).isBetween(180, 198);
    }

    @Test
    void withoutAControlGroupOrOutcomesNothingIsSaidOfTheEffect() {
        World world = World.of(9, 300, 0);
        for (int i = 0; i < 300; i++) if (world.member()[i] == Member.CONTROL) world.member()[i] = Member.ACTED_ON;
        ActedGroups groups = world.groups();
        assertThat(groups.control()).isNull();
        assertThat(groups.effect()).isNull();
        Arrays.fill(world.outcome(), (byte) -1);
        assertThat(world.groups().leftAlone().rate()).isNull();
        assertThat(world.groups().leftAlone().figures()).isNull();
    }
}
