package outrider.cli;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.documents.ModelDocument;
import outrider.exchange.ScoringRecipe;
import outrider.table.CsvTableWriter;
import outrider.table.Table;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Scores a list by a recipe downloaded from a candidate's page. */
@Command(
        name = "score",
        mixinStandardHelpOptions = true,
        description = "Scores a list by a candidate's recipe: identifier, score, band, whether to act, and why.")
final class ScoreCommand implements Callable<Integer> {
    private static final int NAMED = 12;

    @Spec
    CommandSpec spec;

    @Parameters(index = "0", paramLabel = "RECIPE.json", description = "downloaded from the candidate's page")
    Path recipeFile;

    @Parameters(index = "1", paramLabel = "LIST.csv", description = "with or without outcome; plain or gzip")
    Path listFile;

    @Option(names = "--out", required = true, paramLabel = "SCORED.csv", description = "where the scores go")
    Path out;

    @Option(
            names = "--join",
            paramLabel = "FILE",
            description =
                    "of a recipe that joins files: one like each of them, in order; else the list has their columns")
    List<Path> joined = List.of();

    @Option(
            names = "--reasons",
            paramLabel = "N",
            defaultValue = "0",
            description = "0 to 5: the columns that raised each score most, in words")
    int reasons;

    @Override
    public Integer call() throws IOException {
        ScoringRecipe recipe;
        try (InputStream in = Files.newInputStream(there(recipeFile))) {
            recipe = ModelDocument.readRecipe(in);
        }
        Table list = Inputs.table(spec, there(listFile));
        if (!joined.isEmpty()) {
            List<Table> others = new ArrayList<>();
            for (Path file : joined) others.add(Inputs.table(spec, there(file)));
            list = recipe.joined(list, others);
        }
        ScoringRecipe.SchemaMatch fit = recipe.match(list);
        say("reread as in training", fit.reread());
        say("not used", fit.unused());
        if (recipe.identifier() != null && !fit.identified()) {
            spec.commandLine().getErr().println("no column " + recipe.identifier() + ": records are numbered");
        }
        Table scored =
                recipe.apply(list, reasons, new Workers(Runtime.getRuntime().availableProcessors()), Progress.NONE);
        boolean[] meant = recipe.meant(list);
        int others = 0;
        for (int i = 0; meant != null && i < meant.length; i++) if (!meant[i]) others++;
        if (others > 0) {
            spec.commandLine()
                    .getErr()
                    .printf(
                            "%,d records are not meant, because they do not meet: %s%n",
                            others, recipe.shape().where());
        }
        Path whole = out.resolveSibling(out.getFileName() + ".part");
        try (OutputStream to = new BufferedOutputStream(Files.newOutputStream(whole))) {
            CsvTableWriter.write(scored, to);
        }
        Files.move(whole, out, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        spec.commandLine()
                .getOut()
                .printf(
                        "%,d records scored by %s (%s): %s%n",
                        list.size(), recipe.candidate(), recipe.acting().cut(), out);
        return 0;
    }

    private static Path there(Path file) {
        if (Files.isRegularFile(file)) return file;
        throw BadInput.of("file " + file, "is not there", "name a file that can be read");
    }

    private void say(String what, List<String> columns) {
        if (columns.isEmpty()) return;
        List<String> named = columns.stream().limit(NAMED).toList();
        String more = columns.size() > named.size() ? " and " + (columns.size() - named.size()) + " more" : "";
        spec.commandLine().getErr().println(what + ": " + String.join(", ", named) + more);
    }
}
