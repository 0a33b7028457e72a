package outrider.scorer;

import java.io.BufferedWriter;
import java.io.File;
import java.io.FileInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.PrintStream;
import java.io.Writer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.learn.reference.CoinToss;
import outrider.table.Column;
import outrider.table.NumberColumn;
import outrider.table.SpreadsheetText;
import outrider.table.Table;

/** {@code java -jar scorer.jar recipe.json < list.csv > scored.csv}: a list of any length, block by block. */
public final class Main {
    private static final int BLOCK = 8192;
    private static final int LAST_FORMAT = 4;

    private Main() {}

    public static void main(String[] arguments) throws IOException {
        System.exit(run(arguments, System.in, System.out, System.err));
    }

    /** 0, or 1 where input is refused and 2 where the call is wrong; the reason goes to {@code err}. */
    public static int run(String[] arguments, InputStream in, OutputStream out, PrintStream err) throws IOException {
        if (arguments.length != 1) {
            err.println("java -jar scorer.jar recipe.json < list.csv > scored.csv");
            return 2;
        }
        try {
            ReleasedRecipe recipe = recipe(new File(arguments[0]));
            Writer to = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
            score(recipe, new CsvLines(new InputStreamReader(in, strict())), to);
            to.flush();
            return 0;
        } catch (BadInput refused) {
            err.println(refused.getMessage());
            return 1;
        } catch (CharacterCodingException e) {
            err.println("list: is not in UTF-8; save it so");
            return 1;
        }
    }

    /** Refuses what is no UTF-8 instead of guessing. */
    private static CharsetDecoder strict() {
        return StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
    }

    private static ReleasedRecipe recipe(File file) throws IOException {
        if (!file.isFile()) throw BadInput.of("file " + file, "is not there", "name a recipe that was downloaded");
        String text;
        try (InputStream in = new FileInputStream(file)) {
            text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        if (!(Json.read(text) instanceof Map<?, ?> document) || document.get("recipe") == null) {
            throw BadInput.of("recipe", "holds no recipe", "download it again");
        }
        if (!(document.get("format") instanceof Json.Digits format)
                || !format.text().matches("[1-" + LAST_FORMAT + "]")) {
            throw BadInput.of("recipe", "is of format " + document.get("format"), "take the scorer of a later version");
        }
        ScoringRecipe recipe = Binder.bind(document.get("recipe"), ScoringRecipe.class);
        if (recipe.model() instanceof CoinToss toss) toss.term();
        Object release = document.get("release");
        return new ReleasedRecipe(recipe, release == null ? null : Binder.bind(release, ReleasedRecipe.Release.class));
    }

    private static void score(ReleasedRecipe recipe, CsvLines lines, Writer out) throws IOException {
        @Nullable String[] head = lines.next();
        if (head == null) throw BadInput.of("list", "is empty", "bring a list with a header");
        List<String> header = new ArrayList<>();
        for (String name : head) header.add(name == null ? "" : name);
        Workers workers = new Workers(Runtime.getRuntime().availableProcessors());
        long done = 0;
        boolean more = true;
        while (more) {
            List<@Nullable String[]> block = new ArrayList<>();
            int[] starts = new int[BLOCK];
            for (@Nullable String[] record; block.size() < BLOCK && (record = lines.next()) != null; ) {
                if (record.length != header.size()) {
                    throw BadInput.atLine(
                            lines.startLine(),
                            "record",
                            "has " + record.length + " cells, the header " + header.size(),
                            "mend the list");
                }
                starts[block.size()] = lines.startLine();
                block.add(record);
            }
            more = block.size() == BLOCK;
            if (block.isEmpty() && done > 0) break;
            Table scored = recipe.apply(recipe.ofTexts(header, block, starts), 0, workers, Progress.NONE);
            if (done == 0) names(scored, out);
            write(scored, done, out);
            done += block.size();
        }
    }

    private static void names(Table scored, Writer out) throws IOException {
        List<String> names = scored.columns().stream().map(c -> cell(c.name())).toList();
        out.append(String.join(",", names)).append('\n');
    }

    /** Records without an identifier are numbered through all blocks. */
    private static void write(Table scored, long before, Writer out) throws IOException {
        List<Column> columns = scored.columns();
        boolean numbered = columns.get(0) instanceof NumberColumn;
        for (int i = 0; i < scored.size(); i++) {
            for (int c = 0; c < columns.size(); c++) {
                if (c > 0) out.append(',');
                if (c == 0 && numbered) out.append(Long.toString(before + i + 1));
                else out.append(cell(columns.get(c).text(i)));
            }
            out.append('\n');
        }
    }

    private static String cell(@Nullable String text) {
        String safe = SpreadsheetText.harmless(text);
        if (safe == null) return "";
        boolean plain =
                safe.indexOf(',') < 0 && safe.indexOf('"') < 0 && safe.indexOf('\n') < 0 && safe.indexOf('\r') < 0;
        return plain ? safe : "\"" + safe.replace("\"", "\"\"") + "\"";
    }
}
