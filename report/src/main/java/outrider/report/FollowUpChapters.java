package outrider.report;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.FollowUp;
import outrider.casefile.FollowedFigures;
import outrider.casefile.NumberText;
import outrider.casefile.ReleaseDocument;
import outrider.follow.ActedGroups;
import outrider.follow.BatchFigures;
import outrider.follow.Carried;
import outrider.follow.SegmentFigures;
import outrider.follow.SignedFigures;
import outrider.follow.Stability;
import outrider.follow.WatchLimit;
import outrider.follow.Watched;

/** Words and tables of a follow-up report. */
final class FollowUpChapters {
    private static final int THOUSAND = 1000;
    private static final int SHOWN = 8;

    private final FollowUp told;
    private final ReleaseDocument release;
    private final BriefFile.Words words;
    private final FollowUp.Batch newest;
    private final FollowUp.@Nullable Batch judged;

    FollowUpChapters(FollowUp told) {
        this.told = told;
        release = told.release();
        words = release.watched().words() == null
                ? BriefFile.Words.PLAIN
                : release.watched().words();
        newest = told.newest();
        judged = told.judged();
    }

    String headline() {
        return switch (told.conclusion().advice().kind()) {
            case CARRY_ON -> "Carry on";
            case LOOK_AT_INPUT -> "Look at " + told.conclusion().advice().column();
            case LOOK_AT_MIX -> "Look at who comes";
            case RECALIBRATE -> "Recalibrate";
            case NEW_BRIEF -> "Begin a new brief";
            case LOOK_AT_OUTCOMES -> "Look at the outcomes";
        };
    }

    List<Block> advice() {
        List<Block> blocks = new ArrayList<>();
        blocks.add(Block.styled("decision", told.conclusion().advice().words()));
        if (!told.conclusion().said().isEmpty())
            blocks.add(Block.said(told.conclusion().said()));
        ReleaseDocument.Signed signed = release.signed();
        String report = signed.report() == null ? "evidence " + signed.evidence() : "report " + signed.report();
        blocks.add(Block.text("In service: version " + release.version() + ", “"
                + release.scoring().candidate() + "”, which "
                + release.scoring().cut() + "; of " + report
                + (signed.approvedBy() == null ? "" : ", approved by " + signed.approvedBy()) + "."));
        return blocks;
    }

    /** A measure of both sides. */
    private record Row(
            String name,
            Function<SignedFigures.@Nullable Told, Estimate> shown,
            Function<SignedFigures.@Nullable Told, Estimate> apart,
            SignedFigures.@Nullable Told signed,
            SignedFigures.@Nullable Told now,
            SignedFigures.@Nullable Difference off) {}

    List<Block> figures() {
        List<Block> blocks = new ArrayList<>();
        if (judged == null) {
            BatchFigures figures = newest.told().figures();
            blocks.add(Block.text(unjudged(figures)));
            return blocks;
        }
        List<Row> rows = rows(judged.told().figures());
        blocks.add(ReportTable.of(rows)
                .caption(
                        "The batch of " + judged.name() + ", "
                                + NumberText.count(judged.told().figures().known())
                                + " outcomes, at the signed cut. 95 % intervals in brackets; a figure has fallen where its drop is beyond the uncertainty of both, and else holds.")
                .text("measure", Row::name)
                .estimate("signed", row -> row.shown().apply(row.signed()))
                .estimate("batch", row -> row.shown().apply(row.now()))
                .estimate("difference", row -> row.apart().apply(FollowUpFigures.difference(row.off())))
                .text("", row -> row.off() == null ? "" : FollowUpFigures.standing(row.off()))
                .alarming(row -> row.off() != null && !row.off().holds())
                .block());
        if (told.batches().size() > 1) {
            blocks.add(new Block.Chart(FollowUpCharts.batches(
                    told,
                    "capture",
                    "capture at the signed cut, %",
                    100,
                    SignedFigures.Measures::capture,
                    limit(Watched.CAPTURE, 1))));
            blocks.add(new Block.Chart(FollowUpCharts.batches(
                    told,
                    "gain",
                    "gain over " + words.acting() + " nobody, a 1,000 " + words.records() + ", " + words.currency(),
                    THOUSAND,
                    SignedFigures.Measures::gain,
                    limit(Watched.GAIN, 1.0 / THOUSAND))));
            blocks.add(Block.quiet("Band and dashed line: what was signed, with its interval"
                    + (limit(Watched.CAPTURE, 1) == null && limit(Watched.GAIN, 1) == null
                            ? "."
                            : "; full line: the limit of the signed plan.")));
        }
        return blocks;
    }

