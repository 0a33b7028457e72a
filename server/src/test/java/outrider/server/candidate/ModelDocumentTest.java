package outrider.server.candidate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.learn.BaseRate;
import outrider.learn.CoinToss;
import outrider.learn.GroupRates;
import outrider.learn.LogisticModel;
import outrider.learn.Model;
import outrider.learn.Nobody;
import outrider.learn.SuppliedScore;
import outrider.server.work.Packed;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

class ModelDocumentTest {
    private static final int RECORDS = 400;
    private static final byte[] OUTCOME = new byte[RECORDS];
    private static final Table TABLE = table();
    private static final int[] TRAINING = IntStream.range(0, 250).toArray();

    private static Table table() {
        var random = new Seeds(6).stream("models");
        double[] x = new double[RECORDS];
        double[] constant = new double[RECORDS];
        int[] tier = new int[RECORDS];
        for (int i = 0; i < RECORDS; i++) {
            x[i] = i % 9 == 0 ? Double.NaN : random.nextGaussian() * 1e3 + 1 / 3.0;
            tier[i] = random.nextInt(4) - 1;
            OUTCOME[i] = (byte) (random.nextDouble() < 1 / (1 + Math.exp(1 - x[i] / 900)) ? 1 : 0);
        }
        return new Table(
                List.of(
                        new NumberColumn("x", x),
                        new NumberColumn("constant", constant),
                        new CategoryColumn("tier", tier, List.of("town", "tour, \"far\"", "race"))),
                null);
    }

    static Stream<Model> models() {
        return Stream.of(
                LogisticModel.train(TABLE, List.of("x", "constant", "tier"), TRAINING, OUTCOME, 0, Progress.NONE),
                LogisticModel.train(TABLE, List.of("x", "tier"), TRAINING, OUTCOME, 0.7, Progress.NONE),
                Nobody.train(TRAINING, OUTCOME),
                BaseRate.train(TRAINING, OUTCOME),
                new CoinToss(9),
                GroupRates.train(TABLE, List.of("tier"), TRAINING, OUTCOME),
                new SuppliedScore("constant", true, false));
    }

    @ParameterizedTest
    @MethodSource("models")
    void aModelReadBackScoresBitEqual(Model model) {
        int[] all = IntStream.range(0, RECORDS).toArray();
        Model back = ModelDocument.read(ModelDocument.write(model));
        assertThat(back.score(TABLE, all)).isEqualTo(model.score(TABLE, all));
        assertThat(back.probability()).isEqualTo(model.probability());
        assertThat(back.columns()).isEqualTo(model.columns());
    }

    @Test
    void documentsOfLaterFormatsAndDamagedOnesAreRefused() {
        String stored = ModelDocument.write(new CoinToss(1));
        assertThatThrownBy(() -> ModelDocument.read(stored.replace("\"format\":1", "\"format\":2")))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("is of format 2");
        assertThatThrownBy(() -> ModelDocument.read(stored.substring(5))).hasMessageContaining("cannot be read");
        assertThatThrownBy(() -> ModelDocument.read(stored.replace("coinToss", "oracle")))
                .hasMessageContaining("oracle");
    }

    @Test
    void packedDoublesKeepEveryBit() {
        double[] values = new double[70_000];
        var random = new Seeds(7).stream("bits");
        for (int i = 0; i < values.length; i++) values[i] = Double.longBitsToDouble(random.nextLong());
        List<byte[]> chunks = Packed.packDoubles(values);
        assertThat(chunks).hasSize(2);
        double[] back = Packed.unpackDoubles(chunks, values.length);
        for (int i = 0; i < values.length; i++) {
            if (Double.doubleToRawLongBits(back[i]) != Double.doubleToRawLongBits(values[i])) {
                throw new AssertionError("value " + i + " changed");
            }
        }
        assertThatThrownBy(() -> Packed.unpackDoubles(chunks.subList(0, 1), values.length))
                .hasMessageContaining("stored 65536 values of 70000");
        assertThat(Packed.unpackInts(Packed.packInts(new int[] {3, -1, Integer.MIN_VALUE})))
                .containsExactly(3, -1, Integer.MIN_VALUE);
    }
}
