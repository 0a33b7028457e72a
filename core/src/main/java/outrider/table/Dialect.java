package outrider.table;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import outrider.base.BadInput;

/**
 * How a text file of records is written.
 *
 * @param delimiter between fields
 * @param quote around fields that hold a delimiter
 * @param decimal mark of numbers, '.' or ','
 * @param header whether the first record names the columns
 * @param decimalGuessed whether no number of the file told its decimal mark: then a column whose every mark could as well part
 *     thousands is left as texts, for somebody to say
 * @param padded whether blanks around fields are no part of them, as where one follows each delimiter
 * @param above lines above the names of the columns, or above the first record, that are left out, such as a title
 */
public record Dialect(
        char delimiter,
        char quote,
        Encoding encoding,
        char decimal,
        boolean header,
        boolean decimalGuessed,
        boolean padded,
        int above) {
    static final int MOST_ABOVE = 1000;

    /** Comma separated values after RFC 4180. */
    public static final Dialect PLAIN = new Dialect(',', '"', Encoding.UTF_8, '.', true);

    /** @throws BadInput if fewer than no lines, or very many, are left out */
    public Dialect {
        if (above < 0 || above > MOST_ABOVE) {
            throw BadInput.of("above", "is " + above, "leave out 0 to " + MOST_ABOVE + " lines above the names");
        }
    }

    /** A decimal mark that is known. */
    public Dialect(char delimiter, char quote, Encoding encoding, char decimal, boolean header) {
        this(delimiter, quote, encoding, decimal, header, false, false, 0);
    }

    /** The same below so many lines that are left out. */
    Dialect below(int lines) {
        return new Dialect(delimiter, quote, encoding, decimal, header, decimalGuessed, padded, lines);
    }

    /** A comma that parts fields parts no decimals, unless they are quoted. */
    boolean eitherMark() {
        return decimalGuessed && delimiter != ',';
    }

    /** The closed family of encodings, with the words by which they are known. */
    public enum Encoding {
        UTF_8("UTF-8", StandardCharsets.UTF_8),
        /** For a damaged file, where somebody chose so. */
        UTF_8_MARKED("UTF-8 with \uFFFD for what cannot be read", StandardCharsets.UTF_8),
        LATIN_1("Latin-1 (Windows-1252)", Charset.forName("windows-1252")),
        UTF_16LE("UTF-16 (little end first)", StandardCharsets.UTF_16LE),
        UTF_16BE("UTF-16 (big end first)", StandardCharsets.UTF_16BE);

        private final String words;
        private final Charset charset;

        Encoding(String words, Charset charset) {
            this.words = words;
            this.charset = charset;
        }

        public String words() {
            return words;
        }

        /** Whether bytes that it does not know stand as U+FFFD. */
        boolean marksUnreadable() {
            return this == UTF_8_MARKED;
        }

        /** How many bytes its byte order mark takes; 0 where it has none. */
        int markBytes() {
            return charset.equals(StandardCharsets.UTF_8) ? 3 : this == LATIN_1 ? 0 : 2;
        }

        /** Whether a byte below 128 is that letter of ASCII wherever it stands. */
        boolean holdsAscii() {
            return this != UTF_16LE && this != UTF_16BE;
        }

        Charset charset() {
            return charset;
        }
    }
}
