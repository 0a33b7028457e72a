package outrider.server.endpoint;

import static java.util.Objects.requireNonNull;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.ReleaseDocument;
import outrider.exchange.ReadyRecipe;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Scores records that a consumer sent, by the release's policy on what training did not have. Thread safe. */
final class Batch {
    /** Named in a refusal. */
    private static final int NAMED = 6;

    private static final int ISO_LENGTH = 10;

    /** About so many bytes a learnt number takes, and what is known of it beside. */
    private static final long BYTES = 32;

    private final ReadyRecipe ready;
    private final long size;
    private final ReleaseDocument.Unknown policy;
    private final @Nullable String identifier;
    private final Map<String, ScoringRecipe.Need> needs = new LinkedHashMap<>();
    private final Map<String, double[]> gone = new HashMap<>();
    private final Map<String, Set<String>> levels = new HashMap<>();

    Batch(ReleasedRecipe released, ReleaseDocument document) {
        ready = new ReadyRecipe(released);
        size = released.recipe().model().size();
        policy = document.scoring().unknown();
        identifier = released.recipe().identifier();
        for (ScoringRecipe.Need need : released.recipe().columns()) {
            needs.put(need.name(), need);
            boolean coded = need.type() == ColumnType.NUMBER || need.type() == ColumnType.DATE;
            if (coded) gone.put(need.name(), ReleasedRecipe.missingCodes(need));
        }
        for (ReleaseDocument.Column column : document.scoring().columns()) {
            if (column.levels() != null) levels.put(column.name(), new HashSet<>(column.levels()));
        }
    }

    /** About how many it takes in memory. */
    long bytes() {
        return BYTES * size;
    }

    /** @param unknown levels and columns that training did not have */
    record Scored(Table table, int unknown) {}

    /**
     * @param reasons wanted of each record, 0 to 5
     * @throws BadInput naming record and field
     */
    Scored score(Asked asked, int reasons) {
        int unknown = unknownColumns(asked);
        int n = asked.size();
        List<Column> columns = new ArrayList<>();
        try {
            for (ScoringRecipe.Need need : needs.values()) {
                SentColumn sent = asked.columns().get(need.name());
                for (int i = 0; i < n; i++) {
                    if (sent != null && sent.has(i)) continue;
                    throw new BadInput(need.name(), i + 1, 0, "is missing", "send it, or null where it is not known");
                }
                Column read = read(need, requireNonNull(sent), n);
                unknown += need.type() == ColumnType.CATEGORY ? unknownLevels((CategoryColumn) read) : 0;
                columns.add(read);
            }
            Column who = who(asked);
            // a recipe that reads no column still knows how many records there are
            if (columns.isEmpty()) columns.add(new NumberColumn("", new double[n]));
            return new Scored(ready.apply(new Table(columns, null), who, reasons), unknown);
        } catch (BadInput refused) {
            if (refused.line() == 0) throw refused;
            throw new BadInput(refused.field(), refused.line() - 1, 0, refused.found(), refused.remedy());
        }
    }

    /**
     * Records as a list that the recipe reads to the same values: numbers and days as training wrote them, texts as they were sent.
     *
     * @return by column, in the order in which they were sent; null where nothing was sent
     * @throws BadInput as {@link #score} does
     */
    Map<String, @Nullable String[]> texts(Asked asked) {
        int n = asked.size();
        Map<String, @Nullable String[]> all = new LinkedHashMap<>();
        asked.columns().forEach((name, sent) -> {
            ScoringRecipe.Need need = needs.get(name);
            Column read = need != null && gone.containsKey(name) ? read(need, sent, n) : null;
            @Nullable String[] texts = new String[n];
            for (int i = 0; i < n; i++) {
                if (!sent.has(i)) continue;
                if (read == null) texts[i] = sent.said(i);
                else if (!read.isMissing(i))
                    texts[i] = reading(requireNonNull(need)).written(value(read, i));
            }
            all.put(name, texts);
        });
        return all;
    }

    private static double value(Column read, int i) {
        return read instanceof DateColumn days ? days.days()[i] : ((NumberColumn) read).values()[i];
    }

    private static Reading reading(ScoringRecipe.Need need) {
        return need.reading() == null ? new Reading(need.type(), null, null, null) : need.reading();
    }

    private @Nullable Column who(Asked asked) {
        SentColumn sent = identifier == null ? null : asked.columns().get(identifier);
        if (sent == null) return null;
        String[] names = new String[asked.size()];
        for (int i = 0; i < names.length; i++) names[i] = sent.has(i) ? sent.said(i) : null;
        return TextColumn.of(requireNonNull(identifier), names);
    }

