package outrider.table;

import static java.util.Objects.requireNonNull;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.table.SuggestedReading.Choice;

/** Finds how a column of texts may be meant. */
final class SuggestedReadings {
    private static final double NEARLY = 0.8;
    private static final int MOST_ODD = 5;
    private static final int EXAMPLES = 3;
    /** A column whose first records are nothing of the kind is not looked at further. */
    private static final int FIRST = 1000;

    private SuggestedReadings() {}

    static @Nullable SuggestedReading of(Column column, @Nullable Dialect dialect) {
        if (column instanceof NumberColumn numbers) return SuggestedNumbers.of(numbers);
        if (column instanceof DateColumn days) return SuggestedDates.of(days);
        if (column.type() != ColumnType.CATEGORY && column.type() != ColumnType.TEXT) return null;
        Map<String, Integer> first = counts(column, Math.min(column.size(), FIRST));
        boolean more = column.size() > FIRST;
        Ways ways = Ways.KNOWN.of(first, dialect);
        SuggestedReading found = ways.isEmpty() ? null : ways.nearlyAny(more ? counts(column, column.size()) : first);
        return found != null ? found : sameType(column);
    }

    /** Ways of writing that are tried. */
    private record Ways(List<NumberFormat> numbers, List<String> days) {
        static final Ways KNOWN = new Ways(NumberFormat.KNOWN, DateFormat.OFFERED);

        boolean isEmpty() {
            return numbers.isEmpty() && days.isEmpty();
        }

        /** Those that fit; of numbers those that agree with the file's decimal mark, if any does. */
        Ways of(Map<String, Integer> counts, @Nullable Dialect dialect) {
            if (counts.keySet().stream().anyMatch(t -> t.matches("0\\d+"))) return new Ways(List.of(), List.of());
            boolean oneCurrency = counts.keySet().stream()
                            .map(NumberFormat::sign)
                            .filter(sign -> !sign.isEmpty())
                            .distinct()
                            .limit(2)
                            .count()
                    == 1;
            String unit = NumberFormat.unit(counts.keySet());
            List<NumberFormat> fitting = Stream.concat(
                            numbers.stream(), unit == null ? Stream.of() : NumberFormat.ofUnit(unit).stream())
                    .filter(f -> (!f.currency() || oneCurrency) && f.isSeenIn(counts.keySet()))
                    .filter(f -> numbers(counts, f) != null)
                    .toList();
            List<NumberFormat> agreeing = fitting.stream()
                    .filter(f -> dialect == null || dialect.decimalGuessed() || f.decimal() == dialect.decimal())
                    .toList();
            return new Ways(
                    agreeing.isEmpty() ? fitting : agreeing,
                    days.stream().filter(p -> days(counts, p) != null).toList());
        }

        @Nullable
        SuggestedReading nearlyAny(Map<String, Integer> counts) {
            List<SuggestedReading> found = numbers.stream()
                    .map(f -> numbers(counts, f))
                    .filter(Objects::nonNull)
                    .toList();
            if (!found.isEmpty()) return oneOrAll(counts, found, SuggestedReadings::shownNumber);
            found = days.stream()
                    .map(p -> days(counts, p))
                    .filter(Objects::nonNull)
                    .toList();
            return found.isEmpty() ? null : oneOrAll(counts, found, SuggestedReadings::shownDay);
        }

        private static @Nullable SuggestedReading numbers(Map<String, Integer> counts, NumberFormat format) {
            return nearly(counts, ColumnType.NUMBER, format.name(), format::mayWrite);
        }

        private static @Nullable SuggestedReading days(Map<String, Integer> counts, String pattern) {
            DateFormat format = DateFormat.of(pattern);
            return nearly(counts, ColumnType.DATE, pattern, t -> format.day(t) != DateColumn.MISSING);
        }
    }

    private static Map<String, Integer> counts(Column column, int records) {
        Map<String, Integer> counts = new TreeMap<>();
        for (int i = 0; i < records; i++) {
            String text = column.asWritten(i);
            if (text != null) counts.merge(text, 1, Integer::sum);
        }
        return counts;
    }

