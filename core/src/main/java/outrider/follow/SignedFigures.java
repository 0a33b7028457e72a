package outrider.follow;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Normal;
import outrider.exchange.CutFigures;
import outrider.uncertainty.AucUncertainty;

/**
 * What was signed and later batches are held against.
 *
 * @param figures of validation at the signed cut
 * @param actedShare of its records
 * @param score how its scores were distributed, and {@code inputs} each column that is read
 * @param segments by level; null where none were signed
 */
public record SignedFigures(
        Measures figures,
        double actedShare,
        Reference score,
        List<Reference> inputs,
        @Nullable List<SegmentFigures> segments) {

    /** Events a record, as precision and lift say it; null where they do not. */
    public @Nullable Double rate() {
        Double precision = figures.precision().value();
        Double lift = figures.lift().value();
        return precision == null || lift == null || lift <= 0 ? null : (Double) (precision / lift);
    }

    /**
     * A figure with its 95 % interval.
     *
     * @param value null where it is undefined; bounds likewise
     */
    public record Told(
            @Nullable Double value,
            @Nullable Double low,
            @Nullable Double high) {
        double error() {
            return low == null || high == null ? 0 : (high - low) / 2 / Normal.Z95;
        }
    }

    /**
     * The signed measures, each with its interval.
     *
     * @param gain over acting on nobody, a record
     * @param calibration events over the sum of the probabilities; null where scores are none, or rates are planned
     */
    public record Measures(
            Told capture,
            Told lift,
            Told precision,
            Told gain,
            Told auc,
            @Nullable Told calibration) {
        /** @param records that the figures sum over */
        public static Measures of(
                CutFigures at, AucUncertainty.@Nullable Interval auc, double records, @Nullable Told calibration) {
            return new Measures(
                    new Told(
                            at.reach().capture(),
                            at.reach().captureLow(),
                            at.reach().captureHigh()),
                    new Told(at.reach().lift(), at.reach().liftLow(), at.reach().liftHigh()),
                    new Told(
                            at.hits().precision(),
                            at.hits().precisionLow(),
                            at.hits().precisionHigh()),
                    new Told(
                            at.money().gainOverNobody() / records,
                            over(at.money().gainLow(), records),
                            over(at.money().gainHigh(), records)),
                    auc == null ? new Told(null, null, null) : new Told(auc.auc(), auc.low(), auc.high()),
                    calibration);
        }

        /** By how much errors of so few events are larger, going by the error of the capture: {@code √(v (1 − v) / events)} (binomial). */
        double errorsGrow(int events) {
            Double v = capture.value();
            double error = capture.error();
            if (v == null || error == 0 || v <= 0 || v >= 1) return 1;
            return Math.max(1, Math.sqrt(v * (1 - v) / events) / error);
        }

        private static @Nullable Double over(@Nullable Double value, double records) {
            return value == null ? null : value / records;
        }
    }

    /**
     * A batch's figure less the signed one, in the way of the reserve (METHODS section 4).
     *
     * @param standardised over the standard errors of both; null where either is undefined
     * @param holds whether the drop is within the uncertainty of both
     * @param common share of the variance that is of the signed figure, the same for every batch
     */
    public record Difference(
            @Nullable Double value,
            @Nullable Double low,
            @Nullable Double high,
            @Nullable Double standardised,
            boolean holds,
            double common) {
        /** Whether it is beyond the uncertainty of both, to either side. */
        boolean beyond() {
            return standardised != null && Normal.twoSided(standardised) <= TWO_SIDED;
        }

        /** One-sided 0.025 over five figures. */
        private static final double TWO_SIDED = 2 * 0.025 / 5;

        public static Difference of(Told signed, Told batch) {
            return of(signed, batch, 1, null);
        }

        /**
         * As one of so many that are looked at together.
         *
         * @param few by how much the signed error grows at the batch's size, where it has too few events to be judged alone: its own
         *     error, which may be nothing where none was caught, is no smaller then; null where it has enough
         */
        static Difference of(Told signed, Told batch, int many, @Nullable Double few) {
            if (signed.value() == null || batch.value() == null) return new Difference(null, null, null, null, true, 0);
            double difference = batch.value() - signed.value();
            double own = few == null ? batch.error() : Math.max(batch.error(), few * signed.error());
            double error = Math.hypot(signed.error(), own);
            return new Difference(
                    difference,
                    difference - Normal.Z95 * error,
                    difference + Normal.Z95 * error,
                    error == 0 ? null : (Double) (difference / error),
                    few != null || -difference < Normal.critical(TWO_SIDED / many) * error || difference >= 0,
                    error == 0 ? 0 : signed.error() * signed.error() / (error * error));
        }
    }
}
