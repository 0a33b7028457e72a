package outrider.server.signoff;

import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.TimeUnit;
import outrider.base.BadInput;
import outrider.report.PdfReport;
import outrider.report.PrintMain;

/**
 * Prints a page in a Java of its own, so that no page takes the server's memory or goes on for ever.
 *
 * @param megabytes of memory, {@code seconds} of time that a page may take
 */
record Press(int megabytes, long seconds) {
    private static final int OUT_OF_MEMORY = 3;

    /** @throws BadInput if it takes too long, or more memory than it may */
    byte[] pdf(String html) throws InterruptedException {
        try {
            Path folder = Files.createTempDirectory("print");
            try {
                return printed(folder, html);
            } finally {
                for (String file : List.of("html", "pdf", "said")) Files.deleteIfExists(folder.resolve(file));
                Files.delete(folder);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private byte[] printed(Path folder, String html) throws IOException, InterruptedException {
        Path page = Files.writeString(folder.resolve("html"), html);
        Path pdf = folder.resolve("pdf");
        Path said = folder.resolve("said");
        Process process = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                        "-Xmx" + megabytes + "m",
                        "-XX:+UseSerialGC",
                        "-XX:TieredStopAtLevel=1",
                        "-XX:+ExitOnOutOfMemoryError",
                        "-Djava.awt.headless=true",
                        "-cp",
                        classes(),
                        PrintMain.class.getName())
                .redirectInput(page.toFile())
                .redirectOutput(pdf.toFile())
                .redirectError(said.toFile())
                .start();
        try {
            if (!process.waitFor(seconds, TimeUnit.SECONDS)) throw refused("takes too long to print");
        } finally {
            process.destroyForcibly().waitFor();
        }
        if (process.exitValue() == OUT_OF_MEMORY) throw refused("takes more than " + megabytes + " MB to print");
        if (process.exitValue() != 0) {
            throw new IllegalStateException("printing ended with " + process.exitValue() + ": "
                    + Files.readString(said, StandardCharsets.UTF_8));
        }
        return Files.readAllBytes(pdf);
    }

    private static BadInput refused(String found) {
        return BadInput.state(BadInput.Code.BUSY, "report", found, "try again, or take it as HTML meanwhile");
    }

    /** Where the server runs from folders of jars, these folders; else all that this Java runs with. */
    private static String classes() {
        Path report = jar(PdfReport.class);
        boolean together =
                Objects.equals(report.getParent(), jar(PdfRendererBuilder.class).getParent());
        if (!together) return System.getProperty("java.class.path");
        return report.resolveSibling("*") + File.pathSeparator + report.resolveSibling("../boot/*");
    }

    private static Path jar(Class<?> of) {
        return Path.of(URI.create(
                of.getProtectionDomain().getCodeSource().getLocation().toString()));
    }
}
