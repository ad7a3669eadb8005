package rangordnung.core.ladder;

import java.util.Optional;
import java.util.Set;
import rangordnung.core.protocol.Label;
import rangordnung.core.protocol.Text;

/**
 * What makes a pattern right now, before the lasting work has done so.
 *
 * @param kit    the piece of kit it takes
 * @param size   what the size of that follows from, where it can be computed
 * @param sided  whether it is given on the side of the fault
 * @param notFor when it must not be given
 * @param under  views of the school under which it is given, written {@code policy=VALUE}; under all where empty
 */
public record Aid(
        String id,
        Text name,
        Text text,
        Optional<String> kit,
        Optional<Exercise.SizedBy> size,
        boolean sided,
        Set<Exercise.Contraindication> notFor,
        Set<String> under,
        Label label) {

    public Aid {
        kit = kit == null ? Optional.empty() : kit;
        size = size == null ? Optional.empty() : size;
    }
}
