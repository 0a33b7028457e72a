package outrider.casefile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.Comparison;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.exchange.DecidingMeasure;
import outrider.exchange.ValidationScores;
import outrider.measure.Bands;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.split.Part;
import outrider.split.SealOpening;
import outrider.stakes.Capacity;
import outrider.stakes.Frontier;
import outrider.stakes.Inverse;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.stakes.StakesParameter;
import outrider.uncertainty.AucUncertainty;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.CutOptimism;
import outrider.uncertainty.Drawn;
import outrider.uncertainty.Sample;

/** Computes a report's figures from a case and its candidates. The only place that reads the reserve, once its seal is opened. */
public final class FiguresMaker {
    private static final int CURVE_STEPS = 200;
    private static final int BANDS = 10;
    private static final double[] FACTORS = {0.5, 0.8, 1.25, 2};

    private final CaseData data;
    private final BriefFile brief;
    private final List<ScoredCandidate> inOrder;
    private final Comparison comparison;
    private final CutComparison atCut;
    private final Workers workers;
    private final int rules;
    private final long seed;
    private final int chosen;
    private final double cut;

    private FiguresMaker(CaseData data, List<ScoredCandidate> candidates, int rules, Workers workers) {
        this.data = data;
        this.rules = rules;
        this.workers = workers;
        brief = data.brief();
        seed = brief.taken().split().seed();
        List<Comparison.Candidate> entries = new ArrayList<>();
        for (ScoredCandidate e : candidates) {
            entries.add(
                    new Comparison.Candidate(entries.size(), e.name(), e.kind().reference(), e.scored()));
        }
        BriefFile.CutSpec asked = brief.decision().cut();
        Comparison own = Comparison.of(brief.terms(), entries, null, workers);
        int proposed = asked == null ? 0 : index(own, asked.candidate(), "cut");
        comparison = proposed == 0
                ? own
                : Comparison.of(
                        brief.terms(), entries, own.candidates().get(proposed).id(), workers);
        chosen = proposed;
        inOrder = comparison.candidates().stream()
                .map(e -> candidates.get((int) e.id()))
                .toList();
        cut = asked == null || asked.records() == null ? comparison.best(chosen).records() : asked.records();
        double total = ranking(chosen).total();
        if (!(cut >= 0 && cut <= total)) {
            throw BadInput.of("cut", "is at " + cut + " records", "give 0 to the " + total + " of validation");
        }
        atCut = comparison.at(cut);
    }

    /**
     * @param candidates in the order of the brief, at least one
     * @throws BadInput naming an entry of the brief that does not fit the data
     */
    public static Figures of(CaseData data, List<ScoredCandidate> candidates, Workers workers) {
        return of(data, candidates, Evidence.RULES, workers);
    }

    /** @param rules of docs/methods.md: by the earlier ones the reserve is bounded at its depth, whatever the cut */
    public static Figures of(CaseData data, List<ScoredCandidate> candidates, int rules, Workers workers) {
        return new FiguresMaker(data, candidates, rules, workers).figures();
    }

    private static int index(Comparison comparison, String name, String field) {
        for (int i = 0; i < comparison.candidates().size(); i++) {
            if (comparison.candidates().get(i).name().equals(name)) return i;
        }
        throw BadInput.of(field, "names \"" + name + "\", which is no candidate of this brief", "name another");
    }

    private Ranking ranking(int i) {
        return comparison.ranking(i);
    }

    private Figures figures() {
        int[] validation = data.parts().validation();
        CutFigures proposed = atCut.figures().get(chosen);
        double perCampaign = brief.decision().campaignSize() / validation.length;
        ScoredCandidate proposedOne = inOrder.get(chosen);
        Groups groups = new Groups(data, proposedOne, proposed);
        List<Figures.CandidateRow> rows = new ArrayList<>();
        for (int i = 0; i < inOrder.size(); i++) rows.add(row(i));
        DecidingMeasure deciding = comparison.terms().decidingMeasure();
        return new Figures(
                new Figures.Source(
                        new Figures.Data(
                                data.sha256(),
                                data.bytes(),
                                data.table().size(),
                                data.table().columns().size(),
                                data.joins().isEmpty() ? null : data.joins()),
                        new Figures.Split(
                                part(data.parts().training()),
                                part(validation),
                                data.parts().size(Part.RESERVE),
                                data.parts().leftOut(),
                                brief.taken().split().words(),
                                brief.taken().split().balance().words()),
                        ColumnRows.of(data, proposedOne)),
                new Figures.Contest(
                        new Figures.Deciding(
                                deciding.kind(),
                                deciding.words(
                                        brief.campaign().capacityShare(),
                                        ranking(chosen).total())),
                        rows,
                        proposedOne.name(),
                        comparison.optimism()),
                new Figures.AtCut(
                        proposed,
                        comparison.money(chosen).gainAt(ranking(chosen).total()),
                        today(),
                        perCampaign,
                        brief.valueColumn() == null ? brief.decision().stakes().breakEven() : null,
                        sensitivity(),
                        takeovers()),
                new Figures.Trust(
                        Bands.of(ranking(chosen), (int)
                                Math.min(BANDS, ranking(chosen).total())),
                        proposedOne.scored().quality(),
                        groups.stability(),
                        FailuresMaker.of(data, proposedOne, groups),
                        reserve(proposedOne, proposed, perCampaign),
                        rules >= Evidence.FEW_AMOUNTS ? atCut.few().get(chosen) : null));
    }

