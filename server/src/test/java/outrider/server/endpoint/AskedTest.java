package outrider.server.endpoint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.BadInput;

class AskedTest {
    private static Asked of(Asked.Form form, String body) {
        return Asked.of(form, body.getBytes(StandardCharsets.UTF_8));
    }

    /** Records in letters: absent "·", null "-". */
    private static List<String> told(Asked asked) {
        List<String> told = new ArrayList<>();
        for (int i = 0; i < asked.size(); i++) {
            StringBuilder record = new StringBuilder();
            for (SentColumn column : asked.columns().values()) {
                String said = !column.has(i) ? "·" : column.said(i) == null ? "-" : column.said(i);
                record.append(record.length() == 0 ? "" : " ").append(said);
            }
            told.add(record.toString());
        }
        return told;
    }

    @Test
    void oneRecordAListWrappedRecordsLinesAndCsvAreTheSame() {
        String one = "{\"age\": 61.5, \"tier\": \"gold\", \"note\": null, \"member\": true}";
        String two = "{\"tier\": \"\", \"age\": -3}";
        List<String> both = List.of("61.5 gold - true", "-3 - · ·");
        assertThat(told(of(Asked.Form.JSON, one))).containsExactly(both.get(0));
        assertThat(told(of(Asked.Form.JSON, "[" + one + "," + two + "]"))).isEqualTo(both);
        assertThat(told(of(Asked.Form.JSON, " {\"records\": [" + one + "," + two + "]} ")))
                .isEqualTo(both);
        assertThat(told(of(Asked.Form.NDJSON, one + "\n\n" + two + "\n"))).isEqualTo(both);
        assertThat(told(of(Asked.Form.CSV, "\uFEFFage;tier\n61.5;gold\n;\"a;b\"\n")))
                .containsExactly("61.5 gold", "- a;b");
        assertThat(told(of(Asked.Form.JSON, "{\"records\": 5, \"age\": 1}")))
                .as("a column of that name")
                .containsExactly("5 1");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "JSON | {\"age\": | is no JSON",
                "JSON | [] | records: are none",
                "JSON | [1] | record 1, record: is no object",
                "JSON | {\"age\": [1]} | holds a list or an object",
                "JSON | {\"age\": 1, \"age\": 2} | is sent twice",
                "JSON | {\"age\": 1e400} | is too large to compute with",
                "JSON | {\"age\": NaN} | is no JSON",
                "JSON | {\"age\": 1} {\"age\": 2} | goes on behind its end",
                "JSON | {\"records\": [], \"more\": 1} | are not all there is",
                "NDJSON | {\"age\": 1} [2] | record 2, record: is no object",
                "CSV | age,age | names a column twice",
                "CSV | age | records: are none"
            })
    void whatCannotBeReadIsRefusedByRecordAndField(Asked.Form form, String body, String words) {
        assertThatThrownBy(() -> of(form, body)).isInstanceOf(BadInput.class).hasMessageContaining(words);
    }

    @Test
    void raggedLinesOtherEncodingsAndTooManyAreRefused() {
        assertThatThrownBy(() -> of(Asked.Form.CSV, "a,b\n1,2\n3\n"))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("line 3")
                .hasMessageContaining("has 1 cells, the header 2");
        assertThatThrownBy(() -> of(Asked.Form.CSV, "a,b\n1,\"2\n"))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("close every quote");
        assertThatThrownBy(() -> Asked.of(Asked.Form.CSV, new byte[] {'a', '\n', (byte) 0xE9, '\n'}))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("send it in UTF-8");
        assertThatThrownBy(() -> of(Asked.Form.NDJSON, "{}\n".repeat(Asked.MOST_RECORDS + 1)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("more than 50,000");
    }

    @Test
    void formsAreKnownByTheirTypes() {
        assertThat(Asked.Form.of(null)).isEqualTo(Asked.Form.JSON);
        assertThat(Asked.Form.of("Application/JSON; charset=utf-8")).isEqualTo(Asked.Form.JSON);
        assertThat(Asked.Form.of("application/x-ndjson")).isEqualTo(Asked.Form.NDJSON);
        assertThat(Asked.Form.of("text/html")).isNull();
    }

    @Test
    void aBucketHoldsSomeAndFillsAgain() throws InterruptedException {
        RateLimit limit = new RateLimit();
        int let = 0;
        while (limit.take(1, 60) == 0) let++;
        assertThat(let).as("a sixth of a minute's").isEqualTo(10);
        assertThat(limit.take(1, 60)).isEqualTo(1);
        assertThat(limit.take(2, 1)).as("another key").isZero();
        assertThat(limit.take(2, 1)).isBetween(1L, 60L);
        Thread.sleep(1100);
        assertThat(limit.take(1, 60)).isZero();
    }
}
