package outrider.server.pin;

import jakarta.enterprise.context.ApplicationScoped;
import jakarta.persistence.EntityManager;
import jakarta.transaction.Transactional;
import jakarta.ws.rs.NotFoundException;
import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Inline;
import outrider.casefile.Paragraph;
import outrider.report.SafeDrawing;
import outrider.server.brief.Briefs;
import outrider.server.trail.Act;
import outrider.server.trail.Trail;
import outrider.server.web.Seen;

/** What was pinned for a brief's report. */
@ApplicationScoped
public class Pins {
    private static final int MOST = 60;
    private static final int LONGEST_DRAWING = 600_000;
    private static final int MOST_CELLS = 20_000;
    private static final int LONGEST_NOTE = 4000;
    private static final int LONGEST_READING = 2000;
    private static final int LONGEST_TITLE = 200;

    private final Briefs briefs;

    private final EntityManager database;
    private final Clock clock;

    Pins(Briefs briefs, EntityManager database, Clock clock) {
        this.database = database;
        this.clock = clock;
        this.briefs = briefs;
    }

    /** What to pin; {@code drawing} and {@code cells} are null for a sentence. */
    public record NewPin(Said said, Shown shown) {
        /**
         * What it is, and where it goes.
         */
        public record Said(Pin.Kind kind, Paragraph chapter, String title, String note) implements Inline {}

        /**
         * What it shows.
         */
        public record Shown(
                String reading,
                @Nullable String drawing,
                @Nullable List<List<String>> cells,
                @Nullable Long candidateId,
                @Nullable Double records)
                implements Inline {}
    }

    /** In the order in which they were pinned. */
    public List<Pin> of(long briefId) {
        return Pin.list("briefId = ?1 order by id", briefId);
    }

    @Transactional
    public Pin add(long briefId, NewPin wanted, String by) {
        briefs.get(briefId);
        if (wanted.said().kind() == null
                || wanted.said().chapter() == null
                || blank(wanted.said().title())) {
            throw BadInput.of("pin", "says not what it is", "give its kind, its chapter and a title");
        }
        if (Pin.count("briefId", briefId) >= MOST) {
            throw BadInput.of("pin", "is one too many: " + MOST + " wait already", "remove some on Sign-off");
        }
        boolean whole = switch (wanted.said().kind()) {
            case CHART -> !blank(wanted.shown().drawing());
            case TABLE ->
                wanted.shown().cells() != null && !wanted.shown().cells().isEmpty();
            case SENTENCE -> !blank(wanted.shown().reading());
        };
        if (!whole) throw BadInput.of("pin", "is empty", "pin something that shows figures");
        demandShort("title", wanted.said().title(), LONGEST_TITLE);
        demandShort("reading", wanted.shown().reading(), LONGEST_READING);
        demandShort("drawing", wanted.shown().drawing(), LONGEST_DRAWING);
        if (wanted.shown().cells() != null
                && wanted.shown().cells().stream().mapToInt(List::size).sum() > MOST_CELLS) {
            throw BadInput.of("cells", "are more than " + MOST_CELLS, "pin a smaller table");
        }
        if (wanted.shown().candidateId() != null
                && ofAnother(briefId, wanted.shown().candidateId())) {
            throw BadInput.of("candidateId", "is no candidate of this brief", "pin what this brief shows");
        }
        Pin pin = new Pin();
        pin.briefId = briefId;
        pin.kind = wanted.said().kind();
        pin.chapter = wanted.said().chapter();
        pin.title = wanted.said().title();
        pin.note = checkedNote(wanted.said().note());
        pin.reading = wanted.shown().reading() == null ? "" : wanted.shown().reading();
        String drawing = wanted.shown().drawing();
        pin.drawing = drawing == null || drawing.isBlank()
                ? null
                : SafeDrawing.of(drawing, "", wanted.said().title());
        pin.cells = wanted.shown().cells();
        pin.candidateId = wanted.shown().candidateId();
        pin.records = wanted.shown().records();
        pin.createdBy = by;
        pin.createdAt = clock.instant();
        pin.persist();
        Trail.add(Trail.chain(briefId), by, Act.PINNED, pin.title, "to " + pin.chapter.title() + ". " + pin.note);
        return pin;
    }

    /** @param seen the note as the editor saw it */
    @Transactional
    public Pin note(long id, String note, @Nullable String seen) {
        Pin pin = get(id);
        Seen.demand(seen, pin.note);
        pin.note = checkedNote(note);
        Trail.brief(pin.briefId, Act.PIN_REMARKED, pin.title, pin.note);
        return pin;
    }

    @Transactional
    public void remove(long id) {
        Pin pin = get(id);
        pin.delete();
        Trail.brief(pin.briefId, Act.PIN_REMOVED, pin.title, "");
    }

    private boolean ofAnother(long briefId, long candidateId) {
        return database.createQuery("select count(c) from Candidate c where c.id = ?1 and c.briefId = ?2", Long.class)
                        .setParameter(1, candidateId)
                        .setParameter(2, briefId)
                        .getSingleResult()
                == 0;
    }

    private static Pin get(long id) {
        Pin pin = Pin.findById(id);
        if (pin == null) throw new NotFoundException("no pin " + id);
        return pin;
    }

    private static String checkedNote(String note) {
        demandShort("note", note, LONGEST_NOTE);
        return note == null ? "" : note.strip();
    }

    private static void demandShort(String field, @Nullable String text, int most) {
        if (text == null || text.length() <= most) return;
        throw BadInput.of(field, "has " + text.length() + " characters", "use at most " + most);
    }

    private static boolean blank(@Nullable String text) {
        return text == null || text.isBlank();
    }
}