    private int unknownColumns(Asked asked) {
        int unknown = 0;
        for (Map.Entry<String, SentColumn> sent : asked.columns().entrySet()) {
            String name = sent.getKey();
            if (needs.containsKey(name) || name.equals(identifier)) continue;
            if (policy == ReleaseDocument.Unknown.REFUSED) {
                int first = 0;
                while (!sent.getValue().has(first)) first++;
                List<String> some = needs.keySet().stream().limit(NAMED).toList();
                throw new BadInput(
                        name,
                        first + 1,
                        0,
                        "is no column of this release",
                        "leave it out; the release reads: " + String.join(", ", some)
                                + (needs.size() > some.size() ? ", …" : ""));
            }
            unknown++;
        }
        return unknown;
    }

    private Column read(ScoringRecipe.Need need, SentColumn sent, int n) {
        Reading reading = reading(need);
        if (need.type() == ColumnType.NUMBER) return numbers(need.name(), reading, sent, n);
        if (need.type() == ColumnType.DATE) return dates(need.name(), reading, sent, n);
        @Nullable String[] texts = new String[n];
        for (int i = 0; i < n; i++) texts[i] = sent.said(i);
        return texts(need.name(), reading, texts);
    }

    private static Column texts(String name, Reading reading, @Nullable String[] texts) {
        TextColumn raw = TextColumn.of(name, texts);
        return reading.apply(raw, new Table(List.of(raw), null));
    }

    private Column numbers(String name, Reading reading, SentColumn sent, int n) {
        double[] codes = requireNonNull(gone.get(name));
        double[] values = new double[n];
        @Nullable String[] texts = null;
        for (int i = 0; i < n; i++) {
            if (sent.isNumber(i)) {
                values[i] = gone(codes, sent.number(i)) ? Double.NaN : sent.number(i);
                continue;
            }
            values[i] = Double.NaN;
            String text = sent.text(i);
            if (text == null) continue;
            if (texts == null) texts = new String[n];
            texts[i] = text;
        }
        if (texts == null) return new NumberColumn(name, values);
        double[] read = ((NumberColumn) texts(name, reading, texts)).values();
        for (int i = 0; i < n; i++) if (texts[i] != null) values[i] = read[i];
        return new NumberColumn(name, values);
    }

    private static boolean gone(double[] codes, double value) {
        for (double code : codes) if (code == value) return true;
        return false;
    }

    /** Days in ISO form, whatever form training had, or in that form. */
    private Column dates(String name, Reading reading, SentColumn sent, int n) {
        double[] codes = requireNonNull(gone.get(name));
        int[] days = new int[n];
        @Nullable String[] texts = null;
        for (int i = 0; i < n; i++) {
            days[i] = DateColumn.MISSING;
            String text = sent.said(i);
            if (text == null) continue;
            Integer day = iso(name, text, i);
            if (day != null) {
                if (!gone(codes, day)) days[i] = day;
            } else {
                if (texts == null) texts = new String[n];
                texts[i] = text;
            }
        }
        if (texts != null) {
            int[] read = ((DateColumn) texts(name, reading, texts)).days();
            for (int i = 0; i < n; i++) if (texts[i] != null) days[i] = read[i];
        }
        return new DateColumn(name, days);
    }

    private static @Nullable Integer iso(String name, String text, int record) {
        if (text.length() != ISO_LENGTH || text.charAt(4) != '-' || text.charAt(7) != '-') return null;
        try {
            return (int) LocalDate.parse(text).toEpochDay();
        } catch (DateTimeException e) {
            throw new BadInput(name, record + 1, 0, "is \"" + text + "\", no day", "send a day like 2026-11-30");
        }
    }

    /** Levels that training did not have: refused, or made missing and counted. */
    private int unknownLevels(CategoryColumn read) {
        Set<String> known = levels.get(read.name());
        if (known == null || known.containsAll(read.levels())) return 0;
        int unknown = 0;
        for (int i = 0; i < read.size(); i++) {
            String level = read.text(i);
            if (level == null || known.contains(level)) continue;
            if (policy == ReleaseDocument.Unknown.REFUSED) {
                throw new BadInput(
                        read.name(),
                        i + 1,
                        0,
                        "is “" + level + "”, which training did not have",
                        known.size() > NAMED * 2
                                ? "send one of its " + known.size() + " levels, or null"
                                : "send one of: "
                                        + String.join(
                                                ", ", known.stream().sorted().toList()) + "; or null");
            }
            read.codes()[i] = -1;
            unknown++;
        }
        return unknown;
    }
}
