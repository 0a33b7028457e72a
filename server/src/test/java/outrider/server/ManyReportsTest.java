package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.quarkus.narayana.jta.QuarkusTransaction;
import io.quarkus.test.junit.QuarkusTest;
import java.util.Map;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.Test;

/** A house with a thousand reports. */
@QuarkusTest
class ManyReportsTest extends ReportSteps {
    private static final int REPORTS = 1000;
    /** for one of them there are about as many */
    private static final int MOST_STATEMENTS = 25;

    @Test
    void areListedByTheSameFewStatementsAsOne() {
        int first = submit(compared());
        copy(first);
        Statistics statistics =
                database.getEntityManagerFactory().unwrap(SessionFactory.class).getStatistics();
        statistics.setStatisticsEnabled(true);
        Map<String, Object> policy =
                Map.of("name", "House", "checks", Map.of("looks", Map.of("atMost", 0)), "basedOn", newestPolicy());
        statistics.clear();
        assertThat(ok(approver.get("/reports/waiting")).getList("id")).hasSizeGreaterThan(REPORTS);
        long brief = ok(approver.get("/reports/" + first)).getLong("head.briefId");
        assertThat(ok(approver.get("/reports?brief=" + brief)).getList("id")).hasSize(REPORTS + 1);
        assertThat(statistics.getPrepareStatementCount()).isBetween(3L, 3L * MOST_STATEMENTS);

        withdrawn(first + 1);
        statistics.clear();
        int open = ok(administrator.post("/policy/trial", policy)).getInt("open");
        assertThat(open).isBetween(1, REPORTS - 1);
        assertThat(statistics.getPrepareStatementCount()).isBetween(1L, open + (long) MOST_STATEMENTS);
        statistics.setStatisticsEnabled(false);
        withdrawn(first);
    }

    private int newestPolicy() {
        return ok(administrator.get("/policy")).getInt("[0].version");
    }

    private void copy(int report) {
        QuarkusTransaction.requiringNew()
                .run(() -> database.createNativeQuery("""
                insert into report (brief_id, evidence, sha256, signature, rendering, cannot_approve, issued_by, issued_at)
                select brief_id, evidence, sha256, signature, rendering, cannot_approve, issued_by, issued_at
                from report, generate_series(1, ?1) where id = ?2""")
                        .setParameter(1, REPORTS)
                        .setParameter(2, report)
                        .executeUpdate());
        say(report + 1, "submitted");
    }

    private void withdrawn(int from) {
        say(from, "withdrawn");
    }

    /** To this report and all of its brief after it. */
    private void say(int from, String act) {
        QuarkusTransaction.requiringNew()
                .run(() -> database.createNativeQuery("""
                insert into report_act (report_id, act, by_name, at, words, about, condition)
                select id, ?2, 'analyst', now(), 'too many', '', '' from report
                where id >= ?1 and brief_id = (select brief_id from report where id = ?1)""")
                        .setParameter(1, from)
                        .setParameter(2, act)
                        .executeUpdate());
    }
}
