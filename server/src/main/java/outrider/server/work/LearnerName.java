package outrider.server.work;

import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import org.jspecify.annotations.Nullable;
import outrider.learn.Learner;
import outrider.learn.Learners;

/** A kind of candidate in a column, by its name. */
@Converter(autoApply = true)
public class LearnerName implements AttributeConverter<Learner, String> {
    @Override
    public @Nullable String convertToDatabaseColumn(Learner learner) {
        return learner == null ? null : learner.name();
    }

    @Override
    public @Nullable Learner convertToEntityAttribute(String name) {
        return name == null ? null : Learners.named(name);
    }
}
