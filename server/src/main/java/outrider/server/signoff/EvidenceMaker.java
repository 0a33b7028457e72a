package outrider.server.signoff;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeMap;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import outrider.base.Seeds;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.exchange.CutFigures;
import outrider.measure.Bands;
import outrider.rank.Ranking;
import outrider.report.Evidence;
import outrider.server.brief.Brief;
import outrider.server.candidate.Candidate;
import outrider.server.candidate.Candidates;
import outrider.server.comparison.Comparisons;
import outrider.server.comparison.Cut;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.split.Parts;
import outrider.split.SealOpening;
import outrider.stakes.NetValue;

/** Gathers everything a report says. The only place that reads the reserve. */
@ApplicationScoped
class EvidenceMaker {
    private static final int CURVE_STEPS = 200;
    private static final int BANDS = 10;

    private final Datasets datasets;
    private final Candidates candidates;
    private final Comparisons comparisons;
    private final String version;

    EvidenceMaker(
            Datasets datasets,
            Candidates candidates,
            Comparisons comparisons,
            @ConfigProperty(name = "outrider.version") String version) {
        this.datasets = datasets;
        this.candidates = candidates;
        this.comparisons = comparisons;
        this.version = version;
    }

    Evidence make(Brief brief, Cut cut, SealOpening opening, String by, String issuedAt, String openedAt) {
        List<Comparisons.Entry> entries = comparisons.entries(brief, cut.candidateId);
        Comparisons.Entry chosen = entries.stream()
                .filter(e -> e.candidate().id.equals(cut.candidateId))
                .findFirst()
                .orElseThrow();
        Parts parts = candidates.parts(brief);
        CutFigures validation = chosen.at(cut.records);
        int[] reserveRows = parts.reserve(opening);
        byte[] reserveOutcome = candidates.outcomes(brief, reserveRows);
        double[] reserveScores = candidates.score(chosen.candidate(), brief, reserveRows);
        Ranking reserve = Ranking.of(reserveScores, reserveOutcome, null, candidates.values(brief, reserveRows));
        double reserveRank = validation.threshold() == null
                ? validation.depth() * reserve.total()
                : reserve.size(reserve.pointAtThreshold(validation.threshold()));
        return new Evidence(
                Evidence.FORMAT,
                by,
                issuedAt,
                words(brief),
                data(brief),
                new Evidence.SplitFacts(
                        brief.seed,
                        brief.split.shares(),
                        part(brief, parts.training()),
                        part(brief, parts.validation()),
                        reserveRows.length,
                        brief.split.words(),
                        parts.leftOut(),
                        brief.split.balance().words()),
                entries.stream().map(e -> candidate(e, cut.records)).toList(),
                chosen.candidate().name,
                Bands.of(
                        chosen.ranking(), (int) Math.min(BANDS, chosen.ranking().total())),
                validation,
                new Evidence.Seal(
                        opening.by(), openedAt, chosen.candidate().name, validation.depth(), chosen.candidate().looks),
                reserveFigures(brief, reserve, reserveRank),
                interval(AucDoubt.of(reserveScores, reserveOutcome).interval()),
                part(brief, reserveRows),
                new Evidence.Recipe(
                        version,
                        System.getProperty("java.version"),
                        brief.seed,
                        chosen.candidate().inputs,
                        chosen.candidate().kind.words() + " "
                                + chosen.candidate().checkedSettings().words(),
                        cut.rule));
    }

    private static CutFigures reserveFigures(Brief brief, Ranking reserve, double rank) {
        NetValue money = new NetValue(reserve, brief.stakes(), brief.plannedRateOrNone());
        double depth = rank / reserve.total();
        double[] depths = depth > 0 && depth < 1 ? new double[] {depth, 1} : new double[] {1};
        Bootstrap.Band band =
                Bootstrap.along(reserve, depths, money.worth(), new Seeds(brief.seed).stream("bootstrap/reserve"));
        return CutFigures.of(reserve, money, rank, band);
    }

    private static Evidence.Case words(Brief b) {
        return new Evidence.Case(
                b.name,
                b.question,
                b.outcome,
                b.eventLevels,
                b.recordsNoun,
                b.eventsNoun,
                b.acting,
                b.currency,
                b.gainIfCaught,
                b.actionCost,
                b.missCost,
                b.falseAlarmCost,
                b.leaveValue,
                b.successRate,
                b.stakes().breakEven(),
                b.capacity,
                b.campaignSize,
                b.plannedRate);
    }

    private Evidence.Data data(Brief brief) {
        Dataset dataset = datasets.get(brief.datasetId);
        List<Evidence.SetAside> setAside = new ArrayList<>();
        List<Evidence.KeptAlarm> kept = new ArrayList<>();
        new TreeMap<>(brief.columns).forEach((name, setup) -> {
            if (!setup.role().input()) {
                setAside.add(new Evidence.SetAside(name, setup.role().words(), setup.reason()));
            }
            setup.kept().forEach((alarm, reason) -> kept.add(new Evidence.KeptAlarm(name, alarm, reason)));
        });
        int columns = datasets.columns(brief.datasetId).size();
        return new Evidence.Data(dataset.name, dataset.sha256, dataset.bytes, dataset.records, columns, setAside, kept);
    }

    private Evidence.Part part(Brief brief, int[] rows) {
        int events = 0;
        for (byte y : candidates.outcomes(brief, rows)) events += y;
        return new Evidence.Part(rows.length, events);
    }

    private static Evidence.AucInterval interval(AucDoubt.Interval auc) {
        return new Evidence.AucInterval(auc.auc(), auc.standardError(), auc.low(), auc.high());
    }

    private static Evidence.Candidate candidate(Comparisons.Entry entry, double rank) {
        Candidate candidate = entry.candidate();
        Ranking ranking = entry.ranking();
        List<double[]> curve = new ArrayList<>();
        for (int i = 0; i <= CURVE_STEPS; i++) {
            double at = ranking.total() * i / CURVE_STEPS;
            curve.add(new double[] {
                i / (double) CURVE_STEPS,
                ranking.eventsAt(at) / ranking.totalEvents(),
                entry.money().atRank(at) - entry.money().nobody()
            });
        }
        return new Evidence.Candidate(
                candidate.name,
                candidate.kind.words(),
                candidate.inputs.size(),
                interval(entry.auc()),
                entry.trainingAuc(),
                entry.at(rank),
                entry.verdict().equals("leader") ? "chosen" : entry.verdict(),
                entry.adjustedP(),
                entry.alarms(),
                curve,
                candidate.checkedSettings().words());
    }
}
