package outrider.report;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.CheckResult;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;
import outrider.casefile.Paragraph;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.exchange.DecidingKind;
import outrider.uncertainty.FewAmounts;
import outrider.uncertainty.Verdict;

/** The words of a report's first page: the decision, what is expected of it, why this candidate, what could go wrong. */
public final class FirstPage {
    private final Evidence e;
    private final BriefFile brief;
    private final BriefFile.Words words;
    private final Figures f;
    private final CutFigures v;

    public FirstPage(Evidence evidence) {
        e = evidence;
        brief = evidence.recipe();
        words = brief.asked().words();
        f = evidence.figures();
        v = f.cut().validation();
    }

    private double campaign(double sum) {
        return sum * f.cut().perCampaign();
    }

    /** From one to another for the campaign; a dash for each that is not there. */
    private String range(@Nullable Double low, @Nullable Double high) {
        return limit(low) + " to " + limit(high);
    }

    private String limit(@Nullable Double sum) {
        return NumberText.gain(brief, scaled(sum));
    }

    private @Nullable Double scaled(@Nullable Double sum) {
        return sum == null ? null : Double.valueOf(campaign(sum));
    }

    private String money(double amount) {
        return NumberText.money(brief, amount);
    }

    private String gain(double amount) {
        return NumberText.gain(brief, amount);
    }

    /** What will be done to whom, from when. */
    public String decision() {
        String when = brief.authorText().startsOn() == null
                ? ""
                : " from " + brief.authorText().startsOn() + " on";
        if (v.counts().records() == 0) {
            return "The proposal: act on nobody. On these stakes no cut of "
                    + f.contest().chosen() + " is worth more than " + words.acting() + " no one.";
        }
        String rule = v.counts().threshold() == null
                ? "the first " + NumberText.percent(v.counts().depth()) + " by score"
                : "everyone with a score of " + NumberText.score(v.counts().threshold()) + " or more";
        return "The proposal: " + words.acting() + " the top "
                + NumberText.percent(v.counts().depth()) + " of the "
                + words.records()
                + " as ranked by “" + f.contest().chosen() + "”" + when + ": " + rule + ", about "
                + NumberText.count(Math.rint(campaign(v.counts().records()))) + " of "
                + NumberText.count(brief.decision().campaignSize())
                + ".";
    }

    /** What is expected of it, with intervals. */
    public String expected() {
        if (v.counts().records() == 0) return "Nothing is gained and nothing is spent.";
        return "Expected to reach " + NumberText.percent(v.reach().capture()) + " of the " + words.events()
                + " (95 % interval "
                + NumberText.percent(v.reach().captureLow()) + " to "
                + NumberText.percent(v.reach().captureHigh()) + "), "
                + NumberText.fixed(v.reach().lift(), 1) + " times as many as " + words.acting()
                + " at random, and to gain "
                + money(campaign(v.money().gainOverNobody())) + " ("
                + NumberText.money(brief, scaled(v.money().gainLow())) + " to "
                + NumberText.money(brief, scaled(v.money().gainHigh())) + ") over " + words.acting() + " nobody"
                + (brief.decision().plannedRate() == null
                        ? "."
                        : ", at a planned event rate of "
                                + NumberText.percent(brief.decision().plannedRate()) + ".");
    }

    /** One way to act. {@code ahead} is what the proposal gains more. */
    public record Alternative(String name, String actedOn, Estimate reached, Estimate gain, Estimate ahead) {}

    /** The proposal against doing nothing, doing all and today's way; money for the campaign. */
    public List<Alternative> ways() {
        double total = f.source().split().validation().records();
        double mine = campaign(v.money().gainOverNobody());
        List<Alternative> ways = new ArrayList<>();
        ways.add(new Alternative(
                "this proposal",
                NumberText.count(Math.rint(campaign(v.counts().records()))),
                Estimate.percent(
                        v.reach().capture(), v.reach().captureLow(), v.reach().captureHigh()),
                estimate(mine, v.money().gainLow(), v.money().gainHigh()),
                Estimate.alone("")));
        ways.add(new Alternative(
                words.acting() + " nobody",
                "0",
                Estimate.alone("0.0 %"),
                Estimate.alone(money(0)),
                Estimate.alone(gain(mine))));
        ways.add(new Alternative(
                words.acting() + " everybody",
                NumberText.count(Math.rint(campaign(total))),
                Estimate.alone("100.0 %"),
                Estimate.alone(gain(campaign(f.cut().everybody()))),
                Estimate.alone(gain(mine - campaign(f.cut().everybody())))));
        Figures.Today today = f.cut().today();
        if (today == null) {
            ways.add(new Alternative("today's way", "nobody named", Estimate.NONE, Estimate.NONE, Estimate.NONE));
        } else {
            CutFigures t = today.at();
            ways.add(new Alternative(
                    "today's way, " + today.candidate(),
                    NumberText.count(Math.rint(campaign(t.counts().records()))),
                    Estimate.percent(
                            t.reach().capture(),
                            t.reach().captureLow(),
                            t.reach().captureHigh()),
                    estimate(
                            campaign(t.money().gainOverNobody()),
                            t.money().gainLow(),
                            t.money().gainHigh()),
                    ahead(mine - campaign(t.money().gainOverNobody()), today.difference())));
        }
        return ways;
    }

