package outrider.rank;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/**
 * A ranking in few bytes, from which events, tie groups and scores can be read at every rank:
 *
 * <pre>
 * records, lines, marks, values         four unsigned 32-bit numbers, little endian
 * lines: skipped · 2 + tied, then for a tied group its size and its events
 * marks: skipped records, then the score of the next record and all after it to four significant digits
 * values: one double a line with an event, the summed value of the events up to it; only with a value column
 * </pre>
 *
 * A line is an event alone (not tied) or a group of several records; records skipped before it are non-events with scores of
 * their own. Numbers of lines and marks are LEB128; scores are 8-byte doubles.
 *
 * <p>Of records with weights every tie group is written in full:
 *
 * <pre>
 * 0xffffffff, groups, 1 with a value column else 0, 0      four unsigned 32-bit numbers, little endian
 * sizes, events, scores, summed values (with a value column)      that many doubles each, cumulated but for the scores
 * </pre>
 */
public final class CompactRanking {
    private static final double ROUNDING = 1e-12;

    private final ByteArrayOutputStream lines = new ByteArrayOutputStream();
    private final ByteArrayOutputStream marks = new ByteArrayOutputStream();
    private final ByteArrayOutputStream values = new ByteArrayOutputStream();
    private int lineCount;
    private int markCount;
    private int valueCount;

    private CompactRanking() {}

    /** Bytes as told above. O(groups). */
    public static byte[] of(Ranking ranking) {
        if (ranking.weighted()) return weighed(ranking);
        CompactRanking packed = new CompactRanking();
        packed.write(ranking);
        ByteBuffer head = ByteBuffer.allocate(16).order(ByteOrder.LITTLE_ENDIAN);
        head.putInt((int) ranking.total())
                .putInt(packed.lineCount)
                .putInt(packed.markCount)
                .putInt(packed.valueCount);
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        all.writeBytes(head.array());
        all.writeBytes(packed.lines.toByteArray());
        all.writeBytes(packed.marks.toByteArray());
        all.writeBytes(packed.values.toByteArray());
        return all.toByteArray();
    }

    private static byte[] weighed(Ranking ranking) {
        int groups = ranking.groups();
        int columns = ranking.hasValues() ? 4 : 3;
        ByteBuffer all = ByteBuffer.allocate(16 + 8 * columns * groups).order(ByteOrder.LITTLE_ENDIAN);
        all.putInt(-1).putInt(groups).putInt(ranking.hasValues() ? 1 : 0).putInt(0);
        for (int g = 1; g <= groups; g++) all.putDouble(ranking.size(g));
        for (int g = 1; g <= groups; g++) all.putDouble(ranking.events(g));
        for (int g = 1; g <= groups; g++) all.putDouble(ranking.score(g));
        for (int g = 1; g <= groups && ranking.hasValues(); g++) all.putDouble(ranking.valued(g));
        return all.array();
    }

    private void write(Ranking ranking) {
        long skipped = 0;
        double marked = 0;
        double same = Double.POSITIVE_INFINITY;
        for (int g = 1; g <= ranking.groups(); g++) {
            long size = (long) (ranking.size(g) - ranking.size(g - 1));
            long events = (long) (ranking.events(g) - ranking.events(g - 1));
            if (ranking.score(g) < same) {
                number(marks, (long) (ranking.size(g - 1) - marked));
                real(marks, ranking.score(g));
                marked = ranking.size(g - 1);
                same = lowestShownAlike(ranking.score(g));
                markCount++;
            }
            if (size == 1 && events == 0) {
                skipped++;
                continue;
            }
            lineCount++;
            number(lines, skipped * 2 + (size > 1 ? 1 : 0));
            skipped = 0;
            if (size > 1) {
                number(lines, size);
                number(lines, events);
            }
            if (ranking.hasValues() && events > 0) {
                real(values, ranking.valued(g));
                valueCount++;
            }
        }
    }

    /**
     * Every score from here up to {@code score} has its four significant digits. Scores within rounding of a half stand for
     * themselves.
     */
    private static double lowestShownAlike(double score) {
        double size = Math.abs(score);
        double unit = score == 0 ? Double.NaN : StrictMath.pow(10, 3 - Math.floor(StrictMath.log10(size)));
        if (!Double.isFinite(unit)) return score;
        double digits = Math.floor(size * unit + 0.5);
        double lower = (digits - 0.5) / unit * (1 + ROUNDING);
        double upper = (digits + 0.5) / unit * (1 - ROUNDING);
        if (size < lower || size > upper) return score;
        if (score < 0) return -upper;
        return digits <= 1000 ? 1000 / unit : lower;
    }

    private static void number(ByteArrayOutputStream out, long value) {
        long left = value;
        while (left >= 128) {
            out.write((int) (left & 127 | 128));
            left >>>= 7;
        }
        out.write((int) left);
    }

    private static void real(ByteArrayOutputStream out, double value) {
        out.writeBytes(ByteBuffer.allocate(8)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putDouble(value)
                .array());
    }
}
