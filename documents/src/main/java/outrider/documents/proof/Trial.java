package outrider.documents.proof;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.OddRecords;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Table;

/**
 * Records as their file wrote them, and what the application says of them.
 *
 * @param header the recipe's columns, and its identifier if it has one
 * @param records a text a column; the identifier numbers them from 1
 * @param scores of the application
 * @param odd how many of them, the last, are made up
 * @param refused made-up ones that the application does not score, and which are left out
 */
public record Trial(
        ReleasedRecipe recipe,
        List<String> header,
        List<@Nullable String[]> records,
        FormScores scores,
        int odd,
        int refused) {

    /**
     * @param like a table with the recipe's columns, and {@code rows} of it that are scored
     * @throws BadInput if one of those cannot be scored
     */
    public static Trial of(
            ReleasedRecipe recipe, Table like, int[] rows, Seeds seeds, Workers workers, Progress progress) {
        List<ScoringRecipe.Need> needs = recipe.recipe().columns();
        List<String> header =
                new ArrayList<>(needs.stream().map(ScoringRecipe.Need::name).toList());
        List<@Nullable String[]> records = new ArrayList<>();
        for (int i : rows) {
            @Nullable String[] record = new String[header.size()];
            for (int c = 0; c < record.length; c++)
                record[c] = like.column(header.get(c)).asWritten(i);
            records.add(record);
        }
        int refused = 0;
        for (@Nullable String[] odd : OddRecords.of(needs, like, rows, seeds)) {
            if (scores(recipe, header, odd)) records.add(odd);
            else refused++;
        }
        String identifier = recipe.recipe().identifier();
        if (identifier != null && !header.contains(identifier)) {
            header.add(identifier);
            for (int i = 0; i < records.size(); i++) {
                @Nullable String[] longer = Arrays.copyOf(records.get(i), header.size());
                longer[header.size() - 1] = String.valueOf(i + 1);
                records.set(i, longer);
            }
        }
        Table all = recipe.ofTexts(header, records, null);
        FormScores scores = FormScores.of(recipe.apply(all, 0, workers, progress));
        return new Trial(recipe, List.copyOf(header), records, scores, records.size() - rows.length, refused);
    }

    private static boolean scores(ReleasedRecipe recipe, List<String> header, @Nullable String[] record) {
        try {
            List<@Nullable String[]> one = new ArrayList<>();
            one.add(record);
            recipe.apply(recipe.ofTexts(header, one, null), 0, new Workers(1), Progress.NONE);
            return true;
        } catch (BadInput e) {
            return false;
        }
    }

    /** The records as the recipe reads them. */
    Table texts() {
        return recipe.ofTexts(header, records, null);
    }

    /**
     * What stands in typed columns, for forms that read such.
     *
     * @return by column of the header: numbers, dates, or texts
     */
    List<Column> typed() {
        Table texts = texts();
        List<Column> typed = new ArrayList<>(recipe.typed(texts));
        String identifier = recipe.recipe().identifier();
        if (identifier != null && typed.size() < header.size()) {
            double[] number =
                    IntStream.rangeClosed(1, records.size()).asDoubleStream().toArray();
            typed.add(new NumberColumn(identifier, number));
        }
        return typed;
    }
}
