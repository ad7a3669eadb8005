package rangordnung.server.screening;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface HallPlanRepository extends Repository<HallPlanRow, UUID> {

    HallPlanRow save(HallPlanRow row);

    Optional<HallPlanRow> findById(UUID screening);
}
