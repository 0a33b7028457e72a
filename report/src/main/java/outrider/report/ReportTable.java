package outrider.report;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;
import outrider.casefile.NumberText;

/** A table of a report: one row a thing, each column says what it shows of it. The first column names the row. */
final class ReportTable<T> {
    private static final int SHORT = 5;

    private record Column<T>(Block.Column head, Function<T, Cell> cell) {}

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

    private ReportTable<T> column(String name, boolean number, Function<T, Cell> cell) {
        columns.add(new Column<>(new Block.Column(name, number), cell));
        return this;
    }

    ReportTable<T> text(String name, Function<T, String> text) {
        return column(name, false, row -> new Cell.Text(text.apply(row)));
    }

    /** A checksum that stays in one line. */
    ReportTable<T> sum(String name, Function<T, String> sum) {
        return column(name, false, row -> new Cell.Sum(sum.apply(row)));
    }

    /** Figures of which some are words. */
    ReportTable<T> number(String name, Function<T, String> figure) {
        return column(name, true, row -> new Cell.Number(figure.apply(row)));
    }

    ReportTable<T> count(String name, ToDoubleFunction<T> count) {
        return number(name, row -> NumberText.count(count.applyAsDouble(row)));
    }

    /** A share; null where there is none. */
    ReportTable<T> percent(String name, Function<T, @Nullable Double> share) {
        return number(name, row -> NumberText.percent(share.apply(row)));
    }

    /** With so many decimals; null where there is none. */
    ReportTable<T> decimal(String name, int digits, Function<T, @Nullable Double> value) {
        return number(name, row -> NumberText.fixed(value.apply(row), digits));
    }

    /** A figure with its interval below it. */
    ReportTable<T> estimate(String name, Function<T, Estimate> estimate) {
        return column(name, true, estimate::apply);
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
        List<Block.Row> drawn = rows.stream()
                .map(row -> new Block.Row(
                        alarming.test(row) ? "alarm" : marked.test(row) ? "chosen" : "",
                        columns.stream().map(column -> column.cell().apply(row)).toList()))
                .toList();
        return new Block.Grid(
                rows.size() <= SHORT,
                caption,
                columns.stream().map(Column::head).toList(),
                drawn);
    }
}
