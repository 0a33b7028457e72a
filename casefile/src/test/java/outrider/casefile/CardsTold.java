package outrider.casefile;

import outrider.check.CandidateAlarm;
import outrider.check.CandidateEvidence;

/** An alarm of a candidate that only tests have: it is this file and its line, and nothing else knows it. */
public final class CardsTold implements CandidateAlarm {
    @Override
    public String code() {
        return "cardsTold";
    }

    @Override
    public String words() {
        return "cards told";
    }

    @Override
    public boolean leak() {
        return true;
    }

    @Override
    public String rings(CandidateEvidence evidence) {
        CandidateEvidence.Apart apart = evidence.apart();
        return apart == null || !apart.column().equals("card_no")
                ? null
                : "Somebody looked into " + apart.units() + " cards.";
    }
}
