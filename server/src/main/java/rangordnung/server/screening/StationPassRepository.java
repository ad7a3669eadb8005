package rangordnung.server.screening;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.repository.Repository;

interface StationPassRepository extends Repository<StationPass, UUID> {

    StationPass save(StationPass pass);

    Optional<StationPass> findById(UUID id);

    /** For the one phone that takes it; a second one waits and then sees that it is taken. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<StationPass> findAndLockById(UUID id);

    Optional<StationPass> findByCodeHash(String codeHash);

    List<StationPass> findByScreeningOrderByCreatedAtDesc(UUID screening);

    List<StationPass> findByScreeningAndDeviceHash(UUID screening, String deviceHash);
}
