package outrider.follow;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.learn.Model;
import outrider.learn.supplied.SuppliedScore;
import outrider.stakes.Stakes;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.term.Term;
import outrider.uncertainty.Sample;

class BatchFiguresTest {
    private static final double CUT = 0.6;
    private static final Stakes STAKES = new Stakes(40, 5, 0, 0, 0, 1);

    /** Scores that are probabilities, and outcomes drawn by them; some have not arrived. */
    private record World(double[] score, byte[] outcome, double[] rides) {
        static World of(long seed, int n, double late) {
            RandomStream random = new Seeds(seed).stream("world");
            double[] score = new double[n];
            byte[] outcome = new byte[n];
            double[] rides = new double[n];
            for (int i = 0; i < n; i++) {
                score[i] = random.nextDouble();
                outcome[i] =
                        (byte) (random.nextDouble() < late ? -1 : random.nextDouble() < score[i] * score[i] ? 1 : 0);
                rides[i] = random.nextInt(8);
            }
            return new World(score, outcome, rides);
        }

        Table table() {
            return new Table(List.of(new NumberColumn("rides", rides)), null);
        }

        Judged judged() {
            return judged(0);
        }

        private Judged judged(double due) {
            Judged.Money money = new Judged.Money(STAKES, Double.NaN);
            return new Judged(score, CUT, Sample.of(outcome), money, due, true, new Seeds(3), Workers.ALONE);
        }

        BatchFigures beside(SignedFigures signed, double due) {
            return BatchFigures.of(signed, table(), judged(due));
        }

        BatchFigures beside(SignedFigures signed) {
            return BatchFigures.of(signed, table(), judged());
        }
    }

    @Test
    void nothingIsJudgedBeforeTheShareDueHasArrived() {
        SignedFigures signed = signed(World.of(11, 4000, 0));
        World half = World.of(12, 1500, 0.5);
        WatchLimit due = new WatchLimit(Watched.OUTCOMES, WatchLimit.Side.AT_LEAST, 0.6, WatchLimit.Every.MONTH);
        WatchLimit capture = new WatchLimit(Watched.CAPTURE, WatchLimit.Side.AT_LEAST, 1.0, WatchLimit.Every.MONTH);
        BatchFigures early = half.beside(signed, WatchLimit.due(List.of(capture, due)));
        assertThat(early.early()).isTrue();
        assertThat(early.figures()).isNotNull();
        assertThat(early.differences()).isNull();
        assertThat(capture.of(early)).isEqualTo(WatchLimit.Standing.UNKNOWN);
        assertThat(due.of(early)).isEqualTo(WatchLimit.Standing.UNKNOWN);
        assertThat(Advice.of(List.of(early), List.of(capture, due)).kind()).isEqualTo(Advice.Kind.CARRY_ON);
        BatchFigures judged = half.beside(signed, WatchLimit.due(List.of(capture)));
        assertThat(judged.early()).isFalse();
        assertThat(capture.of(judged)).isEqualTo(WatchLimit.Standing.CROSSED);
        assertThat(due.of(World.of(12, 1500, 0.3).beside(signed, 0.6))).isEqualTo(WatchLimit.Standing.HOLDS);
    }

    private static SignedFigures signed(World world) {
        SignedFigures.Told none = new SignedFigures.Told(null, null, null);
        SignedFigures empty = new SignedFigures(
                new SignedFigures.Measures(none, none, none, none, none, null),
                0.4,
                Reference.of("score", world.score()),
                List.of(Reference.of("rides", world.rides())),
                null);
        return new SignedFigures(world.beside(empty).figures(), 0.4, empty.score(), empty.inputs(), null);
    }

