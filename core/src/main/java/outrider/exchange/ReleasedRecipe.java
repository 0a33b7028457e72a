package outrider.exchange;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

/**
 * A recipe, and the release that put it into service.
 *
 * @param release null for a recipe that nobody signed
 */
public record ReleasedRecipe(ScoringRecipe recipe, @Nullable Release release) {

    /**
     * What was signed.
     *
     * @param version counted by brief from 1
     * @param report that was approved
     * @param evidence SHA-256 of the report's evidence
     */
    public record Release(int version, long report, String evidence) {}

    /** As {@link ScoringRecipe#apply}, with a column "version" of a release behind the others. */
    public Table apply(Table list, int most, Workers workers, Progress progress) {
        return versioned(recipe.apply(list, most, workers, progress));
    }

    Table versioned(Table scored) {
        if (release == null) return scored;
        List<Column> columns = new ArrayList<>(scored.columns());
        double[] version = new double[scored.size()];
        Arrays.fill(version, release.version());
        columns.add(new NumberColumn("version", version));
        return new Table(columns, scored.startLines());
    }

    /**
     * Texts of a file as the recipe reads them; columns that it does not read are not looked at.
     *
     * @param header names of the columns
     * @param records one text a column, null or empty for missing; short ones miss the rest
     * @param startLines the file's line of each record; null where record r (from 0) is on line r + 2
     * @throws BadInput if two columns that it reads have one name
     */
    public Table ofTexts(List<String> header, List<@Nullable String[]> records, int @Nullable [] startLines) {
        List<Column> columns = new ArrayList<>();
        List<String> wanted = new ArrayList<>(
                recipe.columns().stream().map(ScoringRecipe.Need::name).toList());
        String identifier = recipe.identifier();
        if (identifier != null && !wanted.contains(identifier)) wanted.add(identifier);
        for (String name : wanted) {
            int at = header.indexOf(name);
            if (at < 0) continue;
            if (header.lastIndexOf(name) != at) {
                throw BadInput.of("column \"" + name + "\"", "stands there twice", "leave one of them out");
            }
            String[] texts = new String[records.size()];
            for (int i = 0; i < texts.length; i++) {
                @Nullable String[] record = records.get(i);
                String text = at < record.length ? record[at] : null;
                texts[i] = text == null || text.isEmpty() ? null : text;
            }
            columns.add(TextColumn.of(name, texts));
        }
        return new Table(columns, startLines);
    }

    /**
     * The same recipe, each column's way of being read said in full, so that one record is read as a file of them.
     *
     * @param trained the columns that it was learnt from
     */
    public static ScoringRecipe pinned(ScoringRecipe recipe, Table trained) {
        List<ScoringRecipe.Need> needs = recipe.columns().stream()
                .map(need -> new ScoringRecipe.Need(
                        need.name(), need.type(), need.type() == ColumnType.TEXT ? null : pinned(need, trained)))
                .toList();
        return recipe.reading(needs);
    }

    private static Reading pinned(ScoringRecipe.Need need, Table trained) {
        Reading own = need.reading();
        String format =
                own != null && own.format() != null ? own.format() : format(trained.column(need.name()), need.type());
        return own == null
                ? new Reading(need.type(), format, null, null)
                : new Reading(need.type(), format, own.missing(), own.keep(), own.levels(), own.order());
    }

    private static @Nullable String format(Column column, ColumnType type) {
        return switch (type) {
            case NUMBER -> ",".equals(column.format()) ? "1234,5" : "1234.5";
            case DATE -> column.type() == ColumnType.DATE ? column.format() : null;
            default -> null;
        };
    }

    /**
     * A list's values before missing ones are told by their codes and levels by their names: what stands in a typed table.
     *
     * @throws BadInput as {@link Reading#apply} does
     */
    public List<Column> typed(Table list) {
        return recipe.columns().stream()
                .map(need -> {
                    Column column = list.column(need.name());
                    Reading own = need.reading();
                    if (own == null || need.type() == ColumnType.CATEGORY || need.type() == ColumnType.TEXT) {
                        return column;
                    }
                    List<String> gone = own.missing() == null
                            ? null
                            : own.missing().stream()
                                    .filter(text -> !readable(own, text))
                                    .toList();
                    return new Reading(need.type(), own.format(), gone, null).apply(column, list);
                })
                .toList();
    }

    private static boolean readable(Reading own, String text) {
        try {
            new Reading(own.type(), own.format(), null, null)
                    .apply(TextColumn.of("", new String[] {text}), new Table(List.of(), null));
            return !text.isBlank();
        } catch (BadInput e) {
            return false;
        }
    }

    /**
     * Values that stand for missing, as numbers or days since 1970-01-01.
     *
     * @param need a number or a date
     */
    public static double[] missingCodes(ScoringRecipe.Need need) {
        Reading own = need.reading();
        if (own == null || own.missing() == null) return new double[0];
        List<String> texts =
                own.missing().stream().filter(text -> readable(own, text)).toList();
        Column read = new Reading(own.type(), own.format(), null, null)
                .apply(TextColumn.of("", texts.toArray(new String[0])), new Table(List.of(), null));
        return IntStream.range(0, texts.size())
                .mapToDouble(
                        i -> read instanceof NumberColumn numbers ? numbers.values()[i] : ((DateColumn) read).days()[i])
                .toArray();
    }
}
