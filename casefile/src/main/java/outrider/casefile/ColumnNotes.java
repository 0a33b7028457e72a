package outrider.casefile;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.table.Column;
import outrider.table.Table;

/**
 * What somebody wrote down about many columns in one small table: a row a column, {@value #COLUMN} by name, and beside it any of
 * {@value #ROLE}, {@value #REASON}, {@value #DAYS}, {@value #WHERE}, {@value #MEANING}, {@value #PHRASE} and {@value #PHRASE_MISSING}.
 * An empty cell leaves what is settled.
 */
public final class ColumnNotes {
    private static final String COLUMN = "column";
    private static final String ROLE = "role";
    private static final String REASON = "reason";
    private static final String DAYS = "known_after_days";
    private static final String WHERE = "known_where";
    private static final String MEANING = "meaning";
    private static final String PHRASE = "phrase";
    private static final String PHRASE_MISSING = "phrase_missing";
    private static final List<String> KNOWN =
            List.of(COLUMN, ROLE, REASON, DAYS, WHERE, MEANING, PHRASE, PHRASE_MISSING);

    private final Table notes;
    private final List<String> wrong = new ArrayList<>();

    private ColumnNotes(Table notes) {
        this.notes = notes;
    }

    /**
     * What the noted columns become.
     *
     * @param now what is settled of each
     * @param exists whether there is such a column
     * @throws BadInput naming every line that will not do, or a heading that means nothing here
     */
    public static Map<String, ColumnSetup> of(
            Table notes, Function<String, ColumnSetup> now, Predicate<String> exists) {
        return new ColumnNotes(notes).all(now, exists);
    }

    private Map<String, ColumnSetup> all(Function<String, ColumnSetup> now, Predicate<String> exists) {
        List<String> strange = notes.columns().stream()
                .map(Column::name)
                .filter(name -> !KNOWN.contains(name))
                .toList();
        if (!strange.isEmpty() || !notes.has(COLUMN)) {
            throw BadInput.of(
                    "notes",
                    strange.isEmpty() ? "name no columns" : "are headed " + String.join(", ", strange),
                    "head them “column” and any of: " + String.join(", ", KNOWN.subList(1, KNOWN.size())));
        }
        Map<String, ColumnSetup> noted = new LinkedHashMap<>();
        for (int i = 0; i < notes.size(); i++) {
            String name = text(COLUMN, i);
            if (name == null || !exists.test(name)) {
                wrong(i, "“" + (name == null ? "" : name) + "” is no column of the file");
            } else if (noted.containsKey(name)) {
                wrong(i, name + " is noted twice");
            } else {
                noted.put(name, setup(now.apply(name), i));
            }
        }
        if (wrong.isEmpty()) return noted;
        throw BadInput.of("notes", String.join("; ", wrong), "mend the lines; nothing was changed");
    }

    private ColumnSetup setup(ColumnSetup setup, int row) {
        ColumnSetup now = setup;
        String role = text(ROLE, row);
        String reason = text(REASON, row);
        if (role != null || reason != null) {
            now = now.as(role == null ? now.role() : role(role, row), reason == null ? now.reason() : reason);
        }
        String days = text(DAYS, row);
        String where = text(WHERE, row);
        String meaning = text(MEANING, row);
        now = now.known(
                days == null ? now.knownAfterDays() : days(days, row),
                where == null ? now.knownWhere() : where,
                meaning == null ? now.meaning() : meaning);
        String phrase = text(PHRASE, row);
        String phraseMissing = text(PHRASE_MISSING, row);
        if (phrase != null) now = now.said(phrase);
        return phraseMissing == null ? now : now.saidOfMissing(phraseMissing);
    }

    private ColumnSetup.Role role(String text, int row) {
        String wanted = text.replace(" ", "").toLowerCase(Locale.ROOT);
        for (ColumnSetup.Role role : ColumnSetup.Role.values()) {
            boolean meant = wanted.equals(EnumNames.name(role).toLowerCase(Locale.ROOT))
                    || wanted.equals(role.words().replace(" ", ""));
            if (meant) return role;
        }
        String known = Arrays.stream(ColumnSetup.Role.values())
                .map(ColumnSetup.Role::words)
                .collect(Collectors.joining(", "));
        wrong(row, "“" + text + "” is no role (there are: " + known + ")");
        return ColumnSetup.Role.INPUT;
    }

    private @Nullable Integer days(String text, int row) {
        if (text.matches("\\d{1,6}")) return Integer.valueOf(text);
        wrong(row, "“" + text + "” is no whole number of days, 0 or more");
        return null;
    }

    private void wrong(int row, String words) {
        wrong.add("line " + notes.lineOf(row) + ": " + words);
    }

    private @Nullable String text(String column, int row) {
        String text = notes.has(column) ? notes.column(column).text(row) : null;
        return text == null || text.isBlank() ? null : text.strip();
    }
}
