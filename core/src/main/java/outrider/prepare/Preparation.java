package outrider.prepare;

import java.util.ArrayList;
import java.util.List;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.Table;
import outrider.table.TextColumn;

/** The fitted way from columns to inputs. Fitted on training only; the same for every record it is applied to. */
public record Preparation(List<Step> steps) {

    /**
     * @param curves whether numbers are bent
     * @param mostLevels categories with more levels become one input, their event rate
     */
    public record Options(boolean curves, int mostLevels) {
        public static final Options PLAIN = new Options(false, Integer.MAX_VALUE);
    }

    /** @throws BadInput if a column does not exist, is free text or holds numbers too large, or if none is given */
    public static Preparation fit(TrainingData data, Options options, Progress progress) {
        demandInputs(data);
        List<Step> steps = new ArrayList<>();
        for (String name : data.inputs()) {
            progress.checkpoint(0.1 * steps.size() / data.inputs().size(), "preparing " + name);
            Column source = data.table().column(name);
            if (!isCategory(source)) {
                steps.add(options.curves() ? CurveStep.fit(source, data.rows()) : NumberStep.fit(source, data.rows()));
            } else if (RateStep.levels(source, data.rows()).size() > options.mostLevels()) {
                steps.add(RateStep.fit(source, data));
            } else {
                steps.add(CategoryStep.fit(source, data.rows()));
            }
        }
        return new Preparation(List.copyOf(steps));
    }

    /** Whether the column has levels to tell apart; one without any counts as a number that is always missing. */
    public static boolean isCategory(Column source) {
        return source instanceof CategoryColumn category && !category.levels().isEmpty();
    }

    /** @throws BadInput if no input is given, or one is unknown or free text */
    public static void demandInputs(TrainingData data) {
        if (data.inputs().isEmpty()) throw BadInput.of("inputs", "none chosen", "choose at least one input column");
        for (String name : data.inputs()) {
            if (data.table().column(name) instanceof TextColumn) {
                throw BadInput.of("column \"" + name + "\"", "is free text", "set it aside, or give it another type");
            }
        }
    }

    /** Columns that it reads. */
    public List<String> columns() {
        return steps.stream().map(Step::column).toList();
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
        return write(table, rows, null);
    }

    /** The same for records of training: event rates are those of the other parts. */
    public Matrix applyTraining(TrainingData data, int[] rows) {
        return write(data.table(), rows, data);
    }

    private Matrix write(Table table, int[] rows, TrainingData data) {
        int width = inputs().size();
        double[] values = new double[Math.multiplyExact(rows.length, width)];
        int offset = 0;
        for (Step step : steps) {
            Column source = table.column(step.column());
            if (data != null && step instanceof RateStep rates) {
                rates.writeTraining(source, data, rows, values, offset, width);
            } else {
                step.write(source, rows, values, offset, width);
            }
            offset += step.inputs().size();
        }
        return new Matrix(values, rows.length, width);
    }
}
