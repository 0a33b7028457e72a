package outrider.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.base.Normal;
import outrider.base.Stretches;
import outrider.learn.calibrate.CalibrationLine;
import outrider.rank.Ranking;

/**
 * How good scores are as probabilities (METHODS section 3).
 */
public record ProbabilityQuality(
        double logLoss, double brier, double brierSkill, Line line, MeanError error, List<Reliability> reliability) {
    /**
     * The calibration line.
     *
     * @param intercept of the calibration line with its 95 % Wald interval; null where it cannot be fitted (a constant score, or separation)
     * @param slope likewise; 1 is perfect, below 1 over-confident
     */
    public record Line(
            @Nullable Double intercept,
            @Nullable Double interceptLow,
            @Nullable Double interceptHigh,
            @Nullable Double slope,
            @Nullable Double slopeLow,
            @Nullable Double slopeHigh)
            implements Inline {}

    /**
     * Expected calibration error.
     *
     * @param ece over the bands of {@code reliability}; {@code eceExpected} what a perfect forecast of this size would show, if every record
     *     stood alone
     * @param eceExpectedOfUnits the same where records of one unit go together; null where every record stands alone
     */
    public record MeanError(
            double ece, double eceExpected, @Nullable Double eceExpectedOfUnits) implements Inline {}

    private static final double CLIP = 1e-15;

    /** One band: mean predicted probability against the observed rate with its Wilson 95 % interval. */
    public record Reliability(
            int band, double records, double meanProbability, double observedRate, double low, double high) {}

    /** What a perfect forecast of these records would show. */
    public double perfect() {
        return error.eceExpectedOfUnits == null ? error.eceExpected : error.eceExpectedOfUnits;
    }

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
    public static ProbabilityQuality of(double[] score, byte[] outcome, double @Nullable [] weight, int q) {
        return of(Ranking.of(score, outcome, weight, null), score, outcome, weight, null, q);
    }

    /**
     * The same from a ranking that is there already.
     *
     * @param unit from 0, of records that are drawn together; null where each stands alone
     */
    public static ProbabilityQuality of(
            Ranking ranking, double[] score, byte[] outcome, double @Nullable [] weight, int @Nullable [] unit, int q) {
        double[] logit = new double[score.length];
        double[] losses = losses(score, outcome, weight, logit);
        double loss = losses[0] / ranking.total();
        double brier = losses[1] / ranking.total();
        CalibrationLine line = CalibrationLine.fit(logit, outcome, weight, unit);
        List<Reliability> rows = reliability(ranking, q);
        double ece = 0;
        double expected = 0;
        double ofUnits = 0;
        double[] apart = unit == null ? null : inflation(ranking, rows, score, outcome, weight, unit);
        for (Reliability row : rows) {
            double share = row.records() / ranking.total();
            double p = row.meanProbability();
            ece += share * Math.abs(p - row.observedRate());
            double error = Math.sqrt(2 / Math.PI * Math.max(0, p * (1 - p)) / row.records());
            expected += share * error;
            if (apart != null) ofUnits += share * error * Math.sqrt(apart[row.band() - 1]);
        }
        double rate = ranking.baseRate();
        return new ProbabilityQuality(
                loss,
                brier,
                1 - brier / (rate * (1 - rate)),
                new Line(
                        line == null ? null : line.intercept(),
                        line == null ? null : line.intercept() - Normal.Z95 * line.interceptError(),
                        line == null ? null : line.intercept() + Normal.Z95 * line.interceptError(),
                        line == null ? null : line.slope(),
                        line == null ? null : line.slope() - Normal.Z95 * line.slopeError(),
                        line == null ? null : line.slope() + Normal.Z95 * line.slopeError()),
                new MeanError(ece, expected, unit == null ? null : ofUnits),
                rows);
    }

    /** Summed log losses and squared errors; fills in the logits, clipped at half a record (METHODS section 3). */
    private static double[] losses(double[] score, byte[] outcome, double @Nullable [] weight, double[] logit) {
        return Stretches.sum(score.length, (from, to) -> losses(from, to, score, outcome, weight, logit));
    }

    private static double[] losses(
            int from, int to, double[] score, byte[] outcome, double @Nullable [] weight, double[] logit) {
        double loss = 0;
        double brier = 0;
        double edge = 1 / (2.0 * score.length);
        for (int i = from; i < to; i++) {
            double w = weight == null ? 1 : weight[i];
            double s = score[i];
            double p = s < CLIP ? CLIP : s > 1 - CLIP ? 1 - CLIP : s;
            loss -= w * Math.log(outcome[i] == 1 ? p : 1 - p);
            double off = s - outcome[i];
            brier += w * off * off;
            double inside = s < edge ? edge : s > 1 - edge ? 1 - edge : s;
            logit[i] = Math.log(inside / (1 - inside));
        }
        return new double[] {loss, brier};
    }

    /**
     * By band, how many times the variance of its event rate is that of records that stand alone and count once: squared sums of its
     * weighted deviations by unit over their squares (the design effect, Kish 1965). A record of a tie group across two bands counts in the first.
     */
    private static double[] inflation(
            Ranking ranking,
            List<Reliability> rows,
            double[] score,
            byte[] outcome,
            double @Nullable [] weight,
            int[] unit) {
        double[] lowest = new double[rows.size()];
        double to = 0;
        for (int b = 0; b < lowest.length; b++) {
            to += rows.get(b).records();
            int point = ranking.pointAtOrBefore(to);
            boolean inside = point < ranking.groups() && ranking.size(point) < to;
            lowest[b] = b == lowest.length - 1 ? Double.NEGATIVE_INFINITY : ranking.score(inside ? point + 1 : point);
        }
        int units = Arrays.stream(unit).max().orElse(-1) + 1;
        double[] sums = new double[units * lowest.length];
        double[] alone = new double[lowest.length];
        for (int i = 0; i < score.length; i++) {
            int b = 0;
            while (score[i] < lowest[b]) b++;
            double w = weight == null ? 1 : weight[i];
            double off = outcome[i] - rows.get(b).observedRate();
            sums[unit[i] * lowest.length + b] += w * off;
            alone[b] += w * off * off;
        }
        double[] together = new double[lowest.length];
        for (int k = 0; k < sums.length; k++) together[k % lowest.length] += sums[k] * sums[k];
        for (int b = 0; b < together.length; b++) together[b] = alone[b] == 0 ? 1 : together[b] / alone[b];
        return together;
    }

    private static List<Reliability> reliability(Ranking ranking, int q) {
        double scoreSum = 0;
        int summed = 0;
        List<Reliability> rows = new ArrayList<>();
        double before = 0;
        for (BandRow band : Bands.of(ranking, q)) {
            int point = ranking.pointAtOrBefore(band.to());
            for (; summed < point; summed++) {
                scoreSum += (ranking.size(summed + 1) - ranking.size(summed)) * ranking.score(summed + 1);
            }
            double upTo = scoreSum;
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
        double z = Normal.Z95;
        double rate = events / records;
        double middle = (rate + z * z / (2 * records)) / (1 + z * z / records);
        double half = z
                / (1 + z * z / records)
                * Math.sqrt(Math.max(0, rate * (1 - rate)) / records + z * z / (4 * records * records));
        return new double[] {Math.max(0, middle - half), Math.min(1, middle + half)};
    }
}
