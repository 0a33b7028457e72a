package outrider.formula;

import java.util.List;
import outrider.base.BadInput;
import outrider.formula.Expression.NumberValue;
import outrider.formula.Expression.TextValue;

/** A function with what it is asked of. */
record Call(Function of, List<Expression> arguments, int at) {
    Expression argument(int place) {
        return arguments.get(place);
    }

    int count() {
        return arguments.size();
    }

    void demandCount(int least, int most) {
        if (count() >= least && count() <= most) return;
        String wanted =
                least == most ? "" + least : most == Integer.MAX_VALUE ? least + " or more" : least + " to " + most;
        throw refused("takes " + wanted + " values, not " + count());
    }

    void demand(int place, Kind kind) {
        Kind found = argument(place).kind();
        if (found == kind) return;
        throw refused("wants " + kind.words + " as value " + (place + 1) + ", not " + found.words);
    }

    void demandAll(Kind kind) {
        for (int i = 0; i < count(); i++) demand(i, kind);
    }

    double number(int place) {
        if (argument(place) instanceof NumberValue value) return value.value();
        throw refused("wants a plain number as value " + (place + 1));
    }

    int whole(int place, int least) {
        double value = number(place);
        if (value == Math.rint(value) && value >= least && value <= Short.MAX_VALUE) return (int) value;
        throw refused("wants a whole number of at least " + least + " as value " + (place + 1));
    }

    String text(int place) {
        if (argument(place) instanceof TextValue value) return value.text();
        throw refused("wants a text between 'single quotes' as value " + (place + 1));
    }

    BadInput refused(String what) {
        return Words.refused(at, of.name() + " " + what, "write it as " + of.usage());
    }

    Expression gives(Kind kind, Expression.Made.Work work) {
        return new Expression.Made(kind, arguments, work);
    }
}