    private Figures.Part part(int[] rows) {
        int events = 0;
        for (int row : rows) events += data.outcome()[row];
        boolean byUnit = rules >= Evidence.WITHIN_FOLDS && data.sample(rows).unit() != null;
        return new Figures.Part(rows.length, events, byUnit ? data.sample(rows).fewest() : null);
    }

    private Figures.CandidateRow row(int i) {
        ScoredCandidate e = inOrder.get(i);
        Timing timing = Timing.of(e.inputs(), brief::column);
        NetValue.Cut best = comparison.best(i);
        return new Figures.CandidateRow(
                e.name(),
                e.kind().words(),
                e.settings(),
                e.kind().reference(),
                e.inputs().size(),
                e.parameterCount(),
                timing.days(),
                timing.last(),
                timing.undated(),
                e.scored().uncertainty().interval(),
                e.scored().beside().auc(),
                e.scored().beside().outOfFold(),
                comparison.byAuc(i),
                comparison.deciding(i),
                atCut.figures().get(i),
                atCut.against().get(i),
                best.records() / ranking(i).total(),
                best.gainOverNobody(),
                e.scored().alarms(),
                curve(i));
    }

    private List<double[]> curve(int i) {
        Ranking ranking = ranking(i);
        List<double[]> curve = new ArrayList<>();
        for (int k = 0; k <= CURVE_STEPS; k++) {
            double at = ranking.total() * k / CURVE_STEPS;
            curve.add(new double[] {
                k / (double) CURVE_STEPS,
                ranking.eventsAt(at) / ranking.totalEvents(),
                comparison.money(i).gainAt(at)
            });
        }
        return curve;
    }

    private Figures.@Nullable Today today() {
        AuthorText authorText = brief.authorText();
        if (authorText.today() == null) return null;
        int i = index(comparison, authorText.today(), "today");
        double rank = authorText.todayRecords() == null ? cut : authorText.todayRecords();
        if (rank > ranking(i).total()) {
            throw BadInput.of(
                    "todayRecords", "is " + rank, "give 0 to the " + ranking(i).total() + " of validation");
        }
        return new Figures.Today(
                inOrder.get(i).name(), comparison.at(i, rank), comparison.gainAhead(chosen, cut, i, rank));
    }

    private List<Figures.WhatIf> sensitivity() {
        List<Figures.WhatIf> rows = new ArrayList<>();
        Stakes stakes = brief.decision().stakes();
        for (StakesParameter parameter : StakesParameter.values()) {
            double now = parameter.of(stakes);
            if (now == 0) continue;
            for (double factor : FACTORS) {
                double amount = now * factor;
                if (parameter == StakesParameter.SUCCESS_RATE && amount > 1) continue;
                rows.add(whatIf(
                        parameter.jsonName(),
                        factor,
                        amount,
                        parameter.with(stakes, amount),
                        brief.campaign().plannedRateOrNone()));
            }
        }
        Ranking ranking = ranking(chosen);
        double rate = brief.decision().plannedRate() == null
                ? ranking.baseRate()
                : brief.decision().plannedRate();
        for (double factor : FACTORS) {
            if (rate * factor < 1) rows.add(whatIf("plannedRate", factor, rate * factor, stakes, rate * factor));
        }
        return rows;
    }

    private Figures.WhatIf whatIf(String parameter, double factor, double amount, Stakes stakes, double rate) {
        NetValue other = new NetValue(ranking(chosen), stakes, rate);
        NetValue.Cut best = other.best(brief.campaign().capacityShare());
        return new Figures.WhatIf(
                parameter,
                factor,
                amount,
                other.gainAt(cut),
                best.records() / ranking(chosen).total(),
                best.gainOverNobody());
    }

    private List<Figures.Takeover> takeovers() {
        List<Frontier> all = new ArrayList<>();
        for (int i = 0; i < inOrder.size(); i++)
            all.add(Frontier.of(ranking(i), brief.campaign().capacityShare()));
        List<Figures.Takeover> found = new ArrayList<>();
        for (StakesParameter parameter : StakesParameter.values()) {
            for (Inverse.Answer a : Inverse.takeovers(
                    all, brief.decision().stakes(), brief.campaign().plannedRateOrNone(), parameter)) {
                if (a.amount() == null) continue;
                found.add(new Figures.Takeover(
                        parameter.jsonName(),
                        a.now(),
                        a.amount(),
                        inOrder.get(a.winner()).name()));
            }
        }
        return found;
    }

