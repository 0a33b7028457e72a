package outrider.casefile;

import com.fasterxml.jackson.core.type.TypeReference;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.check.UnitsApart;

/** Holds an evidence file against itself, against a server's key, and against the data it was computed from. */
public final class Verifier {
    private static final double ACROSS_RUNTIMES = 1e-9;
    /** The last rules without failures, the alarm of units apart, and columns that are taken for something unasked. */
    static final int BEFORE_FAILURES = 3;
    /** The last rules that told what a column would add without its interval. */
    private static final int BEFORE_ADDED_INTERVALS = 4;

    /**
     * The first rules whose every figure is repeated here. Of those before docs/methods.md says what is not; what one of these differences
     * touches is repeated by the version that made it.
     */
    private static final int REPEATED_WHOLE = 14;

    private static final List<String> INTERVAL = List.of("low", "high");
    private static final String ADDED_ALARM = new UnitsApart().code();

    private final EvidenceFile file;
    private final List<Finding> findings = new ArrayList<>();

    /**
     * One thing looked at.
     *
     * @param words what was found
     * @param here whether this version looked; false of what another version repeats
     */
    public record Finding(boolean holds, String words, boolean here) {
        Finding(boolean holds, String words) {
            this(holds, words, true);
        }
    }

    private Verifier(EvidenceFile file) {
        this.file = file;
    }

    /**
     * @param key the public key of the server that one trusts; null where one has none
     * @param data the file of records; null leaves the figures unchecked
     * @return in order; all hold, or the first that does not says what is wrong
     * @throws BadInput if a file cannot be read
     */
    public static List<Finding> of(
            EvidenceFile file,
            @Nullable Map<String, Object> key,
            @Nullable Path data,
            Workers workers,
            Progress progress) {
        Verifier verifier = issued(file, key);
        if (!file.ofTheseRules()) verifier.otherRules();
        else if (data != null) verifier.figures(file.evidence(), data, workers, progress);
        return verifier.findings;
    }

    /**
     * Of a follow-up report.
     *
     * @param data files of its batches and of later outcomes; none leaves their figures unchecked
     * @param recipe the release's {@code recipe.json}, read by {@code recipes}; null where it is not at hand
     * @throws BadInput if a file cannot be read
     */
    public static List<Finding> ofFollowUp(
            EvidenceFile file,
            @Nullable Map<String, Object> key,
            List<Path> data,
            @Nullable Path recipe,
            FollowUpVerifier.Recipes recipes,
            Workers workers)
            throws IOException {
        Verifier verifier = issued(file, key);
        int rules = file.tree().path("rules").asInt();
        if (rules < FollowUpVerifier.REPEATED_FROM || rules > Evidence.RULES) verifier.otherRules();
        else verifier.findings.addAll(FollowUpVerifier.of(file, data, recipe, recipes, workers));
        return verifier.findings;
    }

    private static Verifier issued(EvidenceFile file, @Nullable Map<String, Object> key) {
        Verifier verifier = new Verifier(file);
        verifier.hash();
        verifier.signature(key);
        verifier.trail(key);
        return verifier;
    }

    private void otherRules() {
        findings.add(new Finding(
                true,
                "figures: computed by rules " + file.tree().path("rules").asInt(1) + " (this program computes by rules "
                        + Evidence.RULES + "); version "
                        + file.tree().path("maker").path("version").asText("unknown")
                        + " of the program, whose evidence is of format "
                        + file.tree().path("format").asInt() + ", repeats them",
                false));
    }

    private @Nullable Map<String, Object> key() {
        return file.tree().path("key").isObject()
                ? Canonical.JSON.convertValue(file.tree().get("key"), new TypeReference<>() {})
                : null;
    }

    private void say(boolean holds, String words) {
        findings.add(new Finding(holds, words));
    }

