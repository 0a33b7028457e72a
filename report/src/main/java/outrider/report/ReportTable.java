package outrider.report;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** A table of a report: one row a thing, each column says what it shows of it. The first column names the row. */
final class ReportTable<T> {
    private static final int SHORT = 10;
    private static final int LONG_WORD = 24;

    private record Column<T>(String name, boolean number, Function<T, String> cell) {}

    private final List<T> rows;
    private final List<Column<T>> columns = new ArrayList<>();
    private @Nullable String caption;
    private Predicate<T> marked = row -> false;
    private Predicate<T> alarming = row -> false;

    private ReportTable(List<T> rows) {
        this.rows = rows;
    }

    static <T> ReportTable<T> of(List<T> rows) {
        return new ReportTable<>(rows);
    }

    /** Cells of words, as the interface kept them. */
    static Block kept(List<List<String>> cells) {
        ReportTable<List<String>> table = of(cells.subList(1, cells.size()));
        List<String> head = cells.get(0);
        for (int c = 0; c < head.size(); c++) {
            int at = c;
            table.text(head.get(c), row -> at < row.size() ? row.get(at) : "");
        }
        return table.block();
    }

    ReportTable<T> caption(String words) {
        caption = words;
        return this;
    }

    ReportTable<T> text(String name, Function<T, String> cell) {
        columns.add(new Column<>(name, false, row -> wrapped(cell.apply(row))));
        return this;
    }

    /** A sum that stays in one line. */
    ReportTable<T> hash(String name, Function<T, String> cell) {
        columns.add(
                new Column<>(name, false, row -> "<span class=\"hash\">" + Block.escape(cell.apply(row)) + "</span>"));
        return this;
    }

    ReportTable<T> number(String name, Function<T, String> cell) {
        columns.add(new Column<>(name, true, row -> Block.escape(cell.apply(row))));
        return this;
    }

    /** A figure with its interval below it. */
    ReportTable<T> estimate(String name, Function<T, Estimate> cell) {
        columns.add(new Column<>(name, true, row -> stacked(cell.apply(row))));
        return this;
    }

    /** Rows that are set off. */
    ReportTable<T> marking(Predicate<T> which) {
        marked = which;
        return this;
    }

    /** Rows that somebody has to look at. */
    ReportTable<T> alarming(Predicate<T> which) {
        alarming = which;
        return this;
    }

    Block block() {
        StringBuilder out = new StringBuilder(rows.size() <= SHORT ? "<table class=\"short\">" : "<table>");
        if (caption != null)
            out.append("<caption>").append(Block.escape(caption)).append("</caption>");
        out.append("<thead><tr>");
        for (Column<T> column : columns) {
            if (column.name().isEmpty()) {
                out.append("<td></td>");
                continue;
            }
            out.append("<th scope=\"col\"").append(column.number() ? " class=\"n\">" : ">");
            out.append(Block.escape(column.name())).append("</th>");
        }
        out.append("</tr></thead><tbody>");
        for (T row : rows) {
            out.append(
                    alarming.test(row) ? "<tr class=\"alarm\">" : marked.test(row) ? "<tr class=\"chosen\">" : "<tr>");
            for (int c = 0; c < columns.size(); c++) cell(out, columns.get(c), row, c == 0 ? "th" : "td");
            out.append("</tr>");
        }
        return new Block(out.append("</tbody></table>").toString());
    }

    private static <T> void cell(StringBuilder out, Column<T> column, T row, String tag) {
        out.append('<').append(tag);
        if (tag.equals("th")) out.append(" scope=\"row\"");
        if (column.number()) out.append(" class=\"n\"");
        out.append('>')
                .append(column.cell().apply(row))
                .append("</")
                .append(tag)
                .append('>');
    }

    private static String stacked(Estimate estimate) {
        String value = Block.escape(estimate.value());
        return estimate.interval() == null
                ? value
                : value + "<br/><span class=\"interval\">(" + Block.escape(estimate.interval()) + ")</span>";
    }

    /** Long names may break within, others only between words. */
    private static String wrapped(String text) {
        boolean broken = Arrays.stream(text.split("\\s+")).anyMatch(word -> word.length() > LONG_WORD);
        return broken ? "<span class=\"long\">" + Block.escape(text) + "</span>" : Block.escape(text);
    }
}
