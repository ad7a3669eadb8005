package rangordnung.server.screening;

import java.util.List;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface AskedLookRepository extends Repository<AskedLook, AskedLook.Key> {

    List<AskedLook> findByScreening(UUID screening);
}
