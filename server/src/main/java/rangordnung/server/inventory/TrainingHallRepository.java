package rangordnung.server.inventory;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface TrainingHallRepository extends Repository<TrainingHall, UUID> {

    TrainingHall save(TrainingHall hall);

    Optional<TrainingHall> findById(UUID id);

    List<TrainingHall> findAllByOrderByName();

    void delete(TrainingHall hall);
}
