package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.stakes.Capacity;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;

class CampaignTest {
    @Test
    void aCapacityIsAShareOfItAndNoneStaysNone() {
        assertThat(new Campaign(400, 100.0, null, null).capacityShare()).isEqualTo(new Capacity(0.25, true));
        assertThat(new Campaign(400, null, null, null).capacityShare()).isNull();
        assertThat(new Campaign(400, null, null, null).plannedRateOrNone()).isNaN();
        assertThat(new Campaign(400, 100.0, 0.2, null).ofSize(800)).isEqualTo(new Campaign(800, 100.0, 0.2, null));
    }

    @Test
    void whatCannotBeIsRefusedByItsName() {
        assertThatThrownBy(() -> new Campaign(0, null, null, null)).hasMessageStartingWith("campaignSize: is 0");
        assertThatThrownBy(() -> new Campaign(Double.NaN, null, null, null)).hasMessageStartingWith("campaignSize");
        assertThatThrownBy(() -> new Campaign(400, 401.0, null, null)).hasMessageStartingWith("capacity: is 401");
        assertThatThrownBy(() -> new Campaign(400, -1.0, null, null)).hasMessageStartingWith("capacity: is -1");
        assertThatThrownBy(() -> new Campaign(400, null, 1.0, null)).hasMessageStartingWith("plannedRate: is 1");
        assertThatThrownBy(() -> new Campaign(400, null, 0.0, null)).hasMessageStartingWith("plannedRate: is 0");
    }

    @Test
    void anOutcomeReadAnewKeepsWhatIsStillThere() {
        var asked = new BriefFile.Outcome("late", List.of("1.0"), List.of("", "9.0"), false);
        var numbers = new NumberColumn("late", new double[] {0, 1, Double.NaN, 9});
        assertThat(asked.readAnew(numbers)).isEqualTo(new BriefFile.Outcome("late", List.of("1"), List.of("9"), true));
        var texts = new CategoryColumn("late", new int[] {0, 1, 1}, List.of("no", "yes"));
        assertThat(asked.readAnew(texts)).isEqualTo(new BriefFile.Outcome("late", List.of(), List.of(), false));
    }

    @Test
    void anOutcomeNeedsItsColumnAndTakesWhatIsLeftOutForNothing() {
        assertThat(new BriefFile.Outcome("state", null, null, false))
                .isEqualTo(new BriefFile.Outcome("state", java.util.List.of(), java.util.List.of(), false));
        assertThatThrownBy(() -> new BriefFile.Outcome("", null, null, false))
                .hasMessageStartingWith("outcome.column: not given");
    }
}
