package outrider.casefile;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.Dialect;
import outrider.table.Levels;
import outrider.table.Reading;
import outrider.table.SuggestedReading;
import outrider.table.Table;
import outrider.table.TotalRecord;

/** Columns that may be meant otherwise than they are read, of which the brief says nothing: some are refused, of others it is said. */
final class DoubtfulColumns {
    private DoubtfulColumns() {}

    /**
     * @param meant whether columns of texts that are nearly numbers or days are refused too, else only those that can be read in several ways
     * @param unsaid whether categories are too: what is signed has them as categories
     * @throws BadInput naming every such column of which nobody said how, with what to write
     */
    static void refuse(Table table, BriefFile brief, @Nullable Dialect dialect, boolean meant, boolean unsaid) {
        List<String> found = new ArrayList<>();
        List<String> remedies = new ArrayList<>();
        for (Column column : table.columns()) {
            ColumnSetup setup = brief.column(column.name());
            boolean asked = setup.reading() == null && setup.role() != ColumnSetup.Role.SET_ASIDE;
            SuggestedReading suggested = asked ? SuggestedReading.of(column, dialect) : null;
            if (suggested == null) continue;
            Reading own = suggested.reading();
            if (!suggested.ways().isEmpty() && (unsaid || column.type() != ColumnType.CATEGORY)) {
                found.add("\"" + column.name() + "\" can be read in "
                        + suggested.ways().size() + " ways: "
                        + suggested.ways().stream()
                                .map(way -> way.reading().format() + " (" + String.join(", ", way.examples()) + ")")
                                .collect(Collectors.joining(" or ")));
                remedies.add(
                        written(column.name(), suggested.ways().get(0).reading().type(), "…", null));
            } else if (own != null
                    && (meant && column.type() == ColumnType.TEXT && own.type() != ColumnType.TEXT
                            || unsaid
                                    && !brief.taken().columns().containsKey(column.name())
                                    && ColumnDefaults.nearlyOther(column, suggested))) {
                found.add("\"" + column.name() + "\" holds texts that are nearly "
                        + (own.type() == ColumnType.NUMBER ? "numbers" : "dates"));
                remedies.add(written(column.name(), own.type(), own.format(), own.missing()));
            }
        }
        if (found.isEmpty()) return;
        throw BadInput.of(
                found.size() == 1 ? "column" : "columns",
                String.join("; ", found),
                "say how to read " + (found.size() == 1 ? "it" : "them") + ", or set aside, under columns: "
                        + String.join(", ", remedies));
    }

    /** @throws BadInput if the last record is a total of the others */
    static void refuseTotal(Table table) {
        TotalRecord total = TotalRecord.in(table);
        if (total == null || total.sum() == null) return;
        throw BadInput.atLine(
                total.line(), null, total.found(), "take it out of the file, or leave it out by a population");
    }

    /**
     * @throws BadInput if the outcome holds texts that say that it is not known, or that are written almost as an event is, and nobody said what
     *     they count as
     */
    static void refuseOutcome(Table table, BriefFile brief) {
        BriefFile.Outcome asked = brief.asked().outcome();
        if (asked.when() != null
                || !table.has(asked.column())
                || brief.column(asked.column()).reading() != null) return;
        Column outcome = table.column(asked.column());
        String near = quoted(Levels.nearly(outcome, asked.events(), asked.leftOut()));
        if (!near.isEmpty()) {
            throw BadInput.of(
                    "outcome",
                    "\"" + asked.column() + "\" holds " + near + ", written almost as an event is",
                    "write events: [" + quoted(asked.events()) + ", " + near
                            + "] under outcome, or leftOut; where they are no event, write under columns: "
                            + written(asked.column(), ColumnType.CATEGORY, null, null));
        }
        String texts = quoted(Levels.of(outcome).levels().stream()
                .map(Levels.Level::text)
                .filter(text -> Levels.notKnown(text)
                        && !asked.events().contains(text)
                        && !asked.leftOut().contains(text))
                .toList());
        if (texts.isEmpty()) return;
        throw BadInput.of(
                "outcome",
                "\"" + asked.column() + "\" holds " + texts + ", as an outcome that is not known",
                "write leftOut: [" + texts + "] under outcome; where they are no event, write under columns: "
                        + written(asked.column(), ColumnType.CATEGORY, null, null));
    }

    /**
     * What inputs may be meant otherwise than they are read, unasked: such as one value far from all others. Sentences with what to write.
     */
    static List<String> said(Table table, BriefFile brief, List<String> inputs) {
        List<String> doubts = new ArrayList<>();
        for (Column column : table.columns()) {
            String name = column.name();
            if (brief.column(name).reading() != null || !inputs.contains(name)) continue;
            SuggestedReading suggested = SuggestedReading.of(column, null);
            Reading own = suggested == null ? null : suggested.reading();
            if (suggested == null || own == null) continue;
            String way = written(name, own.type(), own.format(), own.missing());
            boolean parsed = own.type() == ColumnType.NUMBER || own.type() == ColumnType.DATE;
            if (parsed && column.type() == own.type() && own.missing() != null) {
                doubts.add(name + " holds " + String.join(", ", own.missing()) + " in "
                        + NumberText.count(suggested.records())
                        + " records, far from its other values: where that stands for missing, write under columns: "
                        + way);
            } else if (column.type() == ColumnType.CATEGORY && parsed) {
                doubts.add(name + " is read as a category, though all but " + NumberText.count(suggested.records())
                        + " records hold " + (own.type() == ColumnType.NUMBER ? "numbers" : "days")
                        + ": where these are meant, write under columns: " + way);
            }
        }
        return doubts;
    }

    private static String quoted(List<String> texts) {
        return texts.stream().map(text -> '"' + text + '"').collect(Collectors.joining(", "));
    }

    private static String written(
            String column, ColumnType type, @Nullable String format, @Nullable List<String> missing) {
        String texts = missing == null || missing.isEmpty()
                ? ""
                : ", missing: ["
                        + missing.stream()
                                .map(text -> "\"" + text.replace("\"", "\\\"") + "\"")
                                .collect(Collectors.joining(", "))
                        + "]";
        return "\"" + column + "\": { reading: { type: " + type.name().toLowerCase(Locale.ROOT)
                + (format == null ? "" : ", format: \"" + Reading.shown(type, format) + "\"") + texts + " } }";
    }
}
