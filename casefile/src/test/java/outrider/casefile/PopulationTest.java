package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import outrider.casefile.ColumnSetup.Role;
import outrider.split.Units;
import outrider.table.CategoryColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

class PopulationTest {
    private static final Table TABLE = new Table(
            List.of(
                    new NumberColumn("visits", new double[] {1, 5, 5, 1, Double.NaN, 5}),
                    new CategoryColumn("shop", new int[] {0, 1, 1, 0, 0, 0}, List.of("north", "south"))),
            null);

    @Test
    void ofCopiesThatMeetTheConditionTheFirstCounts() {
        int[] copies = Units.copies(TABLE);
        assertThat(new Population("visits > 2", null, null).kept(TABLE, copies))
                .containsExactly(false, true, true, false, false, true);
        assertThat(new Population("visits > 2", true, null).kept(TABLE, copies))
                .containsExactly(false, true, false, false, false, true);
        assertThat(new Population(" ", true, null).kept(TABLE, copies))
                .containsExactly(true, true, false, false, true, true);
        assertThat(new Population("", false, null)).isEqualTo(Population.ALL);
    }

    @Test
    void aSampleIsOfItsSizeSeededAndOfWholeCustomers() {
        int n = 5000;
        double[] customer = new double[n];
        for (int i = 0; i < n; i++) customer[i] = i % 1700;
        Table table = new Table(List.of(new NumberColumn("customer", customer)), null);
        int[] copies = IntStream.range(0, n).toArray();
        Population plain = new Population(null, null, new Population.Sample(800, null, 7L));
        boolean[] drawn = plain.kept(table, copies);
        assertThat(count(drawn)).isEqualTo(800);
        assertThat(plain.kept(table, copies)).isEqualTo(drawn);
        boolean[] other = new Population(null, null, new Population.Sample(800, null, 8L)).kept(table, copies);
        assertThat(other).isNotEqualTo(drawn);
        boolean[] whole =
                new Population("customer < 1000", null, new Population.Sample(800, "customer", 7L)).kept(table, copies);
        assertThat(count(whole)).isBetween(800, 802);
        for (int i = 0; i < n; i++) {
            if (whole[i]) assertThat(customer[i]).isLessThan(1000);
            assertThat(whole[i]).isEqualTo(whole[i % 1700]);
        }
        assertThat(count(new Population(null, null, new Population.Sample(9000, null, null)).kept(table, copies)))
                .isEqualTo(n);
        assertThatThrownBy(() -> new Population.Sample(0, null, null)).hasMessageContaining("sample: is of 0 records");
    }

    private static int count(boolean[] kept) {
        int count = 0;
        for (boolean one : kept) if (one) count++;
        return count;
    }

    @Test
    void whatItReadsMustBeThereAndAllowed() {
        int[] copies = Units.copies(TABLE);
        Map<String, ColumnSetup> setups = Map.of("shop", ColumnSetup.of(Role.ACTED, ""));
        Population byShop = new Population("shop = 'north'", null, null);
        assertThatThrownBy(() -> CaseData.kept(byShop, setups::get, "gone", TABLE, copies))
                .hasMessageContaining("population: reads shop, which is acted on before");
        assertThatThrownBy(() -> new Population("visit > 1", null, null).kept(TABLE, copies))
                .hasMessageContaining("population: at letter 1: there is no column “visit”")
                .hasMessageContaining("visits, shop");
        assertThatThrownBy(() -> new Population("visits > 9", true, null).kept(TABLE, copies))
                .hasMessageContaining("no record meets visits > 9");
        assertThat(CaseData.kept(null, setups::get, "gone", TABLE, copies)).isNull();
    }

    /** What a column is made of says when it is known; what somebody set aside by hand may not be read, what the program did may. */
    @Test
    void aMadeColumnIsKnownAsLateAsTheLatestThatItReads() {
        Map<String, ColumnSetup> setups = Map.of(
                "visits", ColumnSetup.of(Role.INPUT, "").known(4, null, null),
                "shop", ColumnSetup.byItself(Role.SET_ASIDE, "free text"),
                "often", ColumnSetup.made("if(visits > 3 and shop = 'north', 1, 0)"));
        var types = outrider.formula.Formula.types(TABLE);
        var read = MadeColumns.read(setups, types, "gone");
        assertThat(read).containsOnlyKeys("often");
        assertThat(MadeColumns.knownAfter(read.get("often"), setups::get)).isEqualTo(4);
        Map<String, ColumnSetup> byHand = Map.of(
                "shop", ColumnSetup.of(Role.SET_ASIDE, "wrong"),
                "north", ColumnSetup.made("shop = 'north'"));
        assertThatThrownBy(() -> MadeColumns.read(byHand, types, null))
                .hasMessageContaining("formula of north: reads shop, which is set aside: wrong");
        assertThatThrownBy(() -> MadeColumns.read(Map.of("gone", ColumnSetup.made("visits > 1")), types, "gone"))
                .hasMessageContaining("outcome: is made of other columns");
    }
}
