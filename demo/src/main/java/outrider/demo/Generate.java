package outrider.demo;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.GZIPOutputStream;

/** Writes the demo files into the folder named by the first argument. */
public final class Generate {
    private Generate() {}

    public static void main(String[] args) throws IOException {
        List<String> names = new ArrayList<>(List.of("plan-lapse", "claim-fraud", "winter-mailing"));
        for (int week = 0; week <= PlanLapseLater.WEEKS; week++) names.add(PlanLapseLater.name(week));
        for (String name : names) {
            Path file = Path.of(args[0], name + ".csv.gz");
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
                write(name, new GZIPOutputStream(out, 1 << 16) {
                    {
                        def.setLevel(Deflater.BEST_COMPRESSION);
                    }
                });
            }
        }
    }

    static void write(String name, OutputStream out) throws IOException {
        switch (name) {
            case "plan-lapse" ->
                write(
                        ',',
                        PlanLapse.HEADER,
                        PlanLapse.generate(PlanLapse.SEED).stream()
                                .map(Row::values)
                                .toList(),
                        out);
            case "claim-fraud" ->
                write(
                        ';',
                        ClaimFraud.HEADER,
                        ClaimFraud.generate(ClaimFraud.SEED).stream()
                                .map(Row::values)
                                .toList(),
                        out);
            case "winter-mailing" ->
                write(
                        ',',
                        WinterMailing.HEADER,
                        WinterMailing.generate(WinterMailing.SEED).stream()
                                .map(Row::values)
                                .toList(),
                        out);
            default ->
                write(
                        ',',
                        PlanLapse.HEADER,
                        PlanLapseLater.generate(week(name), PlanLapse.SEED).stream()
                                .map(Row::values)
                                .toList(),
                        out);
        }
    }

    private static int week(String name) {
        for (int week = 0; week <= PlanLapseLater.WEEKS; week++)
            if (PlanLapseLater.name(week).equals(name)) return week;
        throw new IllegalArgumentException("there is no file " + name);
    }

    private static void write(char delimiter, List<String> header, List<List<String>> rows, OutputStream out)
            throws IOException {
        try (CsvWriter csv = CsvWriter.builder()
                .fieldSeparator(delimiter)
                .lineDelimiter(LineDelimiter.LF)
                .build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
            csv.writeRecord(header);
            for (List<String> row : rows) csv.writeRecord(row);
        }
    }
}
