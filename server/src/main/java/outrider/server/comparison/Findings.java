package outrider.server.comparison;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import outrider.exchange.CutComparison;
import outrider.exchange.CutFigures;
import outrider.rank.Ranking;

/** Keeps what a comparison found at a brief's cut, so that the list of briefs shows it without comparing anew. */
@ApplicationScoped
class Findings {
    /** Points of the small gains curve, evenly along the depth. */
    private static final int STEPS = 40;

    private final EntityManager database;
    private final ObjectMapper json;

    Findings(EntityManager database, ObjectMapper json) {
        this.database = database;
        this.json = json;
    }

    /** Keeps what was found at the cut that is set, of its candidate. */
    @Transactional
    void keep(long briefId, Comparisons.Compared compared, Cut cut, CutComparison at) {
        int i = compared.comparison().index(cut.candidateId);
        if (i < 0) return;
        CutFigures found = at.figures().get(i);
        database.flush();
        database.createNativeQuery("""
                        insert into finding (brief_id, state, candidate, depth, capture, gain, gain_low, gain_high, curve)
                        values (:brief, compared_state(:brief), :candidate, :depth, :capture, :gain,
                          cast(:low as double precision), cast(:high as double precision), cast(:curve as jsonb))
                        on conflict (brief_id) do update set state = excluded.state, candidate = excluded.candidate,
                          depth = excluded.depth, capture = excluded.capture, gain = excluded.gain,
                          gain_low = excluded.gain_low, gain_high = excluded.gain_high, curve = excluded.curve
                        where finding.state <> excluded.state
                        """)
                .setParameter("brief", briefId)
                .setParameter("candidate", compared.candidates().get(i).name)
                .setParameter("depth", found.counts().depth())
                .setParameter("capture", found.reach().capture())
                .setParameter("gain", found.money().gainOverNobody())
                .setParameter("low", found.money().gainLow())
                .setParameter("high", found.money().gainHigh())
                .setParameter("curve", written(compared.comparison().ranking(i)))
                .executeUpdate();
    }

    private String written(Ranking ranking) {
        double[] curve = new double[STEPS + 1];
        for (int step = 0; step <= STEPS; step++) {
            curve[step] = ranking.eventsAt(ranking.total() * step / STEPS) / ranking.totalEvents();
        }
        try {
            return json.writeValueAsString(curve);
        } catch (JsonProcessingException e) {
            throw new IllegalStateException(e);
        }
    }
}
