package outrider.server.brief;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import outrider.casefile.BriefFile.Words;
import outrider.casefile.Campaign;
import outrider.stakes.Stakes;

class DecisionTest {
    private static final Stakes STAKES = new Stakes(0, 0, 0, 0, 0, 1);
    private static final Campaign CAMPAIGN = new Campaign(10, null, null, null);

    private static Decision decision(String name, Words words) {
        return new Decision(name, "Whom?", null, words, STAKES, CAMPAIGN);
    }

    @Test
    void wordsAreStrippedAndRefusedByTheirField() {
        Words spaced = new Words(" members ", "lapses", "ringing", "€");
        assertThat(decision(" plan ", spaced).name()).isEqualTo("plan");
        assertThat(decision("plan", spaced).words().records()).isEqualTo("members");
        assertThatThrownBy(() -> decision(" ", spaced)).hasMessageStartingWith("name: is empty");
        assertThatThrownBy(() -> decision("x".repeat(201), spaced)).hasMessageStartingWith("name: is longer than 200");
        assertThatThrownBy(() -> decision("plan", new Words("members", "lapses", "", "€")))
                .hasMessageStartingWith("words.acting: is empty");
        assertThatThrownBy(() -> decision("plan", new Words("members", "lapses", "ringing", "euros and cents")))
                .hasMessageStartingWith("words.currency: is longer than 10 letters");
    }

    @Test
    void whatIsNotSentIsNamed() {
        assertThatThrownBy(() -> decision("plan", null)).hasMessageStartingWith("words: is missing");
        assertThatThrownBy(() -> new Decision("plan", "Whom?", null, Words.PLAIN, null, CAMPAIGN))
                .hasMessageStartingWith("stakes: is missing");
        assertThatThrownBy(() -> new Decision("plan", "Whom?", null, Words.PLAIN, STAKES, null))
                .hasMessageStartingWith("campaign: is missing");
    }

    @Test
    void aFileThatNobodyHasWrittenOfIsABriefOnAllOfIt() {
        Decision plain = Decision.plain("plan", "Whom?", 36_000);
        assertThat(plain.outcome()).isNull();
        assertThat(plain.campaign()).isEqualTo(new Campaign(36_000, null, null, null));
        assertThat(plain.stakes().successRate()).isEqualTo(1);
    }
}
