package outrider.server.brief;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Map;
import outrider.base.BadInput;
import outrider.casefile.ColumnSetup;
import outrider.casefile.MadeColumns;
import outrider.formula.Formula;
import outrider.table.ColumnType;
import outrider.table.Table;

/** What columns have to fulfil, each and together, before a change of them is kept; refusals name the column. */
final class ColumnDemands {
    private ColumnDemands() {}

    /** What columns are made of must hold for all of them together; what a new one reads says when it is known. */
    static void made(Brief brief, Map<String, ColumnSetup> columns, Table plain) {
        if (MadeColumns.formulas(columns).isEmpty() && brief.population == null) return;
        Map<String, ColumnType> types = MadeColumns.types(Formula.types(plain), columns);
        MadeColumns.read(columns, types, brief.outcomeColumn()).forEach((name, formula) -> {
            types.put(name, formula.type());
            ColumnSetup setup = requireNonNull(columns.get(name));
            Integer after = MadeColumns.knownAfter(formula, c -> columns.getOrDefault(c, ColumnSetup.PLAIN));
            if (setup.knownAfterDays() == null && after != null) {
                columns.put(name, setup.known(after, setup.knownWhere(), setup.meaning()));
            }
        });
        if (brief.population != null) {
            MadeColumns.allowed(
                    "population",
                    brief.population.read(types).reads(),
                    c -> columns.getOrDefault(c, ColumnSetup.PLAIN),
                    brief.outcomeColumn());
        }
    }

    static void oneEach(Map<String, ColumnSetup> columns) {
        one(columns, ColumnSetup.Role.VALUE, "money is counted by one column");
        one(columns, ColumnSetup.Role.WEIGHT, "records are weighed by one column");
    }

    private static void one(Map<String, ColumnSetup> columns, ColumnSetup.Role role, String why) {
        List<String> named = ColumnSetup.named(columns, role);
        if (named.size() > 1) {
            throw BadInput.of(
                    "column \"" + named.get(1) + "\"",
                    "would be a second " + role.words() + " beside " + named.get(0),
                    why + "; give one of them another role");
        }
    }

    static void setup(Brief brief, String name, ColumnSetup setup, boolean text) {
        String field = "column \"" + name + "\"";
        if (name.equals(brief.outcomeColumn())
                && setup.role() != brief.column(name).role()) {
            throw BadInput.of(field, "is the outcome", "choose another outcome in the brief first");
        }
        if (setup.role().input() && text && !name.equals(brief.outcomeColumn())) {
            throw BadInput.of(field, "is free text", "set it aside, or give it another type");
        }
        if (setup.knownAfterDays() != null && setup.knownAfterDays() < 0) {
            throw BadInput.of(field, "is known after " + setup.knownAfterDays() + " days", "give 0 or more");
        }
        setup.acceptedAlarms().forEach((alarm, reason) -> {
            if (reason.isBlank()) {
                throw BadInput.of(field, "keeps “" + alarm + "” without a reason", "say why; the report prints it");
            }
        });
    }
}
