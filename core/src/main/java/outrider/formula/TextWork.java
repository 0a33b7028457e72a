package outrider.formula;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.BiPredicate;
import java.util.function.ToIntFunction;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import outrider.formula.Vector.Numbers;
import outrider.formula.Vector.Texts;
import outrider.formula.Vector.Truths;
import outrider.table.NumberColumn;

/** Work on texts, done once a different text. */
final class TextWork {
    private static final int NOT_YET = -2;

    private TextWork() {}

    /** Different texts, numbered as they come. */
    static final class Pool {
        private final Map<String, Integer> codes = new HashMap<>();
        private final List<String> texts = new ArrayList<>();

        int code(@Nullable String text) {
            if (text == null) return -1;
            Integer known = codes.putIfAbsent(text, texts.size());
            if (known != null) return known;
            texts.add(text);
            return texts.size() - 1;
        }

        Texts of(int[] made) {
            return new Texts(made, texts, false);
        }
    }

    static Texts of(Vector values) {
        return (Texts) values;
    }

    /** Each text turned into another; null makes it missing. */
    static Texts each(Texts of, UnaryOperator<@Nullable String> with) {
        Pool pool = new Pool();
        int[] known = new int[of.texts().size()];
        Arrays.fill(known, NOT_YET);
        int[] made = new int[of.size()];
        for (int i = 0; i < made.length; i++) {
            int code = of.codes()[i];
            if (code >= 0 && known[code] == NOT_YET)
                known[code] = pool.code(with.apply(of.texts().get(code)));
            made[i] = code < 0 ? -1 : known[code];
        }
        return pool.of(made);
    }

    /** The codes of some texts in a pool, by their own code. */
    static int[] pooled(Texts of, Pool pool) {
        int[] known = new int[of.texts().size()];
        Arrays.fill(known, NOT_YET);
        for (int code : of.codes()) {
            if (code >= 0 && known[code] == NOT_YET)
                known[code] = pool.code(of.texts().get(code));
        }
        return known;
    }

    private static Expression.Made.Work test(String wanted, BiPredicate<String, String> with) {
        return (parts, size) -> {
            Texts texts = of(parts.get(0));
            byte[] known = new byte[texts.texts().size()];
            Arrays.fill(known, (byte) NOT_YET);
            byte[] made = new byte[size];
            for (int i = 0; i < size; i++) {
                int code = texts.codes()[i];
                if (code >= 0 && known[code] == NOT_YET) {
                    known[code] = (byte) (with.test(texts.texts().get(code), wanted) ? 1 : 0);
                }
                made[i] = code < 0 ? -1 : known[code];
            }
            return new Truths(made);
        };
    }

    /** A number of each text, worked out once a different one. */
    static int[] numbered(Texts of, int missing, ToIntFunction<String> with) {
        int[] known = of.texts().stream().mapToInt(with).toArray();
        int[] made = new int[of.size()];
        for (int i = 0; i < made.length; i++) made[i] = of.codes()[i] < 0 ? missing : known[of.codes()[i]];
        return made;
    }

    private static @Nullable String part(String text, String mark, int place) {
        int from = 0;
        for (int k = 1; k < place; k++) {
            int next = text.indexOf(mark, from);
            if (next < 0) return null;
            from = next + mark.length();
        }
        int to = text.indexOf(mark, from);
        return to < 0 ? text.substring(from) : text.substring(from, to);
    }

    static final List<Function> FUNCTIONS = List.of(
            cut("left(text, n)", "its first n letters", (text, n) -> text.substring(0, Math.min(n, text.length()))),
            cut("right(text, n)", "its last n letters", (text, n) -> text.substring(Math.max(0, text.length() - n))),
            Function.of(
                    "part(text, mark, n)", "what stands before, between and after marks: the n-th of these", call -> {
                        call.demandCount(3, 3);
                        call.demand(0, Kind.TEXT);
                        String mark = call.text(1);
                        if (mark.isEmpty()) throw call.refused("wants a mark of at least one letter");
                        int place = call.whole(2, 1);
                        return call.gives(
                                Kind.TEXT, (parts, size) -> each(of(parts.get(0)), t -> part(t, mark, place)));
                    }),
            turned("lower(text)", "in small letters", text -> text.toLowerCase(Locale.ROOT)),
            turned("trim(text)", "without blanks around it", String::strip),
            Function.of("length(text)", "how many letters it has", call -> {
                call.demandCount(1, 1);
                call.demand(0, Kind.TEXT);
                return call.gives(Kind.NUMBER, (parts, size) -> {
                    int[] lengths = numbered(of(parts.get(0)), NOT_YET, String::length);
                    return new Numbers(Arrays.stream(lengths)
                            .mapToDouble(n -> n == NOT_YET ? Double.NaN : n)
                            .toArray());
                });
            }),
            tested("contains(text, 'part')", "whether the part stands in it", String::contains),
            tested("begins(text, 'part')", "whether it begins so", String::startsWith),
            tested("ends(text, 'part')", "whether it ends so", String::endsWith),
            Function.of("text(x)", "a number as a text, so that it counts as a level", call -> {
                call.demandCount(1, 1);
                call.demand(0, Kind.NUMBER);
                return call.gives(Kind.TEXT, (parts, size) -> {
                    double[] values = NumberWork.of(parts.get(0));
                    Pool pool = new Pool();
                    int[] made = new int[size];
                    for (int i = 0; i < size; i++) {
                        made[i] = Double.isNaN(values[i]) ? -1 : pool.code(NumberColumn.text(values[i]));
                    }
                    return pool.of(made);
                });
            }),
            Function.of("join(a, b, …)", "texts one after the other; missing where one is", call -> {
                call.demandCount(2, Integer.MAX_VALUE);
                call.demandAll(Kind.TEXT);
                return call.gives(Kind.TEXT, TextWork::joined);
            }));

    private static Texts joined(List<Vector> parts, int size) {
        Pool pool = new Pool();
        int[] made = new int[size];
        for (int i = 0; i < size; i++) {
            StringBuilder whole = new StringBuilder();
            boolean missing = false;
            for (Vector part : parts) {
                Texts texts = of(part);
                missing |= texts.codes()[i] < 0;
                if (!missing) whole.append(texts.texts().get(texts.codes()[i]));
            }
            made[i] = missing ? -1 : pool.code(whole.toString());
        }
        return pool.of(made);
    }

    private interface Cut {
        String of(String text, int letters);
    }

    private static Function cut(String usage, String says, Cut with) {
        return Function.of(usage, says, call -> {
            call.demandCount(2, 2);
            call.demand(0, Kind.TEXT);
            int letters = call.whole(1, 1);
            return call.gives(Kind.TEXT, (parts, size) -> each(of(parts.get(0)), t -> with.of(t, letters)));
        });
    }

    private static Function turned(String usage, String says, UnaryOperator<String> with) {
        return Function.of(usage, says, call -> {
            call.demandCount(1, 1);
            call.demand(0, Kind.TEXT);
            return call.gives(Kind.TEXT, (parts, size) -> each(of(parts.get(0)), with::apply));
        });
    }

    private static Function tested(String usage, String says, BiPredicate<String, String> with) {
        return Function.of(usage, says, call -> {
            call.demandCount(2, 2);
            call.demand(0, Kind.TEXT);
            return call.gives(Kind.TRUTH, test(call.text(1), with));
        });
    }
}
