package outrider.prepare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.Table;
import outrider.table.TextColumn;

/** The fitted way from columns to inputs. Fitted on training only; the same for every record it is applied to. */
public record Preparation(List<Step> steps) {
    /** Of more columns so many are looked at side by side, then the next. */
    private static final int TOGETHER = 200;

    /**
     * @param curves whether numbers are bent
     * @param mostLevels categories with more levels become one input, their event rate
     * @param orders whether levels that name an order make an input of their place too; only under a penalty, as it says nothing that the
     *     levels do not
     */
    public record Options(boolean curves, int mostLevels, boolean orders) {
        public static final Options PLAIN = new Options(false, Integer.MAX_VALUE, false);
    }

    /** @throws BadInput if a column does not exist, is free text or holds numbers too large, or if none is given */
    public static Preparation fit(TrainingData data, Options options, Progress progress) {
        demandInputs(data);
        int width = data.inputs().size();
        List<Step> steps = new ArrayList<>();
        for (int from = 0; from < width; from += TOGETHER) {
            progress.checkpoint(0.1 * from / width, "preparing inputs");
            List<String> some = data.inputs().subList(from, Math.min(width, from + TOGETHER));
            (width <= TOGETHER ? some.stream() : some.parallelStream())
                    .map(name -> steps(data.table().column(name), data, options))
                    .toList()
                    .forEach(steps::addAll);
        }
        return new Preparation(List.copyOf(steps));
    }

    private static List<Step> steps(Column source, TrainingData data, Options options) {
        if (!isCategory(source)) {
            return List.of(options.curves() ? CurveStep.fit(source, data.rows()) : NumberStep.fit(source, data.rows()));
        }
        boolean many = LevelCodes.seen(source, data.rows()).size() > options.mostLevels();
        Step step = many ? RateStep.fit(source, data) : CategoryStep.fit(source, data.rows());
        OrderStep order = options.orders() ? OrderStep.fit(source, data.rows()) : null;
        return order == null ? List.of(step) : List.of(step, order);
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

    /** The same without the places of levels in their orders. */
    public Preparation withoutOrders() {
        return new Preparation(
                steps.stream().filter(step -> !(step instanceof OrderStep)).toList());
    }

    /** The same for some columns. */
    public Preparation of(List<String> columns) {
        return new Preparation(
                steps.stream().filter(step -> columns.contains(step.column())).toList());
    }

    /** Columns that it reads. */
    public List<String> columns() {
        return steps.stream().map(Step::column).distinct().toList();
    }

    /** Names of all inputs, in the matrix's column order. */
    public List<String> inputs() {
        return steps.stream().flatMap(step -> step.inputs().stream()).toList();
    }

    /**
     * @param rows the records to prepare, in the order wanted
     * @throws BadInput if the table lacks a column or brings texts where numbers were learnt from
     */
    public Design apply(Table table, int[] rows) {
        return write(table, rows, null);
    }

    /** The same for records of training: event rates are those of the other parts. */
    public Design applyTraining(TrainingData data, int[] rows) {
        return write(data.table(), rows, data);
    }

    private Design write(Table table, int[] rows, @Nullable TrainingData data) {
        DesignBuilder design = new DesignBuilder(rows.length, sources(), steps.size());
        int first = 0;
        double[][] written = new double[mostNumbers()][rows.length];
        for (Step step : steps) {
            Column source = table.column(step.column());
            double[][] numbers = Arrays.copyOf(written, step.numbers());
            if (data != null && step instanceof RateStep rates) {
                rates.writeTraining(source, data, rows, numbers[0]);
            } else {
                step.write(source, rows, numbers);
            }
            for (int k = 0; k < numbers.length; k++) design.number(first + k, numbers[k]);
            int inputs = step.inputs().size();
            int[] levels = step.levels(source, rows);
            if (levels != null) design.levels(first + numbers.length, inputs - numbers.length, levels);
            first += inputs;
        }
        return design.build();
    }

    /** By input the place of its column among {@link #columns}. */
    private int[] sources() {
        List<String> columns = columns();
        Map<String, Integer> places = new HashMap<>();
        for (int c = 0; c < columns.size(); c++) places.put(columns.get(c), c);
        return steps.stream()
                .flatMapToInt(step -> step.inputs().stream().mapToInt(input -> places.getOrDefault(step.column(), -1)))
                .toArray();
    }

    private int mostNumbers() {
        return steps.stream().mapToInt(Step::numbers).max().orElse(0);
    }

    /**
     * Σ slope · input of each record, column by column, so that no input is written out and a record's sums do not depend on those beside it.
     *
     * @param base one a sum, where it begins
     * @param slopes of input c in sum u at {@code c · sums + u}
     * @return sum u of record i at {@code i · sums + u}
     */
    public double[] sums(Table table, int[] rows, double[] base, double[] slopes) {
        int width = base.length;
        double[] sums = new double[rows.length * width];
        for (int at = 0; at < sums.length; at += width) System.arraycopy(base, 0, sums, at, width);
        int input = 0;
        double[][] written = new double[mostNumbers()][rows.length];
        for (Step step : steps) {
            Column source = table.column(step.column());
            double[][] numbers = Arrays.copyOf(written, step.numbers());
            step.write(source, rows, numbers);
            for (double[] number : numbers) {
                for (int i = 0; i < rows.length; i++) add(sums, i * width, number[i], slopes, input * width, width);
                input++;
            }
            int[] levels = step.levels(source, rows);
            if (levels != null) {
                for (int i = 0; i < rows.length; i++) {
                    if (levels[i] >= 0) add(sums, i * width, 1, slopes, (input + levels[i]) * width, width);
                }
            }
            input += step.inputs().size() - numbers.length;
        }
        return sums;
    }

    /**
     * What each column adds to one sum of slope · input.
     *
     * @return row i, column c of {@link #columns} at {@code i · columns + c}
     */
    public double[] terms(Table table, int[] rows, double[] slopes) {
        List<String> columns = columns();
        int[] first = new int[steps.size()];
        for (int s = 1; s < first.length; s++)
            first[s] = first[s - 1] + steps.get(s - 1).inputs().size();
        double[] terms = new double[rows.length * columns.size()];
        for (int s = 0; s < first.length; s++) {
            Step step = steps.get(s);
            int c = columns.indexOf(step.column());
            double[] own = Arrays.copyOfRange(
                    slopes, first[s], first[s] + step.inputs().size());
            double[] sums = new Preparation(List.of(step)).margins(table, rows, 0, own);
            for (int i = 0; i < rows.length; i++) terms[i * columns.size() + c] += sums[i];
        }
        return terms;
    }

    /** Its inputs as terms. */
    public PreparedTerms terms() {
        return PreparedTerms.of(steps);
    }

    private static void add(double[] sums, int at, double value, double[] slopes, int from, int width) {
        if (value == 0) return;
        for (int u = 0; u < width; u++) sums[at + u] += value * slopes[from + u];
    }

    /** One sum: the intercept and a slope an input. */
    public double[] margins(Table table, int[] rows, double intercept, double[] slopes) {
        return sums(table, rows, new double[] {intercept}, slopes);
    }
}
