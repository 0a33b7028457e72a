package outrider.documents.sql;

import outrider.base.BadInput;

/** How two dialects of SQL say what they say differently. */
public enum Dialect {
    /** PostgreSQL 12 and later. */
    POSTGRESQL {
        @Override
        String number(String column) {
            return "NULLIF(CAST(" + column + " AS double precision), 'NaN')";
        }

        @Override
        String text(String column) {
            return "NULLIF(CAST(" + column + " AS text), '')";
        }

        @Override
        String days(String column, String name) {
            return "CAST(CAST(" + column + " AS date) - DATE '1970-01-01' AS double precision)";
        }

        @Override
        String once() {
            return " AS MATERIALIZED (";
        }
    },
    /** SQL:2016. */
    PLAIN {
        @Override
        String number(String column) {
            return "CAST(" + column + " AS double precision)";
        }

        @Override
        String text(String column) {
            return "NULLIF(CAST(" + column + " AS varchar(4000)), '')";
        }

        @Override
        String days(String column, String name) {
            throw BadInput.of(
                    "column \"" + name + "\"",
                    "is a date, whose days no two engines count by the same words",
                    "take the statement in PostgreSQL's dialect and put in how your engine counts days");
        }

        @Override
        String once() {
            return " AS (";
        }
    };

    abstract String number(String column);

    abstract String text(String column);

    abstract String days(String column, String name);

    /** How a step begins whose values are to be worked out once. */
    abstract String once();
}
