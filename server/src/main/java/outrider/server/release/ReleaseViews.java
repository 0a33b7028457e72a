package outrider.server.release;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.casefile.Canonical;
import outrider.casefile.ReleaseDocument;
import outrider.documents.proof.FormKind;
import outrider.documents.proof.Proof;
import outrider.server.trail.ServerKey;
import outrider.server.work.WorkStatus;

/** What is shown of releases, and what leaves with them. */
@ApplicationScoped
class ReleaseViews {
    private final Releases releases;
    private final ServerKey key;

    ReleaseViews(Releases releases, ServerKey key) {
        this.releases = releases;
        this.key = key;
    }

    /**
     * A form and its proof.
     *
     * @param agrees whether it gives the application's scores, and so may be taken along
     * @param message why not, or why there is none; null otherwise
     */
    record FormView(
            FormKind form,
            String title,
            String file,
            WorkStatus status,
            boolean agrees,
            @Nullable String message,
            @Nullable Long size,
            @Nullable Proof proof,
            @Nullable Instant triedAt) {}

    /** What was done with a release. */
    record ReleaseActView(ReleaseAct.Kind act, String by, Instant at, String words) {}

    /** A release: its state, its acts and its forms. */
    record ReleaseView(
            long id,
            ReleaseDocument release,
            ReleaseState.Kind state,
            String words,
            String sha256,
            List<ReleaseActView> acts,
            List<FormView> forms) {}

    @ActivateRequestContext
    List<ReleaseView> of(long briefId) {
        return releases.of(briefId).stream().map(this::view).toList();
    }

    @ActivateRequestContext
    ReleaseView view(Release release) {
        ReleaseState state = releases.state(release);
        return new ReleaseView(
                release.id,
                releases.document(release),
                state.kind(),
                state.words(),
                release.sha256,
                releases.acts(release.id).stream()
                        .map(a -> new ReleaseActView(a.act, a.byName, a.at, a.words))
                        .toList(),
                forms(release.id).stream().map(ReleaseViews::view).toList());
    }

    private static List<ReleaseForm> forms(long releaseId) {
        return ReleaseForm.list("releaseId = ?1 order by id", releaseId);
    }

    private static FormView view(ReleaseForm form) {
        return new FormView(
                form.kind,
                form.kind.title(),
                form.kind.file(),
                form.status,
                form.agrees(),
                form.message,
                form.size,
                form.proof,
                form.triedAt);
    }

    /** The release with what proves it: signature, forms, and a signature over both. */
    @ActivateRequestContext
    byte[] evidence(Release release) {
        Map<String, Object> forms = new LinkedHashMap<>();
        for (ReleaseForm form : forms(release.id)) {
            if (!form.agrees()) continue;
            Map<String, Object> told = new LinkedHashMap<>();
            told.put("sha256", form.sha256);
            told.put("proof", form.proof);
            told.put("triedAt", String.valueOf(form.triedAt));
            forms.put(form.kind.file(), told);
        }
        Map<String, Object> proven = new LinkedHashMap<>();
        proven.put("release", release.sha256);
        proven.put("forms", forms);
        Map<String, Object> file = new LinkedHashMap<>();
        file.put("release", Canonical.tree(releases.document(release)));
        file.put("sha256", release.sha256);
        file.put("signature", release.signature);
        file.put("forms", forms);
        file.put("formsSignature", key.pair().sign(Canonical.write(proven)));
        return Canonical.write(file);
    }
}
