package outrider.server.signoff;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import outrider.base.BadInput;

class PressTest {
    private static String page(int paragraphs) {
        return "<html><head><title>Sign-off</title></head><body><h1>Sign-off</h1>"
                + "<p>A paragraph that takes some room on its page.</p>".repeat(paragraphs) + "</body></html>";
    }

    @Test
    void aPageIsPrintedInAProcessOfItsOwn() throws InterruptedException {
        byte[] pdf = new Press(256, 60).pdf(page(3));
        assertThat(new String(pdf, 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");
    }

    @Test
    void onePageCannotTakeAllMemoryNorAllTime() {
        assertThatThrownBy(() -> new Press(16, 60).pdf(page(60_000)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("report: takes more than 16 MB to print");
        assertThatThrownBy(() -> new Press(256, 0).pdf(page(3)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("report: takes too long to print");
        assertThat(ProcessHandle.current()
                        .children()
                        .filter(ProcessHandle::isAlive)
                        .filter(child -> child.info().commandLine().orElse("").contains("PrintMain")))
                .isEmpty();
    }
}
