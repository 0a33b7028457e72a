package outrider.report;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** Turns the report's page into a PDF. */
public final class PdfReport {
    static {
        XRLog.setLoggingEnabled(false);
    }

    private PdfReport() {}

    /**
     * Tagged, with bookmarks.
     *
     * @param html as {@link HtmlReport#complete} made it, without fonts
     */
    public static byte[] of(String html) {
        try (ByteArrayOutputStream out = new ByteArrayOutputStream();
                BatikSVGDrawer drawer = new BatikSVGDrawer()) {
            PdfRendererBuilder builder = new PdfRendererBuilder();
            builder.useSVGDrawer(drawer);
            font(builder, "Literata-Regular", "Literata", 400);
            font(builder, "Literata-SemiBold", "Literata", 600);
            font(builder, "PublicSans-Regular", "Public Sans", 400);
            font(builder, "PublicSans-SemiBold", "Public Sans", 600);
            builder.usePdfUaAccessibility(true);
            builder.withHtmlContent(html, null);
            builder.toStream(out);
            builder.run();
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void font(PdfRendererBuilder builder, String file, String family, int weight) {
        builder.useFont(() -> stream(file), family, weight, FontStyle.NORMAL, true);
    }

    /**
     * The font without its substitutions: the renderer would draw ligatures such as "Th" that nobody can search for or copy as
     * letters.
     */
    private static InputStream stream(String file) {
        try (InputStream in = PdfReport.class.getResourceAsStream("fonts/" + file + ".ttf")) {
            byte[] font = in.readAllBytes();
            int tables = (font[4] & 0xff) << 8 | font[5] & 0xff;
            for (int entry = 12; entry < 12 + 16 * tables; entry += 16) {
                if (new String(font, entry, 4, StandardCharsets.US_ASCII).equals("GSUB")) font[entry] = 'X';
            }
            return new ByteArrayInputStream(font);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
