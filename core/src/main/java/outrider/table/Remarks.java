package outrider.table;

import java.util.Locale;

/** Lines of a file of records that are none, such as “3,000 records”. */
final class Remarks {
    private static final int LONGEST = 60;
    /** The letter by which old systems end a file. */
    static final char END_OF_FILE = 0x1a;

    private Remarks() {}

    /** Whether a line without a delimiter reads as a remark: a code of one word may be a record that was cut off. */
    static boolean isOne(String line) {
        String bare = line.strip();
        if (bare.isEmpty()) return false;
        char first = bare.charAt(0);
        if (first == END_OF_FILE || first == '#' || first == '(') return true;
        boolean rule = bare.chars().allMatch(c -> "-=_*+|:. ".indexOf(c) >= 0);
        return rule || bare.indexOf(' ') > 0 || bare.indexOf(':') > 0;
    }

    /** Whether a line reads as one that tells how many records there are, their thousands parted by what parts the fields. */
    static boolean counts(String line, int records, char delimiter) {
        String parted = String.format(Locale.ROOT, "%,d", records).replace(',', delimiter);
        return isOne(line) && line.contains(parted) && line.replace(parted, "").indexOf(delimiter) < 0;
    }

    /** As it is told. */
    static String shown(String line) {
        String bare = line.strip();
        if (bare.length() == 1 && bare.charAt(0) == END_OF_FILE) return "end of file";
        return bare.length() <= LONGEST ? bare : bare.substring(0, LONGEST - 1) + "…";
    }
}