    /** Every count by hand, of the records whose outcome has arrived. */
    @Test
    void figuresAreThoseCountedByHand() {
        World world = World.of(5, 900, 0.3);
        BatchFigures found = world.beside(signed(World.of(6, 2000, 0)));
        int known = 0;
        int events = 0;
        int above = 0;
        int caught = 0;
        int acted = 0;
        for (int i = 0; i < 900; i++) {
            boolean act = world.score()[i] >= CUT;
            if (act) acted++;
            if (world.outcome()[i] < 0) continue;
            known++;
            events += world.outcome()[i];
            if (act) above++;
            if (act) caught += world.outcome()[i];
        }
        assertThat(List.of(found.records(), found.acted(), found.known(), found.events()))
                .containsExactly(900, acted, known, events);
        SignedFigures.Measures at = found.figures();
        assertThat(at.capture().value()).isCloseTo(caught / (double) events, within(1e-12));
        assertThat(at.precision().value()).isCloseTo(caught / (double) above, within(1e-12));
        assertThat(at.lift().value()).isCloseTo(caught / (double) above / (events / (double) known), within(1e-12));
        assertThat(at.gain().value()).isCloseTo((caught * 40 - above * 5) / (double) known, within(1e-9));
        assertThat(at.capture().low()).isLessThan(at.capture().value());
        assertThat(at.capture().high()).isGreaterThan(at.capture().value());
    }

    @Test
    void withoutAnyOutcomeNothingIsJudgedAndTheRestIsTold() {
        World world = World.of(7, 300, 1);
        BatchFigures found = world.beside(signed(World.of(8, 1000, 0)));
        assertThat(found.figures()).isNull();
        assertThat(found.differences()).isNull();
        assertThat(found.known()).isZero();
        assertThat(found.inputs()).extracting(Stability::column).containsExactly("rides");
        assertThat(Advice.of(List.of(found), List.of()).words()).startsWith("Carry on. No outcome has arrived yet");
    }

    /** The same world seldom falls; one in which scores say nothing any more does. */
    @Test
    void aModelThatFailsIsToldFromOneThatDoesNot() {
        SignedFigures signed = signed(World.of(9, 6000, 0));
        int sound = 0;
        int lost = 0;
        for (int run = 0; run < 60; run++) {
            World same = World.of(100 + run, 1500, 0.2);
            if (!same.beside(signed).differences().capture().holds()) sound++;
            byte[] shuffled = World.of(500 + run, 1500, 0.2).outcome();
            World other = new World(same.score(), shuffled, same.rides());
            BatchFigures failed = other.beside(signed);
            if (Advice.of(List.of(failed), List.of()).kind() == Advice.Kind.NEW_BRIEF) lost++;
        }
        assertThat(sound).isLessThanOrEqualTo(2);
        assertThat(lost).isEqualTo(60);
    }

    @Test
    void anInputThatMovedIsNamedFirstAndASlowSlideRings() {
        World then = World.of(11, 4000, 0);
        SignedFigures signed = signed(then);
        World now = World.of(12, 1500, 0);
        double[] gone = now.rides().clone();
        for (int i = 0; i < gone.length; i++) if (gone[i] == 0) gone[i] = Double.NaN;
        Advice advice = Advice.of(List.of(new World(now.score(), now.outcome(), gone).beside(signed)), List.of());
        assertThat(advice.kind()).isEqualTo(Advice.Kind.LOOK_AT_INPUT);
        assertThat(advice.column()).isEqualTo("rides");
        assertThat(advice.words()).contains("Nothing has fallen yet");
        BatchFigures sound = now.beside(signed);
        SignedFigures.Difference slide = new SignedFigures.Difference(-0.02, -0.05, 0.01, -1.7, true, 0);
        BatchFigures slid = new BatchFigures(
                1500,
                sound.acted(),
                1500,
                sound.events(),
                sound.score(),
                List.of(),
                sound.figures(),
                new BatchFigures.Differences(slide, slide, slide, slide, slide, null),
                false);
        BatchFigures[] weeks = new BatchFigures[5];
        Arrays.fill(weeks, slid);
        assertThat(Advice.of(List.of(weeks[0], weeks[1]), List.of()).kind()).isEqualTo(Advice.Kind.CARRY_ON);
        Advice after = Advice.of(List.of(weeks), List.of());
        assertThat(after.kind()).isEqualTo(Advice.Kind.NEW_BRIEF);
        assertThat(after.words()).contains("capture, batch by batch (CUSUM 6.0 of 5)");
    }

