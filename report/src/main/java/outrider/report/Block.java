package outrider.report;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** A piece of a chapter: what it says. How that looks stands in {@code blocks.html}. */
public sealed interface Block {
    /** The part of the template that draws it. */
    default String form() {
        return getClass().getSimpleName();
    }

    /**
     * A paragraph.
     *
     * @param style a class of {@code report.css}; empty for none
     */
    record Words(String style, List<Piece> pieces) implements Block {}

    /** @param sum whether it is a checksum or a key, to be compared letter by letter */
    record Piece(String text, boolean sum) {}

    record Heading(String text) implements Block {}

    /** What the author wrote. */
    record Said(List<String> paragraphs) implements Block {}

    record Bullets(List<String> items) implements Block {}

    /** @param svg made here, or made safe by {@link SafeDrawing} */
    record Chart(String svg) implements Block {}

    /**
     * @param whole whether no page may end within
     * @param rows each a cell for each of {@code columns}, the first of which names the row
     */
    record Grid(boolean whole, @Nullable String caption, List<Column> columns, List<Row> rows) implements Block {}

    record Column(String name, boolean number) {}

    /** @param style a class of {@code report.css}; empty for none */
    record Row(String style, List<Cell> cells) {
        public Cell name() {
            return cells.get(0);
        }

        public List<Cell> others() {
            return cells.subList(1, cells.size());
        }
    }

    static Block text(String words) {
        return styled("", words);
    }

    static Block quiet(String words) {
        return styled("quiet", words);
    }

    static Block styled(String style, String words) {
        return new Words(style, List.of(words(words)));
    }

    static Block of(Piece... pieces) {
        return new Words("", List.of(pieces));
    }

    static Piece words(String text) {
        return new Piece(text, false);
    }

    static Piece sum(String text) {
        return new Piece(text, true);
    }

    /** What the author wrote: paragraphs are kept. */
    static Block said(String words) {
        return new Said(words.lines().filter(line -> !line.isBlank()).toList());
    }
}
