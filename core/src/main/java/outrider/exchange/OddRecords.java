package outrider.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.RandomStream;
import outrider.base.Seeds;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Records such as reach a model sooner or later: nothing known, levels never seen, extremes, other cases, days out of range. */
public final class OddRecords {
    private static final int MIXED = 200;
    private static final int SEEN = 60;
    private static final double[] NUMBERS = {0, -1, 1, 1e-9, 0.5, 1e6, -1e6, 1e12, -1e12, 123456789.125};
    /** 0001-01-01, 1899-12-31, the day before 1970, 2000-02-29, 2262-04-12, 9999-12-31. */
    private static final int[] DAYS = {-719162, -25568, -1, 11016, 106752, 2932896};

    private OddRecords() {}

    /**
     * @param needs columns that a recipe reads, each with its reading said in full
     * @param like records as their file wrote them, and {@code rows} of them that the odd ones are made like
     * @return one text a need, null for missing: one record without any value, one a column that lacks it alone, and many mixed
     */
    public static List<@Nullable String[]> of(List<ScoringRecipe.Need> needs, Table like, int[] rows, Seeds seeds) {
        RandomStream random = seeds.stream("odd records");
        List<List<@Nullable String>> values = needs.stream()
                .map(need -> values(need, like.column(need.name()), rows))
                .toList();
        List<@Nullable String[]> records = new ArrayList<>();
        int width = needs.size();
        records.add(new String[width]);
        for (int c = 0; c < width; c++) {
            @Nullable String[] without = some(needs, like, rows, random);
            without[c] = null;
            records.add(without);
        }
        for (int i = 0; i < MIXED; i++) {
            @Nullable String[] record = some(needs, like, rows, random);
            double odd = random.nextDouble();
            for (int c = 0; c < width; c++) {
                if (random.nextDouble() >= odd) continue;
                List<@Nullable String> own = values.get(c);
                record[c] = own.get(random.nextInt(own.size()));
            }
            records.add(record);
        }
        return records;
    }

    private static @Nullable String[] some(
            List<ScoringRecipe.Need> needs, Table like, int[] rows, RandomStream random) {
        @Nullable String[] record = new String[needs.size()];
        if (rows.length == 0) return record;
        int from = rows[random.nextInt(rows.length)];
        for (int c = 0; c < record.length; c++)
            record[c] = like.column(needs.get(c).name()).asWritten(from);
        return record;
    }

    private static List<@Nullable String> values(ScoringRecipe.Need need, Column like, int[] rows) {
        List<@Nullable String> values = new ArrayList<>();
        values.add(null);
        Reading reading = need.reading() == null ? new Reading(need.type(), null, null, null) : need.reading();
        if (need.type() == ColumnType.NUMBER) {
            for (double number : NUMBERS) values.add(reading.written(number));
        } else if (need.type() == ColumnType.DATE) {
            for (int day : DAYS) if (reads(reading, day)) values.add(reading.written(day));
        } else {
            values.addAll(List.of("never seen before", "O'Neil \"x\", \\ y", "Ünïcödé ✓", " ", "0"));
            for (String level : seen(like, rows)) {
                values.add(level.toUpperCase(Locale.ROOT));
                values.add(level.toLowerCase(Locale.ROOT));
                values.add(" " + level + " ");
            }
        }
        if (reading.missing() != null) values.addAll(reading.missing());
        return values;
    }

    /** Whether a way of writing days tells this one from others: two digits of a year do not. */
    private static boolean reads(Reading reading, int day) {
        Column written = TextColumn.of("", reading.written(day));
        try {
            Column read = new Reading(ColumnType.DATE, reading.format(), null, null)
                    .apply(written, new Table(List.of(written), null));
            return !read.isMissing(0);
        } catch (BadInput e) {
            return false;
        }
    }

    private static TreeSet<String> seen(Column like, int[] rows) {
        TreeSet<String> seen = new TreeSet<>();
        for (int i = 0; i < rows.length && seen.size() < SEEN; i++) {
            String text = like.asWritten(rows[i]);
            if (text != null) seen.add(text);
        }
        return seen;
    }
}
