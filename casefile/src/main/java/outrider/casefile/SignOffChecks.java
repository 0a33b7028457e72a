package outrider.casefile;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import outrider.base.Normal;
import outrider.check.AlarmKind;
import outrider.check.CandidateAlarms;
import outrider.doubt.Verdict;
import outrider.exchange.CutFigures;
import outrider.stakes.Stakes;

/** Holds a report's figures against a policy. */
public final class SignOffChecks {
    private static final int NAMED = 3;

    private final Policy policy;
    private final BriefFile brief;
    private final Figures figures;
    private final Conduct conduct;

    private SignOffChecks(Policy policy, BriefFile brief, Figures figures, Conduct conduct) {
        this.policy = policy;
        this.brief = brief;
        this.figures = figures;
        this.conduct = conduct;
    }

    /** In the order of {@link Check}; only those that the policy demands. */
    public static List<CheckResult> of(Policy policy, BriefFile brief, Figures figures, Conduct conduct) {
        SignOffChecks checks = new SignOffChecks(policy, brief, figures, conduct);
        return policy.checks().keySet().stream().map(checks::of).toList();
    }

    private record Found(boolean passes, String words, Paragraph at) {}

    private CheckResult of(Check check) {
        Found found = switch (check) {
            case BEATS_REFERENCES -> references();
            case NET_VALUE -> netValue();
            case LIFT -> lift();
            case CARRIES_OVER -> carriesOver();
            case RESERVE -> reserve();
            case CALIBRATION -> calibration();
            case EVENTS -> events();
            case LEAKS -> leaks();
            case INPUTS_IN_TIME -> inTime();
            case SEGMENTS -> segments();
            case LOOKS -> looks();
            case STAKES -> stakes();
            case MONITORING -> monitoring();
        };
        return new CheckResult(check, check.title(), found.passes(), found.words(), found.at());
    }

    private Found references() {
        List<Figures.Row> references =
                figures.candidates().stream().filter(Figures.Row::reference).toList();
        List<String> unbeaten = references.stream()
                .filter(r -> r.byAuc().verdict() != Verdict.BEHIND)
                .map(Figures.Row::name)
                .toList();
        String words = references.isEmpty()
                ? "No reference was compared: add the base rate or group rates."
                : unbeaten.isEmpty()
                        ? "Ahead of "
                                + named(references.stream()
                                        .map(Figures.Row::name)
                                        .toList()) + " by AUC."
                        : "Not separable from, or behind, " + named(unbeaten) + " by AUC.";
        return new Found(!references.isEmpty() && unbeaten.isEmpty(), words, Paragraph.COMPARISON);
    }

    private Found netValue() {
        Double low = campaign(figures.validation().gainLow());
        Double high = campaign(figures.validation().gainHigh());
        return new Found(
                low != null && low > 0,
                "Gain over " + brief.words().acting() + " nobody, for the campaign: 95 % interval "
                        + Written.money(brief, low) + " to " + Written.money(brief, high) + ".",
                Paragraph.THRESHOLD);
    }

    private Double campaign(Double amount) {
        return amount == null ? null : amount * figures.perCampaign();
    }

    /** At most half of what can be reached above 1 at this depth and event rate is demanded. */
    private Found lift() {
        double limit = policy.limit(Check.LIFT, "atLeast");
        CutFigures v = figures.validation();
        if (v.lift() == null) return new Found(false, "Nobody is acted on.", Paragraph.THRESHOLD);
        double rate = (v.caught() + v.missed()) / (v.caught() + v.missed() + v.falseAlarms() + v.leftAlone());
        double reachable = Math.min(1 / rate, 1 / v.depth());
        double demanded = Math.min(limit, 1 + (reachable - 1) / 2);
        boolean less = demanded < limit;
        return new Found(
                v.lift() >= demanded,
                "Lift " + Written.fixed(v.lift(), 2) + "; demanded " + Written.fixed(demanded, 2) + " or more"
                        + (less
                                ? " (not the " + Written.number(limit)
                                        + " of the policy, because at this depth and event rate"
                                : ". At this depth and event rate")
                        + " at most " + Written.fixed(reachable, 2) + " can be reached"
                        + (less ? ")." : "."),
                Paragraph.THRESHOLD);
    }