    /** Events come half as often as the scores say, in the same order. */
    @Test
    void probabilitiesThatAreOffAskForRecalibrationAndPlannedRatesDoNot() {
        SignedFigures signed = signed(World.of(21, 6000, 0));
        World now = World.of(22, 6000, 0);
        RandomStream random = new Seeds(23).stream("half");
        byte[] fewer = now.outcome().clone();
        for (int i = 0; i < fewer.length; i++) if (random.nextDouble() < 0.25) fewer[i] = 0;
        BatchFigures off = new World(now.score(), fewer, now.rides()).beside(signed);
        double expected = Arrays.stream(now.score()).sum();
        assertThat(off.figures().calibration().value()).isCloseTo(off.events() / expected, within(1e-12));
        Advice advice = Advice.of(List.of(off), List.of());
        assertThat(advice.kind()).as(advice.words()).isEqualTo(Advice.Kind.RECALIBRATE);
        assertThat(advice.words()).contains("events came for each that the scores say");
        assertThat(Advice.of(List.of(now.beside(signed)), List.of()).kind()).isEqualTo(Advice.Kind.CARRY_ON);
        assertThat(EventsOverExpected.of(now.score(), Sample.of(fewer), 0.1)).isNull();
        assertThat(EventsOverExpected.of(new double[] {2, 3}, Sample.of(new byte[] {0, 1}), Double.NaN))
                .isNull();
    }

    @Test
    void theRatioOfEventsIsHeldByItsInterval() {
        int held = 0;
        for (int run = 0; run < 400; run++) {
            RandomStream random = new Seeds(run).stream("ratio");
            double[] score = new double[700];
            byte[] outcome = new byte[700];
            for (int i = 0; i < 700; i++) {
                score[i] = random.nextDouble() * 0.3;
                outcome[i] = (byte) (random.nextDouble() < score[i] ? 1 : 0);
            }
            SignedFigures.Told told = EventsOverExpected.of(score, Sample.of(outcome), Double.NaN);
            if (told.low() <= 1 && told.high() >= 1) held++;
        }
        assertThat(held).isBetween(368, 392);
    }

    @Test
    void aLimitOfThePlanThatIsCrossedIsNeverCarriedOn() {
        SignedFigures signed = signed(World.of(31, 4000, 0));
        BatchFigures now = World.of(32, 3000, 0).beside(signed);
        WatchLimit shares = new WatchLimit(Watched.ACTED_SHARE, WatchLimit.Side.AT_MOST, 0.3, WatchLimit.Every.MONTH);
        Advice mix = Advice.of(List.of(now), List.of(shares));
        assertThat(mix.kind()).isEqualTo(Advice.Kind.LOOK_AT_MIX);
        assertThat(mix.words()).contains("share to act on").contains("plan: at most 30 %");
        WatchLimit capture = new WatchLimit(Watched.CAPTURE, WatchLimit.Side.AT_LEAST, 0.95, WatchLimit.Every.MONTH);
        Advice fallen = Advice.of(List.of(now), List.of(shares, capture));
        assertThat(fallen.kind()).isEqualTo(Advice.Kind.NEW_BRIEF);
        assertThat(fallen.words()).contains("capture rate at the cut").contains("plan: at least 95 %");
        BatchFigures open = World.of(33, 3000, 1).beside(signed);
        assertThat(Advice.of(List.of(now, open), List.of(capture)).kind())
                .as("a batch without outcomes takes nothing back")
                .isEqualTo(Advice.Kind.NEW_BRIEF);
    }

    /** One level follows other rules than the rest: it alone has fallen. */
    @Test
    void aSegmentInWhichTheScoreFailsIsTold() {
        World then = World.of(41, 6000, 0);
        World now = World.of(42, 6000, 0.2);
        int[] codes = IntStream.range(0, 6000).map(i -> i % 3).toArray();
        CategoryColumn tier = new CategoryColumn("tier", codes, List.of("town", "tour", "race"));
        NumberColumn rides = new NumberColumn("rides", now.rides());
        List<SegmentFigures> signed = SegmentFigures.of(List.of(tier, rides), null, then.judged());
        assertThat(signed).extracting(SegmentFigures::level).containsExactly("race", "tour", "town");
        byte[] strange = now.outcome().clone();
        for (int i = 2; i < 6000; i += 3) if (strange[i] >= 0) strange[i] = now.score()[i] < CUT ? (byte) 1 : 0;
        List<SegmentFigures> found =
                SegmentFigures.of(List.of(tier), signed, new World(now.score(), strange, now.rides()).judged());
        assertThat(found).extracting(s -> s.differences().capture().holds()).containsExactly(false, true, true);
        SegmentFigures town = found.get(2);
        long known = IntStream.range(0, 6000)
                .filter(i -> i % 3 == 0 && strange[i] >= 0)
                .count();
        assertThat(town.records()).isEqualTo(2000);
        assertThat((long) town.known()).isEqualTo(known);
    }

