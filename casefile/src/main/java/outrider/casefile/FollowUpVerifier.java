package outrider.casefile;

import static java.util.Objects.requireNonNull;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.exchange.ReleasedRecipe;
import outrider.table.Table;

/** Holds a follow-up report against its own figures, and against the files of its batches. */
public final class FollowUpVerifier {
    /** The first rules whose follow-ups this program repeats. */
    static final int REPEATED_FROM = 9;

    private final FollowUp told;
    private final JsonNode tree;
    private final double tolerance;
    private final List<Verifier.Finding> findings = new ArrayList<>();

    /** Reads the recipe of a release. */
    public interface Recipes {
        ReleasedRecipe read(InputStream in) throws IOException;
    }

    private FollowUpVerifier(EvidenceFile file) {
        tree = file.tree();
        told = Canonical.read(tree, FollowUp.class, "follow-up");
        tolerance = Verifier.tolerance(told.proof().maker());
    }

    /**
     * @param data files of the batches and of outcomes that came later, in any order; those that are none of the report's are refused
     * @param recipe the release's {@code recipe.json}; null where it is not at hand, then no batch is computed anew
     * @throws BadInput if a file cannot be read
     */
    static List<Verifier.Finding> of(
            EvidenceFile file, List<Path> data, @Nullable Path recipe, Recipes recipes, Workers workers)
            throws IOException {
        FollowUpVerifier verifier = new FollowUpVerifier(file);
        verifier.follows();
        if (!data.isEmpty()) verifier.anew(data, recipe, recipes, workers);
        return verifier.findings;
    }

    private void say(boolean holds, String words) {
        findings.add(new Verifier.Finding(holds, words));
    }

    /** What is said follows from the figures of the batches and the signed plan, without any file. */
    private void follows() {
        String advice = Verifier.first(
                "advice",
                tree.get("advice"),
                Canonical.tree(FollowUp.advice(told.release(), told.batches())),
                tolerance);
        String plan = Verifier.first(
                "plan", tree.get("plan"), Canonical.tree(FollowUp.plan(told.release(), told.batches())), tolerance);
        String fault = advice == null ? plan : advice;
        say(fault == null, "advice: " + (fault == null ? "follows from the figures and the signed plan" : fault));
    }

    private void anew(List<Path> data, @Nullable Path beside, Recipes recipes, Workers workers) throws IOException {
        Map<String, Path> files = new HashMap<>();
        for (Path file : data) files.put(Sha256.of(file), file);
        for (Map.Entry<String, Path> file : files.entrySet()) {
            boolean known = told.batches().stream().anyMatch(b -> names(b, file.getKey()));
            if (!known) say(false, "data: " + file.getValue().getFileName() + " is no file of this report");
        }
        if (beside == null
                || !Files.isRegularFile(beside)
                || !Sha256.of(beside).equals(told.release().scoring().recipe())) {
            say(false, "figures: recipe.json of the release is not beside it, so no batch can be scored anew");
            return;
        }
        ReleasedRecipe recipe;
        try (InputStream in = Files.newInputStream(beside)) {
            recipe = recipes.read(in);
        }
        for (int i = 0; i < told.batches().size(); i++) batch(i, files, recipe, workers);
    }

    private static boolean names(FollowUp.Batch batch, String sha256) {
        return batch.source().sha256().equals(sha256)
                || batch.outcomes().stream().anyMatch(o -> o.sha256().equals(sha256));
    }

    private void batch(int i, Map<String, Path> files, ReleasedRecipe recipe, Workers workers) throws IOException {
        FollowUp.Batch batch = told.batches().get(i);
        String name = "batch of " + batch.name() + ": ";
        List<FollowUp.Source> needed = new ArrayList<>(List.of(batch.source()));
        needed.addAll(batch.outcomes());
        List<String> missing = needed.stream()
                .filter(source -> !files.containsKey(source.sha256()))
                .map(FollowUp.Source::file)
                .toList();
        if (!missing.isEmpty()) {
            say(true, name + "not computed anew, without " + String.join(", ", missing));
            return;
        }
        FollowedFigures figures;
        try {
            FollowedBatch anew =
                    FollowedBatch.of(told.release(), recipe, table(files, batch.source()), workers, Progress.NONE);
            for (FollowUp.Source later : batch.outcomes()) anew.outcomes(table(files, later));
            figures = FollowedFigures.of(anew.asOf(told.rules()), batch.seed(), workers);
        } catch (BadInput e) {
            say(false, name + e.getMessage());
            return;
        }
        boolean newest = i == told.batches().size() - 1;
        String fault = Verifier.first(
                "figures",
                tree.get("batches").get(i).get("told"),
                asOf(told.rules(), Canonical.tree(newest ? figures : figures.shortened())),
                tolerance);
        say(fault == null, name + (fault == null ? "repeats" : fault));
    }

    /** Figures as earlier rules had them. */
    private static JsonNode asOf(int rules, JsonNode told) {
        if (rules >= Evidence.BATCHES_BY_SIZE) return told;
        for (JsonNode stability : told.findParents("chanceOfMany")) ((ObjectNode) stability).remove("chanceOfMany");
        return told;
    }

    private static Table table(Map<String, Path> files, FollowUp.Source source) throws IOException {
        return TableFile.read(requireNonNull(files.get(source.sha256())), Progress.NONE);
    }
}
