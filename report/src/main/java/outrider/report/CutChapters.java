package outrider.report;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.exchange.CutFigures;
import outrider.measure.BandRow;
import outrider.measure.ProbabilityQuality;
import outrider.stakes.Stakes;

/** The chapters on the cut: what it costs and earns, and whether it holds in bands, segments, periods and on the reserve. */
final class CutChapters {
    private final Evidence e;
    private final BriefFile brief;
    private final BriefFile.Words words;
    private final Figures f;
    private final CutFigures v;
    private final FirstPage first;

    CutChapters(Evidence evidence) {
        e = evidence;
        brief = evidence.recipe();
        words = brief.asked().words();
        f = evidence.figures();
        v = f.cut().validation();
        first = new FirstPage(evidence);
    }

    List<Block> threshold() {
        List<Block> blocks = new ArrayList<>();
        blocks.add(Block.text(stakes()));
        blocks.add(new Block.Chart(Charts.netValue(e)));
        Stakes s = brief.decision().stakes();
        boolean valued = brief.valueColumn() != null;
        CutFigures reserve =
                f.trust().reserve() == null ? null : f.trust().reserve().figures();
        List<Cell> cells = List.of(
                cell("caught", "true positives", f -> f.counts().caught(), valued ? null : s.caught()),
                cell("false alarms", "false positives", f -> f.counts().falseAlarms(), s.falseAlarm()),
                cell("missed", "false negatives", f -> f.counts().missed(), valued ? null : s.missed()),
                cell("left alone", "true negatives", f -> f.counts().leftAlone(), s.leftAlone()));
        blocks.add(ReportTable.of(cells)
                .caption("The outcome grid at the cut: counts on validation"
                        + (brief.decision().plannedRate() == null ? "" : ", at the planned event rate")
                        + "; the reserve beside them once it is open.")
                .text("cell", Cell::name)
                .text("also called", Cell::trade)
                .number(words.records() + ", validation", c -> NumberText.count(c.of().applyAsDouble(v)))
                .text("worth of one", Cell::worth)
                .number(
                        words.records() + ", reserve",
                        c -> reserve == null
                                ? f.source().split().held() ? "sealed" : NumberText.NONE
                                : NumberText.count(c.of().applyAsDouble(reserve)))
                .block());
        if (!f.cut().sensitivity().isEmpty()) {
            blocks.add(ReportTable.of(f.cut().sensitivity())
                    .caption("Sensitivity: the same cut where one amount is another, for the campaign.")
                    .text("if the …", w -> FirstPage.parameter(w.parameter()))
                    .text("were", this::amount)
                    .number("this cut gains", w -> gain(w.gain() * f.cut().perCampaign()))
                    .percent("best depth then", Figures.WhatIf::bestDepth)
                    .number("which gains", w -> gain(w.bestGain() * f.cut().perCampaign()))
                    .block());
        }
        if (!f.cut().takeovers().isEmpty()) {
            blocks.add(new Block.Bullets(f.cut().takeovers().stream()
                    .map(t -> "With a " + FirstPage.parameter(t.parameter()) + " of "
                            + parameterAmount(t.parameter(), t.amount())
                            + (t.amount() > t.now() ? " or more" : " or less") + " (now "
                            + parameterAmount(t.parameter(), t.now())
                            + ") “" + t.candidate() + "” has the best net value.")
                    .toList()));
        }
        blocks.add(bands());
        return blocks;
    }

    private String amount(Figures.WhatIf w) {
        return parameterAmount(w.parameter(), w.amount()) + " ("
                + String.format(Locale.ROOT, "%+.0f %%", 100 * (w.factor() - 1)).replace('-', '−') + ")";
    }

    private String parameterAmount(String parameter, double amount) {
        boolean share = parameter.equals("successRate") || parameter.equals("plannedRate");
        boolean factor =
                brief.valueColumn() != null && (parameter.equals("missCost") || parameter.equals("gainIfCaught"));
        if (factor) return NumberText.number(amount) + " × " + brief.valueColumn();
        return share ? NumberText.percent(amount) : NumberText.price(words.currency(), amount);
    }

    private record Cell(String name, String trade, ToDoubleFunction<CutFigures> of, String worth) {}

