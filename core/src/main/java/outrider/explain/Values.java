package outrider.explain;

import outrider.table.Column;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;

/** Values as numbers. */
final class Values {
    private Values() {}

    static boolean ordered(Column column) {
        return column instanceof NumberColumn || column instanceof DateColumn;
    }

    /** Of an ordered column, where it is not missing; dates as days since 1970. */
    static double number(Column column, int record) {
        return column instanceof NumberColumn numbers ? numbers.values()[record] : ((DateColumn) column).days()[record];
    }
}
