package outrider.parquet;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.time.Instant;
import java.time.LocalDate;
import org.apache.parquet.schema.LogicalTypeAnnotation;
import org.apache.parquet.schema.LogicalTypeAnnotation.DateLogicalTypeAnnotation;
import org.apache.parquet.schema.LogicalTypeAnnotation.DecimalLogicalTypeAnnotation;
import org.apache.parquet.schema.LogicalTypeAnnotation.TimeUnit;
import org.apache.parquet.schema.LogicalTypeAnnotation.TimestampLogicalTypeAnnotation;
import org.apache.parquet.schema.PrimitiveType;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.table.Column;
import outrider.table.ColumnBuilder;
import outrider.table.NumberColumn;

/** Gathers one column of a Parquet file as texts of the kind that the file says it holds. */
final class ColumnReader {
    private final PrimitiveType type;
    private final LogicalTypeAnnotation meaning;
    private final ColumnBuilder builder;

    ColumnReader(PrimitiveType type) {
        this.type = type;
        meaning = type.getLogicalTypeAnnotation();
        builder = isNumber()
                ? ColumnBuilder.inferring(type.getName(), '.')
                : ColumnBuilder.ofTexts(type.getName(), isDate());
    }

    private boolean isDate() {
        return meaning instanceof DateLogicalTypeAnnotation;
    }

    private boolean isNumber() {
        return switch (type.getPrimitiveTypeName()) {
            case INT32, INT64, FLOAT, DOUBLE -> !isDate() && !(meaning instanceof TimestampLogicalTypeAnnotation);
            case BINARY, FIXED_LEN_BYTE_ARRAY -> meaning instanceof DecimalLogicalTypeAnnotation;
            default -> false;
        };
    }

    String name() {
        return type.getName();
    }

    void add(Object value) {
        builder.add(text(value));
    }

    Column build() {
        return builder.build();
    }

    /**
     * The value as a text; null for missing, which NaN is too.
     *
     * @throws BadInput if it is infinite, or holds a NUL
     */
    @Nullable
    String text(Object value) {
        if (value == null) return null;
        if (meaning instanceof DecimalLogicalTypeAnnotation decimal && value instanceof Number number) {
            return new BigDecimal(BigInteger.valueOf(number.longValue()), decimal.getScale()).toPlainString();
        }
        if (isDate()) return LocalDate.ofEpochDay(((Number) value).longValue()).toString();
        if (meaning instanceof TimestampLogicalTypeAnnotation time) return moment(((Number) value).longValue(), time);
        if (value instanceof Double || value instanceof Float) {
            double number = value instanceof Float f ? Double.parseDouble(f.toString()) : (double) value;
            if (Double.isInfinite(number)) {
                throw BadInput.of("column \"" + name() + "\"", "holds an infinite number", "leave it missing");
            }
            return Double.isNaN(number) ? null : NumberColumn.text(number);
        }
        String text = value.toString();
        if (text.indexOf('\0') >= 0) {
            throw BadInput.of(
                    "column \"" + name() + "\"",
                    "holds a NUL, a character that stands for no letter",
                    "take it out, or export again");
        }
        return text;
    }

    private static String moment(long value, TimestampLogicalTypeAnnotation time) {
        long second = time.getUnit() == TimeUnit.MILLIS
                ? 1000
                : time.getUnit() == TimeUnit.MICROS ? 1_000_000 : 1_000_000_000;
        return Instant.ofEpochSecond(
                        Math.floorDiv(value, second), Math.floorMod(value, second) * (1_000_000_000 / second))
                .toString();
    }
}