    private void hash() {
        String own = Sha256.of(file.canonical());
        boolean same = own.equals(file.sha256());
        say(
                same,
                same
                        ? "hash: SHA-256 of the evidence is " + own
                        : "hash: the evidence was changed after it was issued: its SHA-256 is " + own
                                + ", the file says " + file.sha256());
    }

    private void signature(@Nullable Map<String, Object> trusted) {
        if (file.signature() == null) {
            say(trusted == null, "signature: none, no server issued this");
            return;
        }
        String own = SigningKey.thumbprint(key());
        if (trusted != null && !SigningKey.thumbprint(trusted).equals(own)) {
            say(
                    false,
                    "signature: a foreign key: the file names key " + own + ", the server's is "
                            + SigningKey.thumbprint(trusted));
            return;
        }
        boolean fits = SigningKey.fits(key(), file.canonical(), file.signature());
        String whose =
                trusted == null ? "; no key was given to hold it against, so compare this name with the server's" : "";
        say(fits, fits ? "signature: by key " + own + whose : "signature: does not fit the evidence and key " + own);
    }

    private void trail(@Nullable Map<String, Object> trusted) {
        if (!file.tree().path("trail").isObject()) return;
        Evidence.TrailHead head = Canonical.read(file.tree().get("trail"), Evidence.TrailHead.class, "trail");
        String fault = TrailEntry.fault(file.trail(), trusted == null ? key() : trusted);
        if (fault == null) fault = missing(head);
        say(
                fault == null,
                fault == null
                        ? "chain: " + file.trail().size() + " entries of the audit trail hold"
                        : "chain: " + fault);
    }

    /**
     * Whether the trail that comes with the evidence holds what a server wrote down day by day.
     *
     * @param folder of its daily files
     */
    public static Finding heads(EvidenceFile file, @Nullable Map<String, Object> trusted, Path folder)
            throws IOException {
        if (!Files.isDirectory(folder))
            throw BadInput.of("heads", folder + " is no folder", "name the folder of daily files");
        String chain = file.tree().path("trail").path("chain").asText();
        Map<String, Object> key = trusted == null ? new Verifier(file).key() : trusted;
        String fault = DailyHeads.fault(folder, chain, file.trail(), key);
        return new Finding(
                fault == null,
                "heads: " + (fault == null ? "the audit trail of " + chain + " is as the daily files say" : fault));
    }

    private @Nullable String missing(Evidence.TrailHead head) {
        List<TrailEntry> entries = file.trail();
        if (entries.size() < head.entries()) {
            return "the audit trail holds " + entries.size() + " entries, the evidence was issued after "
                    + head.entries();
        }
        if (head.entries() > 0 && !entries.get((int) head.entries() - 1).hash().equals(head.hash())) {
            return "entry " + head.entries() + " of the audit trail is not the one the evidence was issued after";
        }
        String own = Sha256.of(file.canonical());
        boolean issued = entries.stream()
                .skip(head.entries())
                .anyMatch(e -> e.subject().equals(file.subject()) && e.words().contains(own));
        return issued ? null : "the audit trail does not hold the issue of this evidence";
    }

    private void figures(Evidence evidence, Path data, Workers workers, Progress progress) {
        double tolerance = tolerance(evidence.proof().maker());
        String difference;
        try {
            CaseData read = CaseData.read(evidence.recipe(), data, evidence.rules(), progress.part(0, 0.2, ""));
            difference = difference(evidence, read, tolerance, workers, progress.part(0.2, 0.9, ""));
        } catch (BadInput e) {
            say(false, "figures: " + e.getMessage());
            return;
        }
        if (difference != null && evidence.rules() < REPEATED_WHOLE) {
            otherRules();
            return;
        }
        say(
                difference == null,
                difference == null
                        ? "figures: repeats, " + (tolerance == 0 ? "to the last bit" : "within 1e-9 on another Java")
                        : "figures: " + difference);
    }