    private Cell cell(String name, String trade, ToDoubleFunction<CutFigures> of, @Nullable Double each) {
        return new Cell(
                name, trade, of, each == null ? "by " + brief.valueColumn() : NumberText.price(words.currency(), each));
    }

    private String stakes() {
        Stakes s = brief.decision().stakes();
        String currency = words.currency();
        String times = brief.valueColumn() == null ? "" : " times its " + brief.valueColumn();
        String caught = brief.valueColumn() == null
                ? NumberText.price(currency, s.gainIfCaught())
                : NumberText.number(s.gainIfCaught()) + times;
        String missed = brief.valueColumn() == null
                ? NumberText.price(currency, s.missCost())
                : NumberText.number(s.missCost()) + times;
        return "Acting costs " + NumberText.price(currency, s.actionCost()) + " a record and works on "
                + NumberText.percent(s.successRate()) + " of the events acted on; an event caught earns " + caught
                + "; an event missed costs " + missed + ", a false alarm costs another "
                + NumberText.price(currency, s.falseAlarmCost()) + ", and leaving the others alone is worth "
                + NumberText.price(currency, s.leaveValue()) + "."
                + (f.cut().breakEven() == null
                        ? ""
                        : " Acting pays from an event probability of "
                                + NumberText.percent(f.cut().breakEven()) + ".")
                + (brief.decision().capacity() == null
                        ? ""
                        : " At most " + NumberText.count(brief.decision().capacity()) + " of "
                                + NumberText.count(brief.decision().campaignSize()) + " can be acted on.")
                + (brief.decision().cut() == null || brief.decision().cut().rule() == null
                        ? ""
                        : " The cut: " + brief.decision().cut().rule() + ".");
    }

    private Block bands() {
        boolean tied = f.trust().bands().stream().anyMatch(BandRow::tied);
        return ReportTable.of(f.trust().bands())
                .caption("Band table of " + f.contest().chosen() + " on validation, highest scores first."
                        + (tied ? " * a group of equal scores straddles a boundary, so events are shared out." : ""))
                .number("band", b -> Integer.toString(b.band()))
                .count(words.records(), BandRow::records)
                .number(words.events(), b -> NumberText.count(b.events()) + (b.tied() ? " *" : ""))
                .percent("event rate", BandRow::eventRate)
                .decimal("lift", 2, BandRow::lift)
                .percent("capture so far", BandRow::capture)
                .decimal("lift so far", 2, BandRow::cumulativeLift)
                .number("lowest score", b -> NumberText.score(b.lowestScore()))
                .block();
    }

    List<Block> calibration() {
        ProbabilityQuality q = f.trust().calibration();
        if (q == null) {
            return new ArrayList<>(
                    List.of(Block.text("The score of " + f.contest().chosen()
                            + " is no probability; records are taken by rank, so there is nothing to calibrate.")));
        }
        List<Block> blocks = new ArrayList<>();
        String slope = q.line().slope() == null
                ? "The calibration line cannot be fitted."
                : "The calibration line has a slope of "
                        + fixedIn(
                                q.line().slope(), q.line().slopeLow(), q.line().slopeHigh())
                        + ", where 1 is perfect and less is over-confident, and an intercept of "
                        + fixedIn(
                                q.line().intercept(),
                                q.line().interceptLow(),
                                q.line().interceptHigh()) + ".";
        blocks.add(Block.text(slope + " Over ten bands the forecast is off by "
                + NumberText.fixed(q.error().ece(), 4)
                + " on average, where a perfect one of this size would be by " + NumberText.fixed(q.perfect(), 4)
                + "; Brier score " + NumberText.fixed(q.brier(), 4) + ", log loss "
                + NumberText.fixed(q.logLoss(), 4) + "."));
        blocks.add(new Block.Chart(Charts.reliability(e)));
        blocks.add(ReportTable.of(q.reliability())
                .caption("Forecast and outcome on validation; Wilson 95 % intervals.")
                .number("band", r -> Integer.toString(r.band()))
                .count(words.records(), r -> r.records())
                .percent("mean forecast", r -> r.meanProbability())
                .estimate("observed rate", r -> Estimate.percent(r.observedRate(), r.low(), r.high()))
                .block());
        return blocks;
    }