    private Figures.@Nullable Reserve reserve(ScoredCandidate proposed, CutFigures atCut, double perCampaign) {
        BriefFile.SealSpec seal = brief.decision().seal();
        if (seal == null) return null;
        if (!brief.taken().split().hasReserve()) {
            throw BadInput.of("seal", "was opened, but nothing was held back", "leave the seal out");
        }
        if (!seal.candidate().equals(proposed.name()) || seal.records() != cut) {
            throw BadInput.of(
                    "seal",
                    "was opened for " + seal.candidate() + " at " + seal.records()
                            + " records and cannot confirm another candidate or cut",
                    "go back to that candidate and cut, or make a new brief with records nobody has seen");
        }
        int[] rows = data.parts()
                .reserve(new SealOpening(
                        seal.openedBy(),
                        java.time.Instant.parse(seal.openedAt()),
                        seal.candidate(),
                        atCut.counts().depth()));
        Sample sample = data.sample(rows);
        double[] scores = proposed.elsewhere().of().apply(rows);
        IndexedRanking ranked = sample.ranked(scores);
        Ranking ranking = ranked.ranking();
        NetValue own = new NetValue(
                ranking, brief.decision().stakes(), brief.campaign().plannedRateOrNone());
        double rank = atCut.counts().threshold() == null
                ? new Capacity(atCut.counts().depth(), true).ranks(ranking.total(), false)
                : ranking.size(ranking.pointAtThreshold(atCut.counts().threshold()));
        boolean atThreshold =
                rules >= Evidence.RESERVE_AT_THRESHOLD && atCut.counts().threshold() != null;
        Drawn drawn = atThreshold
                ? CutDraws.atThreshold(ranked, ranking.pointAtOrBefore(rank), sample, new Seeds(seed), workers)
                : CutDraws.at(List.of(ranked), rank, sample, new Seeds(seed), workers)
                        .single(0);
        CutFigures figures = CutFigures.of(ranking, own, rank, drawn);
        CutOptimism optimism = atThreshold ? optimism() : null;
        AucUncertainty.Interval auc = AucUncertainty.of(ranked, sample).interval();
        double scale = brief.decision().campaignSize() / rows.length;
        return new Figures.Reserve(
                part(rows),
                figures,
                auc,
                scale,
                compared(atCut, perCampaign, proposed.scored(), figures, scale, auc, optimism));
    }

    /** Of a cut that is the best of validation; null of another one. */
    private @Nullable CutOptimism optimism() {
        if (cut != comparison.best(chosen).records()) return null;
        return CutOptimism.of(
                inOrder.get(chosen).scored().ranked(),
                data.sample(data.parts().validation()),
                brief.decision().stakes(),
                brief.campaign().capacityShare(),
                brief.campaign().plannedRateOrNone(),
                new Seeds(seed),
                workers);
    }

    private static List<Figures.Compared> compared(
            CutFigures v,
            double vScale,
            ValidationScores scored,
            CutFigures r,
            double rScale,
            AucUncertainty.Interval reserveAuc,
            @Nullable CutOptimism optimism) {
        AucUncertainty.Interval auc = scored.uncertainty().interval();
        return Arrays.asList(
                Figures.Compared.of(
                        "capture",
                        v.reach().capture(),
                        v.reach().captureLow(),
                        v.reach().captureHigh(),
                        r.reach().capture(),
                        r.reach().captureLow(),
                        r.reach().captureHigh(),
                        optimism == null ? null : optimism.capture()),
                Figures.Compared.of(
                        "lift",
                        v.reach().lift(),
                        v.reach().liftLow(),
                        v.reach().liftHigh(),
                        r.reach().lift(),
                        r.reach().liftLow(),
                        r.reach().liftHigh(),
                        optimism == null ? null : optimism.lift()),
                Figures.Compared.of(
                        "precision",
                        v.hits().precision(),
                        v.hits().precisionLow(),
                        v.hits().precisionHigh(),
                        r.hits().precision(),
                        r.hits().precisionLow(),
                        r.hits().precisionHigh(),
                        optimism == null ? null : optimism.precision()),
                Figures.Compared.of(
                        "gain",
                        v.money().gainOverNobody() * vScale,
                        times(v.money().gainLow(), vScale),
                        times(v.money().gainHigh(), vScale),
                        r.money().gainOverNobody() * rScale,
                        times(r.money().gainLow(), rScale),
                        times(r.money().gainHigh(), rScale),
                        times(optimism == null ? null : optimism.gain(), vScale)),
                Figures.Compared.of(
                        "auc",
                        auc.auc(),
                        auc.low(),
                        auc.high(),
                        reserveAuc.auc(),
                        reserveAuc.low(),
                        reserveAuc.high(),
                        null));
    }

    private static @Nullable Double times(@Nullable Double value, double by) {
        return value == null ? null : value * by;
    }
}
