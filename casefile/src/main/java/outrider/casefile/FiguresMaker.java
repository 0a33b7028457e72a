package outrider.casefile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.doubt.Optimism;
import outrider.exchange.AgainstLeader;
import outrider.exchange.AucStanding;
import outrider.exchange.CutFigures;
import outrider.exchange.Scored;
import outrider.measure.Bands;
import outrider.measure.ProbabilityQuality;
import outrider.rank.Ranking;
import outrider.split.Part;
import outrider.split.SealOpening;
import outrider.stakes.Frontier;
import outrider.stakes.Inverse;
import outrider.stakes.Lever;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

/** Computes a report's figures from a case and its candidates. The only place that reads the reserve, once its seal is opened. */
public final class FiguresMaker {
    private static final int CURVE_STEPS = 200;
    private static final int BANDS = 10;
    private static final double[] FACTORS = {0.5, 0.8, 1.25, 2};

    private final CaseData data;
    private final BriefFile brief;
    private final List<Entrant> entrants;
    private final List<NetValue> money = new ArrayList<>();
    private final List<Bootstrap.Band> bands = new ArrayList<>();
    private final Workers workers;
    private final long seed;
    private final int chosen;
    private final double cut;

    private FiguresMaker(CaseData data, List<Entrant> candidates, Workers workers) {
        this.data = data;
        this.workers = workers;
        brief = data.brief();
        seed = brief.split().seed();
        entrants = new ArrayList<>(candidates);
        entrants.sort(Comparator.comparing((Entrant e) -> e.kind().reference())
                .thenComparing(e -> -e.scored().doubt().interval().auc())
                .thenComparing(candidates::indexOf));
        for (Entrant e : entrants) {
            NetValue own = new NetValue(e.scored().validation(), brief.stakes(), brief.plannedRateOrNone());
            money.add(own);
            bands.add(null);
        }
        workers.each(
                entrants.size(),
                i -> bands.set(i, entrants.get(i).scored().band(money.get(i).worth(), seed)));
        BriefFile.CutSpec asked = brief.cut();
        chosen = asked == null ? 0 : index(asked.candidate(), "cut");
        cut = asked == null || asked.records() == null
                ? money.get(chosen).best(brief.capacityShare()).records()
                : asked.records();
        double total = ranking(chosen).total();
        if (!(cut >= 0 && cut <= total)) {
            throw BadInput.of("cut", "is at " + cut + " records", "give 0 to the " + total + " of validation");
        }
    }

    /**
     * @param candidates in the order of the brief, at least one
     * @throws BadInput naming an entry of the brief that does not fit the data
     */
    public static Figures of(CaseData data, List<Entrant> candidates, Workers workers) {
        return new FiguresMaker(data, candidates, workers).figures();
    }

    private int index(String name, String field) {
        for (int i = 0; i < entrants.size(); i++) if (entrants.get(i).name().equals(name)) return i;
        throw BadInput.of(field, "names \"" + name + "\", which is no candidate of this brief", "name another");
    }

    private Ranking ranking(int i) {
        return entrants.get(i).scored().validation();
    }

    private CutFigures at(int i, double rank) {
        return CutFigures.of(ranking(i), money.get(i), rank, bands.get(i));
    }

    private Figures figures() {
        int[] validation = data.parts().validation();
        CutFigures atCut = at(chosen, cut);
        double perCampaign = brief.campaignSize() / validation.length;
        Entrant proposed = entrants.get(chosen);
        List<AucStanding> standings =
                AucStanding.of(entrants.stream().map(e -> e.scored().doubt()).toList(), chosen);
        AgainstLeader against = against();
        List<Figures.Row> rows = new ArrayList<>();
        for (int i = 0; i < entrants.size(); i++) rows.add(row(i, standings.get(i), against, atCut));
        return new Figures(
                new Figures.Data(
                        data.sha256(),
                        data.bytes(),
                        data.table().size(),
                        data.table().columns().size()),
                new Figures.Split(
                        part(data.parts().training()),
                        part(validation),
                        data.parts().size(Part.RESERVE),
                        data.parts().leftOut(),
                        brief.split().words(),
                        brief.split().balance().words()),
                rows,
                proposed.name(),
                atCut,
                money.get(chosen).gainAt(ranking(chosen).total()),
                today(against, atCut),
                perCampaign,
                brief.valueColumn() == null ? brief.stakes().breakEven() : null,
                Bands.of(ranking(chosen), (int) Math.min(BANDS, ranking(chosen).total())),
                calibration(proposed, validation),
                Optimism.ofAuc(
                        entrants.stream()
                                .filter(e -> !e.kind().reference())
                                .map(e -> e.scored().doubt())
                                .toList(),
                        new Seeds(seed)),
                sensitivity(),
                takeovers(),
                new Groups(data, proposed, atCut).stability(),
                reserve(proposed, atCut, perCampaign),
                ColumnRows.of(data, proposed));
    }

