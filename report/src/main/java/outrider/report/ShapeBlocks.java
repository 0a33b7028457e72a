package outrider.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.casefile.BriefFile;
import outrider.casefile.ColumnSetup;
import outrider.casefile.Figures;
import outrider.casefile.JoinedFile;
import outrider.casefile.NumberText;
import outrider.casefile.Population;
import outrider.table.Join;
import outrider.table.Reading;

/** What was done with the file before anything was fitted: records left out, columns read anew, columns made of others. */
final class ShapeBlocks {
    private static final int NAMED = 6;

    private ShapeBlocks() {}

    private record Shaped(String column, String how, String meaning) {}

    static List<Block> of(BriefFile brief, Figures.Data data) {
        List<Block> blocks = new ArrayList<>();
        BriefFile.Origin origin = brief.taken().data().origin();
        if (origin != null) {
            blocks.add(Block.text("It was copied out of the database “" + origin.source() + "” by the query: "
                    + origin.query() + "."));
        }
        List<JoinedFile> joins = brief.taken().data().joins();
        if (joins != null && data.joins() != null) {
            for (int i = 0; i < joins.size(); i++) {
                blocks.add(Block.text(words(joins.get(i), data.joins().get(i).found(), data.records())));
            }
        }
        Population population = brief.taken().population();
        if (population != null) {
            blocks.add(Block.text("It is about "
                    + (population.where() == null ? "all records" : "records where " + population.where())
                    + (population.dropCopies() == null ? "" : ", of exact copies the first alone")
                    + drawn(population.sample())
                    + "; the others are in no part, and the candidate is not meant for their like."));
        }
        String weight = brief.weightColumn();
        if (weight != null) {
            blocks.add(Block.text("Records count by " + weight
                    + ", in proportion: in each part the weights are brought to a sum of as many as it has records, and learners, figures and"
                    + " intervals count by them. What is told of segments, periods and single groups, and the parts in the table below, counts"
                    + " records as they are, each once."));
        }
        List<Shaped> read = new ArrayList<>();
        List<Shaped> made = new ArrayList<>();
        for (Map.Entry<String, ColumnSetup> entry : new TreeMap<>(brief.taken().columns()).entrySet()) {
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

    private static String drawn(Population.@Nullable Sample sample) {
        if (sample == null) return "";
        return "; of them a random sample of " + NumberText.count(sample.records())
                + (sample.by() == null ? "" : " or the few more that whole values of " + sample.by() + " make")
                + ", seed " + (sample.seed() == null ? 1 : sample.seed())
                + ", rates as they are, money for the whole campaign";
    }

    private static String words(JoinedFile joined, Join.Found found, int records) {
        String key = joined.on().entrySet().stream()
                .map(e -> e.getKey() + " = " + e.getValue())
                .collect(Collectors.joining(" and "));
        String doubled = found.other().doubled() == 0
                ? ""
                : " " + NumberText.count(found.other().doubled()) + " keys stand in several of its records; the "
                        + (joined.keep() == Join.Keep.LAST ? "last" : "first")
                        + (joined.by() == null ? "" : " by " + joined.by()) + " counts.";
        return "Columns of " + joined.file() + " are joined by " + key + ": " + NumberText.count(found.matched())
                + " of "
                + NumberText.count(records) + " records find their key, the others have missing values there." + doubled
                + " No record was left out or came twice by it.";
    }

    private static String words(Reading reading) {
        List<String> parts = new ArrayList<>();
        String format = Reading.shown(reading.type(), reading.format());
        parts.add("as " + reading.type().name().toLowerCase(Locale.ROOT)
                + (format == null ? "" : " written like " + format));
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
            parts.add(NumberText.count(reading.keep().size()) + " levels kept, all others as “" + Reading.OTHER + "”");
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
