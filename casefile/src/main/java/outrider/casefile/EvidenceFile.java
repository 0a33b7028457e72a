package outrider.casefile;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * {@code evidence.json}: the evidence with what proves it.
 *
 * @param tree the evidence
 * @param sha256 of its canonical bytes, as the file says
 * @param signature a detached JSON Web Signature over them; null where no server issued it
 * @param trail the brief's audit trail when the file was made
 */
public record EvidenceFile(
        JsonNode tree, String sha256, @Nullable String signature, List<TrailEntry> trail) {

    /** The first format whose hash, signature and chain this program checks. */
    private static final int OLDEST = 2;

    /** @param canonical as {@link Canonical#write} made them */
    public static byte[] write(byte[] canonical, @Nullable String signature, List<TrailEntry> trail) {
        Map<String, Object> file = new LinkedHashMap<>();
        file.put("evidence", tree(canonical));
        file.put("sha256", Sha256.of(canonical));
        file.put("signature", signature);
        file.put("trail", trail);
        return Canonical.write(file);
    }

    private static JsonNode tree(byte[] json) {
        try {
            return Canonical.JSON.readTree(json);
        } catch (IOException e) {
            String said = e instanceof JsonProcessingException p ? p.getOriginalMessage() : e.getMessage();
            throw BadInput.of("evidence", "is no JSON: " + said, "use a file that Outrider issued");
        }
    }

    /** @throws BadInput if it is no such file */
    public static EvidenceFile read(byte[] bytes) {
        JsonNode file = tree(bytes);
        if (!file.path("evidence").isObject() || !file.path("sha256").isTextual()) {
            throw BadInput.of("evidence", "lacks its evidence or its SHA-256", "use a file that Outrider issued");
        }
        int format = file.path("evidence").path("format").asInt();
        boolean followUp = isFollowUp(file.get("evidence"));
        int oldest = followUp ? 1 : OLDEST;
        if (format < oldest || format > (followUp ? FollowUp.FORMAT : Evidence.FORMAT)) {
            throw BadInput.of("evidence", "is of format " + format, "use a program that reads it");
        }
        List<TrailEntry> trail = new ArrayList<>();
        for (JsonNode entry : file.path("trail")) trail.add(Canonical.read(entry, TrailEntry.class, "trail"));
        JsonNode signature = file.path("signature");
        return new EvidenceFile(
                file.get("evidence"),
                file.get("sha256").asText(),
                signature.isTextual() ? signature.asText() : null,
                trail);
    }

    /**
     * @param canonical the evidence alone.
     * @throws BadInput if the bytes are none, or of another format
     */
    public static Evidence evidence(byte[] canonical) {
        JsonNode tree = tree(canonical);
        if (!drawn(tree)) {
            throw BadInput.of(
                    "report", "was issued by an earlier version", "download its evidence; it cannot be drawn anew");
        }
        return Canonical.read(tree, Evidence.class, "evidence");
    }

    private static boolean drawn(JsonNode evidence) {
        int format = evidence.path("format").asInt();
        return format >= Evidence.DRAWN_FROM && format <= Evidence.FORMAT;
    }

    private static boolean isFollowUp(JsonNode evidence) {
        return evidence.path("about").asText().equals(FollowUp.ABOUT);
    }

    /** Whether it is of a follow-up report. */
    public boolean isFollowUp() {
        return isFollowUp(tree);
    }

    /** What the audit trail calls the report. */
    String subject() {
        return subject(isFollowUp(), tree.path("report").asText());
    }

    /** What the audit trail calls a follow-up report. */
    public static String followUp(long report) {
        return subject(true, String.valueOf(report));
    }

    private static String subject(boolean followUp, String report) {
        return (followUp ? "follow-up report " : "report ") + report;
    }

    public Evidence evidence() {
        return Canonical.read(tree, Evidence.class, "evidence");
    }

    /** Whether this program computes by the rules that the figures were computed by, so that it can repeat them. */
    public boolean ofTheseRules() {
        int rules = tree.path("rules").asInt();
        boolean repeatable = rules >= Verifier.BEFORE_FAILURES && rules <= Evidence.RULES;
        return drawn(tree) && repeatable;
    }

    byte[] canonical() {
        return Canonical.of(tree);
    }
}
