package outrider.server.access;

/** What belongs to a brief, and how the brief of one is found. */
public enum Belonging {
    BRIEF("brief", "select id from brief where id = ?1"),
    CANDIDATE("candidate", "select brief_id from candidate where id = ?1"),
    REPORT("report", "select brief_id from report where id = ?1"),
    PIN("pin", "select brief_id from pin where id = ?1"),
    SEARCH("search", "select brief_id from search where id = ?1"),
    LIST("list", "select brief_id from scored_list where id = ?1"),
    RELEASE("release", "select brief_id from release where id = ?1"),
    SCOREKEY("key", "select brief_id from score_key where id = ?1"),
    SCHEDULE("schedule", "select brief_id from schedule where id = ?1"),
    BATCH("batch", "select brief_id from follow_batch where id = ?1"),
    NOTICE("notice", "select brief_id from follow_notice where id = ?1"),
    FOLLOWREPORT("follow-up report", "select brief_id from follow_report where id = ?1"),
    DATASET("file", "select id from brief where dataset_id = ?1"),
    UPLOAD("file", "select brief_id from upload where id = ?1 and brief_id is not null");

    final String word;
    final String briefs;

    Belonging(String word, String briefs) {
        this.word = word;
        this.briefs = briefs;
    }
}
