package outrider.doubt;

import outrider.rank.Placed;
import outrider.rank.Ranking;

/**
 * From which of the depths on each record of a candidate is acted on: {@code part[i]} is the index of the first depth that
 * reaches into its tie group, {@code whole[i]} of the first that holds it; unsigned, one byte a record.
 */
final class Standing {
    final byte[] part;
    final byte[] whole;

    private Standing(byte[] part, byte[] whole) {
        this.part = part;
        this.whole = whole;
    }

    static Standing of(Placed placed, double[] depths) {
        Ranking ranking = placed.ranking();
        byte[] partOf = new byte[ranking.groups() + 1];
        byte[] wholeOf = new byte[ranking.groups() + 1];
        int reached = 0;
        int held = 0;
        for (int g = 1; g <= ranking.groups(); g++) {
            while (reached < depths.length && rank(ranking, depths[reached]) <= ranking.size(g - 1)) reached++;
            while (held < depths.length && rank(ranking, depths[held]) < ranking.size(g)) held++;
            partOf[g] = (byte) reached;
            wholeOf[g] = (byte) held;
        }
        int[] point = placed.point();
        byte[] part = new byte[point.length];
        byte[] whole = new byte[point.length];
        for (int i = 0; i < point.length; i++) {
            part[i] = partOf[point[i]];
            whole[i] = wholeOf[point[i]];
        }
        return new Standing(part, whole);
    }

    /** A depth as a rank; the whole population exactly. */
    static double rank(Ranking ranking, double depth) {
        return depth == 1 ? ranking.total() : depth * ranking.total();
    }
}
