package rangordnung.core.judgement;

import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * What judging needs beside the book of facts.
 *
 * @param legLengthCentimetres from the roster, where nobody has measured it at the hall
 * @param stature              from the roster, metres
 * @param settled              by test, the trial that counts where two raters disagreed and the lead has decided
 */
public record Particulars(Optional<Double> legLengthCentimetres, Optional<Double> stature, Map<String, UUID> settled) {

    public static final Particulars NONE = new Particulars(Optional.empty(), Optional.empty(), Map.of());

    public Particulars {
        settled = Map.copyOf(settled);
    }
}
