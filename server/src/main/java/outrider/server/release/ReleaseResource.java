package outrider.server.release;

import static java.util.Objects.requireNonNull;

import io.quarkus.security.identity.SecurityIdentity;
import jakarta.annotation.security.RolesAllowed;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.GET;
import jakarta.ws.rs.POST;
import jakarta.ws.rs.Path;
import jakarta.ws.rs.Produces;
import jakarta.ws.rs.QueryParam;
import jakarta.ws.rs.core.Response;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.Canonical;
import outrider.casefile.ReleaseDocument;
import outrider.documents.proof.FormKind;
import outrider.server.account.Account;
import outrider.server.trail.Downloads;
import outrider.server.web.Attachment;
import outrider.server.work.Packed;
import outrider.server.work.WorkQueue;
import outrider.server.work.WorkStatus;

/** Releases of approved reports: made, paused, ended, and taken along in forms. */
@Path("/releases")
public class ReleaseResource {
    private final Releases releases;
    private final ReleaseViews views;
    private final WorkQueue queue;
    private final Downloads downloads;
    private final SecurityIdentity identity;

    ReleaseResource(
            Releases releases, ReleaseViews views, WorkQueue queue, Downloads downloads, SecurityIdentity identity) {
        this.releases = releases;
        this.views = views;
        this.queue = queue;
        this.downloads = downloads;
        this.identity = identity;
    }

    /**
     * How a report goes into service.
     *
     * @param met how the approval's condition is met; null without one
     * @param unknown null refuses what is unknown
     */
    public record NewRelease(@Nullable String met, ReleaseDocument.@Nullable Unknown unknown) {}

    /** Why something is done. */
    public record Because(@Nullable String words) {}

    private String me() {
        return identity.getPrincipal().getName();
    }

    /** The newest first. */
    @GET
    public List<ReleaseViews.ReleaseView> list(@QueryParam("brief") long brief) {
        return views.of(brief);
    }

    @POST
    @RolesAllowed(Account.ANALYST)
    public ReleaseViews.ReleaseView make(@QueryParam("report") long report, NewRelease wanted) {
        ReleaseDocument.Unknown unknown = wanted.unknown() == null ? ReleaseDocument.Unknown.REFUSED : wanted.unknown();
        Release made = releases.make(report, requireNonNull(wanted.met() == null ? "" : wanted.met()), unknown, me());
        queue.enqueue(FormWork.NAME, made.id);
        return view(made.id);
    }

    @GET
    @Path("/{id}")
    public ReleaseViews.ReleaseView view(long id) {
        return views.view(releases.get(id));
    }

    @POST
    @Path("/{id}/pause")
    @RolesAllowed({Account.ANALYST, Account.APPROVER})
    public ReleaseViews.ReleaseView pause(long id, Because because) {
        releases.act(id, ReleaseAct.Kind.PAUSED, because.words(), me());
        return view(id);
    }

    @POST
    @Path("/{id}/resume")
    @RolesAllowed(Account.ANALYST)
    public ReleaseViews.ReleaseView resume(long id, Because because) {
        releases.act(id, ReleaseAct.Kind.RESUMED, because.words(), me());
        return view(id);
    }

    @POST
    @Path("/{id}/end")
    @RolesAllowed({Account.ANALYST, Account.APPROVER})
    public ReleaseViews.ReleaseView end(long id, Because because) {
        releases.act(id, ReleaseAct.Kind.ENDED, because.words(), me());
        return view(id);
    }

    /** Makes and tries anew the forms that could not be made or tried. */
    @POST
    @Path("/{id}/forms")
    @RolesAllowed(Account.ANALYST)
    public ReleaseViews.ReleaseView again(long id) {
        tryAgain(id);
        queue.enqueue(FormWork.NAME, id);
        return view(id);
    }

    @Transactional
    void tryAgain(long id) {
        ReleaseForm.update(
                "status = ?1, message = null where releaseId = ?2 and status = ?3",
                WorkStatus.WAITING,
                id,
                WorkStatus.FAILED);
    }

    @GET
    @Path("/{id}/forms/{form}")
    @Produces("application/octet-stream")
    @Transactional
    public Response form(long id, FormKind form) {
        Release release = releases.get(id);
        ReleaseForm found =
                ReleaseForm.find("releaseId = ?1 and kind = ?2", id, form).firstResult();
        if (found == null || !found.agrees()) {
            throw BadInput.state(
                    BadInput.Code.NOT_READY,
                    form.title(),
                    found == null || found.status.open()
                            ? "is not tried yet"
                            : "does not leave the house: " + found.message,
                    "wait until it gives the same scores, or take another form");
        }
        downloads.form(release.briefId, release.version, form.title() + ", SHA-256 " + found.sha256);
        return Attachment.of(Packed.unpack(requireNonNull(found.content)), form.file());
    }

    /** The release, signed, with the proofs of its forms. */
    @GET
    @Path("/{id}/release.json")
    @Produces("application/json")
    public Response evidence(long id) {
        Release release = releases.get(id);
        return Attachment.of(views.evidence(release), "release-" + release.version + ".json");
    }

    /** A record that nobody is, as the endpoint takes it. */
    @GET
    @Path("/{id}/example")
    public Map<String, @Nullable Object> example(long id) {
        return ReleaseApi.example(releases.recipe(id).recipe());
    }

    /** How the endpoint is asked for this release's scores, as an OpenAPI document. */
    @GET
    @Path("/{id}/openapi.json")
    @Produces("application/json")
    public Response openApi(long id) {
        Release release = releases.get(id);
        Map<String, Object> document = ReleaseApi.openApi(
                release.briefId,
                releases.document(release),
                releases.recipe(id).recipe().identifier(),
                example(id));
        return Attachment.of(Canonical.write(document), "score-" + release.briefId + "-openapi.json");
    }
}