    private static String unjudged(BatchFigures figures) {
        if (figures.known() == 0)
            return "No outcome has arrived yet: what can be said is who comes, and how many are acted on.";
        String arrived = "Outcomes of " + NumberText.count(figures.known()) + " of "
                + NumberText.count(figures.records()) + " have arrived, ";
        return figures.early() || !figures.few()
                ? arrived + "fewer than the signed plan waits for: nothing is judged by them yet."
                : arrived + NumberText.count(figures.events())
                        + " of them the event: too few of either kind to judge the batch by itself.";
    }

    private @Nullable Double limit(Watched measure, double scale) {
        return release.limits().stream()
                .filter(limit -> limit.measure() == measure)
                .map(limit -> scale * limit.at())
                .findFirst()
                .orElse(null);
    }

    private List<Row> rows(BatchFigures figures) {
        SignedFigures.Measures signed = release.watched().figures().figures();
        SignedFigures.Measures now = figures.figures();
        BatchFigures.Differences off = figures.differences();
        if (now == null || off == null) return List.of();
        List<Row> rows = new ArrayList<>();
        rows.add(new Row(
                "capture rate",
                FollowUpFigures::share,
                FollowUpFigures::points,
                signed.capture(),
                now.capture(),
                off.capture()));
        rows.add(new Row(
                "precision",
                FollowUpFigures::share,
                FollowUpFigures::points,
                signed.precision(),
                now.precision(),
                off.precision()));
        rows.add(new Row(
                "lift",
                t -> FollowUpFigures.digits(t, 2),
                t -> FollowUpFigures.apart(t, 2),
                signed.lift(),
                now.lift(),
                off.lift()));
        rows.add(new Row(
                "gain, a 1,000 " + words.records(), this::gain, this::gain, signed.gain(), now.gain(), off.gain()));
        rows.add(new Row(
                "AUC",
                t -> FollowUpFigures.digits(t, 3),
                t -> FollowUpFigures.apart(t, 3),
                signed.auc(),
                now.auc(),
                off.auc()));
        if (off.calibration() != null) {
            rows.add(new Row(
                    "events for each that the scores say",
                    t -> FollowUpFigures.digits(t, 2),
                    t -> FollowUpFigures.apart(t, 2),
                    signed.calibration(),
                    now.calibration(),
                    off.calibration()));
        }
        return rows;
    }

    private Estimate gain(SignedFigures.@Nullable Told t) {
        if (t == null || t.value() == null) return Estimate.NONE;
        return Estimate.of(thousand(t.value()), thousand(t.low()), thousand(t.high()));
    }

    private String thousand(@Nullable Double value) {
        return NumberText.gain(words.currency(), value == null ? null : Double.valueOf(THOUSAND * value));
    }

    List<Block> plan() {
        if (told.conclusion().plan().isEmpty()) return List.of();
        return List.of(ReportTable.of(told.conclusion().plan())
                .text("watched", line -> line.watch().what())
                .text("limit", line -> line.watch().limit())
                .estimate("newest batch that says it", line -> new Estimate(line.shown(), line.interval()))
                .text("stands", line -> FollowUpFigures.standing(line.standing()))
                .text(
                        "how often, by whom",
                        line -> line.watch().every() + ", " + line.watch().who())
                .text("next due", FollowUpFigures::due)
                .alarming(line -> line.standing() == WatchLimit.Standing.CROSSED)
                .block());
    }

