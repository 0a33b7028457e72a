package outrider.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import outrider.casefile.BriefFile;
import outrider.casefile.ColumnSetup;
import outrider.casefile.Population;
import outrider.casefile.Written;
import outrider.table.Reading;

/** What was done with the file before anything was fitted: records left out, columns read anew, columns made of others. */
final class ShapeBlocks {
    private static final int NAMED = 6;

    private ShapeBlocks() {}

    private record Shaped(String column, String how, String meaning) {}

    static List<Block> of(BriefFile brief) {
        List<Block> blocks = new ArrayList<>();
        Population population = brief.population();
        if (population != null) {
            blocks.add(Block.text("It is about "
                    + (population.where() == null ? "all records" : "records where " + population.where())
                    + (population.dropCopies() == null ? "" : ", of exact copies the first alone")
                    + "; the others are in no part, and the candidate is not meant for their like."));
        }
        List<Shaped> read = new ArrayList<>();
        List<Shaped> made = new ArrayList<>();
        for (Map.Entry<String, ColumnSetup> entry : new TreeMap<>(brief.columns()).entrySet()) {
            ColumnSetup setup = entry.getValue();
            String meaning = setup.meaning() == null ? "" : setup.meaning();
            if (setup.reading() != null) read.add(new Shaped(entry.getKey(), words(setup.reading()), meaning));
            if (setup.formula() != null) made.add(new Shaped(entry.getKey(), setup.formula(), meaning));
        }
        if (!read.isEmpty()) {
            blocks.add(ReportTable.of(read)
                    .caption("Columns that are read otherwise than their texts look.")
                    .text("column", Shaped::column)
                    .text("read", Shaped::how)
                    .block());
        }
        if (!made.isEmpty()) {
            blocks.add(ReportTable.of(made)
                    .caption("Columns made of others of the same record, the outcome never among them.")
                    .text("column", Shaped::column)
                    .text("made by", Shaped::how)
                    .text("what it says", Shaped::meaning)
                    .block());
        }
        return blocks;
    }

    private static String words(Reading reading) {
        List<String> parts = new ArrayList<>();
        String format = reading.format();
        parts.add("as " + reading.type().name().toLowerCase(Locale.ROOT)
                + (format == null ? "" : " written like " + format.replace('u', 'y')));
        if (reading.missing() != null) parts.add(named(reading.missing()) + " for missing");
        Map<String, String> levels = reading.levels();
        if (levels != null) {
            parts.add(levels.entrySet().stream()
                            .sorted(Map.Entry.comparingByKey())
                            .limit(NAMED)
                            .map(e -> "“" + e.getKey() + "” as “" + e.getValue() + "”")
                            .reduce((a, b) -> a + ", " + b)
                            .orElse("")
                    + more(levels.size()));
        }
        if (reading.order() != null) parts.add("in the order " + String.join(" < ", reading.order()));
        if (reading.keep() != null) {
            parts.add(Written.count(reading.keep().size()) + " levels kept, all others as “" + Reading.OTHER + "”");
        }
        return String.join("; ", parts);
    }

    private static String named(List<String> texts) {
        return texts.stream()
                        .limit(NAMED)
                        .map(t -> t.isBlank() ? "blanks" : "“" + t + "”")
                        .reduce((a, b) -> a + ", " + b)
                        .orElse("")
                + more(texts.size());
    }

    private static String more(int all) {
        return all > NAMED ? " and " + (all - NAMED) + " more" : "";
    }
}
