package outrider.server.trail;

/** What can be done that goes on the audit trail. The words are part of an entry's hash and never change. */
public enum Act {
    PASSWORD_CHANGED("password changed"),
    ACCOUNT_MADE("account made"),
    ACCOUNT_CHANGED("account changed"),
    DATA_BROUGHT("data brought"),
    DATA_TAKEN_AWAY("data taken away"),
    DATA_REPLACED("data replaced"),
    BRIEF_BEGUN("brief begun"),
    BRIEF_CHANGED("brief changed"),
    EDITION_BEGUN("edition begun"),
    COLUMNS_CHANGED("columns changed"),
    COLUMNS_DESCRIBED("columns described"),
    COLUMNS_UNDONE("change of columns undone"),
    SPLIT_MADE("split made"),
    CANDIDATE_MADE("candidate made"),
    CANDIDATE_FITTED("candidate fitted"),
    CANDIDATE_STOPPED("candidate stopped"),
    CANDIDATE_FAILED("candidate failed"),
    CANDIDATE_REMARKED("candidate remarked"),
    CANDIDATE_DELETED("candidate deleted"),
    CANDIDATE_BROUGHT_BACK("candidate brought back"),
    SEARCH_BEGUN("search begun"),
    CUT_SET("cut set"),
    LOOKED("looked at validation"),
    PINNED("pinned"),
    PIN_REMARKED("note on a pin changed"),
    PIN_REMOVED("pin removed"),
    LIST_SCORED("list scored"),
    POLICY_CHANGED("policy changed"),
    RESERVE_OPENED("reserve opened"),
    REPORT_WRITTEN("report written"),
    REPORT_SUBMITTED("report submitted"),
    CHECK_WAIVED("check waived"),
    REPORT_APPROVED("report approved"),
    REPORT_RETURNED("report returned"),
    REPORT_WITHDRAWN("report withdrawn");

    private final String words;

    Act(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
