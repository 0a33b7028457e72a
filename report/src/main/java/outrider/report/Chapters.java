package outrider.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import outrider.casefile.AuthorText;
import outrider.casefile.BriefFile;
import outrider.casefile.ColumnUse;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.casefile.SigningKey;
import outrider.exchange.CutFigures;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.Verdict;

/** The chapters after the first page, as blocks of text, tables and drawings. */
final class Chapters {
    private final Evidence e;
    private final BriefFile brief;
    private final BriefFile.Words words;
    private final Figures f;
    private final CutFigures v;
    private final CutChapters cut;

    Chapters(Evidence evidence) {
        e = evidence;
        brief = evidence.recipe();
        words = brief.asked().words();
        f = evidence.figures();
        v = f.cut().validation();
        cut = new CutChapters(evidence);
    }

    List<Block> of(Paragraph paragraph) {
        List<Block> blocks = switch (paragraph) {
            case DECISION, WHY, RISKS -> new ArrayList<>();
            case DATA -> data();
            case ALARMS -> alarms();
            case CANDIDATES -> candidates();
            case COMPARISON -> comparison();
            case THRESHOLD -> cut.threshold();
            case CALIBRATION -> cut.calibration();
            case STABILITY -> cut.stability();
            case FAILURES -> new FailureChapter(e).blocks();
            case RESERVE -> cut.reserve();
            case INPUTS -> inputs();
            case MONITORING -> monitoring();
            case DEFINITIONS -> definitions();
            case RECIPE -> recipe();
        };
        List<Evidence.Pinned> pinned = e.pinned();
        for (int i = 0; i < pinned.size(); i++) if (pinned.get(i).chapter() == paragraph) pin(pinned.get(i), i, blocks);
        return blocks;
    }

    private static void pin(Evidence.Pinned pin, int number, List<Block> blocks) {
        blocks.add(new Block.Heading(pin.title()));
        if (!pin.note().isBlank()) blocks.add(Block.said(pin.note()));
        if (pin.drawing() != null) {
            blocks.add(new Block.Chart(
                    SafeDrawing.of(pin.drawing(), "pin" + number + "-", pin.title() + ". " + pin.reading())));
        }
        if (pin.cells() != null && !pin.cells().isEmpty()) {
            blocks.add(ReportTable.kept(pin.cells()));
        }
        if (!pin.reading().isBlank()) blocks.add(Block.text(pin.reading()));
        if (pin.cut() != null) {
            blocks.add(Block.quiet("Pinned at " + pin.cut()
                    + (pin.sameCut() ? "." : ", which is not the cut proposed here: its figures are of that cut.")));
        }
    }

    private String gain(@Nullable Double amount) {
        return NumberText.gain(brief, amount);
    }

    static Estimate auc(AucUncertainty.@Nullable Interval auc) {
        if (auc == null) return Estimate.NONE;
        if (auc.low() == null) return Estimate.alone(NumberText.fixed(auc.auc(), 3));
        return Estimate.of(
                NumberText.fixed(auc.auc(), 3), NumberText.fixed(auc.low(), 3), NumberText.fixed(auc.high(), 3));
    }

    private List<Block> data() {
        List<Block> blocks = new ArrayList<>();
        Figures.Data file = f.source().data();
        blocks.add(Block.text(NumberText.count(file.records()) + " records and " + file.columns() + " columns from "
                + brief.taken().data().file() + ". " + outcome(brief.asked().outcome())));
        blocks.addAll(ShapeBlocks.of(brief, file));
        Figures.Split s = f.source().split();
        blocks.add(Block.text("Records were dealt " + s.method() + ", seed "
                + brief.taken().split().seed() + "."
                + (s.leftOut() > 0 ? " " + NumberText.count(s.leftOut()) + " are in no part." : "")
                + (s.balance() == null ? "" : " " + s.balance()) + " Nothing was fitted on validation or reserve."));
        List<Dealt> parts = List.of(
                new Dealt("training", s.training().records(), s.training()),
                new Dealt("validation", s.validation().records(), s.validation()),
                new Dealt(
                        "reserve",
                        s.reserveRecords(),
                        f.trust().reserve() == null ? null : f.trust().reserve().part()));
        blocks.add(ReportTable.of(parts)
                .text("part", Dealt::name)
                .count("records", Dealt::records)
                .number(
                        words.events(),
                        d -> d.opened() == null
                                ? d.records() > 0 ? "sealed" : NumberText.NONE
                                : NumberText.count(d.opened().events()))
                .number("event rate", Dealt::rate)
                .block());
        List<Figures.ColumnRow> aside = f.source().columns().stream()
                .filter(c -> c.use() != ColumnUse.INPUT && c.use() != ColumnUse.OUTCOME)
                .toList();
        if (!aside.isEmpty()) {
            blocks.add(ReportTable.of(aside)
                    .caption("Columns that the proposed candidate does not learn from.")
                    .text("column", Figures.ColumnRow::column)
                    .text("role", c -> c.use().words())
                    .text("reason", Figures.ColumnRow::reason)
                    .block());
        }
        return blocks;
    }

