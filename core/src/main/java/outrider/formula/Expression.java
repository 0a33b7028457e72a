package outrider.formula;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import outrider.table.Table;

/** A part of a formula whose kind is known. */
interface Expression {
    Kind kind();

    List<Expression> parts();

    /** Values for every record of a table. O(records). */
    Vector values(Table table);

    record ColumnValue(String name, Kind kind) implements Expression {
        @Override
        public List<Expression> parts() {
            return List.of();
        }

        @Override
        public Vector values(Table table) {
            return Vector.of(table.column(name));
        }
    }

    record NumberValue(double value) implements Expression {
        @Override
        public Kind kind() {
            return Kind.NUMBER;
        }

        @Override
        public List<Expression> parts() {
            return List.of();
        }

        @Override
        public Vector values(Table table) {
            return Vector.same(value, table.size());
        }
    }

    record DayValue(int day) implements Expression {
        @Override
        public Kind kind() {
            return Kind.DAY;
        }

        @Override
        public List<Expression> parts() {
            return List.of();
        }

        @Override
        public Vector values(Table table) {
            int[] days = new int[table.size()];
            Arrays.fill(days, day);
            return new Vector.Days(days);
        }
    }

    record TextValue(String text) implements Expression {
        @Override
        public Kind kind() {
            return Kind.TEXT;
        }

        @Override
        public List<Expression> parts() {
            return List.of();
        }

        @Override
        public Vector values(Table table) {
            return new Vector.Texts(new int[table.size()], List.of(text), false);
        }
    }

    /** What is made of the values of its parts, by some work on them. */
    record Made(Kind kind, List<Expression> parts, Work work) implements Expression {
        /** Makes values of values, of equal length. */
        interface Work {
            Vector of(List<Vector> parts, int size);
        }

        @Override
        public Vector values(Table table) {
            List<Vector> values = new ArrayList<>();
            for (Expression part : parts) values.add(part.values(table));
            return work.of(values, table.size());
        }
    }
}
