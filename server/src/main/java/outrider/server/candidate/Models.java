package outrider.server.candidate;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import outrider.base.BadInput;
import outrider.documents.ModelDocument;
import outrider.learn.Model;
import outrider.server.work.Caches;
import outrider.server.work.Kept;
import outrider.server.work.Packed;

/** Fitted models as documents in the database; those used last stay in memory while there is room. */
@ApplicationScoped
public class Models {
    /** About so many bytes a learnt number takes. */
    private static final long BYTES = 16;

    private final Kept<Long, Model> recent = Caches.MODELS.make(model -> BYTES * model.size());

    void keep(long candidateId, Model model) {
        CandidateModel row = CandidateModel.findById(candidateId);
        boolean known = row != null;
        if (!known) row = new CandidateModel();
        row.candidateId = candidateId;
        row.document = Packed.pack(ModelDocument.write(model));
        if (!known) row.persist();
        recent.put(candidateId, model);
    }

    /** @throws BadInput if it is not fitted, or its document cannot be read */
    @ActivateRequestContext
    public Model of(long candidateId) {
        return recent.get(candidateId, Models::read);
    }

    private static Model read(long candidateId) {
        CandidateModel row = CandidateModel.findById(candidateId);
        if (row == null)
            throw BadInput.state(
                    BadInput.Code.NOT_READY, "candidate", "is not fitted", "wait for it, or make it again");
        boolean plain = row.document.length > 0 && row.document[0] == '{';
        return ModelDocument.read(plain ? row.document : Packed.unpack(row.document));
    }
}