    private static String outcome(BriefFile.Outcome outcome) {
        return outcome.when() == null
                ? "The outcome is " + outcome.column() + "; the event " + outcome.eventWords() + "."
                : "A record has the event where " + outcome.column() + " " + outcome.eventWords() + ".";
    }

    /** @param opened null while it is sealed */
    private record Dealt(String name, int records, Figures.@Nullable Part opened) {
        String rate() {
            return opened == null
                    ? records > 0 ? "sealed" : NumberText.NONE
                    : NumberText.percent(opened.events() / (double) opened.records());
        }
    }

    private record Rang(String what, String alarm, String meaning, String answer) {}

    private List<Block> alarms() {
        List<Block> blocks = new ArrayList<>();
        List<Rang> rows = new ArrayList<>();
        for (Figures.ColumnRow c : f.source().columns()) {
            for (Figures.ColumnAlarm a : c.alarms()) {
                rows.add(new Rang(c.column(), a.name(), a.meaning(), a.answer() == null ? "open" : a.answer()));
            }
        }
        for (Figures.CandidateRow r : f.contest().candidates()) {
            r.alarms().forEach(a -> rows.add(new Rang(r.name(), a.name(), a.meaning(), "see the author's words")));
        }
        blocks.add(
                rows.isEmpty()
                        ? Block.text("No column and no candidate rang an alarm.")
                        : ReportTable.of(rows)
                                .caption("Alarms of columns, as training shows them, and of candidates.")
                                .text("column or candidate", Rang::what)
                                .text("alarm", Rang::alarm)
                                .text("what it means", Rang::meaning)
                                .text("what was done", Rang::answer)
                                .block());
        return blocks;
    }

    private List<Block> candidates() {
        List<Block> blocks = new ArrayList<>();
        var history = e.judged().history();
        blocks.add(Block.text(
                history.tried() + " were tried, " + f.contest().candidates().size() + " are compared here."
                        + (history.looks() == null
                                ? ""
                                : " Validation figures were looked at " + history.looks()
                                        + " times, and a candidate or a cut was chosen by them " + history.choices()
                                        + " times.")
                        + " They are ordered by " + f.contest().deciding().words() + "."
                        + (FirstPage.optimism(e) == null
                                ? ""
                                : " For having been picked, the best is expected to look " + FirstPage.optimism(e)
                                        + " too good by that.")));
        blocks.add(ReportTable.of(f.contest().candidates())
                .text("candidate", Figures.CandidateRow::name)
                .text("kind", Figures.CandidateRow::kind)
                .text("settings", Figures.CandidateRow::settings)
                .number("inputs", r -> Integer.toString(r.inputs()))
                .number("numbers learnt", r -> r.numbers() == null ? NumberText.NONE : NumberText.count(r.numbers()))
                .text("last input known", Chapters::known)
                .marking(this::proposed)
                .block());
        return blocks;
    }

    private static String known(Figures.CandidateRow row) {
        if (row.undated() > 0) return "not said of " + row.undated();
        return row.knownAfterDays() == null ? NumberText.NONE : "after " + row.knownAfterDays() + " days";
    }

    private boolean proposed(Figures.CandidateRow row) {
        return row.name().equals(f.contest().chosen());
    }

    private List<Block> comparison() {
        List<Block> blocks = new ArrayList<>();
        blocks.add(ReportTable.of(f.contest().candidates())
                .caption(
                        "On validation, "
                                + NumberText.count(
                                        f.source().split().validation().records()) + " " + words.records()
                                + ", each candidate acting on the same "
                                + NumberText.count(v.counts().records())
                                + ". In brackets 95 % intervals. “Out of fold” is the AUC on training, each record scored by "
                                + e.outOfFoldBy()
                                + "; “by AUC” and “by money” are verdicts against the proposed one, on its AUC and on its gain at this cut, adjusted for how many are compared.")
                .text("candidate", Figures.CandidateRow::name)
                .estimate(
                        "capture rate",
                        r -> Estimate.percent(
                                r.atCut().reach().capture(),
                                r.atCut().reach().captureLow(),
                                r.atCut().reach().captureHigh()))
                .decimal("lift", 2, r -> r.atCut().reach().lift())
                .percent("precision", r -> r.atCut().hits().precision())
                .estimate("gain over nobody", r -> gain(r.atCut()))
                .estimate("AUC", r -> auc(r.auc()))
                .decimal(
                        "out of fold",
                        3,
                        r -> r.outOfFold() == null ? null : r.outOfFold().auc())
                .text(
                        "by AUC",
                        r -> r.byAuc().verdict() == Verdict.LEADER
                                ? "proposed"
                                : r.byAuc().verdict().words())
                .text(
                        "by money",
                        r -> r.difference() == null
                                ? "proposed"
                                : r.difference().verdict().words())
                .marking(this::proposed)
                .block());
        blocks.add(new Block.Chart(Charts.gains(e)));
        return blocks;
    }