    List<Block> inputs() {
        BatchFigures figures = newest.told().figures();
        List<Block> blocks = new ArrayList<>();
        blocks.add(Block.text(NumberText.count(figures.records()) + " " + words.records() + " of " + newest.name()
                + ", of which " + NumberText.percent(figures.acted() / (double) figures.records())
                + " are to be acted on; signed were "
                + NumberText.percent(release.watched().figures().actedShare()) + "."));
        List<Stability> moved =
                figures.inputs().stream().filter(Stability::moved).limit(SHOWN).toList();
        blocks.add(ReportTable.of(Stream.concat(Stream.of(figures.score()), moved.stream())
                        .toList())
                .caption(
                        "Population stability index against the signed records, beside what chance alone gives in 19 of 20. "
                                + (moved.isEmpty()
                                        ? "No input has moved further."
                                        : "Inputs that moved further, at most " + SHOWN + "."))
                .text("", Stability::column)
                .decimal("index", 4, Stability::psi)
                .decimal("by chance, up to", 4, Stability::chanceHigh)
                .text("moved most", s -> s.moved() && s.most() != null ? s.most() : "")
                .alarming(s -> s != figures.score() && s.moved() && s.psi() > outrider.follow.Advice.FAR)
                .block());
        for (Carried carried : newest.told().carried()) {
            blocks.add(Block.text(carried(carried, figures)));
        }
        if (!moved.isEmpty()) blocks.add(new Block.Chart(FollowUpCharts.distributions(moved.get(0), newest.name())));
        return blocks;
    }

    private static String carried(Carried carried, BatchFigures figures) {
        boolean some = carried.looked() > 0 && carried.looked() < figures.records();
        String acted = "Were " + carried.column() + " distributed as signed, " + NumberText.percent(carried.asSigned())
                + " would be acted on instead of " + NumberText.percent(carried.now())
                + (some ? " (of " + NumberText.count(carried.looked()) + " of them)." : ".");
        if (carried.carries() == null || carried.shift() == null) return acted;
        return acted + " It carries " + FollowUpFigures.signed(carried.carries(), 1, 4, "")
                + " of the mean score's shift of " + FollowUpFigures.signed(carried.shift(), 1, 4, "")
                + " by the inputs named here.";
    }

    private record Named(String name, ActedGroups.Group group) {}

    List<Block> acted() {
        ActedGroups groups = newest.told().groups();
        if (groups == null) return List.of();
        List<Named> named = new ArrayList<>(
                List.of(new Named("acted on", groups.actedOn()), new Named("left alone", groups.leftAlone())));
        if (groups.control() != null) named.add(new Named("of them held out as control", groups.control()));
        List<Block> blocks = new ArrayList<>();
        blocks.add(ReportTable.of(named)
                .caption("The batch of " + newest.name() + ". Acting may change an outcome, so each is told apart.")
                .text("", Named::name)
                .count(words.records(), n -> n.group().records())
                .count("outcomes", n -> n.group().known())
                .estimate(
                        words.events() + " among them",
                        n -> FollowUpFigures.share(n.group().rate()))
                .estimate(
                        "capture at the cut",
                        n -> FollowUpFigures.capture(n.group().figures()))
                .block());
        if (groups.unsaid() > 0) {
            blocks.add(Block.quiet("Of " + NumberText.count(groups.unsaid()) + " nobody says it."));
        }
        ActedGroups.Effect effect = groups.effect();
        if (effect != null) {
            blocks.add(Block.text(effect(effect)));
        }
        return blocks;
    }

    private String effect(ActedGroups.Effect effect) {
        SignedFigures.Told rate = effect.difference();
        double events = effect.events().value() == null ? 0 : effect.events().value();
        return "From the cut on, the rate of " + words.events() + " among " + NumberText.count(effect.acted())
                + " acted on less that among " + NumberText.count(effect.control()) + " held out is "
                + FollowUpFigures.points(rate.value())
                + " points (" + FollowUpFigures.points(rate.low()) + " to " + FollowUpFigures.points(rate.high())
                + ", Newcombe 1998): about "
                + NumberText.count(Math.rint(Math.abs(events))) + " " + words.events()
                + (events > 0 ? " more" : " fewer")
                + " than without acting.";
    }

