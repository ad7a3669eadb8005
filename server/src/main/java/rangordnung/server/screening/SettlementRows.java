package rangordnung.server.screening;

import java.util.List;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface SettlementRows extends Repository<Settlement, UUID> {

    Settlement save(Settlement settlement);

    boolean existsById(UUID id);

    List<Settlement> findByScreeningOrderBySequence(UUID screening);
}
