package outrider.server.work;

import com.github.luben.zstd.Zstd;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/** Bulk values as compressed bytes. */
public final class Packed {
    private static final int VALUES_A_CHUNK = 65_536;

    private Packed() {}

    public static byte[] pack(byte[] plain) {
        byte[] packed = Zstd.compress(plain);
        return ByteBuffer.allocate(Integer.BYTES + packed.length)
                .putInt(plain.length)
                .put(packed)
                .array();
    }

    public static byte[] unpack(byte[] packed) {
        ByteBuffer in = ByteBuffer.wrap(packed);
        byte[] rest = new byte[packed.length - Integer.BYTES];
        int length = in.getInt();
        in.get(rest);
        return Zstd.decompress(rest, length);
    }

    /** Doubles in chunks of 65,536, bit for bit. */
    public static List<byte[]> packDoubles(double[] values) {
        List<byte[]> chunks = new ArrayList<>();
        for (int from = 0; from < values.length; from += VALUES_A_CHUNK) {
            int to = Math.min(values.length, from + VALUES_A_CHUNK);
            ByteBuffer plain = ByteBuffer.allocate((to - from) * Double.BYTES);
            for (int i = from; i < to; i++) plain.putDouble(values[i]);
            chunks.add(pack(plain.array()));
        }
        return chunks;
    }

    public static double[] unpackDoubles(List<byte[]> chunks, int size) {
        double[] values = new double[size];
        int at = 0;
        for (byte[] chunk : chunks) {
            ByteBuffer plain = ByteBuffer.wrap(unpack(chunk));
            while (plain.hasRemaining()) values[at++] = plain.getDouble();
        }
        if (at != size) throw new IllegalStateException("stored " + at + " values of " + size);
        return values;
    }

    public static byte[] packInts(int[] values) {
        ByteBuffer plain = ByteBuffer.allocate(values.length * Integer.BYTES);
        plain.asIntBuffer().put(values);
        return pack(plain.array());
    }

    public static int[] unpackInts(byte[] packed) {
        ByteBuffer plain = ByteBuffer.wrap(unpack(packed));
        int[] values = new int[plain.remaining() / Integer.BYTES];
        plain.asIntBuffer().get(values);
        return values;
    }
}