    /** Texts that stand for missing, and levels that are alike. */
    private static @Nullable SuggestedReading sameType(Column column) {
        boolean category = column instanceof CategoryColumn;
        List<String> texts = column instanceof CategoryColumn levels ? levels.levels() : ((TextColumn) column).texts();
        int[] codes = column instanceof CategoryColumn levels ? levels.codes() : ((TextColumn) column).codes();
        int[] counts = new int[texts.size()];
        for (int code : codes) if (code >= 0) counts[code]++;
        List<String> missing = new ArrayList<>();
        Map<String, Integer> others = new TreeMap<>();
        int records = 0;
        for (int t = 0; t < counts.length; t++) {
            if (counts[t] == 0) continue;
            if (MissingTexts.holds(texts.get(t)) && !MissingTexts.isCode(texts.get(t), texts)) {
                missing.add(texts.get(t));
                records += counts[t];
            } else if (category) {
                others.put(texts.get(t), counts[t]);
            }
        }
        Map<String, String> levels = AlikeLevels.merged(others);
        if (category && others.isEmpty() || missing.isEmpty() && levels.isEmpty()) return null;
        for (String text : levels.keySet()) records += others.getOrDefault(text, 0);
        Reading reading = new Reading(
                column.type(), null, missing.isEmpty() ? null : missing, null, levels.isEmpty() ? null : levels);
        return new SuggestedReading(reading, records, List.of(), levels.isEmpty());
    }

    static @Nullable String shownNumber(String text, @Nullable String format) {
        double value = NumberFormat.of(format).number(text);
        return Double.isNaN(value) ? null : NumberColumn.text(value);
    }

    private static @Nullable String shownDay(String text, @Nullable String pattern) {
        int day = DateFormat.of(pattern).day(text);
        return day == DateColumn.MISSING
                ? null
                : LocalDate.ofEpochDay(day).format(DateTimeFormatter.ofPattern("d MMMM uuuu", Locale.ENGLISH));
    }

    private interface Shown {
        @Nullable
        String of(String text, @Nullable String format);
    }

    /** The one that fits the most records, if none that fits as many gives a text another meaning; else all of these. */
    private static SuggestedReading oneOrAll(Map<String, Integer> counts, List<SuggestedReading> found, Shown shown) {
        int fewest = found.stream().mapToInt(SuggestedReading::records).min().orElseThrow();
        List<SuggestedReading> best =
                found.stream().filter(m -> m.records() == fewest).toList();
        List<SuggestedReading> different = new ArrayList<>();
        for (SuggestedReading one : best) {
            boolean same = different.stream()
                    .anyMatch(known -> counts.keySet().stream()
                            .allMatch(text ->
                                    Objects.equals(shown.of(text, format(one)), shown.of(text, format(known)))));
            if (!same) different.add(one);
        }
        if (different.size() == 1) return different.get(0);
        List<String> telling = counts.keySet().stream()
                .filter(text -> different.stream()
                                .map(m -> shown.of(text, format(m)))
                                .distinct()
                                .count()
                        > 1)
                .limit(EXAMPLES)
                .toList();
        List<Choice> ways = different.stream()
                .map(m -> new Choice(
                        requireNonNull(m.reading()),
                        telling.stream()
                                .map(text -> text + " is " + shown.of(text, format(m)))
                                .toList()))
                .toList();
        return new SuggestedReading(null, fewest, ways, false);
    }

    private static @Nullable String format(SuggestedReading suggested) {
        return requireNonNull(suggested.reading()).format();
    }

    /** Texts that are known to stand for missing may be many; of others only a few. */
    private static @Nullable SuggestedReading nearly(
            Map<String, Integer> counts, ColumnType type, String format, Predicate<String> fits) {
        List<String> odd = new ArrayList<>();
        int oddRecords = 0;
        int strange = 0;
        int strangeRecords = 0;
        int records = 0;
        for (Map.Entry<String, Integer> entry : counts.entrySet()) {
            String text = entry.getKey();
            boolean blank = MissingTexts.holds(text);
            if (!blank) records += entry.getValue();
            if (!blank && fits.test(text)) continue;
            odd.add(text);
            oddRecords += entry.getValue();
            if (blank) continue;
            strangeRecords += entry.getValue();
            if (++strange > MOST_ODD) return null;
        }
        boolean enough = counts.size() > odd.size() && strangeRecords <= (1 - NEARLY) * records;
        return enough
                ? new SuggestedReading(
                        new Reading(type, format, odd, null), oddRecords, List.of(), strange == 0 && !odd.isEmpty())
                : null;
    }
}
