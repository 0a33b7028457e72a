package outrider.documents.proof;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.documents.ModelDocument;
import outrider.table.CsvTableReader;

/** Runs forms that are programs: the list goes in as CSV, the scores come out as CSV. */
final class Processes {
    private static final int MINUTES = 10;
    private static final int SHOWN = 400;

    private Processes() {}

    /** What a program is started by, once its file is written; it reads a recipe's file. */
    interface Call {
        List<String> of(Path program, Path recipe);
    }

    /**
     * @param program its bytes, kept under {@code name}
     * @throws BadInput if it ends in an error or does not end
     */
    static FormScores run(Trial trial, byte[] program, String name, Call call) {
        try {
            Path folder = Files.createTempDirectory("outrider-trial");
            try {
                Path own = Files.write(folder.resolve(name), program);
                Path recipe = folder.resolve("recipe.json");
                try (var out = Files.newOutputStream(recipe)) {
                    ModelDocument.writeRecipe(trial.recipe(), out);
                }
                Path list = folder.resolve("list.csv");
                write(trial, list);
                return run(call.of(own, recipe), list, folder);
            } finally {
                try (Stream<Path> all = Files.walk(folder)) {
                    for (Path file : all.sorted(Comparator.reverseOrder()).toList()) Files.delete(file);
                }
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static FormScores run(List<String> words, Path list, Path folder) throws IOException {
        Path out = folder.resolve("scored.csv");
        Path err = folder.resolve("err");
        Process process = new ProcessBuilder(words)
                .redirectInput(list.toFile())
                .redirectOutput(out.toFile())
                .redirectError(err.toFile())
                .start();
        try {
            if (!process.waitFor(MINUTES, TimeUnit.MINUTES)) {
                process.destroyForcibly();
                throw BadInput.of("form", "did not end within " + MINUTES + " minutes", "try it on a calmer machine");
            }
        } catch (InterruptedException e) {
            process.destroyForcibly();
            Thread.currentThread().interrupt();
            throw BadInput.of("form", "was stopped", "try it again");
        }
        if (process.exitValue() != 0) {
            String said = Files.readString(err).strip();
            String end = said.substring(Math.max(0, said.length() - SHOWN));
            throw BadInput.of("form", "ends in an error: " + end, "take another form");
        }
        try (InputStream scored = Files.newInputStream(out)) {
            return FormScores.of(CsvTableReader.read(scored, Progress.NONE));
        }
    }

    static void write(Trial trial, Path file) throws IOException {
        try (BufferedWriter out = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
            line(trial.header(), out);
            for (@Nullable String[] record : trial.records()) {
                List<String> cells = new ArrayList<>();
                for (String cell : record) cells.add(cell == null ? "" : cell);
                line(cells, out);
            }
        }
    }

    private static void line(List<String> cells, Writer out) throws IOException {
        for (int i = 0; i < cells.size(); i++) {
            if (i > 0) out.write(',');
            String cell = cells.get(i);
            out.write(cell.isEmpty() ? "" : "\"" + cell.replace("\"", "\"\"") + "\"");
        }
        out.write('\n');
    }
}