    List<Block> segments() {
        List<SegmentFigures> own = newest.told().segments();
        if (own.isEmpty()) return List.of();
        return List.of(ReportTable.of(own)
                .caption("Capture at the signed cut in the batch of " + newest.name()
                        + ", each held against its own signed figure, all of them together.")
                .text("segment", s -> s.column() + ": " + s.level())
                .count(words.records(), SegmentFigures::records)
                .estimate("capture", s -> FollowUpFigures.capture(s.figures()))
                .estimate(
                        "less signed",
                        s -> FollowUpFigures.points(
                                s.differences() == null
                                        ? null
                                        : FollowUpFigures.difference(
                                                s.differences().capture())))
                .text(
                        "",
                        s -> s.differences() == null
                                ? ""
                                : FollowUpFigures.standing(s.differences().capture()))
                .alarming(s ->
                        s.differences() != null && !s.differences().capture().holds())
                .block());
    }

    List<Block> notices() {
        if (told.conclusion().notices().isEmpty()) return List.of();
        return List.of(ReportTable.of(told.conclusion().notices())
                .text("of", n -> n.day().toString())
                .text("what happened", FollowUp.Notice::words)
                .text("for", FollowUp.Notice::who)
                .text("answer", n -> n.answer() == null ? "not answered yet" : n.answer() + " (" + n.answeredBy() + ")")
                .block());
    }

    List<Block> batches() {
        List<FollowUp.Batch> newestFirst = new ArrayList<>(told.batches());
        java.util.Collections.reverse(newestFirst);
        return List.of(ReportTable.of(newestFirst)
                .text("batch", FollowUp.Batch::name)
                .text("file", b -> b.source().file())
                .count(words.records(), b -> figures(b).records())
                .percent(
                        "to act on",
                        b -> figures(b).acted() / (double) figures(b).records())
                .percent(
                        "outcomes",
                        b -> figures(b).known() / (double) figures(b).records())
                .estimate("capture", b -> FollowUpFigures.capture(figures(b).figures()))
                .text("of note", this::note)
                .block());
    }

    private static BatchFigures figures(FollowUp.Batch batch) {
        return batch.told().figures();
    }

    private static String counted(int number, String one, String many) {
        return NumberText.count(number) + " " + (number == 1 ? one : many);
    }

    private String note(FollowUp.Batch batch) {
        List<String> notes = new ArrayList<>();
        if (figures(batch).early() && figures(batch).known() > 0) notes.add("too early to judge");
        else if (figures(batch).few()) notes.add("too few events to judge by itself");
        FollowedFigures told = batch.told();
        if (told.late() > 0) notes.add(counted(told.late(), "outcome", "outcomes") + " came later");
        if (told.unmatched() > 0) notes.add(counted(told.unmatched(), "outcome", "outcomes") + " of no record of it");
        if (told.contradictory() > 0) {
            notes.add(counted(told.contradictory(), "outcome came twice and differs", "outcomes came twice and differ")
                    + ", the last counts");
        }
        if (told.repeated() != null) {
            notes.add(counted(told.repeated(), "record repeats", "records repeat") + " an identifier");
        }
        return String.join("; ", notes);
    }

    List<Block> repeat() {
        List<FollowUp.Source> files = told.batches().stream()
                .flatMap(b -> Stream.concat(Stream.of(b.source()), b.outcomes().stream()))
                .distinct()
                .toList();
        return List.of(
                Block.text("With the files below, the evidence of this report and the release’s recipe.json beside it, "
                        + "“./outrider verify follow-up.json --data FILE …” computes every figure anew."),
                ReportTable.of(files)
                        .text("file", FollowUp.Source::file)
                        .sum("SHA-256", FollowUp.Source::sha256)
                        .block(),
                new Block.Bullets(
                        List.of(
                                "Stability index: sum over bands of (share now − share signed) · ln(share now / share signed), shares not below 0.0001; what chance gives by the chi-squared distribution, or by draws where a band expects fewer than five records.",
                                "Figures of outcomes that have arrived, at the signed threshold; percentile bootstrap, seeded; a difference by the errors of both.",
                                "Batch by batch: two-sided cumulative sum of standardised differences (Page 1954); it rings from 5 on.")),
                Block.quiet("Computed by version " + told.proof().maker().version() + " by rules " + told.rules()
                        + " on " + told.proof().maker().java() + "; recipe.json of the release has SHA-256 "
                        + release.scoring().recipe() + "."));
    }
}