    private Estimate ahead(double difference, CutComparison.@Nullable Difference paired) {
        return paired == null ? Estimate.alone(gain(difference)) : estimate(difference, paired.low(), paired.high());
    }

    /** @param low of one part's records, as {@code high}; {@code gain} is of the campaign already */
    private Estimate estimate(double gain, @Nullable Double low, @Nullable Double high) {
        return new Estimate(gain(gain), range(low, high));
    }

    /** What the reserve says of it. */
    public String confirmation() {
        Figures.Reserve reserve = f.trust().reserve();
        if (reserve == null) {
            return f.source().split().held()
                    ? "The reserve (final hold-out) is still sealed: nothing has confirmed these figures yet."
                    : "There is no reserve (final hold-out): nothing has confirmed these figures, and nothing held back can.";
        }
        List<String> below = reserve.comparison().stream()
                .filter(c -> !c.confirmed())
                .map(c -> NumberText.measure(c.measure()) + " " + measured(c, c.reserve()) + " ("
                        + measured(c, c.reserveLow()) + " to " + measured(c, c.reserveHigh()) + ") against "
                        + measured(c, c.validation()) + " (" + measured(c, c.low()) + " to " + measured(c, c.high())
                        + ")")
                .toList();
        String opened = "The reserve (final hold-out), "
                + NumberText.count(reserve.part().records()) + " " + words.records() + " nobody had seen, ";
        return below.isEmpty()
                ? opened + "confirms it: "
                        + NumberText.percent(reserve.figures().reach().capture()) + " of the " + words.events()
                        + " reached, a gain of "
                        + money(reserve.figures().money().gainOverNobody() * reserve.perCampaign())
                        + "; no figure lies further below validation's than the intervals of both explain."
                : opened + "shows less than validation promised: " + String.join("; ", below)
                        + ". Expect less than the figures above.";
    }

    String measured(Figures.Compared c, @Nullable Double value) {
        return switch (c.measure()) {
            case "capture", "precision" -> NumberText.percent(value);
            case "gain" -> NumberText.money(brief, value);
            case "auc" -> NumberText.fixed(value, 3);
            default -> NumberText.fixed(value, 2);
        };
    }

    /** A difference of two such figures. */
    String apart(Figures.Compared c, double difference) {
        boolean share = c.measure().equals("capture") || c.measure().equals("precision");
        return share ? points(difference) : measured(c, difference);
    }

    private static String points(double difference) {
        return NumberText.fixed(100 * difference, 1) + " percentage points";
    }

    /** Why this candidate and not the others: the next best, the simplest, the one that can run soonest. */
    public List<String> why() {
        List<String> lines = new ArrayList<>();
        Figures.CandidateRow mine = f.chosenRow();
        List<Figures.CandidateRow> others = f.contest().candidates().stream()
                .filter(r -> !r.reference() && !r.name().equals(f.contest().chosen()))
                .toList();
        if (others.isEmpty()) {
            lines.add("No other candidate was made; it is compared with references only.");
            return lines;
        }
        Figures.CandidateRow next = others.stream()
                .max(Comparator.comparingDouble(r -> r.atCut().money().gainOverNobody()))
                .orElseThrow();
        Comparator<Figures.CandidateRow> bySize = Comparator.comparingInt(Figures.CandidateRow::inputs)
                .thenComparing(r -> r.numbers() == null ? Long.MAX_VALUE : r.numbers());
        Figures.CandidateRow simplest = others.stream().min(bySize).orElseThrow();
        boolean simple = bySize.compare(mine, simplest) <= 0;
        boolean same = !simple && simplest == next;
        lines.add((same ? "Next best at this depth, and simpler: " : "Next best at this depth: ") + against(next)
                + (same ? "; " + taking(next, mine) : "") + ".");
        if (simple) lines.add("It is the simplest: " + inputs(mine) + ".");
        else if (!same) lines.add("Simpler: " + against(simplest) + "; " + taking(simplest, mine) + ".");
        Comparator<Figures.CandidateRow> byDays =
                Comparator.comparingInt(r -> r.knownAfterDays() == null ? 0 : r.knownAfterDays());
        List<Figures.CandidateRow> dated =
                others.stream().filter(r -> r.undated() == 0).toList();
        Figures.CandidateRow soonest = dated.stream()
                .min(byDays.thenComparing(r -> -r.atCut().money().gainOverNobody()))
                .orElse(null);
        if (mine.undated() > 0) {
            lines.add("When " + mine.undated()
                    + " of its inputs are known, nobody said; whether it can run in time is open.");
        } else if (soonest == null || byDays.compare(mine, soonest) <= 0) {
            lines.add("No other can run sooner: " + known(mine) + ".");
        } else {
            lines.add("Can run sooner: " + against(soonest) + "; there " + known(soonest) + ", here " + known(mine)
                    + ".");
        }
        return lines;
    }

