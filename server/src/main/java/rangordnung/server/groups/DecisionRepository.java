package rangordnung.server.groups;

import java.util.List;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface DecisionRepository extends Repository<Decision, UUID> {

    List<Decision> findByScreeningOrderBySequence(UUID screening);

    List<Decision> findByScreeningAndAthleteOrderBySequence(UUID screening, UUID athlete);
}