    /** A score that is one column's share: acted on are those above 6 of 10; another column does nothing. */
    @Test
    void whatAnInputThatMovedDoesToTheDecisionsIsTold() {
        RandomStream random = new Seeds(51).stream("carried");
        double[] then = new double[4000];
        double[] now = new double[4000];
        double[] idle = new double[4000];
        for (int i = 0; i < 4000; i++) {
            then[i] = random.nextInt(11);
            now[i] = Math.min(10, then[i] + random.nextInt(4));
            idle[i] = random.nextDouble() + 1;
        }
        NumberColumn points = new NumberColumn("points", now);
        double[] before = Arrays.stream(idle).map(v -> v - 1).toArray();
        SignedFigures signed = new SignedFigures(
                signed(World.of(52, 500, 0)).figures(),
                0.3,
                Reference.of("score", then),
                List.of(Reference.of("points", then), Reference.of("idle", before)),
                null);
        Table read = new Table(List.of(points, new NumberColumn("idle", idle)), null);
        List<Stability> moved = signed.inputs().stream()
                .map(r -> Stability.of(r, read.column(r.column())))
                .toList();
        List<Carried> found = Carried.of(
                signed, moved, read, new SuppliedScore("points", false, false), 6.5, new Seeds(1), Workers.ALONE);
        double wasAbove = Arrays.stream(then).filter(v -> v > 6.5).count() / 4000.0;
        double isAbove = Arrays.stream(now).filter(v -> v > 6.5).count() / 4000.0;
        assertThat(found).extracting(Carried::column).containsExactly("points", "idle");
        assertThat(found.get(0).now()).isEqualTo(isAbove);
        assertThat(found.get(0).asSigned()).isCloseTo(wasAbove, within(0.03));
        assertThat(found.get(1).asSigned()).isEqualTo(isAbove);
        double up = Arrays.stream(now).average().orElse(0)
                - Arrays.stream(then).average().orElse(0);
        assertThat(found.get(0).shift())
                .isCloseTo(up, within(0.15))
                .isEqualTo(found.get(1).shift());
        assertThat(found.get(0).carries()).isCloseTo(found.get(0).shift(), within(1e-9));
        assertThat(found.get(1).carries()).as("the score does not read it").isZero();
    }

    /** A score in which two inputs count only together: each carries half of what both bring. */
    private record Together() implements Model {
        @Override
        public double[] score(Table table, int[] rows) {
            double[] a = ((NumberColumn) table.column("a")).values();
            double[] b = ((NumberColumn) table.column("b")).values();
            return IntStream.of(rows)
                    .mapToDouble(i -> a[i] > 1 && b[i] > 1 ? 1 : 0)
                    .toArray();
        }

        @Override
        public boolean probability() {
            return true;
        }

        @Override
        public List<String> columns() {
            return List.of("a", "b");
        }

        @Override
        public long size() {
            return 1;
        }

        @Override
        public Term term() {
            throw new UnsupportedOperationException();
        }
    }

    @Test
    void inputsThatCountOnlyTogetherShareWhatTheyBring() {
        double[] low = IntStream.range(0, 2000).mapToDouble(i -> i / 2000.0).toArray();
        double[] high = Arrays.stream(low).map(v -> v + (v > 0.2 ? 2 : 0)).toArray();
        SignedFigures signed = new SignedFigures(
                signed(World.of(52, 500, 0)).figures(),
                0.3,
                Reference.of("score", low),
                List.of(Reference.of("a", low), Reference.of("b", low)),
                null);
        Table read = new Table(List.of(new NumberColumn("a", high), new NumberColumn("b", high)), null);
        List<Stability> moved = signed.inputs().stream()
                .map(r -> Stability.of(r, read.column(r.column())))
                .toList();
        List<Carried> found = Carried.of(signed, moved, read, new Together(), 0.5, new Seeds(1), Workers.ALONE);
        double shift = found.get(0).shift();
        assertThat(shift).isCloseTo(0.8, within(0.05));
        assertThat(found.get(0).carries() + found.get(1).carries()).isCloseTo(shift, within(1e-12));
        assertThat(found.get(0).carries()).isCloseTo(shift / 2, within(0.03));
    }
}
