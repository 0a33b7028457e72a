package outrider.report;

import io.quarkus.qute.Engine;
import io.quarkus.qute.HtmlEscaper;
import io.quarkus.qute.ReflectionValueResolver;
import io.quarkus.qute.Template;
import io.quarkus.qute.ValueResolvers;
import io.quarkus.qute.Variant;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;

/** Renders evidence as one self-contained XHTML page: no script, styles and charts inside. Thread safe. */
public final class HtmlReport {
    private static final Template TEMPLATE = template();

    private HtmlReport() {}

    private static Template template() {
        Engine engine = Engine.builder()
                .addDefaults()
                .addValueResolver(ValueResolvers.rawResolver())
                .addValueResolver(new ReflectionValueResolver())
                .addResultMapper(new HtmlEscaper(List.of(Variant.TEXT_HTML)))
                .build();
        return engine.parse(resource("report.html"), Variant.forContentType(Variant.TEXT_HTML));
    }

    private static String resource(String name) {
        return new String(bytes(name), StandardCharsets.UTF_8);
    }

    private static byte[] bytes(String name) {
        try (InputStream in = HtmlReport.class.getResourceAsStream(name)) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The page for a browser: {@link #render} with its fonts inside. */
    public static String standalone(byte[] stored, List<Approval> approvals) {
        String fonts = face("Literata", "literata") + face("Public Sans", "public-sans");
        return render(stored, approvals).replaceFirst("<style>", "<style>" + fonts);
    }

    private static String face(String family, String file) {
        String data = Base64.getEncoder().encodeToString(bytes("fonts/" + file + "-latin-wght-normal.woff2"));
        return "@font-face { font-family: '" + family + "'; font-weight: 200 900; src: url(data:font/woff2;base64,"
                + data + ") format('woff2'); }\n";
    }

    /**
     * @param stored the evidence as {@link EvidenceFile} wrote it
     * @param approvals what was said to it, oldest first
     */
    public static String render(byte[] stored, List<Approval> approvals) {
        Evidence evidence = EvidenceFile.read(stored);
        ReportText text = new ReportText(evidence);
        return TEMPLATE.data("e", evidence)
                .data("c", evidence.brief())
                .data("style", resource("report.css"))
                .data("hash", EvidenceFile.sha256(stored))
                .data("approvals", approvals)
                .data("size", text.size())
                .data("decision", text.decision())
                .data("campaign", text.campaign())
                .data("confirmation", text.confirmation())
                .data("stakes", text.stakes())
                .data("candidateRows", text.candidateRows())
                .data("alarms", text.alarms())
                .data("bandRows", text.bandRows())
                .data("tiedBands", text.tiedBands())
                .data("grid", text.grid())
                .data("reserveRows", text.reserveRows())
                .data("splitWords", text.splitWords())
                .data("splitRows", text.splitRows())
                .data("definitions", Definitions.with(evidence))
                .data("gains", Charts.gains(evidence))
                .data("netValue", Charts.netValue(evidence))
                .render();
    }
}
