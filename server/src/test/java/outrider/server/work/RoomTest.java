package outrider.server.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RoomTest {
    @Test
    void littleRoomIsToldAndEnoughIsNot(@TempDir Path folder) {
        assertThat(new Room(folder.toString(), 0).little()).isNull();
        assertThat(new Room(folder.toString(), Long.MAX_VALUE).little()).isPositive();
        assertThat(new Room(folder.resolve("not yet").toString(), Long.MAX_VALUE).little())
                .isPositive();
    }
}
