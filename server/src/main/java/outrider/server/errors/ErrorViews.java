package outrider.server.errors;

import static com.fasterxml.jackson.annotation.JsonInclude.Include.NON_NULL;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.errors.Condition;
import outrider.errors.InCommon;
import outrider.errors.NotInModel;
import outrider.errors.TwoCandidates;
import outrider.errors.WeakSpots;

/** What the stage Errors shows. */
final class ErrorViews {
    private ErrorViews() {}

    /**
     * What some records come to.
     *
     * @param actedBefore of them, records that were acted on before
     * @param value their sum by the value column; null without one
     */
    record Tally(int records, int actedBefore, @Nullable Double value) {}

    /**
     * A band of scores with its events and others.
     *
     * @param from and {@code to}: ranks from the highest score; records of equal score are counted together
     */
    record ErrorBand(
            int band, double from, double to, double highestScore, double lowestScore, Tally events, Tally others) {}

    /**
     * The field of bands and outcomes of one candidate.
     *
     * @param actedColumn which says who was acted on before; null where no column does
     * @param columns that can be told of a record, the outcome's own left out
     */
    record FieldView(
            long candidate,
            int records,
            int events,
            @Nullable String actedColumn,
            List<String> columns,
            List<ErrorBand> bands) {}

    /** The four cells at a cut of so many records. */
    record CellsView(double cut, Tally caught, Tally falseAlarms, Tally missed, Tally leftAlone) {}

    /** A group that is more or less frequent among the chosen records than among the others of their outcome. */
    record TraitView(
            String words,
            Condition condition,
            int records,
            double share,
            double otherShare,
            @Nullable Double ratio,
            double low,
            double high) {
        static TraitView of(InCommon.Trait t) {
            return new TraitView(
                    t.condition().words(),
                    t.condition(),
                    t.records(),
                    t.share(),
                    t.otherShare(),
                    t.ratio(),
                    t.low(),
                    t.high());
        }
    }

    /** What a column adds to the chosen records' scores in the mean, in units of the score. */
    record MeanContribution(String column, double adds) {}

    /**
     * What the chosen records have in common.
     *
     * @param tested groups that were looked at; {@code traits} are those that stay after correction for so many
     */
    record SelectionView(Counted counted, int tested, List<TraitView> traits, Explanation explanation) {
        /**
         * Who is looked at.
         *
         * @param others records of the same outcomes that were not chosen
         */
        record Counted(int records, int events, int actedBefore, int others) implements Inline {}

        /**
         * Why they score so.
         *
         * @param contributions of so many of the chosen records as {@code explained} says; empty for a score that came with the file
         * @param sampled whether contributions are estimates, by sampled orders of the columns
         */
        record Explanation(List<MeanContribution> contributions, int explained, boolean sampled) implements Inline {}
    }

    /**
     * A group in which a promise is not kept, on the half of validation that confirms.
     *
     * @param low and {@code high}: 95 % interval of observed over promised
     */
    record SpotView(String words, int records, double promised, int observed, double low, double high, double z) {
        static SpotView of(WeakSpots.Spot s) {
            return new SpotView(s.words(), s.records(), s.promised(), s.observed(), s.low(), s.high(), s.z());
        }
    }

    /**
     * Weak spots that the second half of validation confirmed.
     *
     * @param without why none can be sought; null where they can
     */
    record SpotsView(List<SpotView> spots, @Nullable String without) {}

    /**
     * A column that the candidate does not read.
     *
     * @param why it is not among the inputs
     * @param input whether it may be an input: the candidate leaves it out, the brief does not
     * @param knownAfterDays after the decision; null where nobody said
     * @param adds to the AUC of the candidate's out-of-fold scores, with {@code low} and {@code high}, its 95 % interval; null where
     *     unknown
     * @param told whether that is more than chance after correction for all that were tried
     */
    record AddedColumn(
            String column,
            String why,
            boolean input,
            @Nullable Integer knownAfterDays,
            double auc,
            double adds,
            @Nullable @JsonInclude(NON_NULL) Double low,
            @Nullable @JsonInclude(NON_NULL) Double high,
            double p,
            boolean told) {
        static AddedColumn of(NotInModel.Added a, String why, boolean input, @Nullable Integer days) {
            return new AddedColumn(
                    a.column(),
                    why,
                    input,
                    days,
                    a.auc(),
                    a.gain(),
                    a.interval().low(),
                    a.interval().high(),
                    a.p(),
                    a.told());
        }
    }

    /**
     * A record of validation.
     *
     * @param record its number in the file, from 1
     * @param identifiers its values of the identifying columns
     * @param rank from the highest score; the middle one among records of equal score
     * @param values of the columns asked for, as the file has them; null for missing
     */
    record ErrorRecord(
            int record,
            List<String> identifiers,
            double score,
            double rank,
            boolean event,
            boolean actedBefore,
            List<@Nullable String> values) {}

    /** A page of them. */
    record RecordsView(int total, List<String> identifiers, List<String> columns, List<ErrorRecord> records) {}

    /**
     * Another candidate at the same count, and how its records differ from those of the first.
     *
     * @param onlyFirst what those that the first alone acts on have in common against those that the second alone does
     */
    record AgainstView(TwoCandidates figures, List<TraitView> onlyFirst) {}
}
