package outrider.server.trail;

import java.util.List;

/** What can be done that goes on the audit trail. The words are part of an entry's hash and never change. */
public enum Act {
    SIGNED_IN("signed in"),
    SIGN_IN_REFUSED("sign-in refused"),
    SIGNED_OUT("signed out"),
    SIGN_IN_ENDED("sign-in ended"),
    PASSWORD_CHANGED("password changed"),
    ACCOUNT_MADE("account made"),
    ACCOUNT_CHANGED("account changed"),
    DATA_BROUGHT("data brought"),
    DATA_TAKEN_AWAY("data taken away"),
    DATA_REPLACED("data replaced"),
    RECORDS_TAKEN("records taken along"),
    RECIPE_TAKEN("recipe taken along"),
    MEMBER_LET_IN("member let in"),
    MEMBER_SENT_AWAY("member sent away"),
    HANDED_ON("brief handed on"),
    BRIEF_BEGUN("brief begun"),
    BRIEF_CHANGED("brief changed"),
    REVISION_BEGUN("revision begun"),
    /** What a revision was called in entries of before. */
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
    LIST_DELETED("list deleted"),
    LIST_SCORED("list scored"),
    POLICY_CHANGED("policy changed"),
    RESERVE_OPENED("reserve opened"),
    REPORT_WRITTEN("report written"),
    REPORT_SUBMITTED("report submitted"),
    CHECK_WAIVED("check waived"),
    REPORT_APPROVED("report approved"),
    REPORT_RETURNED("report returned"),
    REPORT_WITHDRAWN("report withdrawn"),
    RELEASED("released"),
    RELEASE_PAUSED("release paused"),
    RELEASE_RESUMED("release resumed"),
    RELEASE_ENDED("release ended"),
    FORM_TAKEN("form taken along"),
    SCORE_KEY_MADE("key of the endpoint made"),
    SCORE_KEY_REVOKED("key of the endpoint revoked"),
    REQUESTS_KEPT("requests kept from now on"),
    REQUESTS_NOT_KEPT("requests not kept from now on"),
    REQUESTS_DISCARDED("kept requests discarded"),
    SCHEDULE_MADE("lists scheduled"),
    SCHEDULE_ENDED("scheduled lists ended"),
    BATCH_BROUGHT("batch brought"),
    OUTCOMES_BROUGHT("outcomes brought"),
    NOTICE_MADE("notice made"),
    NOTICE_ANSWERED("notice answered"),
    FOLLOW_UP_ISSUED("follow-up report issued"),
    FOLLOW_UP_APPROVED("follow-up report approved"),
    FOLLOW_UP_RETURNED("follow-up report returned");

    /** Those that shape what a report proposes; whoever did one does not decide on it. */
    public static final List<Act> SHAPING = List.of(
            BRIEF_BEGUN,
            BRIEF_CHANGED,
            REVISION_BEGUN,
            EDITION_BEGUN,
            DATA_REPLACED,
            COLUMNS_CHANGED,
            COLUMNS_DESCRIBED,
            COLUMNS_UNDONE,
            SPLIT_MADE,
            CANDIDATE_MADE,
            CANDIDATE_REMARKED,
            CANDIDATE_DELETED,
            CANDIDATE_BROUGHT_BACK,
            SEARCH_BEGUN,
            CUT_SET,
            PINNED,
            PIN_REMARKED,
            PIN_REMOVED,
            RESERVE_OPENED,
            REPORT_WRITTEN,
            REPORT_SUBMITTED);

    private final String words;

    Act(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