    private Figures.Part part(int[] rows) {
        int events = 0;
        for (int row : rows) events += data.outcome()[row];
        return new Figures.Part(rows.length, events);
    }

    private AgainstLeader against() {
        int[] rows = data.parts().validation();
        return AgainstLeader.of(
                chosen,
                entrants.stream().map(e -> e.scored().side()).toList(),
                data.outcomes(rows),
                data.values(rows),
                money.get(chosen).worth(),
                new Seeds(seed),
                workers);
    }

    private Figures.Row row(int i, AucStanding standing, AgainstLeader against, CutFigures atCut) {
        Entrant e = entrants.get(i);
        Timing timing = Timing.of(e.inputs(), brief::column);
        CutFigures mine = at(i, cut);
        NetValue.Cut best = money.get(i).best(brief.capacityShare());
        return new Figures.Row(
                e.name(),
                e.kind().words(),
                e.settings(),
                e.kind().reference(),
                e.inputs().size(),
                e.learntNumbers(),
                timing.days(),
                timing.last(),
                timing.undated(),
                e.scored().doubt().interval(),
                e.scored().trainingAuc(),
                standing.verdict(),
                standing.adjustedP(),
                mine,
                against.at(i, mine, atCut, money.get(chosen)),
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
                money.get(i).gainAt(at)
            });
        }
        return curve;
    }

    private Figures.Today today(AgainstLeader against, CutFigures proposed) {
        Memo memo = brief.memo();
        if (memo.today() == null) return null;
        int i = index(memo.today(), "today");
        double rank = memo.todayRecords() == null ? cut : memo.todayRecords();
        if (rank > ranking(i).total()) {
            throw BadInput.of(
                    "todayRecords", "is " + rank, "give 0 to the " + ranking(i).total() + " of validation");
        }
        CutFigures figures = at(i, rank);
        AgainstLeader.At paired = rank == cut ? against.at(i, figures, proposed, money.get(chosen)) : null;
        double ahead = proposed.gainOverNobody() - figures.gainOverNobody();
        AgainstLeader.Difference difference = paired == null
                ? null
                : new AgainstLeader.Difference(
                        ahead, -paired.netValue().high(), -paired.netValue().low());
        return new Figures.Today(entrants.get(i).name(), figures, difference);
    }

    private ProbabilityQuality calibration(Entrant proposed, int[] rows) {
        if (!proposed.probability()) return null;
        return ProbabilityQuality.of(
                proposed.scored().validationScores(), data.outcomes(rows), null, Math.min(BANDS, rows.length));
    }

    private List<Figures.WhatIf> sensitivity() {
        List<Figures.WhatIf> rows = new ArrayList<>();
        Stakes stakes = brief.stakes();
        for (Lever lever : Lever.values()) {
            double now = lever.of(stakes);
            if (now == 0) continue;
            for (double factor : FACTORS) {
                double amount = now * factor;
                if (lever == Lever.SUCCESS_RATE && amount > 1) continue;
                rows.add(whatIf(
                        lever.jsonName(), factor, amount, lever.with(stakes, amount), brief.plannedRateOrNone()));
            }
        }
        Ranking ranking = ranking(chosen);
        double rate = brief.plannedRate() == null ? ranking.baseRate() : brief.plannedRate();
        for (double factor : FACTORS) {
            if (rate * factor < 1) rows.add(whatIf("plannedRate", factor, rate * factor, stakes, rate * factor));
        }
        return rows;
    }

    private Figures.WhatIf whatIf(String lever, double factor, double amount, Stakes stakes, double rate) {
        NetValue other = new NetValue(ranking(chosen), stakes, rate);
        NetValue.Cut best = other.best(brief.capacityShare());
        return new Figures.WhatIf(
                lever,
                factor,
                amount,
                other.gainAt(cut),
                best.records() / ranking(chosen).total(),
                best.gainOverNobody());
    }

    private List<Figures.Takeover> takeovers() {
        List<Frontier> all = new ArrayList<>();
        for (int i = 0; i < entrants.size(); i++) all.add(Frontier.of(ranking(i), brief.capacityShare()));
        List<Figures.Takeover> found = new ArrayList<>();
        for (Lever lever : Lever.values()) {
            for (Inverse.Answer a : Inverse.takeovers(all, brief.stakes(), brief.plannedRateOrNone(), lever)) {
                if (a.amount() == null) continue;
                found.add(new Figures.Takeover(
                        lever.jsonName(),
                        a.now(),
                        a.amount(),
                        entrants.get(a.winner()).name()));
            }
        }
        return found;
    }

    private Figures.Reserve reserve(Entrant proposed, CutFigures atCut, double perCampaign) {
        BriefFile.SealSpec seal = brief.seal();
        if (seal == null) return null;
        if (!seal.candidate().equals(proposed.name()) || seal.records() != cut) {
            throw BadInput.of(
                    "seal",
                    "was opened for " + seal.candidate() + " at " + seal.records()
                            + " records and cannot confirm another candidate or cut",
                    "go back to that candidate and cut, or make a new brief with records nobody has seen");
        }
        int[] rows = data.parts()
                .reserve(new SealOpening(
                        seal.openedBy(), java.time.Instant.parse(seal.openedAt()), seal.candidate(), atCut.depth()));
        byte[] outcome = data.outcomes(rows);
        double[] scores = proposed.score().apply(rows);
        Ranking ranking = Ranking.of(scores, outcome, null, data.values(rows));
        NetValue own = new NetValue(ranking, brief.stakes(), brief.plannedRateOrNone());
        double rank = atCut.threshold() == null
                ? atCut.depth() * ranking.total()
                : ranking.size(ranking.pointAtThreshold(atCut.threshold()));
        double depth = rank / ranking.total();
        double[] depths = depth > 0 && depth < 1 ? new double[] {depth, 1} : new double[] {1};
        CutFigures figures = CutFigures.of(
                ranking,
                own,
                rank,
                Bootstrap.along(ranking, depths, own.worth(), new Seeds(seed).stream("bootstrap/reserve")));
        AucDoubt.Interval auc = AucDoubt.of(scores, outcome).interval();
        double scale = brief.campaignSize() / rows.length;
        return new Figures.Reserve(
                part(rows), figures, auc, scale, compared(atCut, perCampaign, proposed.scored(), figures, scale, auc));
    }

    private static List<Figures.Compared> compared(
            CutFigures v, double vScale, Scored scored, CutFigures r, double rScale, AucDoubt.Interval reserveAuc) {
        AucDoubt.Interval auc = scored.doubt().interval();
        return Arrays.asList(
                compared(
                        "capture",
                        v.capture(),
                        v.captureLow(),
                        v.captureHigh(),
                        r.capture(),
                        r.captureLow(),
                        r.captureHigh()),
                compared("lift", v.lift(), v.liftLow(), v.liftHigh(), r.lift(), r.liftLow(), r.liftHigh()),
                compared(
                        "precision",
                        v.precision(),
                        v.precisionLow(),
                        v.precisionHigh(),
                        r.precision(),
                        r.precisionLow(),
                        r.precisionHigh()),
                compared(
                        "gain",
                        v.gainOverNobody() * vScale,
                        v.gainLow() * vScale,
                        v.gainHigh() * vScale,
                        r.gainOverNobody() * rScale,
                        r.gainLow() * rScale,
                        r.gainHigh() * rScale),
                compared(
                        "auc",
                        auc.auc(),
                        auc.low(),
                        auc.high(),
                        reserveAuc.auc(),
                        reserveAuc.low(),
                        reserveAuc.high()));
    }

    private static Figures.Compared compared(
            String measure, Double v, Double low, Double high, Double r, Double rLow, Double rHigh) {
        return new Figures.Compared(measure, v, low, high, r, rLow, rHigh, r != null && low != null && r < low);
    }
}
