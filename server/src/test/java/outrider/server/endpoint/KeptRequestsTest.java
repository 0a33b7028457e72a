package outrider.server.endpoint;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class KeptRequestsTest {
    private static List<KeptRequest> of(int... records) {
        return IntStream.of(records)
                .mapToObj(n -> {
                    KeptRequest row = new KeptRequest();
                    row.records = n;
                    return row;
                })
                .toList();
    }

    @Test
    void theOldestThatFitBecomeOneBatchAndTheOthersWait() {
        assertThat(KeptRequests.first(of(3, 4, 5), 12)).hasSize(3);
        assertThat(KeptRequests.first(of(3, 4, 5), 11)).hasSize(2);
        assertThat(KeptRequests.first(of(30, 4), 11)).as("a large one alone").hasSize(1);
        assertThat(KeptRequests.first(of(), 11)).isEmpty();
    }
}
