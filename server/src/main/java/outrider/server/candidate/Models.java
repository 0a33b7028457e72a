package outrider.server.candidate;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.enterprise.context.control.ActivateRequestContext;
import java.lang.ref.SoftReference;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import outrider.base.BadInput;
import outrider.documents.ModelDocument;
import outrider.learn.Model;
import outrider.server.work.Packed;

/** Fitted models as documents in the database; those used last stay in memory while there is room. */
@ApplicationScoped
public class Models {
    private static final int KEPT = 24;

    private final Map<Long, SoftReference<Model>> recent =
            Collections.synchronizedMap(new LinkedHashMap<>(32, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<Long, SoftReference<Model>> eldest) {
                    return size() > KEPT;
                }
            });

    void keep(long candidateId, Model model) {
        CandidateModel row = CandidateModel.findById(candidateId);
        boolean known = row != null;
        if (!known) row = new CandidateModel();
        row.candidateId = candidateId;
        row.document = Packed.pack(ModelDocument.write(model));
        if (!known) row.persist();
        recent.put(candidateId, new SoftReference<>(model));
    }

    /** @throws BadInput if it is not fitted, or its document cannot be read */
    @ActivateRequestContext
    public Model of(long candidateId) {
        SoftReference<Model> known = recent.get(candidateId);
        Model model = known == null ? null : known.get();
        if (model != null) return model;
        CandidateModel row = CandidateModel.findById(candidateId);
        if (row == null)
            throw BadInput.state(
                    BadInput.Code.NOT_READY, "candidate", "is not fitted", "wait for it, or make it again");
        boolean plain = row.document.length > 0 && row.document[0] == '{';
        model = ModelDocument.read(plain ? row.document : Packed.unpack(row.document));
        recent.put(candidateId, new SoftReference<>(model));
        return model;
    }
}
