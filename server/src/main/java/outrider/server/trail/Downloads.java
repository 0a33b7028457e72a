package outrider.server.trail;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.transaction.Transactional;

/** Puts on the trail what somebody took along. */
@ApplicationScoped
public class Downloads {
    /** Records or scores of a brief. */
    @Transactional
    public void records(long briefId, String file) {
        Trail.brief(briefId, Act.RECORDS_TAKEN, file, "");
    }

    /** What scores elsewhere as a candidate does here. */
    @Transactional
    public void recipe(long briefId, String candidate) {
        Trail.brief(briefId, Act.RECIPE_TAKEN, candidate, "");
    }

    /** A form of a release. */
    @Transactional
    public void form(long briefId, int version, String form) {
        Trail.brief(briefId, Act.FORM_TAKEN, "version " + version, form);
    }

    /** A file as it was brought. */
    @Transactional
    public void file(String name) {
        Trail.house(Act.RECORDS_TAKEN, name, "");
    }
}
