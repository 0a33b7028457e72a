package outrider.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;

/** What a drawing from elsewhere may hold. */
class SafeDrawingTest {
    private static String drawn(String inner) {
        return SafeDrawing.of("<svg width=\"400\" height=\"200\">" + inner + "</svg>", "p-", "A curve");
    }

    @Test
    void aChartStaysWhatItIs() {
        String chart = """
                <defs><clipPath id="c"><rect x="0" y="0" width="400" height="200"/></clipPath></defs>\
                <g clip-path="url(#c)"><path d="M0 200L100 20.5L400 0" fill="none" stroke="#2b5c8a" stroke-width="1.5"/>\
                <path d="M0 200L400 0" stroke="rgba(0,0,0,0.4)" stroke-dasharray="4,4"/></g>\
                <text transform="translate(20 30)" style="font-size:11px;font-family:Public Sans" fill="currentColor">depth, %</text>""";
        assertThat(drawn(chart))
                .contains("M0 200L100 20.5L400 0", "stroke=\"#2b5c8a\"", "stroke-dasharray=\"4,4\"", "depth, %")
                .contains(
                        "id=\"p-c\"", "url(#p-c)", "font-size=\"11px\"", "translate(20 30)", "aria-label=\"A curve\"");
        assertThat(SafeDrawing.of(drawn(chart), "", "A curve"))
                .as("cut twice is cut once")
                .contains("url(#p-c)");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<rect fill=\"URL(http://example.org/a)\" width=\"9\" height=\"9\"/>",
                "<rect fill=\"u\\72l(http://example.org/a)\" width=\"9\" height=\"9\"/>",
                "<rect clip-path=\"url(http://example.org/a#b)\" width=\"9\" height=\"9\"/>",
                "<rect fill=\"expression(example.org)\" width=\"9\" height=\"9\"/>",
                "<image href=\"http://example.org/a\"/><script>example.org</script><foreignObject>example.org</foreignObject>",
                "<g onload=\"example.org()\"/><style>@import url(http://example.org)</style>",
            })
    void whatLeadsElsewhereIsLeftOut(String inner) {
        assertThat(drawn(inner)).doesNotContain("example.org").doesNotContainIgnoringCase("<script");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<path d=\"M0 0L1e9 1e9\" stroke=\"#000\"/>",
                "<path d=\"M0 0L1e999 4\"/>",
                "<rect width=\"1e7\" height=\"1\"/>",
                "<text font-size=\"100000\">a</text>",
                "<path d=\"M0 0L900000 900000\" stroke=\"#000\" stroke-dasharray=\"0.3\"/>",
            })
    void whatNoPageHasRoomForIsRefused(String inner) {
        assertThatThrownBy(() -> drawn(inner)).isInstanceOf(BadInput.class).hasMessageContaining("drawing");
    }

    @Test
    void dashesThatNobodySeesAreNone() {
        assertThat(drawn("<path d=\"M0 0L400 200\" stroke=\"#000\" stroke-dasharray=\"0.00001\"/>"))
                .doesNotContain("dasharray");
    }

    @Test
    void manyDeepAndLongAreRefused() {
        assertThatThrownBy(() -> drawn("<g/>".repeat(20_001))).hasMessageContaining("more than 20000 elements");
        assertThatThrownBy(() -> drawn("<g>".repeat(30) + "</g>".repeat(30))).hasMessageContaining("deep");
        assertThatThrownBy(() -> drawn("<text>" + "a".repeat(4001) + "</text>")).hasMessageContaining("nobody reads");
    }

    @Test
    void aClipThatClipsItselfDoesNot() {
        assertThat(drawn("<clipPath id=\"c\"><rect clip-path=\"url(#c)\" width=\"4\" height=\"4\"/></clipPath>"))
                .doesNotContain("url(");
    }
}
