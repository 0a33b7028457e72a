package outrider.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import outrider.base.BadInput;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.doubt.Bootstrap;
import outrider.doubt.Depths;
import outrider.doubt.PairedBand;
import outrider.rank.Placed;
import outrider.stakes.NetValue;
import outrider.table.Numbers;
import outrider.table.Table;

/** Figures with intervals of every score at the cuts that were asked for, and its differences to the leader. */
final class CutsAsked {
    private final Evaluation.Request request;
    private final List<Placed> placed = new ArrayList<>();
    private final List<NetValue> money = new ArrayList<>();
    private final List<Bootstrap.Band> bands = new ArrayList<>();
    private AgainstLeader against;

    private CutsAsked(Evaluation.Request request) {
        this.request = request;
    }

    static CutsAsked of(Table table, Evaluation.Request request, byte[] outcome, double[] weight, double[] value) {
        if (request.stakes() == null) throw BadInput.of("cut", "needs stakes", "give a file of stakes too");
        if (weight != null) throw BadInput.of("cut", "has no intervals for weighted records", "leave out the weight");
        for (double cut : request.cuts().records()) {
            if (!(cut >= 0 && cut <= table.size())) {
                throw BadInput.of("cut", "is " + cut, "give 0 to " + table.size() + " records");
            }
        }
        CutsAsked asked = new CutsAsked(request);
        Seeds seeds = new Seeds(request.cuts().seed());
        for (String name : request.scores()) {
            Placed one = Placed.of(
                    Numbers.demand(table, name, s -> true, "every record needs a score"), outcome, null, value);
            NetValue worth = new NetValue(one.ranking(), request.stakes(), request.plannedRate());
            asked.placed.add(one);
            asked.money.add(worth);
            asked.bands.add(bands(one, worth, seeds));
        }
        asked.compare(outcome, value, seeds);
        return asked;
    }

    private static Bootstrap.Band bands(Placed one, NetValue money, Seeds seeds) {
        return Bootstrap.along(one.ranking(), Depths.all(), money.worth(), seeds.stream("bootstrap"));
    }

    private void compare(byte[] outcome, double[] value, Seeds seeds) {
        if (request.cuts().leader() == null) return;
        int leader = request.scores().indexOf(request.cuts().leader());
        if (leader < 0) throw BadInput.of("leader", "is not among the scores", "name one of them");
        List<PairedBand.Side> sides =
                placed.stream().map(p -> new PairedBand.Side(p, Depths.all())).toList();
        NetValue.Worth worth = money.get(0).worth();
        against = AgainstLeader.of(
                leader,
                sides,
                outcome,
                value,
                worth,
                seeds,
                new Workers(Runtime.getRuntime().availableProcessors()));
    }

    void addTo(Map<String, Object> scores) {
        for (int i = 0; i < placed.size(); i++) {
            List<Object> cuts = new ArrayList<>();
            for (double cut : request.cuts().records()) cuts.add(at(i, cut));
            @SuppressWarnings("unchecked")
            Map<String, Object> figures =
                    (Map<String, Object>) scores.get(request.scores().get(i));
            figures.put("cuts", cuts);
        }
    }

    private Map<String, Object> at(int i, double cut) {
        CutFigures mine = figures(i, cut);
        Map<String, Object> at = new LinkedHashMap<>();
        at.put("figures", mine);
        if (against != null) at.put("againstLeader", against.at(i, mine, figures(against.leader(), cut), money.get(i)));
        return at;
    }

    private CutFigures figures(int i, double cut) {
        return CutFigures.of(placed.get(i).ranking(), money.get(i), cut, bands.get(i));
    }
}
