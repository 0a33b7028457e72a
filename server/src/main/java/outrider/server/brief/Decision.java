package outrider.server.brief;

import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.BriefFile;
import outrider.casefile.BriefFile.Outcome;
import outrider.casefile.Campaign;
import outrider.stakes.Stakes;

/**
 * What a brief settles: the question, which level of which column is the event, how things are called, what acting is worth and
 * what for.
 *
 * @param outcome null where no column is chosen yet; its events may still be missing
 */
public record Decision(
        String name,
        String question,
        @Nullable Outcome outcome,
        BriefFile.Words words,
        Stakes stakes,
        Campaign campaign) {

    /** @throws BadInput naming the field that will not do */
    public Decision {
        if (words == null) throw missing("words");
        if (stakes == null) throw missing("stakes");
        if (campaign == null) throw missing("campaign");
        name = words("name", name, 200);
        question = words("question", question, 1000);
        words = new BriefFile.Words(
                words("words.records", words.records(), 80),
                words("words.events", words.events(), 80),
                words("words.acting", words.acting(), 80),
                words("words.currency", words.currency(), 10));
    }

    /** A brief on a file of so many records that nobody has written yet. */
    static Decision plain(String name, String question, int records) {
        return new Decision(
                name,
                question,
                null,
                BriefFile.Words.PLAIN,
                new Stakes(0, 0, 0, 0, 0, 1),
                new Campaign(records, null, null, null));
    }

    private static BadInput missing(String field) {
        return BadInput.of(field, "is missing", "send all of it");
    }

    private static String words(String field, @Nullable String text, int most) {
        if (text == null || text.isBlank()) throw BadInput.of(field, "is empty", "say it in a few words");
        if (text.length() > most) throw BadInput.of(field, "is longer than " + most + " letters", "shorten it");
        return text.strip();
    }
}
