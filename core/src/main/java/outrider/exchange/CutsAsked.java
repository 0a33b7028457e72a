package outrider.exchange;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.rank.IndexedRanking;
import outrider.stakes.NetValue;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Sample;

/** Figures with intervals of every score at the cuts that were asked for, and its differences to the leader. */
final class CutsAsked {
    private final Evaluation.Request request;
    private final Evaluation.Cuts asked;
    private final List<CutComparison> cuts = new ArrayList<>();

    private CutsAsked(Evaluation.Request request, Evaluation.Cuts asked) {
        this.request = request;
        this.asked = asked;
    }

    static CutsAsked of(
            Evaluation.Request request,
            Evaluation.Cuts wanted,
            List<IndexedRanking> ranked,
            Sample sample,
            Workers workers) {
        Evaluation.Money asked = request.money();
        if (asked == null) throw BadInput.of("cut", "needs stakes", "give a file of stakes too");
        double total = ranked.get(0).ranking().total();
        for (double cut : wanted.records()) {
            if (!(cut >= 0 && cut <= total)) {
                throw BadInput.of("cut", "is " + cut, "give 0 to " + Math.round(total) + " records");
            }
        }
        String named = wanted.leader();
        int leader = named == null ? -1 : request.scores().indexOf(named);
        if (named != null && leader < 0) {
            throw BadInput.of("leader", "is not among the scores", "name one of them");
        }
        List<NetValue> money = ranked.stream()
                .map(p -> new NetValue(p.ranking(), asked.stakes(), asked.plannedRate()))
                .toList();
        CutsAsked made = new CutsAsked(request, wanted);
        Seeds seeds = new Seeds(wanted.seed());
        for (double cut : wanted.records()) {
            CutDraws draws = CutDraws.at(ranked, cut, sample, seeds, workers);
            made.cuts.add(CutComparison.of(ranked, money, draws, leader, true));
        }
        return made;
    }

    void addTo(Map<String, Object> scores) {
        for (int i = 0; i < request.scores().size(); i++) {
            List<Object> all = new ArrayList<>();
            for (CutComparison cut : cuts) {
                Map<String, Object> at = new LinkedHashMap<>();
                at.put("figures", cut.figures().get(i));
                if (asked.leader() != null)
                    at.put("againstLeader", cut.against().get(i));
                all.add(at);
            }
            @SuppressWarnings("unchecked")
            Map<String, Object> figures =
                    (Map<String, Object>) scores.get(request.scores().get(i));
            requireNonNull(figures).put("cuts", all);
        }
    }
}
