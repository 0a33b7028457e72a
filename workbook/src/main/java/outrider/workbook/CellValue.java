package outrider.workbook;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.regex.Pattern;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.CellType;
import org.jspecify.annotations.Nullable;

/** What a cell holds, as a text that is read again without loss. */
final class CellValue {
    /** What is quoted, escaped or in brackets in a number format is no part of a date. */
    private static final Pattern UNREAD = Pattern.compile("\"[^\"]*\"|\\\\.|_.|\\*.|\\[(?![hms]+])[^\\]]*]");

    /** Hours, minutes or seconds that go on beyond a day are an amount: it stays the number of days that is kept. */
    private static final Pattern ELAPSED = Pattern.compile("\\[[hms]+]");

    private static final int ELAPSED_ID = 46;

    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm:ss");
    private static final double SHORT = 1e15;
    private static final long HALF_SECOND = 500_000_000;

    /** What it is: a number, a day (or a moment), a text. */
    enum Kind {
        NUMBER,
        DAY,
        TEXT
    }

    private CellValue() {}

    static Kind kind(Cell cell) {
        CellType type = type(cell);
        if (type != CellType.NUMBER) return Kind.TEXT;
        return calendar(cell) == Calendar.NONE ? Kind.NUMBER : Kind.DAY;
    }

    /** Of a formula, the kind of the value kept with it. */
    private static CellType type(Cell cell) {
        if (cell.getType() != CellType.FORMULA) return cell.getType();
        return cell.getValue() instanceof Number ? CellType.NUMBER : CellType.STRING;
    }

    /** Null for an empty cell. */
    static @Nullable String text(Cell cell) {
        CellType type = type(cell);
        if (type == CellType.EMPTY) return null;
        if (type != CellType.NUMBER) {
            Object value = cell.getValue();
            String text = value == null ? cell.getRawValue() : value.toString();
            if (type == CellType.BOOLEAN) text = requireNonNull(text).toLowerCase(java.util.Locale.ROOT);
            return text == null || text.isBlank() ? null : text;
        }
        Calendar calendar = calendar(cell);
        BigDecimal kept = new BigDecimal(cell.getRawValue());
        if (calendar == Calendar.NONE) return number(kept);
        // to the second: what is kept is a fraction of a day
        LocalDateTime moment = cell.asDate().plusNanos(HALF_SECOND).truncatedTo(ChronoUnit.SECONDS);
        if (calendar == Calendar.TIME && kept.compareTo(BigDecimal.ONE) < 0) {
            return moment.toLocalTime().toString();
        }
        boolean day = moment.toLocalTime().equals(LocalTime.MIDNIGHT);
        return day ? moment.toLocalDate().toString() : MOMENT.format(moment);
    }

    /** The shortest digits of the same binary value: what somebody typed, not the seventeen digits that are kept. */
    private static String number(BigDecimal kept) {
        double value = kept.doubleValue();
        if (value == Math.rint(value) && Math.abs(value) < SHORT) return Long.toString((long) value);
        return new BigDecimal(Double.toString(value)).toPlainString();
    }

    private enum Calendar {
        NONE,
        TIME,
        DAY
    }

    private static Calendar calendar(Cell cell) {
        Integer id = cell.getDataFormatId();
        if (id == null) return Calendar.NONE;
        if (id >= 14 && id <= 17
                || id == 22
                || id >= 27 && id <= 31
                || id == 36
                || id >= 50 && id <= 54
                || id >= 57 && id <= 58) {
            return Calendar.DAY;
        }
        if (id == ELAPSED_ID) return Calendar.NONE;
        if (id >= 18 && id <= 21 || id >= 32 && id <= 35 || id >= 45 && id <= 47 || id == 55 || id == 56) {
            return Calendar.TIME;
        }
        String format = cell.getDataFormatString();
        if (format == null) return Calendar.NONE;
        String read = UNREAD.matcher(format.split(";", 2)[0]).replaceAll("").toLowerCase(java.util.Locale.ROOT);
        if (read.equals("general") || ELAPSED.matcher(read).find()) return Calendar.NONE;
        boolean time = read.indexOf('h') >= 0 || read.indexOf('s') >= 0;
        boolean day = read.indexOf('y') >= 0 || read.indexOf('d') >= 0 || !time && read.indexOf('m') >= 0;
        return day ? Calendar.DAY : time ? Calendar.TIME : Calendar.NONE;
    }

    /**
     * As a sheet names a cell.
     *
     * @param column from 0
     * @param row from 1
     */
    static String address(int column, int row) {
        StringBuilder letters = new StringBuilder();
        for (int c = column + 1; c > 0; c = (c - 1) / 26) letters.insert(0, (char) ('A' + (c - 1) % 26));
        return letters.append(row).toString();
    }
}