    private static String fixedIn(@Nullable Double value, @Nullable Double low, @Nullable Double high) {
        return NumberText.fixed(value, 2) + " (" + NumberText.fixed(low, 2) + " to " + NumberText.fixed(high, 2) + ")";
    }

    List<Block> stability() {
        List<Block> blocks = new ArrayList<>();
        Figures.Stability s = f.trust().stability();
        if (s.segments().isEmpty()) {
            blocks.add(Block.text("No column has the role segment, so segments were not looked at."));
        } else {
            blocks.add(groups(s.segments(), "segment", g -> g.column() + ": " + g.level())
                    .caption("Segments within validation, at the cut.")
                    .block());
        }
        if (s.timeColumn() == null) {
            blocks.add(Block.text("No column has the role date, so periods were not looked at."));
        } else {
            blocks.add(groups(s.periods(), "period", Figures.Group::level)
                    .caption("Periods within validation by " + s.timeColumn() + ", at the cut.")
                    .block());
        }
        return blocks;
    }

    private ReportTable<Figures.Group> groups(
            List<Figures.Group> groups, String what, Function<Figures.Group, String> name) {
        return ReportTable.of(groups)
                .text(what, name)
                .count(words.records(), Figures.Group::records)
                .count(words.events(), Figures.Group::events)
                .percent("event rate", g -> g.events() / (double) g.records())
                .percent("mean forecast", Figures.Group::meanScore)
                .estimate("AUC", g -> Chapters.auc(g.auc()))
                .percent("acted on", g -> g.acted() / g.records())
                .percent("capture rate", g -> g.events() == 0 ? null : g.caught() / g.events())
                .decimal("lift", 2, Figures.Group::lift);
    }

    List<Block> reserve() {
        List<Block> blocks = new ArrayList<>();
        BriefFile.SealSpec seal = brief.decision().seal();
        Figures.Reserve r = f.trust().reserve();
        if (r == null) {
            blocks.add(Block.text(
                    f.source().split().held()
                            ? "The reserve is sealed. It is opened once, for one candidate and cut, on the way to submitting."
                            : "Nothing was held back: the file came in its parts. What validation shows was chosen on it and is confirmed"
                                    + " by nothing."));
            return blocks;
        }
        blocks.add(Block.text("Opened once, by " + requireNonNull(seal).openedBy() + " on "
                + ReportTime.words(seal.openedAt()) + ", for "
                + seal.candidate() + " at " + NumberText.percent(v.counts().depth()) + " of validation"
                + (v.counts().threshold() == null ? "; read at the same depth." : "; read at the same threshold.")));
        blocks.add(Block.text(first.confirmation()));
        blocks.add(ReportTable.of(r.comparison())
                .caption("Money for the campaign. In brackets 95 % intervals.")
                .text("measure", c -> NumberText.measure(c.measure()))
                .estimate("validation", c -> bounded(c, c.validation(), c.low(), c.high()))
                .estimate("reserve", c -> bounded(c, c.reserve(), c.reserveLow(), c.reserveHigh()))
                .text("the reserve", CutChapters::confirmed)
                .block());
        String chosen = r.comparison().stream()
                .filter(c -> c.optimism() != null && c.optimism() > 0)
                .map(c -> NumberText.measure(c.measure()) + " by " + first.apart(c, requireNonNull(c.optimism())))
                .collect(Collectors.joining(", "));
        if (!chosen.isEmpty()) {
            blocks.add(Block.quiet("The cut was chosen on validation, whose figures look better for it: " + chosen
                    + ". That is taken off before they are held against the reserve's."));
        }
        return blocks;
    }

    private static String confirmed(Figures.Compared c) {
        if (c.reserve() == null || c.validation() == null) return NumberText.NONE;
        return c.confirmed() ? "confirms it" : "below what both explain";
    }

    private Estimate bounded(Figures.Compared c, @Nullable Double value, @Nullable Double low, @Nullable Double high) {
        if (value == null) return Estimate.NONE;
        String text = first.measured(c, value);
        return low == null || high == null
                ? Estimate.alone(text)
                : Estimate.of(text, first.measured(c, low), first.measured(c, high));
    }

    private String gain(double amount) {
        return NumberText.gain(brief, amount);
    }
}
