package outrider.report;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;

/** Prints one page in a process of its own, whose time and memory have an end: HTML in UTF-8 comes in, a PDF goes out. */
public final class PrintMain {
    private PrintMain() {}

    public static void main(String[] args) throws IOException {
        PrintStream out = System.out;
        System.setOut(System.err);
        out.write(PdfReport.of(new String(System.in.readAllBytes(), StandardCharsets.UTF_8)));
        out.flush();
        if (out.checkError()) throw new IOException("the PDF could not be written");
    }
}
