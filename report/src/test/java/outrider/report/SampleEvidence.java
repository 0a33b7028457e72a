package outrider.report;

import java.util.ArrayList;
import java.util.List;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.doubt.AucDoubt;
import outrider.doubt.Bootstrap;
import outrider.exchange.CutFigures;
import outrider.measure.Bands;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

/** Evidence of a small generated case, 900 validation records, at a cut. */
final class SampleEvidence {
    private SampleEvidence() {}

    static Evidence at(double rank, Double plannedRate) {
        return at(rank, plannedRate, rank);
    }

    /** @param reserveRank how deep the reserve's figures are read, to make them differ */
    static Evidence at(double rank, Double plannedRate, double reserveRank) {
        RandomStream random = new Seeds(4).stream("report");
        double[] score = new double[900];
        byte[] outcome = new byte[900];
        for (int i = 0; i < score.length; i++) {
            score[i] = random.nextDouble();
            outcome[i] = (byte) (random.nextDouble() < 0.3 * score[i] ? 1 : 0);
        }
        Ranking ranking = Ranking.of(score, outcome);
        NetValue money = new NetValue(
                ranking, new Stakes(74, 4.5, 0, 0, 0, 1 / 3.0), plannedRate == null ? Double.NaN : plannedRate);
        Bootstrap.Band band = Bootstrap.along(ranking, new double[] {0.05, 0.1, 0.5, 1}, new Seeds(4).stream("b"));
        CutFigures cut = CutFigures.of(ranking, money, rank, band);
        AucDoubt.Interval auc = AucDoubt.of(score, outcome).interval();
        var interval = new Evidence.AucInterval(auc.auc(), auc.standardError(), auc.low(), auc.high());
        List<double[]> curve = new ArrayList<>();
        for (int i = 0; i <= 100; i++) {
            double along = 9 * i;
            curve.add(new double[] {i / 100.0, ranking.eventsAt(along) / ranking.totalEvents(), money.atRank(along)});
        }
        var candidate = new Evidence.Candidate(
                "Logistic <one> & co",
                "logistic regression",
                12,
                interval,
                0.7,
                cut,
                "chosen",
                null,
                List.of("too good"),
                curve,
                "");
        return new Evidence(
                Evidence.FORMAT,
                "analyst",
                "2026-11-23 09:00 UTC",
                new Evidence.Case(
                        "plan-lapse",
                        "Which members should the desk ring?",
                        "renewal",
                        List.of("lapsed"),
                        "members",
                        "lapses",
                        "ringing",
                        "€",
                        74,
                        4.5,
                        0,
                        0,
                        0,
                        1 / 3.0,
                        0.18,
                        3000.0,
                        36_000,
                        plannedRate),
                new Evidence.Data(
                        "plan-lapse.csv.gz",
                        "ab12",
                        100,
                        3600,
                        35,
                        List.of(),
                        List.of(new Evidence.KeptAlarm("rides", "missing means something", "never paired"))),
                new Evidence.SplitFacts(
                        7,
                        List.of(0.5, 0.25, 0.25),
                        new Evidence.Part(1800, 160),
                        new Evidence.Part(900, 80),
                        900,
                        "by the date notice_on",
                        12,
                        "In training events weigh more."),
                List.of(candidate),
                candidate.name(),
                Bands.of(ranking, 10),
                cut,
                new Evidence.Seal("analyst", "2026-11-23 09:00 UTC", candidate.name(), 0.1, 5),
                CutFigures.of(ranking, money, reserveRank, band),
                interval,
                new Evidence.Part(900, 79),
                new Evidence.Recipe("0.1.0", "17", 7, List.of("age", "tier"), "no penalty", "set by hand"));
    }
}
