package outrider.search;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.Cases;
import outrider.learn.Learners;
import outrider.prepare.TrainingData;
import outrider.split.Balance;

class SearchTest {
    private static final TrainingData DATA = Cases.mixed(300, 3);
    private static final Search.Plan PLAN = new Search.Plan(
            List.of(Learners.named("logistic"), Learners.named("tree"), Learners.named("bayes")),
            Search.Measure.AUC,
            0,
            3,
            5);

    private static void go(List<Search.Trial> done, int count, int threads) {
        while (done.size() < count) {
            Search.Trial next = Search.next(PLAN, DATA.inputs().size(), done);
            done.add(Search.run(PLAN, next, DATA, Balance.NONE, new Workers(threads), Progress.NONE));
        }
    }

    @Test
    void aSearchTakenUpAgainGoesOnAsItWouldHave() {
        List<Search.Trial> whole = new ArrayList<>();
        go(whole, 12, 1);
        List<Search.Trial> parts = new ArrayList<>();
        go(parts, 5, 2);
        parts = new ArrayList<>(parts);
        go(parts, 12, 2);
        for (int i = 0; i < 12; i++) {
            assertThat(parts.get(i).settings()).isEqualTo(whole.get(i).settings());
            assertThat(parts.get(i).value()).isEqualTo(whole.get(i).value());
        }
        assertThat(whole.subList(0, 3))
                .extracting(Search.Trial::kind)
                .as("each kind as it comes, the fastest first")
                .containsExactly(Learners.named("bayes"), Learners.named("logistic"), Learners.named("tree"));
        assertThat(whole)
                .extracting(trial -> List.of(trial.kind(), trial.settings()))
                .doesNotHaveDuplicates();
    }

    @Test
    void theSimplestWithinOneStandardErrorIsPointedOut() {
        List<Search.Trial> trials = List.of(
                trial(0, 0.80, 0.02, 900), trial(1, 0.79, 0.01, 30), trial(2, 0.77, 0.01, 2), trial(3, null, null, 0));
        assertThat(Search.simplest(trials).number()).isEqualTo(1);
        assertThat(Search.ranked(trials)).extracting(Search.Trial::number).containsExactly(0, 1, 2);
        assertThat(Search.simplest(List.of())).isNull();
        List<Search.Trial> asSimple = List.of(trial(0, 0.79, 0.02, 30), trial(1, 0.80, 0.02, 30));
        assertThat(Search.simplest(asSimple).number()).as("no simpler one").isEqualTo(1);
    }

    private static Search.Trial trial(int number, Double value, Double error, long size) {
        return new Search.Trial(number, Learners.named("tree"), Map.of(), value, error, null, size, null);
    }

    @Test
    void aPlanThatWillNotDoIsRefusedByName() {
        assertThatThrownBy(() -> new Search.Plan(List.of(), Search.Measure.AUC, 0, 5, 1))
                .hasMessageContaining("kinds");
        assertThatThrownBy(() -> new Search.Plan(List.of(Learners.named("tree")), Search.Measure.CAPTURE, 2, 5, 1))
                .hasMessageContaining("depth");
    }
}
