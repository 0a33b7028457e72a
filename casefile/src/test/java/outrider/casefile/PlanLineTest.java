package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.follow.BatchFigures;
import outrider.follow.SignedFigures;
import outrider.follow.Stability;
import outrider.follow.WatchLimit;
import outrider.follow.Watched;

class PlanLineTest {
    private static final LocalDate SINCE = LocalDate.of(2027, 1, 4);
    private static final AuthorText.Watch CAPTURE =
            watch(Watched.CAPTURE, WatchLimit.Side.AT_LEAST, 0.3, WatchLimit.Every.QUARTER);
    private static final AuthorText.Watch SCORE =
            watch(Watched.SCORE_STABILITY, WatchLimit.Side.AT_MOST, 0.1, WatchLimit.Every.MONTH);
    private static final AuthorText.Watch WORDS = new AuthorText.Watch("the weather", "mild", "daily", "Bo", null);

    private static AuthorText.Watch watch(Watched measure, WatchLimit.Side side, double at, WatchLimit.Every every) {
        return new AuthorText.Watch("", "", "", "risk desk", new WatchLimit(measure, side, at, every));
    }

    /** @param capture null before outcomes */
    private static PlanLine.Dated batch(String day, Double capture) {
        SignedFigures.Told told = new SignedFigures.Told(capture, 0.19, 0.28);
        return new PlanLine.Dated(
                LocalDate.parse(day),
                new BatchFigures(
                        1000,
                        80,
                        capture == null ? 0 : 1000,
                        80,
                        new Stability("score", 0.02, List.of(), new double[0], new double[0], 0.01, 0.03, null),
                        List.of(),
                        capture == null ? null : new SignedFigures.Measures(told, told, told, told, told, null),
                        null,
                        false));
    }

    @Test
    void wordsFollowTheRule() {
        assertThat(CAPTURE.what()).isEqualTo("capture rate at the cut");
        assertThat(CAPTURE.limit()).isEqualTo("at least 30 %");
        assertThat(CAPTURE.every()).isEqualTo("quarterly");
        assertThat(CAPTURE.whole()).isTrue();
    }

    @Test
    void linesOfWordsAloneAreReadAndWrittenAsBefore() {
        String before = "{\"every\":\"daily\",\"limit\":\"mild\",\"what\":\"the weather\",\"who\":\"Bo\"}";
        AuthorText.Watch read = Canonical.read(before.getBytes(StandardCharsets.UTF_8), AuthorText.Watch.class, "line");
        assertThat(read).isEqualTo(WORDS);
        assertThat(new String(Canonical.write(read), StandardCharsets.UTF_8)).isEqualTo(before);
        byte[] typed = Canonical.write(SCORE);
        assertThat(Canonical.read(typed, AuthorText.Watch.class, "line")).isEqualTo(SCORE);
        assertThat(new String(typed, StandardCharsets.UTF_8)).contains("\"measure\":\"scoreStability\"");
    }

    @Test
    void aLineIsDueAfterTheBatchThatCouldSayIt() {
        List<AuthorText.Watch> plan = List.of(WORDS, CAPTURE, SCORE);
        List<PlanLine> first = PlanLine.of(plan, List.of(), SINCE);
        assertThat(first).extracting(PlanLine::line).containsExactly(1, 2);
        assertThat(first).extracting(line -> line.due().toString()).containsExactly("2027-04-04", "2027-02-04");
        List<PlanLine> then = PlanLine.of(plan, List.of(batch("2027-02-01", 0.22), batch("2027-03-01", null)), SINCE);
        assertThat(then).extracting(line -> line.due().toString()).containsExactly("2027-05-01", "2027-04-01");
        assertThat(then)
                .extracting(PlanLine::standing)
                .containsExactly(WatchLimit.Standing.CROSSED, WatchLimit.Standing.HOLDS);
        assertThat(then.get(0).shown()).isEqualTo("22.0 %");
        assertThat(then.get(0).interval()).isEqualTo("19.0 % to 28.0 %");
        assertThat(PlanLine.of(null, List.of(), SINCE)).isEmpty();
    }

    @Test
    void aCrossedLimitIsSaidWithItsIntervalAndTheSignedLimit() {
        assertThat(PlanLine.crossed(
                        CAPTURE, CAPTURE.rule(), batch("2027-02-01", 0.22).figures()))
                .isEqualTo("Capture rate at the cut is 22.0 % (19.0 % to 28.0 %); the signed plan says at least 30 %.");
    }
}
