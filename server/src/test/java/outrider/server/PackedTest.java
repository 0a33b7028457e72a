package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import outrider.base.Seeds;
import outrider.server.work.Packed;

class PackedTest {
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
