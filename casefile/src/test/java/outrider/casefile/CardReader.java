package outrider.casefile;

import static java.nio.charset.StandardCharsets.US_ASCII;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.Progress;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.Preview;
import outrider.table.Table;

/** A format that only tests have, of cards of three digits, name by name; nothing else knows it. */
final class CardReader implements TableReader {
    private static final String FIRST = "cards of ";

    @Override
    public String format() {
        return "CARDS";
    }

    @Override
    public boolean takes(Path file) throws IOException {
        byte[] start = new byte[FIRST.length()];
        try (InputStream in = Files.newInputStream(file)) {
            return in.readNBytes(start, 0, start.length) == start.length && new String(start, US_ASCII).equals(FIRST);
        }
    }

    private static List<String> names(BufferedReader in) throws IOException {
        return List.of(in.readLine().substring(FIRST.length()).split(" "));
    }

    @Override
    public TableFile.Look look(Path file, TableFile.Manner said) throws IOException {
        try (BufferedReader in = Files.newBufferedReader(file)) {
            return new TableFile.Look(format(), said, List.of(), new Preview(null, names(in), List.of()), null);
        }
    }

    @Override
    public TableFile.Manner manner(Path file, TableFile.Manner said) {
        return said;
    }

    @Override
    public Table read(Path file, TableFile.Manner manner, int most, Progress progress) throws IOException {
        try (BufferedReader in = Files.newBufferedReader(file)) {
            List<String> names = names(in);
            List<String> cards = in.lines().toList();
            List<Column> columns = new ArrayList<>();
            for (int c = 0; c < names.size(); c++) {
                int at = 3 * c;
                columns.add(new NumberColumn(
                        names.get(c),
                        cards.stream()
                                .mapToDouble(card -> Integer.parseInt(card.substring(at, at + 3)))
                                .toArray()));
            }
            return new Table(columns, null);
        }
    }

    @Override
    public @Nullable String before(Path file, TableFile.Manner manner) {
        return "These are cards.";
    }
}