    private @Nullable String difference(
            Evidence evidence, CaseData read, double tolerance, Workers workers, Progress progress) {
        Figures anew;
        List<CheckResult> checks;
        try {
            anew = FiguresMaker.of(
                    read,
                    CaseRun.run(read, evidence.rules(), workers, progress).candidates(),
                    evidence.rules(),
                    workers);
            checks = SignOffChecks.of(
                    evidence.judged().policy(),
                    evidence.recipe(),
                    anew,
                    evidence.judged().history());
        } catch (BadInput e) {
            return e.getMessage();
        }
        String difference = first("figures", file.tree().get("figures"), asOf(evidence, tree(anew)), tolerance);
        return difference != null ? difference : first("checks", file.tree().get("checks"), tree(checks), tolerance);
    }

    /** To the bit on the same Java. */
    static double tolerance(Evidence.Maker maker) {
        return maker.java().equals(Evidence.Maker.javaHere()) ? 0 : ACROSS_RUNTIMES;
    }

    private static JsonNode asOf(Evidence evidence, JsonNode figures) {
        JsonNode told = asOf(evidence.rules(), figures);
        if (evidence.format() >= Evidence.PARAMETERS_BY_NAME) return told;
        for (String list : List.of("sensitivity", "takeovers")) {
            for (JsonNode entry : told.path(list)) {
                ((ObjectNode) entry).set("lever", ((ObjectNode) entry).remove("parameter"));
            }
        }
        return told;
    }

    /** Figures as earlier rules had them: what was added since changes no other. */
    static JsonNode asOf(int rules, JsonNode figures) {
        if (rules >= Evidence.RESERVE_AT_THRESHOLD) return figures;
        for (JsonNode compared : figures.path("reserve").path("comparison")) ((ObjectNode) compared).remove("optimism");
        if (rules > BEFORE_ADDED_INTERVALS) return figures;
        for (JsonNode added : figures.path("failures").path("notInModel")) ((ObjectNode) added).remove(INTERVAL);
        if (rules > BEFORE_FAILURES) return figures;
        ((ObjectNode) figures).remove("failures");
        for (JsonNode candidate : figures.get("candidates")) {
            Iterator<JsonNode> alarms = candidate.get("alarms").elements();
            while (alarms.hasNext()) if (alarms.next().path("kind").asText().equals(ADDED_ALARM)) alarms.remove();
        }
        return figures;
    }

    private static JsonNode tree(Object document) {
        return Canonical.JSON.valueToTree(document);
    }

    /** The first leaf that differs, in words; null for none. */
    static @Nullable String first(String path, JsonNode filed, JsonNode anew, double tolerance) {
        if (filed == null) return path + " is missing in the file";
        if (filed.isNumber() && anew.isNumber()) {
            double a = filed.asDouble();
            double b = anew.asDouble();
            if (a == b || Math.abs(a - b) <= tolerance * Math.max(1, Math.abs(b))) return null;
            return path + " is " + filed.asText() + " in the file and " + anew.asText() + " recomputed, off by "
                    + (a - b);
        }
        if (filed.isArray() && anew.isArray()) {
            if (filed.size() != anew.size())
                return path + " has " + filed.size() + " items in the file and " + anew.size() + " recomputed";
            for (int i = 0; i < filed.size(); i++) {
                String found = first(path + "[" + (i + 1) + "]", filed.get(i), anew.get(i), tolerance);
                if (found != null) return found;
            }
            return null;
        }
        if (filed.isObject() && anew.isObject()) {
            Iterator<Map.Entry<String, JsonNode>> fields = anew.properties().iterator();
            while (fields.hasNext()) {
                Map.Entry<String, JsonNode> field = fields.next();
                String found =
                        first(path + "." + field.getKey(), filed.get(field.getKey()), field.getValue(), tolerance);
                if (found != null) return found;
            }
            return filed.size() == anew.size() ? null : path + " has entries in the file that are not recomputed";
        }
        return filed.equals(anew) ? null : path + " is " + filed + " in the file and " + anew + " recomputed";
    }
}
