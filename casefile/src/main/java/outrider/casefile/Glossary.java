package outrider.casefile;

import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What measures and figures are called, how they are computed and shown: the one file {@code glossary.json}, which the interface
 * reads too.
 *
 * @param parts what stands in formulas besides measures
 * @param measures of a threshold, in the order in which they are shown
 * @param figures that reports and tables name besides
 */
public record Glossary(List<Entry> parts, List<Entry> measures, List<Entry> figures) {
    private static final Pattern SLOT = Pattern.compile("\\{(\\w+)}");
    private static final Glossary KNOWN = read();

    /**
     * @param word in the midst of a sentence; null for the label
     * @param formula with slots in braces, each the name of an entry; null for what is counted or computed otherwise
     * @param what in sentences, slots as in the formula or for the words of a brief
     * @param shown "count", "number", "percent", "money" or "words"
     * @param sought whether its best over all cuts is looked for
     */
    public record Entry(
            String name,
            String word,
            String label,
            String formula,
            String what,
            String beware,
            String shown,
            boolean sought) {
        public String inWords() {
            return word == null ? label : word;
        }

        /**
         * Its formula, each slot in words.
         *
         * @param more what is put into slots that name no entry
         * @throws IllegalArgumentException if a slot is neither
         */
        public String formulaInWords(Map<String, String> more) {
            return spoken(formula, more);
        }

        /** What it says, likewise. */
        public String whatInWords(Map<String, String> more) {
            return spoken(what, more);
        }

        private static String spoken(String text, Map<String, String> more) {
            return SLOT.matcher(text)
                    .replaceAll(slot -> Matcher.quoteReplacement(
                            more.containsKey(slot.group(1))
                                    ? more.get(slot.group(1))
                                    : entry(slot.group(1)).inWords()));
        }
    }

    private static Glossary read() {
        try {
            return JsonMapper.builder()
                    .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                    .build()
                    .readValue(CaseYaml.resource("glossary.json"), Glossary.class);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public static Glossary known() {
        return KNOWN;
    }

    /** @throws IllegalArgumentException if there is none of that name */
    public static Entry entry(String name) {
        return Stream.of(KNOWN.figures, KNOWN.measures, KNOWN.parts)
                .flatMap(List::stream)
                .filter(entry -> entry.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("the glossary has no " + name));
    }
}
