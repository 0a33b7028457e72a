package outrider.rank;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** What was packed is read back by a plain reader of the format. */
class CompactRankingTest {
    private static long number(ByteBuffer in) {
        long value = 0;
        for (int shift = 0; ; shift += 7) {
            byte next = in.get();
            value |= (next & 127L) << shift;
            if (next >= 0) return value;
        }
    }

    private static String fourDigits(double score) {
        return new BigDecimal(score)
                .round(new MathContext(4, RoundingMode.HALF_UP))
                .stripTrailingZeros()
                .toPlainString();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 3, 40, 1_000_000})
    void holdsEveryEventTieAndShownScore(int levels) {
        RandomStream random = new Seeds(levels).stream("order");
        int n = 700;
        double[] score = new double[n];
        double[] value = new double[n];
        byte[] outcome = new byte[n];
        for (int i = 0; i < n; i++) {
            double s = random.nextGaussian() * (levels == 0 ? 1e4 : 1);
            score[i] = levels == 0 ? s : Math.rint(s * levels) / levels;
            outcome[i] = (byte) (random.nextInt(9) == 0 ? 1 : 0);
            value[i] = random.nextInt(50);
        }
        Ranking ranking = Ranking.of(score, outcome, null, value);
        ByteBuffer in = ByteBuffer.wrap(CompactRanking.of(ranking)).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(in.getInt()).isEqualTo(n);
        int lines = in.getInt();
        int marks = in.getInt();
        int values = in.getInt();
        double rank = 0;
        double events = 0;
        double[] endsOfEvents = new double[lines];
        int withEvents = 0;
        for (int i = 0; i < lines; i++) {
            long code = number(in);
            long skipped = code / 2;
            for (int k = 1; k <= skipped; k++) {
                int point = ranking.pointAtOrBefore(rank + k);
                assertThat(ranking.size(point)).isEqualTo(rank + k);
                assertThat(ranking.events(point)).isEqualTo(events);
            }
            rank += skipped;
            boolean tied = code % 2 == 1;
            rank += tied ? number(in) : 1;
            long hits = tied ? number(in) : 1;
            events += hits;
            if (hits > 0) endsOfEvents[withEvents++] = rank;
            assertThat(ranking.eventsAt(rank)).isEqualTo(events);
            assertThat(ranking.size(ranking.pointAtOrBefore(rank))).isEqualTo(rank);
        }
        assertThat(events).isEqualTo(ranking.totalEvents());
        double from = 0;
        String[] shown = new String[n];
        for (int i = 0; i < marks; i++) {
            from += number(in);
            String text = fourDigits(in.getDouble());
            for (int r = (int) from; r < n; r++) shown[r] = text;
        }
        for (int r = 0; r < n; r++) {
            int group = ranking.pointAtOrBefore(r) + 1;
            assertThat(shown[r]).as("record %d", r).isEqualTo(fourDigits(ranking.score(group)));
        }
        assertThat(values).isEqualTo(withEvents);
        for (int i = 0; i < values; i++) assertThat(in.getDouble()).isEqualTo(ranking.valuedAt(endsOfEvents[i]));
        assertThat(in.hasRemaining()).isFalse();
    }

    @Test
    void everyGroupOfWeighedRecordsIsWrittenInFull() {
        double[] score = {3, 1, 3, 2};
        double[] weight = {0.5, 1.25, 2, 0.25};
        Ranking ranking = Ranking.of(score, new byte[] {1, 0, 0, 1}, weight, new double[] {10, 0, 0, 40});
        ByteBuffer in = ByteBuffer.wrap(CompactRanking.of(ranking)).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(new int[] {in.getInt(), in.getInt(), in.getInt(), in.getInt()})
                .containsExactly(-1, 3, 1, 0);
        double[] read = new double[12];
        for (int i = 0; i < read.length; i++) read[i] = in.getDouble();
        assertThat(read).containsExactly(2.5, 2.75, 4, 0.5, 0.75, 0.75, 3, 2, 1, 5, 15, 15);
        assertThat(in.hasRemaining()).isFalse();
    }

    @ParameterizedTest
    @ValueSource(ints = {12_000, 60_000})
    void aThinnedCurvePassesEveryPointWithinItsError(int n) {
        RandomStream random = new Seeds(n).stream("thin");
        double[] score = new double[n];
        byte[] outcome = new byte[n];
        for (int i = 0; i < n; i++) {
            score[i] = random.nextGaussian();
            outcome[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(3 - 1.2 * score[i])) ? 1 : 0);
        }
        Ranking ranking = Ranking.of(score, outcome);
        SimplifiedCurve thinned = SimplifiedCurve.of(ranking, 2000);
        int[] points = thinned.points();
        assertThat(points.length).isLessThanOrEqualTo(2000);
        assertThat(points[0]).isZero();
        assertThat(points[points.length - 1]).isEqualTo(ranking.groups());
        assertThat(thinned.error())
                .isEqualTo(n == 12_000 ? 1e-4 : thinned.error())
                .isLessThan(4e-4);
        int segment = 1;
        for (int point = 0; point <= ranking.groups(); point++) {
            while (points[segment] < point) segment++;
            assertThat(distance(ranking, points[segment - 1], points[segment], point))
                    .isLessThanOrEqualTo(thinned.error() * (1 + 1e-9));
        }
        assertThat(SimplifiedCurve.of(Ranking.of(new double[] {1, 2}, new byte[] {0, 1}), 10)
                        .exact())
                .isTrue();
    }

    /** The larger of the shifts in depth and in capture that bring a point onto the line, both taken equally. */
    private static double distance(Ranking ranking, int from, int to, int point) {
        double x = (ranking.size(to) - ranking.size(from)) / ranking.total();
        double y = (ranking.events(to) - ranking.events(from)) / ranking.totalEvents();
        double px = (ranking.size(point) - ranking.size(from)) / ranking.total();
        double py = (ranking.events(point) - ranking.events(from)) / ranking.totalEvents();
        return Math.abs(x * py - y * px) / (x + y);
    }
}
