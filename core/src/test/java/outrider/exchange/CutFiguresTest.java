package outrider.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.Vectors;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.measure.Cells;
import outrider.measure.Measure;
import outrider.rank.CompactRanking;
import outrider.rank.IndexedRanking;
import outrider.rank.Ranking;
import outrider.split.RecordWeights;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;
import outrider.uncertainty.Band;
import outrider.uncertainty.CutDraws;
import outrider.uncertainty.Depths;
import outrider.uncertainty.Drawn;
import outrider.uncertainty.Sample;

class CutFiguresTest {
    /** What the interface's reading of a curve is tested against; rewritten by -Doutrider.fixtures=write. */
    private static final Path FIXTURE = Path.of("..", "web", "tests", "fixtures", "curve.json");

    private static final ObjectMapper JSON = Vectors.JSON;
    private static final Stakes STAKES = new Stakes(74, 4.5, 3, 1, 0.2, 1 / 3.0);

    private static final double[] SCORE = new double[160];
    private static final double[] VALUE = new double[160];
    private static final byte[] OUTCOME = new byte[160];

    static {
        RandomStream random = new Seeds(8).stream("curve");
        for (int i = 0; i < SCORE.length; i++) {
            SCORE[i] = Math.rint(40 * random.nextDouble()) / 40;
            OUTCOME[i] = (byte) (random.nextDouble() < 0.1 + 0.4 * SCORE[i] ? 1 : 0);
            VALUE[i] = 1 + random.nextInt(5);
        }
    }

    private static Ranking ranking() {
        return Ranking.of(SCORE, OUTCOME);
    }

    private static Drawn drawn(IndexedRanking ranked, double rank) {
        return CutDraws.at(List.of(ranked), rank, Sample.of(OUTCOME), new Seeds(8), Workers.ALONE)
                .single(0);
    }

    @Test
    void agreeWithTheCellsAtEveryThreshold() {
        IndexedRanking ranked = IndexedRanking.of(SCORE, OUTCOME, null, null);
        Ranking ranking = ranked.ranking();
        NetValue money = new NetValue(ranking, STAKES, Double.NaN);
        for (int point = 1; point <= ranking.groups(); point++) {
            CutFigures at = CutFigures.of(ranking, money, ranking.size(point), drawn(ranked, ranking.size(point)));
            Cells cells = Cells.at(ranking, point);
            assertThat(at.counts().caught()).isEqualTo(cells.caught());
            assertThat(at.counts().leftAlone()).isEqualTo(cells.leftAlone());
            assertThat(at.reach().capture()).isEqualTo(cells.recall());
            assertThat(at.reach().lift()).isCloseTo(cells.lift(), within(1e-12));
            assertThat(at.counts().threshold()).isEqualTo(ranking.score(point));
        }
    }

    @Test
    void aPlannedRateMovesCountsPrecisionAndMoneyButNotCapture() {
        IndexedRanking ranked = IndexedRanking.of(SCORE, OUTCOME, null, null);
        Ranking ranking = ranked.ranking();
        Drawn band = drawn(ranked, 40);
        CutFigures own = CutFigures.of(ranking, new NetValue(ranking, STAKES, Double.NaN), 40, band);
        CutFigures planned = CutFigures.of(ranking, new NetValue(ranking, STAKES, 0.1), 40, band);
        assertThat(planned.reach().capture()).isEqualTo(own.reach().capture());
        assertThat(planned.hits().precision()).isLessThan(own.hits().precision());
        assertThat(planned.counts().caught() + planned.counts().missed()).isCloseTo(0.1 * 160, within(1e-9));
        assertThat(planned.money().gainOverNobody()).isLessThan(own.money().gainOverNobody());
    }

    @Test
    void theInterfacesFixtureIsWhatTheCoreComputes() throws IOException {
        String current = fixture();
        if ("write".equals(System.getProperty("outrider.fixtures"))) {
            Files.createDirectories(FIXTURE.getParent());
            Files.writeString(FIXTURE, current);
        }
        JsonNode written = JSON.readTree(Files.readString(FIXTURE));
        assertThat(JSON.readTree(current)).isEqualTo(written);
    }

