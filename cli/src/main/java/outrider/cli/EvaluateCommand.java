package outrider.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.ObjectReader;
import com.fasterxml.jackson.databind.ObjectWriter;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.exc.MismatchedInputException;
import com.fasterxml.jackson.databind.exc.UnrecognizedPropertyException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.casefile.InlineParts;
import outrider.casefile.TableFile;
import outrider.exchange.Evaluation;
import outrider.stakes.Capacity;
import outrider.stakes.Stakes;
import outrider.table.Levels;
import outrider.table.Table;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Prints every figure of a file's score columns as one JSON document. */
@Command(
        name = "evaluate",
        mixinStandardHelpOptions = true,
        description = "Prints every figure of a file's score columns as one JSON document.")
final class EvaluateCommand implements Callable<Integer> {
    /** A file that is read already. */
    private record Ahead(Path file, CompletableFuture<Table> table) {}

    private static @Nullable Ahead ahead;

    /** Begins to read the file that the command line names first, while the options are still looked at. */
    static void readAhead(String... args) {
        if (args.length < 2 || !args[0].equals("evaluate") || args[1].startsWith("-")) return;
        Path first = Path.of(args[1]);
        if (!Files.isRegularFile(first)) return;
        CompletableFuture<Table> table = new CompletableFuture<>();
        Thread reading = new Thread(() -> {
            try {
                table.complete(TableFile.read(first, Progress.NONE));
            } catch (Throwable e) {
                table.completeExceptionally(e);
            }
        });
        reading.setDaemon(true);
        reading.start();
        ahead = new Ahead(first, table);
    }

    private static final String AMOUNTS = "write one JSON object of amounts";

    /** Made once it is needed, while the file is being read. */
    private static final class Json {
        private static final ObjectMapper MAPPER = new ObjectMapper().registerModule(new InlineParts());
        private static final ObjectReader STAKES =
                MAPPER.readerFor(StakesFile.class).with(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES);
        private static final ObjectWriter FIGURES = MAPPER.writer(SerializationFeature.INDENT_OUTPUT);
    }

    @Spec
    CommandSpec spec;

    @Parameters(index = "0", paramLabel = "FILE.csv", description = "comma separated, UTF-8, plain or gzip")
    Path file;

    @Option(names = "--outcome", required = true, description = "the outcome's column")
    String outcome;

    @Option(names = "--event", required = true, description = "the event's level; repeat it for several")
    List<String> event;

    @Option(names = "--score", required = true, split = ",", description = "score columns, higher is likelier")
    List<String> scores;

    @Option(names = "--weight", description = "a column of record weights above 0")
    String weight;

    @Option(names = "--value", description = "a column of money values of 0 or more")
    String value;

    @Option(
            names = "--unit",
            description =
                    "a column that names customers of several records: they are drawn together, and errors take them together")
    String unit;

    @Option(
            names = "--partial-auc",
            paramLabel = "F",
            description = "give the AUC up to this false-positive rate too, above 0, at most 1")
    Double partialAuc;

    @Option(
            names = "--stakes",
            description = "a JSON file: gainIfCaught, actionCost, missCost, falseAlarmCost, leaveValue, successRate")
    Path stakes;

    @Option(names = "--capacity", description = "records (180) or a share (20%%)")
    String capacity;

    @Option(names = "--planned-rate", description = "event rate to project money to, between 0 and 1")
    Double plannedRate;

    @Option(names = "--bands", split = ",", defaultValue = "10", description = "numbers of bands (default: 10)")
    List<Integer> bands;

    @Option(names = "--threshold", split = ",", description = "thresholds to give the measures at")
    List<Double> thresholds = List.of();

    @Option(names = "--curve", description = "give the net-value curve too")
    boolean curve;

    @Option(
            names = "--cut",
            split = ",",
            description = "numbers of records acted on to give figures with 95 %% intervals at; needs --stakes")
    List<Double> cuts = List.of();

    @Option(names = "--leader", description = "the score that the others are set against at the cuts")
    String leader;

    @Option(names = "--seed", defaultValue = "1", description = "of the bootstrap at the cuts (default: 1)")
    long seed;

