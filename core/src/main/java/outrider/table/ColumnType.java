package outrider.table;

/** The closed family of column types. */
public enum ColumnType {
    NUMBER,
    CATEGORY,
    DATE,
    TEXT
}
