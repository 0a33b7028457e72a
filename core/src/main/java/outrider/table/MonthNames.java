package outrider.table;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Months and days of the week as people write them in English, German, French, Spanish, Italian, Dutch and Portuguese, in full or
 * shortened. The reader in Python has the same.
 */
final class MonthNames {
    private static final List<String> ENGLISH =
            List.of("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec");

    private static final List<String> NAMES = List.of(
            "jan january januar janvier janv enero ene gennaio gen januari janeiro jänner",
            "feb february februar février fevrier févr fevr febrero febbraio februari fevereiro fev",
            "mar march märz maerz mrz mär mars marzo maart mrt março marco",
            "apr april avril avr abril abr aprile",
            "may mai mayo maggio mag mei maio",
            "jun june juni juin junio giugno giu junho",
            "jul july juli juillet juil julio luglio lug julho",
            "aug august août aout agosto ago augustus",
            "sep september sept septembre septiembre settembre set setembro",
            "oct october oktober okt octobre octubre ottobre ott outubro out",
            "nov november novembre noviembre novembro",
            "dec december dezember dez décembre decembre déc diciembre dic dicembre dezembro");

    private static final Set<String> WEEKDAYS = Set.of(
            ("mon monday tue tues tuesday wed wednesday thu thur thurs thursday fri friday sat saturday sun sunday "
                            + "mo montag di dienstag mi mittwoch do donnerstag fr freitag sa samstag sonnabend so sonntag "
                            + "lun lundi mardi mer mercredi jeu jeudi ven vendredi sam samedi dim dimanche "
                            + "lunes martes mié miércoles jue jueves vie viernes sáb sábado dom domingo "
                            + "lunedì martedì mercoledì giovedì venerdì sabato domenica "
                            + "maandag dinsdag woensdag donderdag vrijdag zaterdag zondag")
                    .split(" "));

    private static final Map<String, String> ENGLISH_OF = englishOf();
    private static final Pattern WORD = Pattern.compile("(\\p{L}+)(\\.(?=\\s))?");
    private static final Pattern FIRST = Pattern.compile("(\\p{L}+)[.,]*\\s+(?=[\\p{L}\\d])");

    private MonthNames() {}

    private static Map<String, String> englishOf() {
        Map<String, String> english = new HashMap<>();
        for (int m = 0; m < NAMES.size(); m++) {
            for (String name : NAMES.get(m).split(" ")) english.put(name, ENGLISH.get(m));
        }
        return english;
    }

    /** A day without the name of its weekday before it. */
    static String withoutWeekday(String day) {
        if (day.isEmpty() || !Character.isLetter(day.charAt(0))) return day;
        Matcher first = FIRST.matcher(day);
        boolean named = first.lookingAt() && WEEKDAYS.contains(first.group(1).toLowerCase(Locale.ROOT));
        return named ? day.substring(first.end()) : day;
    }

    /** A day with the name of its month as English shortens it. */
    static String shortened(String day) {
        Matcher words = WORD.matcher(day);
        while (words.find()) {
            String month = ENGLISH_OF.get(words.group(1).toLowerCase(Locale.ROOT));
            if (month != null) return day.substring(0, words.start()) + month + day.substring(words.end());
        }
        return day;
    }
}
