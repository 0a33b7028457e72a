package outrider.casefile;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** {@code release.json}: a release with its signature, and the proofs of its forms. */
public final class ReleaseFile {
    private final JsonNode tree;
    private final List<Verifier.Finding> findings = new ArrayList<>();

    private ReleaseFile(JsonNode tree) {
        this.tree = tree;
    }

    /**
     * The release that a file holds.
     *
     * @throws BadInput if it is none
     */
    public static ReleaseDocument release(byte[] bytes) {
        return Canonical.read(tree(bytes).path("release"), ReleaseDocument.class, "release");
    }

    private static JsonNode tree(byte[] bytes) {
        try {
            return Canonical.JSON.readTree(bytes);
        } catch (IOException e) {
            throw BadInput.of("release", "is no JSON", "use a file that Outrider issued");
        }
    }

    /** Whether a file is one of a release. */
    public static boolean isOne(byte[] bytes) {
        try {
            return Canonical.JSON.readTree(bytes).path("release").isObject();
        } catch (IOException e) {
            return false;
        }
    }

    /**
     * Holds the file against itself, against a server's key, and against the forms that lie beside it.
     *
     * @param trusted the public key of the server that one trusts; null where one has none
     * @param folder in which the file lies
     * @return in order; all hold, or the first that does not says what is wrong
     * @throws BadInput if it is none
     */
    public static List<Verifier.Finding> verified(byte[] bytes, @Nullable Map<String, Object> trusted, Path folder)
            throws IOException {
        ReleaseFile file = new ReleaseFile(tree(bytes));
        ReleaseDocument release = release(bytes);
        file.signed(release, trusted);
        file.forms(release, folder);
        return file.findings;
    }

    private void say(boolean holds, String words) {
        findings.add(new Verifier.Finding(holds, words));
    }

    private void signed(ReleaseDocument release, @Nullable Map<String, Object> trusted) {
        byte[] canonical = Canonical.of(tree.get("release"));
        String own = Sha256.of(canonical);
        boolean same = own.equals(tree.path("sha256").asText());
        say(
                same,
                same
                        ? "hash: SHA-256 of version " + release.version() + " is " + own
                        : "hash: the release was changed after it was made: its SHA-256 is " + own);
        if (!tree.hasNonNull("signature")) {
            say(trusted == null, "signature: none, no server made this");
            return;
        }
        String name = SigningKey.thumbprint(release.made().key());
        if (trusted != null && !SigningKey.thumbprint(trusted).equals(name)) {
            say(false, "signature: a foreign key: the file names key " + name);
            return;
        }
        Map<String, Object> proven = new LinkedHashMap<>();
        proven.put("release", tree.path("sha256").asText());
        proven.put("forms", tree.get("forms"));
        boolean fits = SigningKey.fits(
                        release.made().key(), canonical, tree.get("signature").asText())
                && SigningKey.fits(
                        release.made().key(),
                        Canonical.write(proven),
                        tree.path("formsSignature").asText());
        say(
                fits,
                fits ? "signature: by key " + name : "signature: does not fit the release, its proofs and key " + name);
    }

    private void forms(ReleaseDocument release, Path folder) throws IOException {
        for (Map.Entry<String, JsonNode> form : tree.path("forms").properties()) {
            String wanted = form.getValue().path("sha256").asText();
            if (form.getKey().equals("recipe.json")
                    && !wanted.equals(release.scoring().recipe())) {
                say(false, "recipe.json: is not the one that the release names");
            }
            Path file = folder.resolve(form.getKey());
            JsonNode proof = form.getValue().path("proof");
            String tried = String.format(
                    java.util.Locale.ROOT,
                    "%,d records by %s, greatest difference %s",
                    proof.path("records").asInt(),
                    proof.path("on").asText(),
                    proof.path("greatest").asText());
            if (!Files.isRegularFile(file)) {
                say(true, form.getKey() + ": not beside it; tried over " + tried);
                continue;
            }
            boolean same = Sha256.of(file).equals(wanted);
            say(same, form.getKey() + (same ? ": as it was tried, over " + tried : ": is not the file that was tried"));
        }
    }
}
