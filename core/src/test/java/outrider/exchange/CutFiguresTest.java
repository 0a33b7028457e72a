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
import org.junit.jupiter.api.Test;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.doubt.Bootstrap;
import outrider.measure.Cells;
import outrider.rank.Ranking;
import outrider.stakes.NetValue;
import outrider.stakes.Stakes;

class CutFiguresTest {
    /** What the interface's reading of a curve is tested against; rewritten by -Doutrider.fixtures=write. */
    private static final Path FIXTURE = Path.of("..", "web", "tests", "fixtures", "curve.json");

    private static final ObjectMapper JSON = new ObjectMapper();
    private static final Stakes STAKES = new Stakes(74, 4.5, 3, 1, 0.2, 1 / 3.0);

    private static Ranking ranking() {
        RandomStream random = new Seeds(8).stream("curve");
        double[] score = new double[160];
        byte[] outcome = new byte[160];
        for (int i = 0; i < score.length; i++) {
            score[i] = Math.rint(40 * random.nextDouble()) / 40;
            outcome[i] = (byte) (random.nextDouble() < 0.1 + 0.4 * score[i] ? 1 : 0);
        }
        return Ranking.of(score, outcome);
    }

    private static Bootstrap.Band band(Ranking ranking) {
        return Bootstrap.along(ranking, new double[] {0.05, 0.1, 0.2, 0.5, 1}, new Seeds(8).stream("band"));
    }

    @Test
    void agreeWithTheCellsAtEveryThreshold() {
        Ranking ranking = ranking();
        NetValue money = new NetValue(ranking, STAKES, Double.NaN);
        Bootstrap.Band band = band(ranking);
        for (int point = 1; point <= ranking.groups(); point++) {
            CutFigures at = CutFigures.of(ranking, money, ranking.size(point), band);
            Cells cells = Cells.at(ranking, point);
            assertThat(at.caught()).isEqualTo(cells.caught());
            assertThat(at.leftAlone()).isEqualTo(cells.leftAlone());
            assertThat(at.capture()).isEqualTo(cells.recall());
            assertThat(at.lift()).isCloseTo(cells.lift(), within(1e-12));
            assertThat(at.threshold()).isEqualTo(ranking.score(point));
        }
    }

    @Test
    void aPlannedRateMovesCountsPrecisionAndMoneyButNotCapture() {
        Ranking ranking = ranking();
        Bootstrap.Band band = band(ranking);
        CutFigures own = CutFigures.of(ranking, new NetValue(ranking, STAKES, Double.NaN), 40, band);
        CutFigures planned = CutFigures.of(ranking, new NetValue(ranking, STAKES, 0.1), 40, band);
        assertThat(planned.capture()).isEqualTo(own.capture());
        assertThat(planned.precision()).isLessThan(own.precision());
        assertThat(planned.caught() + planned.missed()).isCloseTo(0.1 * 160, within(1e-9));
        assertThat(planned.gainOverNobody()).isLessThan(own.gainOverNobody());
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

    private static String fixture() throws IOException {
        Ranking ranking = ranking();
        Bootstrap.Band band = band(ranking);
        ObjectNode all = JSON.createObjectNode();
        for (double planned : new double[] {Double.NaN, 0.1}) {
            NetValue money = new NetValue(ranking, STAKES, planned);
            ObjectNode one = all.putObject(Double.isNaN(planned) ? "own" : "planned");
            one.put("total", ranking.total()).put("totalEvents", ranking.totalEvents());
            one.put("eventRate", Double.isNaN(planned) ? ranking.baseRate() : planned);
            one.put("eventFactor", money.eventFactor()).put("otherFactor", money.otherFactor());
            ArrayNode records = one.putArray("records");
            ArrayNode events = one.putArray("events");
            ArrayNode gain = one.putArray("gain");
            ArrayNode scores = one.putArray("scores");
            for (int point = 0; point <= ranking.groups(); point++) {
                records.add(ranking.size(point));
                events.add(ranking.events(point));
                gain.add(money.atPoint(point) - money.nobody());
                if (point > 0) scores.add(ranking.score(point));
            }
            ObjectNode bounds = one.putObject("band");
            ArrayNode depth = bounds.putArray("depth");
            for (String name : new String[] {"captureLow", "captureHigh", "gainLow", "gainHigh"}) bounds.putArray(name);
            for (int i = 0; i < band.depth().length; i++) {
                depth.add(band.depth()[i]);
                double rank = band.depth()[i] * ranking.total();
                bounds.withArray("captureLow").add(band.captureLow()[i]);
                bounds.withArray("captureHigh").add(band.captureHigh()[i]);
                bounds.withArray("gainLow").add(money.gainOf(rank, band.eventsLow()[i]));
                bounds.withArray("gainHigh").add(money.gainOf(rank, band.eventsHigh()[i]));
            }
            ArrayNode cuts = one.putArray("cuts");
            for (double rank : new double[] {0, 1, ranking.size(3), 20.5, 48, 111, 160}) {
                cuts.add(JSON.valueToTree(CutFigures.of(ranking, money, rank, band)));
            }
        }
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(all) + "\n";
    }
}
