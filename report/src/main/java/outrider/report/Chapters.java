package outrider.report;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.casefile.AuthorText;
import outrider.casefile.BriefFile;
import outrider.casefile.ColumnUse;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.Paragraph;
import outrider.casefile.Written;
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
        words = brief.words();
        f = evidence.figures();
        v = f.validation();
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
        blocks.add(Block.heading(pin.title()));
        if (!pin.note().isBlank()) blocks.add(Block.said(pin.note()));
        if (pin.drawing() != null) {
            blocks.add(Block.chart(
                    SafeDrawing.of(pin.drawing(), "pin" + number + "-", pin.title() + ". " + pin.reading())));
        }
        if (pin.cells() != null && !pin.cells().isEmpty()) {
            blocks.add(Block.table(
                    null, pin.cells().get(0), pin.cells().subList(1, pin.cells().size())));
        }
        if (!pin.reading().isBlank()) blocks.add(Block.text(pin.reading()));
        if (pin.cut() != null) {
            blocks.add(Block.quiet("Pinned at " + pin.cut()
                    + (pin.sameCut() ? "." : ", which is not the cut proposed here: its figures are of that cut.")));
        }
    }

    private String gain(@Nullable Double amount) {
        return Written.gain(brief, amount);
    }

    static String auc(AucUncertainty.@Nullable Interval auc) {
        if (auc == null) return Written.NONE;
        if (auc.low() == null) return Written.fixed(auc.auc(), 3);
        return Written.fixed(auc.auc(), 3) + " (" + Written.fixed(auc.low(), 3) + " to " + Written.fixed(auc.high(), 3)
                + ")";
    }

    private List<Block> data() {
        List<Block> blocks = new ArrayList<>();
        Figures.Data d = f.data();
        blocks.add(Block.text(Written.count(d.records()) + " records and " + d.columns() + " columns from "
                + brief.data().file() + ". The outcome is " + brief.outcome().column() + "; the event is “"
                + String.join("”, “", brief.outcome().events()) + "”."));
        Figures.Split s = f.split();
        blocks.add(Block.text("Records were dealt " + s.method() + ", seed "
                + brief.split().seed() + "."
                + (s.leftOut() > 0 ? " " + Written.count(s.leftOut()) + " are in no part." : "")
                + (s.balance() == null ? "" : " " + s.balance()) + " Nothing was fitted on validation or reserve."));
        List<List<String>> rows = new ArrayList<>();
        rows.add(part("training", s.training()));
        rows.add(part("validation", s.validation()));
        rows.add(
                f.reserve() == null
                        ? List.of("reserve", Written.count(s.reserveRecords()), "sealed", "sealed")
                        : part("reserve", f.reserve().part()));
        blocks.add(Block.table(null, List.of("part", "#records", "#" + words.events(), "#event rate"), rows));
        List<List<String>> aside = f.columns().stream()
                .filter(c -> c.use() != ColumnUse.INPUT && c.use() != ColumnUse.OUTCOME)
                .map(c -> List.of(c.column(), c.use().words(), c.reason()))
                .toList();
        if (!aside.isEmpty()) {
            blocks.add(Block.table(
                    "Columns that the proposed candidate does not learn from.",
                    List.of("column", "role", "reason"),
                    aside));
        }
        return blocks;
    }

    private static List<String> part(String name, Figures.Part part) {
        return List.of(
                name,
                Written.count(part.records()),
                Written.count(part.events()),
                Written.percent(part.events() / (double) part.records()));
    }

    private List<Block> alarms() {
        List<Block> blocks = new ArrayList<>();
        List<List<String>> rows = new ArrayList<>();
        for (Figures.ColumnRow c : f.columns()) {
            for (Figures.Rung a : c.alarms()) {
                rows.add(List.of(c.column(), a.name(), a.meaning(), a.answer() == null ? "open" : a.answer()));
            }
        }
        for (Figures.Row r : f.candidates()) {
            r.alarms().forEach(a -> rows.add(List.of(r.name(), a.name(), a.meaning(), "see the author's words")));
        }
        blocks.add(
                rows.isEmpty()
                        ? Block.text("No column and no candidate rang an alarm.")
                        : Block.table(
                                "Alarms of columns, as training shows them, and of candidates.",
                                List.of("column or candidate", "alarm", "what it means", "what was done"),
                                rows));
        return blocks;
    }

    private List<Block> candidates() {
        List<Block> blocks = new ArrayList<>();
        var conduct = e.conduct();
        blocks.add(Block.text(conduct.tried() + " were tried, " + f.candidates().size() + " are compared here."
                + (conduct.looks() == null
                        ? ""
                        : " Validation figures were looked at " + conduct.looks()
                                + " times, and a candidate or a cut was chosen by them " + conduct.choices()
                                + " times.")
                + " They are ordered by " + f.deciding().words() + "."
                + (FirstPage.optimism(e) == null
                        ? ""
                        : " For having been picked, the best is expected to look " + FirstPage.optimism(e)
                                + " too good by that.")));
        blocks.add(Block.table(
                null,
                List.of("candidate", "kind", "settings", "#inputs", "#numbers learnt", "last input known"),
                f.candidates().stream()
                        .map(r -> List.of(
                                r.name(),
                                r.kind(),
                                r.settings(),
                                Integer.toString(r.inputs()),
                                r.numbers() == null ? Written.NONE : Written.count(r.numbers()),
                                r.undated() > 0
                                        ? "not said of " + r.undated()
                                        : r.knownAfterDays() == null
                                                ? Written.NONE
                                                : "after " + r.knownAfterDays() + " days"))
                        .toList(),
                index()));
        return blocks;
    }

    private int index() {
        for (int i = 0; i < f.candidates().size(); i++) {
            if (f.candidates().get(i).name().equals(f.chosen())) return i;
        }
        return -1;
    }

    private List<Block> comparison() {
        List<Block> blocks = new ArrayList<>();
        blocks.add(Block.table(
                "On validation, " + Written.count(f.split().validation().records()) + " " + words.records()
                        + ", each candidate acting on the same " + Written.count(v.records())
                        + ". In brackets 95 % intervals. “Out of fold” is the AUC on training by models that did not see the record; “by AUC” and “by money” are verdicts against the proposed one, on its AUC and on its gain at this cut, adjusted for how many are compared.",
                List.of(
                        "candidate",
                        "#capture rate",
                        "#lift",
                        "#precision",
                        "#gain over nobody",
                        "#AUC",
                        "#out of fold",
                        "by AUC",
                        "by money"),
                f.candidates().stream().map(this::compared).toList(),
                index()));
        blocks.add(Block.chart(Charts.gains(e)));
        return blocks;
    }

    private List<String> compared(Figures.Row r) {
        CutFigures c = r.atCut();
        return List.of(
                r.name(),
                Written.percent(c.capture(), c.captureLow(), c.captureHigh()),
                Written.fixed(c.lift(), 2),
                Written.percent(c.precision()),
                gain(c.gainOverNobody()) + " (" + gain(c.gainLow()) + " to " + gain(c.gainHigh()) + ")",
                auc(r.auc()),
                r.outOfFold() == null
                        ? Written.NONE
                        : Written.fixed(r.outOfFold().auc(), 3),
                r.byAuc().verdict() == Verdict.LEADER
                        ? "proposed"
                        : r.byAuc().verdict().words(),
                r.difference() == null ? "proposed" : r.difference().verdict().words());
    }

    private List<Block> inputs() {
        List<Block> blocks = new ArrayList<>();
        List<Figures.ColumnRow> inputs =
                f.columns().stream().filter(c -> c.use() == ColumnUse.INPUT).toList();
        if (inputs.isEmpty()) {
            blocks.add(Block.text("It learns from no column."));
            return blocks;
        }
        blocks.add(Block.table(
                "Where the inputs of " + f.chosen()
                        + " come from and when they are known, in days after the day of decision; AUC alone is on training.",
                List.of("input", "what it says", "from", "#days", "#missing", "#AUC alone"),
                inputs.stream()
                        .map(c -> List.of(
                                c.column(),
                                c.meaning() == null ? "" : c.meaning(),
                                c.knownWhere() == null ? "not said" : c.knownWhere(),
                                c.knownAfterDays() == null
                                        ? "not said"
                                        : c.knownAfterDays().toString(),
                                Written.percent(c.missing()),
                                Written.fixed(c.auc(), 3)))
                        .toList()));
        return blocks;
    }

    private List<Block> monitoring() {
        List<Block> blocks = new ArrayList<>();
        List<AuthorText.Watch> watches = brief.memo().monitoring();
        if (watches.isEmpty()) {
            blocks.add(Block.text("Nobody has said yet what will be watched."));
            return blocks;
        }
        blocks.add(Block.table(
                null,
                List.of("what is watched", "limit", "how often", "by whom"),
                watches.stream()
                        .map(w -> List.of(
                                FigureWords.filled(w.what(), brief, f),
                                FigureWords.filled(w.limit(), brief, f),
                                w.every(),
                                w.who()))
                        .toList()));
        return blocks;
    }

    private List<Block> definitions() {
        return new ArrayList<>(List.of(Block.table(
                null,
                List.of("measure", "definition", "here"),
                Definitions.with(e).stream()
                        .map(d -> List.of(d.name(), d.formula(), d.numbers()))
                        .toList())));
    }

    private List<Block> recipe() {
        List<Block> blocks = new ArrayList<>();
        Figures.Row row = f.chosenRow();
        blocks.add(Block.text("Outrider " + e.maker().version() + " on "
                + e.maker().java() + "; " + row.kind() + (row.settings().isEmpty() ? "" : ", " + row.settings())
                + "; seed " + brief.split().seed() + "."));
        blocks.add(new Block("<p>SHA-256 of " + Block.escape(brief.data().file()) + ": <span class=\"hash\">"
                + f.data().sha256() + "</span></p>"));
        blocks.add(
                Block.text(
                        "The whole case is in this report's evidence and can be exported as one file; “outrider run” computes it anew from that file and the data, “outrider verify” holds the evidence against them."));
        if (e.trail() != null) {
            blocks.add(new Block("<p>Issued after entry " + e.trail().entries() + " of the audit trail "
                    + Block.escape(e.trail().chain()) + ", whose hash is <span class=\"hash\">"
                    + e.trail().hash() + "</span></p>"));
        }
        if (e.key() != null) {
            blocks.add(new Block("<p>Signed with the Ed25519 key <span class=\"hash\">"
                    + outrider.casefile.SigningKey.thumbprint(e.key())
                    + "</span>; its public half: <span class=\"hash\">"
                    + Block.escape(String.valueOf(e.key().get("x"))) + "</span></p>"));
        }
        return blocks;
    }
}
