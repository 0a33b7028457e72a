package outrider.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** A file as an analyst brings it: 1,000,000 records of 30 columns, about 200 MB of comma separated values. */
final class WideFile {
    static final int RECORDS = 1_000_000;
    private static final String[] TIERS = {"town", "tour", "race"};
    private static final String[] PLACES = {"north", "lakes", "coast", "hills", "south"};

    private WideFile() {}

    static String header() {
        StringBuilder line = new StringBuilder("member_no,joined_on,notice_on,tier,region,postal_area,pays_by,lapsed");
        for (int i = 1; i <= 8; i++) line.append(",count_").append(i);
        for (int i = 1; i <= 8; i++) line.append(",amount_").append(i);
        for (int i = 1; i <= 6; i++) line.append(",index_").append(i);
        return line.toString();
    }

    /** The same columns as PostgreSQL would be told of them. */
    static String columns() {
        List<String> told = new ArrayList<>();
        for (String name : header().split(",")) {
            boolean whole = name.startsWith("count") || name.equals("lapsed");
            boolean decimal = name.startsWith("amount") || name.startsWith("index");
            String type = whole ? "integer" : decimal ? "double precision" : name.endsWith("_on") ? "date" : "text";
            told.add(name + " " + type);
        }
        return String.join(", ", told);
    }

    static void write(Path file) throws IOException {
        RandomStream random = new Seeds(7).stream("wide");
        LocalDate day = LocalDate.of(2026, 1, 1);
        try (BufferedWriter out = Files.newBufferedWriter(file)) {
            out.write(header() + "\n");
            StringBuilder line = new StringBuilder();
            for (int i = 0; i < RECORDS; i++) {
                line.setLength(0);
                double risk = random.nextDouble();
                line.append('M').append(4_000_000 + i);
                line.append(',').append(day.minusDays(random.nextInt(4000)));
                line.append(',').append(day.plusDays(random.nextInt(90)));
                line.append(',').append(TIERS[random.nextInt(3)]);
                line.append(',').append(PLACES[random.nextInt(5)]);
                line.append(",A-").append(100 + random.nextInt(180));
                line.append(',').append(random.nextDouble() < 0.7 ? "debit" : "invoice");
                line.append(',').append(random.nextDouble() < 0.17 * risk ? 1 : 0);
                for (int c = 0; c < 8; c++) {
                    line.append(',');
                    if (random.nextDouble() > 0.05) line.append(random.nextInt(c < 4 ? 40 : 100_000));
                }
                for (int c = 0; c < 8; c++) append(line.append(','), random.nextInt(20_000_000), 100);
                for (int c = 0; c < 6; c++) {
                    append(line.append(','), (int) (10_000_000 * (0.3 * risk + random.nextDouble())), 1_000_000);
                }
                out.append(line.append('\n'));
            }
        }
    }

    private static void append(StringBuilder line, int digits, int unit) {
        line.append(digits / unit).append('.');
        line.append(
                Integer.toString(unit + digits % unit),
                1,
                Integer.toString(unit).length());
    }
}
