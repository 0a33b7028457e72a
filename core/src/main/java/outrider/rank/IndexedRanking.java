package outrider.rank;

import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * A ranking that still knows which record stands where: {@code point[i]} is the tie group, from 1, of record i.
 */
public record IndexedRanking(Ranking ranking, int[] point) {

    /**
     * As {@link Ranking#of(double[], byte[], double[], double[])}.
     *
     * @throws BadInput as there
     */
    public static IndexedRanking of(
            double[] score, byte[] outcome, double @Nullable [] weight, double @Nullable [] value) {
        int[] point = new int[score.length];
        return new IndexedRanking(Ranking.of(score, outcome, weight, value, point), point);
    }

    /** The score of a record; −0 reads as 0. */
    public double score(int record) {
        return ranking.score(point[record]);
    }
}
