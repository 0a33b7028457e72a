package outrider.exchange;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.explain.Contributions;
import outrider.learn.AdditiveScore;
import outrider.learn.Model;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

/**
 * What it takes to say which columns raised a record's score most (METHODS section 8), in words.
 *
 * @param background made-up records that stand for “not known”: the values of each column drawn on their own from training, so that no
 *     record of anybody travels with a recipe
 * @param phrases by column, with {@code {value}} for the record's; columns without one are told by name
 * @param missing by column, what is said where the value is missing; null or none: the phrase, where it does not name the value
 */
public record Reasons(
        List<Background> background,
        Map<String, String> phrases,
        @Nullable Map<String, String> missing) {
    public static final int MOST = 5;
    private static final int DRAWN = 32;
    private static final int BLOCK = 512;
    /** Where orders must be sampled so many made-up records have to do. */
    private static final int FEW = 4;

    private static final String VALUE = "{value}";

    /** @param numbers of numbers, and of dates as days since 1970, NaN for missing; {@code levels} of the others, null for missing */
    public record Background(String column, double @Nullable [] numbers, String @Nullable [] levels) {}

    /** Draws each column's values on their own from some records of a table. */
    public static Reasons of(
            Model model,
            Table table,
            int[] rows,
            Map<String, String> phrases,
            Map<String, String> missing,
            Seeds seeds) {
        List<Background> background = new ArrayList<>();
        for (String name : model.columns()) {
            int[] shuffled = rows.clone();
            seeds.stream("reasons/" + name).shuffle(shuffled);
            Column some = table.column(name).gathered(Arrays.copyOf(shuffled, Math.min(DRAWN, rows.length)));
            background.add(drawn(some));
        }
        return new Reasons(background, phrases, missing);
    }

    private static Background drawn(Column some) {
        if (some instanceof NumberColumn numbers) return new Background(some.name(), numbers.values(), null);
        IntStream all = IntStream.range(0, some.size());
        if (some instanceof DateColumn dates) {
            return new Background(
                    some.name(),
                    all.mapToDouble(i -> dates.isMissing(i) ? Double.NaN : dates.days()[i])
                            .toArray(),
                    null);
        }
        return new Background(some.name(), null, all.mapToObj(some::text).toArray(String[]::new));
    }

    /** @throws BadInput unless it is 0 to 5 */
    public static void demand(int most) {
        if (most >= 0 && most <= MOST) return;
        throw BadInput.of("reasons", "are " + most, "give 0 to " + MOST);
    }

    /** What finds reasons of a model's scores; it is made once for many lists. Thread safe. */
    static final class Finder {
        private final Model model;
        private final Table made;
        private final AdditiveScore.@Nullable Apart apart;

        private Finder(Model model, Table made) {
            this.model = model;
            this.made = made;
            AdditiveScore sum = model.additive();
            apart = sum == null
                    ? null
                    : sum.against(made, IntStream.range(0, made.size()).toArray());
        }

        /**
         * Columns that raised each record's score, most first.
         *
         * @param table columns of the model's types
         * @return place in the model's columns at {@code record · most + k}; −1 where no more raised it
         * @throws java.util.concurrent.CancellationException if the progress was cancelled
         */
        int[] columns(Table table, int most, Workers workers, Progress progress) {
            int n = table.size();
            int k = model.columns().size();
            int[] found = new int[n * most];
            Arrays.fill(found, -1);
            int blocks = (n + BLOCK - 1) / BLOCK;
            workers.each(blocks, block -> {
                int from = block * BLOCK;
                int[] rows = IntStream.range(from, Math.min(n, from + BLOCK)).toArray();
                progress.checkpoint(from / (double) n, "finding reasons");
                double[] adds = apart != null ? apart.of(table, rows) : sampled(model, table, made, rows, progress);
                for (int i = 0; i < rows.length; i++) {
                    int at = i * k;
                    int[] order = IntStream.range(0, k)
                            .filter(c -> adds[at + c] > 0)
                            .boxed()
                            .sorted(Comparator.comparingDouble(c -> -adds[at + c]))
                            .limit(most)
                            .mapToInt(c -> c)
                            .toArray();
                    System.arraycopy(order, 0, found, rows[i] * most, order.length);
                }
            });
            return found;
        }
    }

    /** @param like columns of the model's types */
    Finder finder(Model model, Table like) {
        return new Finder(model, made(model, like));
    }

    private static double[] sampled(Model model, Table table, Table made, int[] rows, Progress progress) {
        int k = model.columns().size();
        double[] adds = new double[rows.length * k];
        for (int i = 0; i < rows.length; i++) {
            progress.checkpoint(rows[i] / (double) table.size(), "finding reasons");
            Table both = joined(model, table, rows[i], made);
            int[] background = IntStream.rangeClosed(1, FEW).toArray();
            double[] values = Contributions.sampled(model, both, 0, background, 2, new Seeds(rows[i]).stream("reasons"))
                    .values();
            System.arraycopy(values, 0, adds, i * k, k);
        }
        return adds;
    }

    /** The record, then the made-up ones. */
    private static Table joined(Model model, Table table, int record, Table made) {
        List<Column> columns = new ArrayList<>();
        for (String name : model.columns()) {
            Column own = table.column(name);
            Column others = made.column(name);
            if (own instanceof NumberColumn numbers) {
                double[] values = new double[FEW + 1];
                values[0] = numbers.values()[record];
                for (int i = 0; i < FEW; i++) values[i + 1] = ((NumberColumn) others).values()[i % others.size()];
                columns.add(new NumberColumn(name, values));
            } else if (own instanceof DateColumn dates) {
                int[] days = new int[FEW + 1];
                days[0] = dates.days()[record];
                for (int i = 0; i < FEW; i++) days[i + 1] = ((DateColumn) others).days()[i % others.size()];
                columns.add(new DateColumn(name, days));
            } else {
                String[] texts = new String[FEW + 1];
                texts[0] = own.text(record);
                for (int i = 0; i < FEW; i++) texts[i + 1] = others.text(i % others.size());
                columns.add(levels(name, texts));
            }
        }
        return new Table(columns, null);
    }

    private static CategoryColumn levels(String name, @Nullable String[] texts) {
        List<String> levels = new ArrayList<>();
        int[] codes = new int[texts.length];
        for (int i = 0; i < texts.length; i++) {
            String text = texts[i];
            if (text == null) {
                codes[i] = -1;
                continue;
            }
            if (!levels.contains(text)) levels.add(text);
            codes[i] = levels.indexOf(text);
        }
        return new CategoryColumn(name, codes, levels);
    }

    private Table made(Model model, Table like) {
        List<Column> columns = new ArrayList<>();
        for (String name : model.columns()) {
            Background own = background.stream()
                    .filter(b -> b.column().equals(name))
                    .findFirst()
                    .orElseThrow(() -> BadInput.of(
                            "recipe", "has no values of " + name + " to give reasons by", "download it again"));
            columns.add(column(own, like.column(name) instanceof DateColumn));
        }
        return new Table(columns, null);
    }

    private static Column column(Background own, boolean date) {
        double[] numbers = own.numbers();
        if (numbers != null && date) {
            int[] days = Arrays.stream(numbers)
                    .mapToInt(d -> Double.isNaN(d) ? DateColumn.MISSING : (int) d)
                    .toArray();
            return new DateColumn(own.column(), days);
        }
        if (numbers != null) return new NumberColumn(own.column(), numbers);
        return levels(own.column(), own.levels() == null ? new String[0] : own.levels());
    }

    /** What a record's value of a column is told as. */
    String words(Column column, int record) {
        String value = column.asWritten(record);
        String phrase = phrases.get(column.name());
        if (value == null && missing != null && missing.containsKey(column.name())) return missing.get(column.name());
        if (phrase == null || value == null && phrase.contains(VALUE)) {
            return value == null ? column.name() + " is missing" : column.name() + " is " + value;
        }
        return value == null ? phrase : phrase.replace(VALUE, value);
    }
}
