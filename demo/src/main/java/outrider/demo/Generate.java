package outrider.demo;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.Deflater;
import java.util.zip.GZIPOutputStream;

/** Writes the demo files into the folder named by the first argument. */
public final class Generate {
    private Generate() {}

    public static void main(String[] args) throws IOException {
        Path file = Path.of(args[0], "plan-lapse.csv.gz");
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
            writePlanLapse(new GZIPOutputStream(out, 1 << 16) {
                {
                    def.setLevel(Deflater.BEST_COMPRESSION);
                }
            });
        }
    }

    static void writePlanLapse(OutputStream out) throws IOException {
        try (CsvWriter csv = CsvWriter.builder()
                .lineDelimiter(de.siegmar.fastcsv.writer.LineDelimiter.LF)
                .build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
            csv.writeRecord(PlanLapse.HEADER);
            for (PlanLapse.Member member : PlanLapse.generate(PlanLapse.SEED)) csv.writeRecord(member.values());
        }
    }
}
