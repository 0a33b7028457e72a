package outrider.explain;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import outrider.learn.Model;
import outrider.table.Column;
import outrider.table.Table;

/** Records put together from the columns of others. */
final class Mixed {
    private Mixed() {}

    /** @param from by column of the model: of which record each mixed one takes it */
    static double[] score(Model model, Table table, int[][] from) {
        List<Column> columns = new ArrayList<>();
        for (int c = 0; c < from.length; c++) {
            columns.add(table.column(model.columns().get(c)).gathered(from[c]));
        }
        int records = from.length == 0 ? 0 : from[0].length;
        return model.score(new Table(columns, null), IntStream.range(0, records).toArray());
    }
}