    private static String taking(Figures.CandidateRow other, Figures.CandidateRow mine) {
        if (other.inputs() != mine.inputs()) return "it takes " + inputs(other) + " instead of " + mine.inputs();
        return other.numbers() == null || mine.numbers() == null
                ? "it takes as many inputs"
                : "it takes as many inputs, and " + NumberText.count(other.numbers())
                        + (other.numbers() == 1 ? " number" : " numbers") + " learnt instead of "
                        + NumberText.count(mine.numbers());
    }

    private static String inputs(Figures.CandidateRow row) {
        return row.inputs() + (row.inputs() == 1 ? " input" : " inputs");
    }

    private static String known(Figures.CandidateRow row) {
        if (row.knownAfterDays() == null) return "all is known at once";
        return row.knownAfterDays() == 0
                ? "all inputs are known on the day"
                : "the last input, " + row.lastKnown() + ", is known after " + row.knownAfterDays() + " days";
    }

    private String against(Figures.CandidateRow row) {
        CutComparison.At d = row.difference();
        if (d == null) return "“" + row.name() + "”";
        CutComparison.Difference net = d.netValue();
        String verdict = d.verdict().words();
        if (net == null) return "“" + row.name() + "”, " + verdict;
        return "“" + row.name() + "”, " + gain(campaign(net.difference())) + " (95 % interval "
                + range(net.low(), net.high()) + "), " + verdict
                + (d.verdict() == Verdict.NOT_SEPARABLE && apart(net)
                        ? " once every comparison counts (adjusted p " + NumberText.fixed(d.adjustedP(), 2) + ")"
                        : "");
    }

    /** Whether the interval of the one difference leaves out 0. */
    private static boolean apart(CutComparison.Difference net) {
        return net.low() != null && net.low() > 0 || net.high() != null && net.high() < 0;
    }

    private String fewAmounts(FewAmounts few) {
        return (few.half() == 1 ? "One" : NumberText.count(few.half())) + " of the " + NumberText.count(few.amounts())
                + " values of " + e.recipe().valueColumn() + " caught "
                + (few.half() == 1 ? "makes" : "make")
                + " half of their sum: the interval of the gain cannot know of larger ones and may be too narrow.";
    }

    /** What could go wrong, the failing checks first. */
    public List<String> risks() {
        List<String> lines = new ArrayList<>();
        List<CheckResult> failing =
                e.judged().checks().stream().filter(c -> !c.passes()).toList();
        for (CheckResult check : failing) {
            boolean said = check.paragraph() == Paragraph.RESERVE && f.trust().reserve() != null;
            lines.add(check.title() + " fails. " + (said ? "See above." : check.words()));
        }
        f.chosenRow().alarms().forEach(alarm -> lines.add("Alarm: " + alarm.name() + ". " + alarm.meaning()));
        if (f.trust().fewAmounts() != null) lines.add(fewAmounts(f.trust().fewAmounts()));
        f.cut().sensitivity().stream()
                .filter(w -> w.factor() == 0.5 || w.parameter().equals("actionCost") && w.factor() == 2)
                .min(Comparator.comparingDouble(Figures.WhatIf::gain))
                .ifPresent(w ->
                        lines.add("If the " + parameter(w.parameter()) + " were " + (w.factor() == 2 ? "twice" : "half")
                                + " what the brief says, the same cut would gain " + money(campaign(w.gain())) + "."));
        String optimism = optimism(e);
        if (optimism != null) {
            lines.add("Candidates were ordered on the same records by "
                    + f.contest().deciding().words() + ", which by itself makes the best look " + optimism
                    + " too good by it.");
        }
        return lines;
    }

    /** What choosing the best is expected to have added to the deciding measure; null for nothing worth a word. */
    static @Nullable String optimism(Evidence e) {
        Double optimism = e.figures().contest().optimism();
        if (optimism == null) return null;
        boolean money = e.figures().contest().deciding().measure() == DecidingKind.NET_VALUE;
        double told = money ? optimism * e.figures().cut().perCampaign() : optimism;
        if (told < (money ? 0.5 : 0.0005)) return null;
        if (e.figures().contest().deciding().measure() == DecidingKind.CAPTURE) {
            return points(told);
        }
        return money ? NumberText.money(e.recipe(), told) + " for the campaign" : NumberText.fixed(told, 3);
    }

    static String parameter(String name) {
        return switch (name) {
            case "missCost" -> "cost of a miss";
            case "gainIfCaught" -> "gain of a caught event";
            case "successRate" -> "success rate";
            case "actionCost" -> "cost of acting";
            default -> "event rate";
        };
    }

    /** The author's words on a chapter, figures put in; empty for none. */
    public String said(Paragraph paragraph) {
        return FigureWords.filled(brief.authorText().said(paragraph), brief, f);
    }
}
