package outrider.learn;

import java.util.List;
import outrider.prepare.Preparation;

/** A model on prepared columns: it reads what its preparation reads. */
public interface PreparedModel extends Model {
    @Override
    Preparation preparation();

    @Override
    default List<String> columns() {
        return preparation().columns();
    }
}
