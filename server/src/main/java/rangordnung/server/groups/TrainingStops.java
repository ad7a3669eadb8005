package rangordnung.server.groups;

import java.time.LocalDate;
import java.util.Map;
import java.util.UUID;
import rangordnung.server.screening.Screenings;

/** Whom pain has stopped in training since a screening; whoever keeps the sessions tells it. */
public interface TrainingStops {

    /** By athlete the last day on which it did; who was cleared since is left out. */
    Map<UUID, LocalDate> of(Screenings.ScreeningView screening);
}
