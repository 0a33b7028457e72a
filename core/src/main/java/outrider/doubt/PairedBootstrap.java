package outrider.doubt;

import java.util.Arrays;
import outrider.base.RandomStream;
import outrider.rank.Ranking;

/**
 * Paired differences of two candidates that each act on the same number of records (METHODS section 4): percentile bootstrap
 * over records, both on the same resample. Records are resampled as Poisson counts of the few sorts of record there are: acted on
 * by the one, the other, both or none, with event or without.
 */
public final class PairedBootstrap {
    /** A difference, first less second, with its 95 % interval and verdict. */
    public record Difference(double difference, double low, double high, Verdict verdict) {}

    /** Differences of capture rate, precision and money. */
    public record Differences(Difference capture, Difference precision, Difference gain) {}

    /** Money of acting on so many records of which so many are events, in a sample of N. */
    public interface Gain {
        double of(double records, double events);
    }

    private PairedBootstrap() {}

    /**
     * @param first and {@code second}: scores of the same records
     * @param rank how many records each acts on, above 0; a tie group that straddles it counts in part
     */
    public static Differences at(
            double[] first, double[] second, byte[] outcome, double rank, Gain gain, RandomStream random) {
        double[] a = membership(first, outcome, rank);
        double[] b = membership(second, outcome, rank);
        double[] shareA = new double[3];
        double[] shareB = new double[3];
        double[] cells = new double[18];
        for (int i = 0; i < outcome.length; i++) {
            int cell = (sort(a[i], shareA) * 3 + sort(b[i], shareB)) * 2 + outcome[i];
            cells[cell]++;
        }
        shareA[2] = 1;
        shareB[2] = 1;
        double n = outcome.length;
        double[] seen = figures(cells, shareA, shareB, n, gain);
        double[][] drawn = new double[3][Bootstrap.REPLICATES];
        double[] resample = new double[18];
        for (int r = 0; r < Bootstrap.REPLICATES; r++) {
            for (int c = 0; c < 18; c++) resample[c] = cells[c] == 0 ? 0 : random.nextPoisson(cells[c]);
            double[] figures = figures(resample, shareA, shareB, n, gain);
            for (int f = 0; f < 3; f++) drawn[f][r] = figures[f];
        }
        return new Differences(
                difference(seen[0], drawn[0]), difference(seen[1], drawn[1]), difference(seen[2], drawn[2]));
    }

    /** How much of each record is acted on: 1, 0, or a share of a straddling tie group. */
    private static double[] membership(double[] score, byte[] outcome, double rank) {
        Ranking ranking = Ranking.of(score, outcome);
        int point = ranking.pointAtOrBefore(rank);
        boolean more = point < ranking.groups() && ranking.size(point) < rank;
        double last = point == 0 ? Double.POSITIVE_INFINITY : ranking.score(point);
        double next = more ? ranking.score(point + 1) : Double.NEGATIVE_INFINITY;
        double part = more ? (rank - ranking.size(point)) / (ranking.size(point + 1) - ranking.size(point)) : 0;
        double[] acted = new double[score.length];
        for (int i = 0; i < acted.length; i++) {
            acted[i] = score[i] >= last ? 1 : more && score[i] >= next ? part : 0;
        }
        return acted;
    }

    private static int sort(double membership, double[] shares) {
        if (membership == 0 || membership == 1) return (int) (2 * membership);
        shares[1] = membership;
        return 1;
    }

    private static double[] figures(double[] cells, double[] shareA, double[] shareB, double n, Gain gain) {
        double events = 0;
        double total = 0;
        double[] acted = new double[2];
        double[] caught = new double[2];
        for (int c = 0; c < 18; c++) {
            int y = c % 2;
            double a = shareA[c / 6] * cells[c];
            double b = shareB[c / 2 % 3] * cells[c];
            total += cells[c];
            events += y * cells[c];
            acted[0] += a;
            acted[1] += b;
            caught[0] += y * a;
            caught[1] += y * b;
        }
        double scale = total == 0 ? 0 : n / total;
        return new double[] {
            events == 0 ? 0 : (caught[0] - caught[1]) / events,
            ratio(caught[0], acted[0]) - ratio(caught[1], acted[1]),
            gain.of(acted[0] * scale, caught[0] * scale) - gain.of(acted[1] * scale, caught[1] * scale)
        };
    }

    private static double ratio(double a, double b) {
        return b == 0 ? 0 : a / b;
    }

    private static Difference difference(double seen, double[] drawn) {
        Arrays.sort(drawn);
        double low = Bootstrap.percentile(drawn, 0.025);
        double high = Bootstrap.percentile(drawn, 0.975);
        Verdict verdict = low > 0 ? Verdict.AHEAD : high < 0 ? Verdict.BEHIND : Verdict.NOT_SEPARABLE;
        return new Difference(seen, low, high, verdict);
    }
}
