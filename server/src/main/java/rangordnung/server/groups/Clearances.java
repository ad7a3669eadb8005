package rangordnung.server.groups;

import java.time.LocalDate;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Clearances that the lead has told with a decision. */
@Service
public class Clearances {

    private final DecisionRepository rows;

    Clearances(DecisionRepository rows) {
        this.rows = rows;
    }

    /** By athlete the last day on which somebody has cleared them. */
    @Transactional(readOnly = true)
    public Map<UUID, LocalDate> of(UUID screening) {
        return rows.findByScreeningOrderBySequence(screening).stream()
                .filter(d -> d.answer().isPresent())
                .collect(Collectors.toMap(
                        Decision::athlete, d -> d.answer().orElseThrow().clearedOn(), (a, b) -> a.isAfter(b) ? a : b));
    }
}