    private Estimate gain(CutFigures c) {
        return Estimate.of(
                gain(c.money().gainOverNobody()),
                gain(c.money().gainLow()),
                gain(c.money().gainHigh()));
    }

    private List<Block> inputs() {
        List<Block> blocks = new ArrayList<>();
        List<Figures.ColumnRow> inputs = f.source().columns().stream()
                .filter(c -> c.use() == ColumnUse.INPUT)
                .toList();
        if (inputs.isEmpty()) {
            blocks.add(Block.text("It learns from no column."));
            return blocks;
        }
        blocks.add(ReportTable.of(inputs)
                .caption(
                        "Where the inputs of " + f.contest().chosen()
                                + " come from and when they are known, in days after the day of decision; AUC alone is on training.")
                .text("input", Figures.ColumnRow::column)
                .text("what it says", c -> c.meaning() == null ? "" : c.meaning())
                .text("from", c -> c.knownWhere() == null ? "not said" : c.knownWhere())
                .number(
                        "days",
                        c -> c.knownAfterDays() == null
                                ? "not said"
                                : c.knownAfterDays().toString())
                .percent("missing", Figures.ColumnRow::missing)
                .decimal("AUC alone", 3, Figures.ColumnRow::auc)
                .block());
        return blocks;
    }

    private List<Block> monitoring() {
        List<Block> blocks = new ArrayList<>();
        List<AuthorText.Watch> watches = brief.authorText().monitoring();
        if (watches.isEmpty()) {
            blocks.add(Block.text("Nobody has said yet what will be watched."));
            return blocks;
        }
        blocks.add(ReportTable.of(watches)
                .text("what is watched", w -> FigureWords.filled(w.what(), brief, f))
                .text("limit", w -> FigureWords.filled(w.limit(), brief, f))
                .text("how often", AuthorText.Watch::every)
                .text("by whom", AuthorText.Watch::who)
                .block());
        if (watches.stream().anyMatch(w -> w.rule() != null)) {
            blocks.add(Block.quiet(
                    "Later batches are held against these limits; where all of a batch's 95 % interval lies beyond one, or"
                            + " a batch is overdue, whoever is named is told and has to answer."));
        }
        return blocks;
    }

    private List<Block> definitions() {
        return new ArrayList<>(List.of(ReportTable.of(Definitions.with(e))
                .text("measure", d -> d.name())
                .text("definition", d -> d.formula())
                .text("here", d -> d.numbers())
                .block()));
    }

    private static Block hash(String file, String sha256) {
        return Block.of(Block.words("SHA-256 of " + file + ": "), Block.sum(sha256));
    }

    private List<Block> recipe() {
        List<Block> blocks = new ArrayList<>();
        Figures.CandidateRow row = f.chosenRow();
        blocks.add(Block.text("Outrider " + e.proof().maker().version() + " on "
                + e.proof().maker().java() + "; " + row.kind() + (row.settings().isEmpty() ? "" : ", " + row.settings())
                + "; seed " + brief.taken().split().seed() + "."));
        blocks.add(hash(brief.taken().data().file(), f.source().data().sha256()));
        for (Figures.Joined joined :
                Objects.requireNonNullElse(f.source().data().joins(), List.<Figures.Joined>of())) {
            blocks.add(hash(joined.file(), joined.sha256()));
        }
        blocks.add(
                Block.text(
                        "The whole case is in this report's evidence and can be exported as one file; “outrider run” computes it anew from that file and the data, “outrider verify” holds the evidence against them."));
        if (e.proof().trail() != null) {
            blocks.add(Block.of(
                    Block.words("Issued after entry " + e.proof().trail().entries() + " of the audit trail "
                            + e.proof().trail().chain() + ", whose hash is "),
                    Block.sum(e.proof().trail().hash())));
        }
        if (e.proof().key() != null) {
            blocks.add(Block.of(
                    Block.words("Signed with the Ed25519 key "),
                    Block.sum(SigningKey.thumbprint(e.proof().key())),
                    Block.words("; its public half: "),
                    Block.sum(String.valueOf(e.proof().key().get("x")))));
        }
        return blocks;
    }
}