    /** Amounts that the stakes file leaves out are 0, its success rate is 1. */
    record StakesFile(
            Double gainIfCaught,
            Double actionCost,
            Double missCost,
            Double falseAlarmCost,
            Double leaveValue,
            Double successRate) {
        Stakes stakes() {
            return new Stakes(
                    or(gainIfCaught, 0),
                    or(actionCost, 0),
                    or(missCost, 0),
                    or(falseAlarmCost, 0),
                    or(leaveValue, 0),
                    or(successRate, 1));
        }

        private static double or(Double amount, double otherwise) {
            return amount == null ? otherwise : amount;
        }
    }

    @Override
    public Integer call() throws IOException {
        Stakes money = stakes == null ? null : readStakes();
        Capacity most = capacity == null ? null : Capacity.parse(capacity);
        Table table = readTable();
        var request = new Evaluation.Request(
                new Evaluation.Records(outcome, event, weight, value, unit),
                scores,
                money == null
                        ? null
                        : new Evaluation.Money(money, most, plannedRate == null ? Double.NaN : plannedRate, curve),
                new Evaluation.Wanted(bands, thresholds, partialAuc),
                cuts.isEmpty() ? null : new Evaluation.Cuts(cuts, leader, seed));
        try {
            if (table.has(outcome)) sayNearly(Levels.nearly(table.column(outcome), event, List.of()));
            spec.commandLine().getOut().println(Json.FIGURES.writeValueAsString(Evaluation.of(table, request)));
        } catch (BadInput e) {
            throw inFile(file, e);
        }
        return 0;
    }

    private void sayNearly(List<String> levels) {
        if (levels.isEmpty()) return;
        boolean one = levels.size() == 1;
        spec.commandLine()
                .getErr()
                .println(file + ": " + outcome + " holds \"" + String.join("\", \"", levels)
                        + "\", written almost as the event is, which count" + (one ? "s" : "")
                        + " as no event; name " + (one ? "it" : "them") + " by --event too where "
                        + (one ? "it is one" : "they are"));
    }

    private static BadInput inFile(Path file, BadInput e) {
        return BadInput.of(file.toString(), e.getMessage(), null);
    }

    private Table readTable() throws IOException {
        demandFile(file);
        try {
            Ahead begun = ahead;
            if (begun == null || !begun.file().equals(file)) return Inputs.table(spec, file);
            Table table = begun.table().join();
            Inputs.say(spec, file, TableFile.end(table));
            return table;
        } catch (CompletionException e) {
            if (e.getCause() instanceof BadInput refusal) throw inFile(file, refusal);
            if (e.getCause() instanceof IOException failed) throw failed;
            throw e;
        } catch (BadInput e) {
            throw inFile(file, e);
        }
    }

    private Stakes readStakes() throws IOException {
        demandFile(stakes);
        try {
            StakesFile read = Json.STAKES.readValue(stakes.toFile());
            if (read == null) throw BadInput.of("amounts", "are missing", AMOUNTS);
            return read.stakes();
        } catch (UnrecognizedPropertyException e) {
            throw BadInput.of(
                    stakes.toString(),
                    "has an unknown entry \"" + e.getPropertyName() + "\"",
                    "it may hold: " + e.getKnownPropertyIds());
        } catch (MismatchedInputException e) {
            throw inFile(
                    stakes,
                    e.getPath().isEmpty()
                            ? BadInput.of("amounts", "are missing", AMOUNTS)
                            : BadInput.of(e.getPath().get(0).getFieldName(), "is no number", AMOUNTS));
        } catch (JsonProcessingException e) {
            throw BadInput.atLine(
                    e.getLocation() == null ? 1 : e.getLocation().getLineNr(),
                    null,
                    stakes + " is no stakes file: " + e.getOriginalMessage(),
                    AMOUNTS);
        } catch (BadInput e) {
            throw inFile(stakes, e);
        }
    }

    private static void demandFile(Path path) {
        if (!Files.isRegularFile(path) || !Files.isReadable(path)) {
            throw BadInput.of(path.toString(), "is not a readable file", "check the path");
        }
    }
}
