package outrider.prepare;

import java.util.ArrayList;
import java.util.List;
import outrider.base.BadInput;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.Table;
import outrider.table.TextColumn;

/** The fitted way from columns to inputs. Fitted on training only; the same for every record it is applied to. */
public record Preparation(List<Step> steps) {

    /**
     * @param columns names of the input columns
     * @param rows the training records
     * @throws BadInput if a column does not exist or is free text, or if none is given
     */
    public static Preparation fit(Table table, List<String> columns, int[] rows) {
        if (columns.isEmpty()) throw BadInput.of("inputs", "none chosen", "choose at least one input column");
        List<Step> steps = new ArrayList<>();
        for (String name : columns) {
            Column source = table.column(name);
            if (source instanceof TextColumn) {
                throw BadInput.of("column \"" + name + "\"", "is free text", "set it aside, or give it another type");
            }
            boolean levels = source instanceof CategoryColumn category
                    && !category.levels().isEmpty();
            steps.add(levels ? CategoryStep.fit(source, rows) : NumberStep.fit(source, rows));
        }
        return new Preparation(List.copyOf(steps));
    }

    /** Names of all inputs, in the matrix's column order. */
    public List<String> inputs() {
        return steps.stream().flatMap(step -> step.inputs().stream()).toList();
    }

    /**
     * @param rows the records to prepare, in the order wanted
     * @throws BadInput if the table lacks a column or brings texts where numbers were learnt from
     */
    public Matrix apply(Table table, int[] rows) {
        int width = inputs().size();
        double[] values = new double[rows.length * width];
        int offset = 0;
        for (Step step : steps) {
            Column source = table.column(step.column());
            for (int i = 0; i < rows.length; i++) step.write(source, rows[i], values, i * width + offset);
            offset += step.inputs().size();
        }
        return new Matrix(values, rows.length, width);
    }
}