    private Found carriesOver() {
        double limit = policy.limit(Check.CARRIES_OVER, "gapAtMost");
        Figures.Row row = figures.chosenRow();
        Double z = CandidateAlarms.standardisedGap(
                row.outOfFold(),
                row.auc(),
                Math.min(
                        figures.split().training().fewest(),
                        figures.split().validation().fewest()));
        if (z == null) {
            return new Found(
                    true,
                    row.outOfFold() == null
                            ? "No model was fitted without some of training's records, so there is nothing to hold against validation."
                            : "Too few events or non-events for an error of the AUC, so nothing can be held against validation.",
                    Paragraph.COMPARISON);
        }
        double gap = row.outOfFold().auc() - row.auc().auc();
        boolean apart = Math.abs(gap) > limit && Math.abs(z) >= CandidateAlarms.ERRORS_APART;
        return new Found(
                !apart,
                "AUC " + Written.fixed(row.outOfFold().auc(), 3) + " out of fold on training, "
                        + Written.fixed(row.auc().auc(), 3) + " on validation: " + Written.fixed(Math.abs(gap), 3)
                        + " or " + Written.fixed(Math.abs(z), 1) + " standard errors apart; allowed "
                        + Written.number(limit) + ", or less than " + Written.number(CandidateAlarms.ERRORS_APART)
                        + " standard errors.",
                Paragraph.COMPARISON);
    }

    private Found reserve() {
        Figures.Reserve reserve = figures.reserve();
        if (reserve == null) return new Found(false, "The reserve is still sealed.", Paragraph.RESERVE);
        List<String> below = reserve.comparison().stream()
                .filter(c -> !c.confirmed())
                .map(c -> Written.measure(c.measure()))
                .toList();
        return new Found(
                below.isEmpty(),
                below.isEmpty()
                        ? "No figure of the reserve lies further below validation's than the intervals of both explain."
                        : "Further below validation than the intervals of both explain: " + String.join(", ", below)
                                + ".",
                Paragraph.RESERVE);
    }

    private Found calibration() {
        var quality = figures.calibration();
        if (quality == null) {
            return new Found(
                    true,
                    "The score is no probability; the cut goes by rank, so none is needed.",
                    Paragraph.CALIBRATION);
        }
        double from = policy.limit(Check.CALIBRATION, "slopeFrom");
        double to = policy.limit(Check.CALIBRATION, "slopeTo");
        double error = policy.limit(Check.CALIBRATION, "errorAtMost");
        boolean slopeOff = quality.slope() != null && (quality.slopeHigh() < from || quality.slopeLow() > to);
        double excess = quality.ece() - quality.perfect();
        String slope = quality.slope() == null
                ? "No calibration line can be fitted"
                : "Slope " + Written.fixed(quality.slope(), 2) + " (95 % interval "
                        + Written.fixed(quality.slopeLow(), 2) + " to " + Written.fixed(quality.slopeHigh(), 2)
                        + "; allowed " + Written.number(from) + " to " + Written.number(to) + ")";
        return new Found(
                !slopeOff && excess <= error,
                slope + ", mean error " + Written.fixed(quality.ece(), 4) + " where a perfect forecast would show "
                        + Written.fixed(quality.perfect(), 4) + " (allowed " + Written.number(error) + " more).",
                Paragraph.CALIBRATION);
    }

    private Found events() {
        double training = policy.limit(Check.EVENTS, "training");
        double validation = policy.limit(Check.EVENTS, "validation");
        double reserve = policy.limit(Check.EVENTS, "reserve");
        Figures.Split split = figures.split();
        Figures.Part own = figures.reserve() == null ? null : figures.reserve().part();
        boolean passes = enough(split.training(), training)
                && enough(split.validation(), validation)
                && (own == null || enough(own, reserve));
        return new Found(
                passes,
                "Training holds " + both(split.training()) + " (demanded " + Written.number(training)
                        + " of each), validation " + both(split.validation()) + " (" + Written.number(validation)
                        + "), " + (own == null ? "the reserve is sealed" : "the reserve " + both(own)) + " ("
                        + Written.number(reserve) + ").",
                Paragraph.DATA);
    }

    private static boolean enough(Figures.Part part, double demanded) {
        return part.fewest() >= demanded;
    }

    private String both(Figures.Part part) {
        return Written.count(part.events()) + " " + brief.words().events() + " and "
                + Written.count(part.records() - part.events()) + " others";
    }