    /** Two candidates at several cuts, the second the leader, and the first one's packed order. */
    private static String fixture() throws IOException {
        Ranking ranking = ranking();
        double[] other = new double[160];
        RandomStream random = new Seeds(9).stream("other");
        for (int i = 0; i < other.length; i++) other[i] = SCORE[i] + 0.3 * random.nextGaussian();
        ObjectNode all = JSON.createObjectNode();
        all.put("order", Base64.getEncoder().encodeToString(CompactRanking.of(ranking)));
        for (String name : new String[] {"own", "planned", "valued", "weighed"}) {
            double planned = name.equals("planned") ? 0.1 : Double.NaN;
            double[] value = name.equals("valued") || name.equals("weighed") ? VALUE : null;
            double[] weight = name.equals("weighed") ? weights() : null;
            Sample sample = new Sample(OUTCOME, value, weight, null);
            List<IndexedRanking> ranked = List.of(sample.ranked(SCORE), sample.ranked(other));
            if (weight != null) {
                byte[] packed = CompactRanking.of(ranked.get(0).ranking());
                all.put("weighedOrder", Base64.getEncoder().encodeToString(packed));
            }
            List<NetValue> money = ranked.stream()
                    .map(p -> new NetValue(p.ranking(), STAKES, planned))
                    .toList();
            write(all.putObject(name), ranked, money, sample);
        }
        return JSON.writeValueAsString(all) + "\n";
    }

    private static double[] weights() {
        double[] weight = new double[OUTCOME.length];
        for (int i = 0; i < weight.length; i++) weight[i] = i % 3 == 0 ? 7.5 : 2;
        return RecordWeights.even(weight);
    }

    private static void write(ObjectNode one, List<IndexedRanking> ranked, List<NetValue> money, Sample sample) {
        Ranking ranking = ranked.get(0).ranking();
        NetValue mine = money.get(0);
        ObjectNode part = one.putObject("part");
        part.put("records", ranking.total()).put("events", ranking.totalEvents());
        part.put("weightColumn", ranking.weighted() ? "weight" : null);
        ObjectNode rate = one.putObject("rate");
        rate.put("eventRate", mine.eventFactor() == 1 ? ranking.baseRate() : 0.1);
        rate.put("eventFactor", mine.eventFactor()).put("otherFactor", mine.otherFactor());
        ObjectNode counted = one.putObject("money");
        counted.put("totalValue", ranking.valued(ranking.groups())).put("nobody", mine.nobody());
        counted.put("valueColumn", ranking.hasValues() ? "value" : null);
        counted.set("worth", JSON.valueToTree(mine.worth()));
        one.set("depths", JSON.valueToTree(Depths.of(ranking)));
        ArrayNode candidates = one.putArray("candidates");
        for (int i = 0; i < 2; i++) {
            Ranking own = ranked.get(i).ranking();
            ObjectNode row = candidates.addObject().put("id", i + 1).put("error", 0);
            ArrayNode records = row.putArray("records");
            ArrayNode events = row.putArray("events");
            ArrayNode valued = own.hasValues() ? row.putArray("valued") : null;
            ArrayNode scores = row.putArray("scores");
            for (int point = 0; point <= own.groups(); point++) {
                records.add(own.size(point));
                events.add(own.events(point));
                if (valued != null) valued.add(own.valued(point));
                if (point > 0) scores.add(own.score(point));
            }
            Band band = Band.of(ranked.get(i), sample, money.get(i), new Seeds(8), Workers.ALONE);
            ObjectNode bounds = JSON.valueToTree(band);
            row.set("band", bounds.without("depth"));
        }
        ArrayNode cuts = one.putArray("cuts");
        for (double rank : new double[] {0, 1, ranking.size(3), 20.5, 46, 48, 111, 160}) {
            CutDraws draws = CutDraws.at(ranked, rank, sample, new Seeds(8), Workers.ALONE);
            CutComparison compared = CutComparison.of(ranked, money, draws, 1, true);
            ObjectNode at = cuts.addObject();
            at.set("figures", JSON.valueToTree(compared.figures().get(0)));
            at.set("leader", JSON.valueToTree(compared.figures().get(1)));
            at.set("against", JSON.valueToTree(compared.against().get(0)));
            double caught = ranking.eventsAt(rank);
            double falseAlarms = rank - caught;
            double events = ranking.totalEvents();
            Cells cells = new Cells(caught, falseAlarms, events - caught, ranking.total() - events - falseAlarms);
            at.set("measures", JSON.valueToTree(Measure.all(cells)));
        }
    }
}
