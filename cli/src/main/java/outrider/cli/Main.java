package outrider.cli;

import java.io.PrintWriter;
import java.nio.charset.Charset;
import java.util.List;
import outrider.base.BadInput;
import picocli.CommandLine;
import picocli.CommandLine.Command;

/** The headless commands. Exit code 0 for success, 2 for bad input, which is told in one line on standard error. */
@Command(name = "outrider", mixinStandardHelpOptions = true, description = "Headless use of Outrider.")
public final class Main {
    private static final List<Class<?>> COMMANDS = List.of(
            EvaluateCommand.class,
            BringCommand.class,
            ScoreCommand.class,
            RunCommand.class,
            VerifyCommand.class,
            ReleaseCommand.class,
            FollowCommand.class);

    private Main() {}

    public static void main(String[] args) {
        // libraries log through it, and here nobody listens
        System.setProperty("slf4j.internal.verbosity", "ERROR");
        // the parser would look through every archive for a language that is not used here
        System.setProperty("picocli.disable.closures", "true");
        EvaluateCommand.readAhead(args);
        System.exit(run(
                new PrintWriter(System.out, true, Charset.defaultCharset()),
                new PrintWriter(System.err, true, Charset.defaultCharset()),
                args));
    }

    static int run(PrintWriter out, PrintWriter err, String... args) {
        CommandLine line = new CommandLine(new Main());
        for (Class<?> command : asked(args)) line.addSubcommand(command);
        line.setOut(out).setErr(err);
        line.setExecutionExceptionHandler((e, command, parsed) -> {
            if (!(e instanceof BadInput)) throw e;
            err.println(oneLine(e));
            return 2;
        });
        line.setParameterExceptionHandler((e, rest) -> {
            err.println(oneLine(e) + " (see outrider " + e.getCommandLine().getCommandName() + " --help)");
            return 2;
        });
        int code = line.execute(args);
        out.flush();
        err.flush();
        return code;
    }

    /** The command that is named; all where none is. Looking at all of them takes as long as a small evaluation. */
    private static List<Class<?>> asked(String... args) {
        List<Class<?>> named = COMMANDS.stream()
                .filter(c ->
                        args.length > 0 && c.getAnnotation(Command.class).name().equals(args[0]))
                .toList();
        return named.isEmpty() ? COMMANDS : named;
    }

    private static String oneLine(Exception e) {
        return "outrider: " + String.valueOf(e.getMessage()).replaceAll("\\s*\\R\\s*", " ");
    }
}
