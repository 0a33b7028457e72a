package outrider.follow;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.Period;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * A limit of a monitoring plan. It is crossed where all of a batch's 95 % interval lies beyond it: a small batch that is beyond by chance
 * crosses nothing, and says so.
 *
 * @param at shares from 0 to 1, a gain of 1,000 records in the brief's currency
 * @param every how often a batch is due
 */
public record WatchLimit(Watched measure, Side side, Double at, Every every) {
    private static final MathContext THREE = new MathContext(3, RoundingMode.HALF_UP);

    /** Which side of a limit is right. */
    public enum Side {
        AT_LEAST("at least"),
        AT_MOST("at most");

        private final String words;

        Side(String words) {
            this.words = words;
        }
    }

    /** How often a batch is due. */
    public enum Every {
        WEEK("weekly", Period.ofWeeks(1)),
        MONTH("monthly", Period.ofMonths(1)),
        QUARTER("quarterly", Period.ofMonths(3)),
        HALF_YEAR("twice a year", Period.ofMonths(6)),
        YEAR("yearly", Period.ofYears(1));

        private final String words;
        private final Period period;

        Every(String words, Period period) {
            this.words = words;
            this.period = period;
        }

        public String words() {
            return words;
        }

        public LocalDate after(LocalDate day) {
            return day.plus(period);
        }
    }

    /** How a batch stands to a limit. */
    public enum Standing {
        /** Outcomes have not arrived, or too few of them, or the figure cannot be said. */
        UNKNOWN,
        HOLDS,
        /** Beyond it, and the interval reaches back over it. */
        WITHIN_CHANCE,
        CROSSED
    }

    /** @throws BadInput if a part is missing, or a share is none */
    public WatchLimit {
        if (measure == null) throw BadInput.of("measure", "is missing", "say what is watched");
        if (side == null) throw BadInput.of("side", "is missing", "say at least or at most");
        if (at == null) throw BadInput.of("limit on " + measure.words(), "is missing", "give a number");
        if (every == null) throw BadInput.of("every", "is missing", "say how often a batch is due");
        boolean share = measure.unit() == Watched.Unit.SHARE || measure.unit() == Watched.Unit.SCORE;
        if (!Double.isFinite(at) || share && (at < 0 || at > 1)) {
            throw BadInput.of("limit on " + measure.words(), "is " + at, share ? "give 0 to 1" : "give a number");
        }
        if (measure == Watched.OUTCOMES && side == Side.AT_MOST) {
            throw BadInput.of("side", "is at most", "outcomes are waited for: say at least");
        }
    }

    public Standing of(BatchFigures batch) {
        SignedFigures.Told told = measure.of(batch);
        Double value = told == null ? null : told.value();
        if (told == null || value == null) return Standing.UNKNOWN;
        boolean least = side == Side.AT_LEAST;
        if (measure == Watched.OUTCOMES && value < at) return Standing.UNKNOWN;
        if (least ? value >= at : value <= at) return Standing.HOLDS;
        Double nearest = least ? told.high() : told.low();
        boolean beyond = nearest == null || (least ? nearest < at : nearest > at);
        return beyond ? Standing.CROSSED : Standing.WITHIN_CHANCE;
    }

    /** The share of outcomes that a plan waits for before it judges a batch; 0 where it does not say. */
    public static double due(List<WatchLimit> plan) {
        return plan.stream()
                .filter(limit -> limit.measure == Watched.OUTCOMES)
                .mapToDouble(WatchLimit::at)
                .max()
                .orElse(0);
    }

    /** The newest batch that can say it; null where none can. */
    public @Nullable BatchFigures newest(List<BatchFigures> batches) {
        BatchFigures found = null;
        for (BatchFigures batch : batches) if (of(batch) != Standing.UNKNOWN) found = batch;
        return found;
    }

    /** "at least 31.2 %"; the limit as it was given. */
    public String words() {
        return side.words + " " + plain(scaled(at).stripTrailingZeros()) + sign();
    }

    /** A figure of what is watched: a share to a tenth of a per cent, others to three digits; "–" for none. */
    public String written(@Nullable Double value) {
        if (value == null) return "–";
        BigDecimal exact = scaled(value);
        return plain(
                        share()
                                ? exact.setScale(1, RoundingMode.HALF_UP)
                                : exact.round(THREE).stripTrailingZeros())
                + sign();
    }

    private boolean share() {
        return measure.unit() == Watched.Unit.SHARE;
    }

    private String sign() {
        return share() ? " %" : "";
    }

    private BigDecimal scaled(double value) {
        return share() ? BigDecimal.valueOf(value).movePointRight(2) : BigDecimal.valueOf(value);
    }

    private static String plain(BigDecimal number) {
        return number.toPlainString().replace('-', '−');
    }
}
