package outrider.report;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.Written;
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
        words = brief.words();
        f = evidence.figures();
        v = f.validation();
        first = new FirstPage(evidence);
    }

    List<Block> threshold() {
        List<Block> blocks = new ArrayList<>();
        blocks.add(Block.text(stakes()));
        blocks.add(Block.chart(Charts.netValue(e)));
        Stakes s = brief.stakes();
        boolean valued = brief.valueColumn() != null;
        blocks.add(Block.table(
                "The outcome grid at the cut: counts on validation"
                        + (brief.plannedRate() == null ? "" : ", at the planned event rate")
                        + "; the reserve beside them once it is open.",
                List.of(
                        "cell",
                        "also called",
                        "#" + words.records() + ", validation",
                        "worth of one",
                        "#" + words.records() + ", reserve"),
                List.of(
                        cell(
                                "caught",
                                "true positives",
                                v.caught(),
                                valued ? null : s.caught(),
                                f.reserve() == null
                                        ? null
                                        : f.reserve().figures().caught()),
                        cell(
                                "false alarms",
                                "false positives",
                                v.falseAlarms(),
                                s.falseAlarm(),
                                f.reserve() == null
                                        ? null
                                        : f.reserve().figures().falseAlarms()),
                        cell(
                                "missed",
                                "false negatives",
                                v.missed(),
                                valued ? null : s.missed(),
                                f.reserve() == null
                                        ? null
                                        : f.reserve().figures().missed()),
                        cell(
                                "left alone",
                                "true negatives",
                                v.leftAlone(),
                                s.leftAlone(),
                                f.reserve() == null
                                        ? null
                                        : f.reserve().figures().leftAlone()))));
        if (!f.sensitivity().isEmpty()) {
            blocks.add(Block.table(
                    "Sensitivity: the same cut where one amount is another, for the campaign.",
                    List.of("if the …", "were", "#this cut gains", "#best depth then", "#which gains"),
                    f.sensitivity().stream()
                            .map(w -> List.of(
                                    FirstPage.lever(w.lever()),
                                    amount(w),
                                    gain(w.gain() * f.perCampaign()),
                                    Written.percent(w.bestDepth()),
                                    gain(w.bestGain() * f.perCampaign())))
                            .toList()));
        }
        if (!f.takeovers().isEmpty()) {
            blocks.add(Block.bullets(f.takeovers().stream()
                    .map(t -> "With a " + FirstPage.lever(t.lever()) + " of " + leverAmount(t.lever(), t.amount())
                            + (t.amount() > t.now() ? " or more" : " or less") + " (now "
                            + leverAmount(t.lever(), t.now())
                            + ") “" + t.candidate() + "” has the best net value.")
                    .toList()));
        }
        blocks.add(bands());
        return blocks;
    }

    private String amount(Figures.WhatIf w) {
        return leverAmount(w.lever(), w.amount()) + " ("
                + String.format(Locale.ROOT, "%+.0f %%", 100 * (w.factor() - 1)).replace('-', '−') + ")";
    }

    private String leverAmount(String lever, double amount) {
        boolean share = lever.equals("successRate") || lever.equals("plannedRate");
        boolean factor = brief.valueColumn() != null && (lever.equals("missCost") || lever.equals("gainIfCaught"));
        if (factor) return Written.number(amount) + " × " + brief.valueColumn();
        return share ? Written.percent(amount) : Written.price(words.currency(), amount);
    }

    private List<String> cell(
            String name, String trade, double count, @Nullable Double each, @Nullable Double reserve) {
        return List.of(
                name,
                trade,
                Written.count(count),
                each == null ? "by " + brief.valueColumn() : Written.price(words.currency(), each),
                reserve == null ? "sealed" : Written.count(reserve));
    }

    private String stakes() {
        Stakes s = brief.stakes();
        String currency = words.currency();
        String times = brief.valueColumn() == null ? "" : " times its " + brief.valueColumn();
        String caught = brief.valueColumn() == null
                ? Written.price(currency, s.gainIfCaught())
                : Written.number(s.gainIfCaught()) + times;
        String missed = brief.valueColumn() == null
                ? Written.price(currency, s.missCost())
                : Written.number(s.missCost()) + times;
        return "Acting costs " + Written.price(currency, s.actionCost()) + " a record and works on "
                + Written.percent(s.successRate()) + " of the events acted on; an event caught earns " + caught
                + "; an event missed costs " + missed + ", a false alarm costs another "
                + Written.price(currency, s.falseAlarmCost()) + ", and leaving the others alone is worth "
                + Written.price(currency, s.leaveValue()) + "."
                + (f.breakEven() == null
                        ? ""
                        : " Acting pays from an event probability of " + Written.percent(f.breakEven()) + ".")
                + (brief.capacity() == null
                        ? ""
                        : " At most " + Written.count(brief.capacity()) + " of " + Written.count(brief.campaignSize())
                                + " can be acted on.")
                + (brief.cut() == null || brief.cut().rule() == null
                        ? ""
                        : " The cut: " + brief.cut().rule() + ".");
    }

    private Block bands() {
        boolean tied = f.bands().stream().anyMatch(BandRow::tied);
        return Block.table(
                "Band table of " + f.chosen() + " on validation, highest scores first."
                        + (tied ? " * a group of equal scores straddles a boundary, so events are shared out." : ""),
                List.of(
                        "#band",
                        "#" + words.records(),
                        "#" + words.events(),
                        "#event rate",
                        "#lift",
                        "#capture so far",
                        "#lift so far",
                        "#lowest score"),
                f.bands().stream()
                        .map(b -> List.of(
                                Integer.toString(b.band()),
                                Written.count(b.records()),
                                Written.count(b.events()) + (b.tied() ? " *" : ""),
                                Written.percent(b.eventRate()),
                                Written.fixed(b.lift(), 2),
                                Written.percent(b.capture()),
                                Written.fixed(b.cumulativeLift(), 2),
                                Written.score(b.lowestScore())))
                        .toList());
    }

    List<Block> calibration() {
        ProbabilityQuality q = f.calibration();
        if (q == null) {
            return new ArrayList<>(List.of(Block.text("The score of " + f.chosen()
                    + " is no probability; records are taken by rank, so there is nothing to calibrate.")));
        }
        List<Block> blocks = new ArrayList<>();
        String slope = q.slope() == null
                ? "The calibration line cannot be fitted."
                : "The calibration line has a slope of "
                        + fixedIn(q.slope(), q.slopeLow(), q.slopeHigh())
                        + ", where 1 is perfect and less is over-confident, and an intercept of "
                        + fixedIn(q.intercept(), q.interceptLow(), q.interceptHigh()) + ".";
        blocks.add(Block.text(slope + " Over ten bands the forecast is off by " + Written.fixed(q.ece(), 4)
                + " on average, where a perfect one of this size would be by " + Written.fixed(q.perfect(), 4)
                + "; Brier score " + Written.fixed(q.brier(), 4) + ", log loss "
                + Written.fixed(q.logLoss(), 4) + "."));
        blocks.add(Block.chart(Charts.reliability(e)));
        blocks.add(Block.table(
                "Forecast and outcome on validation; Wilson 95 % intervals.",
                List.of("#band", "#" + words.records(), "#mean forecast", "#observed rate"),
                q.reliability().stream()
                        .map(r -> List.of(
                                Integer.toString(r.band()),
                                Written.count(r.records()),
                                Written.percent(r.meanProbability()),
                                Written.percent(r.observedRate(), r.low(), r.high())))
                        .toList()));
        return blocks;
    }

    private static String fixedIn(@Nullable Double value, @Nullable Double low, @Nullable Double high) {
        return Written.fixed(value, 2) + " (" + Written.fixed(low, 2) + " to " + Written.fixed(high, 2) + ")";
    }

    List<Block> stability() {
        List<Block> blocks = new ArrayList<>();
        Figures.Stability s = f.stability();
        if (s.segments().isEmpty()) {
            blocks.add(Block.text("No column has the role segment, so segments were not looked at."));
        } else {
            blocks.add(Block.table(
                    "Segments within validation, at the cut.", groupHead("segment"), groups(s.segments(), true)));
        }
        if (s.timeColumn() == null) {
            blocks.add(Block.text("No column has the role date, so periods were not looked at."));
        } else {
            blocks.add(Block.table(
                    "Periods within validation by " + s.timeColumn() + ", at the cut.",
                    groupHead("period"),
                    groups(s.periods(), false)));
        }
        return blocks;
    }

    private List<String> groupHead(String what) {
        return List.of(
                what,
                "#" + words.records(),
                "#" + words.events(),
                "#event rate",
                "#mean forecast",
                "#AUC",
                "#acted on",
                "#capture rate",
                "#lift");
    }

    private static List<List<String>> groups(List<Figures.Group> groups, boolean named) {
        return groups.stream()
                .map(g -> List.of(
                        named ? g.column() + ": " + g.level() : g.level(),
                        Written.count(g.records()),
                        Written.count(g.events()),
                        Written.percent(g.events() / (double) g.records()),
                        Written.percent(g.meanScore()),
                        Chapters.auc(g.auc()),
                        Written.percent(g.acted() / g.records()),
                        g.events() == 0 ? Written.NONE : Written.percent(g.caught() / g.events()),
                        Written.fixed(g.lift(), 2)))
                .toList();
    }

    List<Block> reserve() {
        List<Block> blocks = new ArrayList<>();
        BriefFile.SealSpec seal = brief.seal();
        Figures.Reserve r = f.reserve();
        if (r == null) {
            blocks.add(Block.text(
                    "The reserve is sealed. It is opened once, for one candidate and cut, on the way to submitting."));
            return blocks;
        }
        blocks.add(Block.text("Opened once, by " + requireNonNull(seal).openedBy() + " on "
                + ReportTime.words(seal.openedAt()) + ", for "
                + seal.candidate() + " at " + Written.percent(v.depth()) + " of validation"
                + (v.threshold() == null ? "; read at the same depth." : "; read at the same threshold.")));
        blocks.add(Block.text(first.confirmation()));
        blocks.add(Block.table(
                "Money for the campaign. In brackets 95 % intervals.",
                List.of("measure", "#validation", "#reserve", "the reserve"),
                r.comparison().stream()
                        .map(c -> List.of(
                                Written.measure(c.measure()),
                                bounded(c, c.validation(), c.low(), c.high()),
                                bounded(c, c.reserve(), c.reserveLow(), c.reserveHigh()),
                                c.reserve() == null || c.validation() == null
                                        ? Written.NONE
                                        : c.confirmed() ? "confirms it" : "below what both explain"))
                        .toList()));
        return blocks;
    }

    private String bounded(Figures.Compared c, @Nullable Double value, @Nullable Double low, @Nullable Double high) {
        if (value == null) return Written.NONE;
        String text = first.measured(c, value);
        return low == null ? text : text + " (" + first.measured(c, low) + " to " + first.measured(c, high) + ")";
    }

    private String gain(double amount) {
        return Written.gain(brief, amount);
    }
}
