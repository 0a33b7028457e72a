package outrider.report;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.errors.Parity;

/** The chapter on where the candidate fails: weak spots, segments beside the rest, and what it does not read. */
final class FailureChapter {
    private final BriefFile.Words words;
    private final Figures f;

    FailureChapter(Evidence evidence) {
        words = evidence.recipe().asked().words();
        f = evidence.figures();
    }

    List<Block> blocks() {
        List<Block> blocks = new ArrayList<>();
        Figures.Failures failures = f.trust().failures();
        if (failures == null) {
            blocks.add(Block.text("This report was computed before such groups were looked for."));
            return blocks;
        }
        spots(failures.spots(), blocks);
        parity(failures.parity(), blocks);
        added(failures.notInModel(), blocks);
        return blocks;
    }

    private void spots(@Nullable List<Figures.Spot> spots, List<Block> blocks) {
        if (spots == null) {
            blocks.add(Block.text("Its scores are no probabilities, so there is no promise to hold them to."));
            return;
        }
        if (spots.isEmpty()) {
            blocks.add(
                    Block.text(
                            "In no group of one or two conditions did " + words.events()
                                    + " come otherwise than promised, beyond chance; groups were sought on one half of validation and would have been confirmed on the other."));
            return;
        }
        blocks.add(ReportTable.of(spots)
                .caption(
                        "Groups whose promise is not kept, found on one half of validation and confirmed on the other; figures of the other half, in brackets 95 % intervals.")
                .text("group", Figures.Spot::words)
                .count(words.records(), Figures.Spot::records)
                .count("promised", Figures.Spot::promised)
                .count("came", Figures.Spot::observed)
                .estimate(
                        "came over promised",
                        s -> Estimate.of(
                                NumberText.fixed(s.observed() / s.promised(), 2),
                                NumberText.fixed(s.low(), 2),
                                NumberText.fixed(s.high(), 2)))
                .block());
    }

    private void parity(List<Figures.ParityRow> rows, List<Block> blocks) {
        if (rows.isEmpty()) {
            blocks.add(Block.text("No column has the role segment, so parity was not looked at."));
            return;
        }
        blocks.add(table(rows, FailureChapter::share, FailureChapter::plain)
                .caption("Segments of validation at the cut, in brackets 95 % intervals.")
                .block());
        blocks.add(table(rows, FailureChapter::ratio, FailureChapter::ratio)
                .caption(
                        "The same figures as so many times those of the rest of validation: 1 is parity, in brackets 95 % intervals.")
                .block());
    }

    private ReportTable<Figures.ParityRow> table(
            List<Figures.ParityRow> rows,
            Function<Parity.@Nullable Measured, Estimate> shares,
            Function<Parity.@Nullable Measured, Estimate> promises) {
        return ReportTable.of(rows)
                .text("segment", r -> r.column() + ": " + r.level() + (r.parityAsked() ? ", protected" : ""))
                .count(words.events(), Figures.ParityRow::events)
                .estimate("acted on", r -> shares.apply(r.parity().acted()))
                .estimate("capture rate", r -> shares.apply(r.parity().capture()))
                .estimate("precision", r -> shares.apply(r.parity().precision()))
                .estimate("came over promised", r -> promises.apply(r.parity().observed()));
    }

    private static Estimate share(Parity.@Nullable Measured m) {
        return m == null ? Estimate.NONE : Estimate.percent(m.value(), m.low(), m.high());
    }

    private static Estimate plain(Parity.@Nullable Measured m) {
        return m == null
                ? Estimate.NONE
                : Estimate.of(
                        NumberText.fixed(m.value(), 2), NumberText.fixed(m.low(), 2), NumberText.fixed(m.high(), 2));
    }

    private static Estimate ratio(Parity.@Nullable Measured m) {
        if (m == null || m.ratio() == null || m.ratioLow() == null || m.ratioHigh() == null) return Estimate.NONE;
        return Estimate.of(
                NumberText.fixed(m.ratio(), 2), NumberText.fixed(m.ratioLow(), 2), NumberText.fixed(m.ratioHigh(), 2));
    }

    private void added(List<Figures.Added> added, List<Block> blocks) {
        if (added.isEmpty()) {
            blocks.add(Block.text("No column that it does not read would tell " + words.records()
                    + " apart better than chance does."));
            return;
        }
        blocks.add(ReportTable.of(added)
                .caption("Columns that " + f.contest().chosen()
                        + " does not read and that would tell more than chance, on training out of fold.")
                .text("column", Figures.Added::column)
                .text("why it is not read", Figures.Added::why)
                .number(
                        "known after days",
                        a -> a.knownAfterDays() == null
                                ? "not said"
                                : a.knownAfterDays().toString())
                .decimal("AUC without", 3, Figures.Added::auc)
                .estimate(
                        "it would add",
                        a -> Estimate.of(
                                NumberText.fixed(a.adds(), 3),
                                NumberText.fixed(a.low(), 3),
                                NumberText.fixed(a.high(), 3)))
                .block());
    }
}
