package outrider.server.source;

import java.sql.Types;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.table.Column;
import outrider.table.ColumnBuilder;

/** Gathers a column of a query's answer, as the kind that the database says it is. */
final class SourceColumn {
    private final String name;
    private final ColumnBuilder builder;
    private final boolean number;
    private final boolean truth;

    private SourceColumn(String name, ColumnBuilder builder, boolean number, boolean truth) {
        this.name = name;
        this.builder = builder;
        this.number = number;
        this.truth = truth;
    }

    /** @param type as JDBC names it */
    static SourceColumn of(String name, int type) {
        boolean number = switch (type) {
            case Types.SMALLINT,
                    Types.INTEGER,
                    Types.BIGINT,
                    Types.NUMERIC,
                    Types.DECIMAL,
                    Types.REAL,
                    Types.FLOAT,
                    Types.DOUBLE -> true;
            default -> false;
        };
        ColumnBuilder builder =
                number ? ColumnBuilder.inferring(name, '.') : ColumnBuilder.ofTexts(name, type == Types.DATE);
        return new SourceColumn(name, builder, number, type == Types.BIT || type == Types.BOOLEAN);
    }

    /**
     * @param text null for missing, which NaN is too
     * @throws BadInput if it is infinite
     */
    void add(@Nullable String text) {
        if (number && text != null && text.endsWith("Infinity")) {
            throw BadInput.of("column \"" + name + "\"", "holds an infinite number", "leave it missing in the query");
        }
        if (text == null || number && text.equals("NaN")) builder.add(null);
        else if (truth) builder.add(text.startsWith("t") ? "true" : "false");
        else builder.add(text);
    }

    Column build() {
        return builder.build();
    }
}
