package outrider.measure;

import java.util.ArrayList;
import java.util.List;
import outrider.learn.linear.LogisticRegression;
import outrider.rank.Ranking;

/**
 * How good scores are as probabilities (METHODS section 3).
 *
 * @param intercept of the calibration line, null where it cannot be fitted (a constant score, or separation)
 * @param slope likewise; 1 is perfect, below 1 over-confident
 * @param ece over the bands of {@code reliability}
 */
public record ProbabilityQuality(
        double logLoss,
        double brier,
        double brierSkill,
        Double intercept,
        Double slope,
        double ece,
        List<Reliability> reliability) {
    private static final double CLIP = 1e-15;

    /** One band: mean predicted probability against the observed rate with its Wilson 95 % interval. */
    public record Reliability(
            int band, double records, double meanProbability, double observedRate, double low, double high) {}

    /** Whether every score lies in [0, 1]. */
    public static boolean applies(double[] score) {
        for (double s : score) if (!(s >= 0 && s <= 1)) return false;
        return true;
    }

    /**
     * @param score probabilities, one a record
     * @param outcome 0 or 1
     * @param weight or null
     * @param q bands of the reliability table
     */
    public static ProbabilityQuality of(double[] score, byte[] outcome, double[] weight, int q) {
        Ranking ranking = Ranking.of(score, outcome, weight, null);
        double loss = 0;
        double brier = 0;
        double[] logit = new double[score.length];
        for (int i = 0; i < score.length; i++) {
            double w = weight == null ? 1 : weight[i];
            double p = Math.min(1 - CLIP, Math.max(CLIP, score[i]));
            logit[i] = Math.log(p / (1 - p));
            loss -= w * Math.log(outcome[i] == 1 ? p : 1 - p);
            double off = score[i] - outcome[i];
            brier += w * off * off;
        }
        loss /= ranking.total();
        brier /= ranking.total();
        double[] line = LogisticRegression.line(logit, outcome, weight);
        List<Reliability> rows = reliability(ranking, q);
        double ece = 0;
        for (Reliability row : rows) {
            ece += row.records() / ranking.total() * Math.abs(row.meanProbability() - row.observedRate());
        }
        double rate = ranking.baseRate();
        return new ProbabilityQuality(
                loss,
                brier,
                1 - brier / (rate * (1 - rate)),
                line == null ? null : line[0],
                line == null ? null : line[1],
                ece,
                rows);
    }

    private static List<Reliability> reliability(Ranking ranking, int q) {
        double[] scoreSum = new double[ranking.groups() + 1];
        for (int g = 1; g < scoreSum.length; g++) {
            scoreSum[g] = scoreSum[g - 1] + (ranking.size(g) - ranking.size(g - 1)) * ranking.score(g);
        }
        List<Reliability> rows = new ArrayList<>();
        double before = 0;
        for (BandRow band : Bands.of(ranking, q)) {
            int point = ranking.pointAtOrBefore(band.to());
            double upTo = scoreSum[point];
            if (point < ranking.groups()) upTo += (band.to() - ranking.size(point)) * ranking.score(point + 1);
            double[] interval = wilson(band.events(), band.records());
            rows.add(new Reliability(
                    band.band(),
                    band.records(),
                    (upTo - before) / band.records(),
                    band.eventRate(),
                    interval[0],
                    interval[1]));
            before = upTo;
        }
        return rows;
    }

    /** Wilson 1927, 95 %. */
    public static double[] wilson(double events, double records) {
        double z = 1.959963984540054;
        double rate = events / records;
        double middle = (rate + z * z / (2 * records)) / (1 + z * z / records);
        double half = z
                / (1 + z * z / records)
                * Math.sqrt(Math.max(0, rate * (1 - rate)) / records + z * z / (4 * records * records));
        return new double[] {Math.max(0, middle - half), Math.min(1, middle + half)};
    }
}
