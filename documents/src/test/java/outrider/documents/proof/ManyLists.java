package outrider.documents.proof;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import outrider.base.Progress;
import outrider.documents.ModelDocument;
import outrider.scorer.Main;
import outrider.table.CsvTableReader;

/** Scores the lists of many trials by a program that is started once. */
final class ManyLists {
    private static final String CALLS = """
            import importlib.util, sys
            spec = importlib.util.spec_from_file_location("reader", sys.argv[1])
            reader = importlib.util.module_from_spec(spec)
            spec.loader.exec_module(reader)
            for folder in sys.argv[2:]:
                sys.stdin = open(folder + "/list.csv")
                sys.stdout = open(folder + "/scored.csv", "w")
                assert reader.main([folder + "/recipe.json"]) == 0
                sys.stdout.close()
            """;

    private ManyLists() {}

    /** Reads recipe.json and list.csv of each folder and writes its scored.csv. */
    interface Program {
        void score(List<Path> folders) throws Exception;
    }

    static List<FormScores> scored(List<Trial> trials, Path folder, Program program) throws Exception {
        List<Path> folders = new ArrayList<>();
        for (Trial trial : trials) {
            Path own = Files.createDirectories(folder.resolve(String.valueOf(folders.size())));
            try (OutputStream out = Files.newOutputStream(own.resolve("recipe.json"))) {
                ModelDocument.writeRecipe(trial.recipe(), out);
            }
            Processes.write(trial, own.resolve("list.csv"));
            folders.add(own);
        }
        program.score(folders);
        List<FormScores> scores = new ArrayList<>();
        for (Path own : folders) {
            try (InputStream in = Files.newInputStream(own.resolve("scored.csv"))) {
                scores.add(FormScores.of(CsvTableReader.read(in, Progress.NONE)));
            }
        }
        return scores;
    }

    static void byJar(List<Path> folders) throws IOException {
        for (Path own : folders) {
            try (InputStream in = Files.newInputStream(own.resolve("list.csv"));
                    OutputStream out = Files.newOutputStream(own.resolve("scored.csv"));
                    PrintStream err = new PrintStream(OutputStream.nullOutputStream(), true, StandardCharsets.UTF_8)) {
                assertThat(Main.run(new String[] {own.resolve("recipe.json").toString()}, in, out, err))
                        .isZero();
            }
        }
    }

    static void byPython(List<Path> folders) throws Exception {
        Path reader = folders.get(0).resolve("outrider_score.py");
        Files.copy(requireNonNull(ModelDocument.class.getResourceAsStream("outrider_score.py")), reader);
        Path calls = Files.writeString(folders.get(0).resolve("calls.py"), CALLS);
        Process process = new ProcessBuilder(Stream.concat(
                                Stream.of("python3", "-B", calls.toString(), reader.toString()),
                                folders.stream().map(Path::toString))
                        .toList())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
    }
}