    private Found leaks() {
        List<String> open = figures.columns().stream()
                .filter(c -> c.alarms().stream().anyMatch(a -> a.leak() && a.answer() == null))
                .map(Figures.ColumnRow::column)
                .toList();
        boolean tooGood = figures.chosenRow().alarms().stream().anyMatch(a -> a.kind() == AlarmKind.TOO_GOOD);
        String words = open.isEmpty() && !tooGood
                ? "No input rings a leak alarm that nobody answered."
                : open.isEmpty() ? "The validation AUC is too good to be true." : "Open on " + named(open) + ".";
        return new Found(open.isEmpty() && !tooGood, words, Paragraph.ALARMS);
    }

    private Found inTime() {
        double limit = policy.limit(Check.INPUTS_IN_TIME, "daysAtMost");
        List<Figures.ColumnRow> inputs =
                figures.columns().stream().filter(c -> c.use().equals("input")).toList();
        List<String> late = inputs.stream()
                .filter(c -> c.knownAfterDays() != null && c.knownAfterDays() > limit)
                .map(c -> c.column() + " (" + c.knownAfterDays() + " days)")
                .toList();
        long undated = inputs.stream().filter(c -> c.knownAfterDays() == null).count();
        String words = late.isEmpty()
                ? undated == 0
                        ? "All " + inputs.size() + " inputs are known within " + Written.number(limit) + " days."
                        : undated + " of " + inputs.size() + " inputs: nobody said when they are known."
                : "Later than " + Written.number(limit) + " days: " + named(late) + ".";
        return new Found(late.isEmpty() && undated == 0, words, Paragraph.INPUTS);
    }

    private Found segments() {
        double events = policy.limit(Check.SEGMENTS, "eventsAtLeast");
        double drop = policy.limit(Check.SEGMENTS, "aucDropAtMost");
        double whole = figures.chosenRow().auc().auc();
        Figures.Stability stability = figures.stability();
        List<Figures.Group> judged = Stream.concat(stability.segments().stream(), stability.periods().stream())
                .filter(g -> g.events() >= events && g.auc() != null && g.auc().standardError() != null)
                .toList();
        double widened = Normal.critical(0.05 / Math.max(1, judged.size()));
        List<String> weak = judged.stream()
                .filter(g -> g.auc().auc() + widened * g.auc().standardError() < whole - drop)
                .map(g -> g.column() + " " + g.level() + " (AUC "
                        + Written.fixed(g.auc().auc(), 3) + ")")
                .toList();
        String words = judged.isEmpty()
                ? "No segment or period with " + Written.number(events)
                        + " events or more: give columns the role segment or date on Data."
                : weak.isEmpty()
                        ? "AUC holds in all " + judged.size() + " segments and periods with " + Written.number(events)
                                + " events or more."
                        : "AUC drops in " + named(weak) + ".";
        return new Found(!judged.isEmpty() && weak.isEmpty(), words, Paragraph.STABILITY);
    }

    private Found looks() {
        double limit = policy.limit(Check.LOOKS, "atMost");
        if (conduct.looks() == null) {
            return new Found(true, "Computed without anybody looking.", Paragraph.CANDIDATES);
        }
        return new Found(
                conduct.looks() <= limit,
                "Validation was looked at " + conduct.looks() + " times; allowed " + Written.number(limit) + ".",
                Paragraph.CANDIDATES);
    }

    private Found stakes() {
        Stakes s = brief.stakes();
        List<String> missing = new ArrayList<>();
        if (s.actionCost() == 0 && s.falseAlarmCost() == 0) missing.add("what acting costs");
        if (s.gainIfCaught() == 0 && s.missCost() == 0) missing.add("what an event caught or missed is worth");
        return new Found(
                missing.isEmpty(),
                missing.isEmpty()
                        ? "Acting has a cost, and events have a worth."
                        : "Missing: " + String.join(", ", missing) + ".",
                Paragraph.THRESHOLD);
    }

    private Found monitoring() {
        double limit = policy.limit(Check.MONITORING, "linesAtLeast");
        long whole =
                brief.memo().monitoring().stream().filter(Memo.Watch::whole).count();
        return new Found(
                whole >= limit,
                String.format(
                        Locale.ROOT,
                        "%d complete %s (what, limit, how often, who); demanded %s.",
                        whole,
                        whole == 1 ? "line" : "lines",
                        Written.number(limit)),
                Paragraph.MONITORING);
    }

    private static String named(List<String> names) {
        String some = names.stream().limit(NAMED).collect(Collectors.joining(", "));
        return names.size() <= NAMED ? some : some + " and " + (names.size() - NAMED) + " more";
    }
}
