package rangordnung.server.screening;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface SettlementRepository extends Repository<Settlement, UUID> {

    Settlement save(Settlement settlement);

    boolean existsById(UUID id);

    @Query("select s.screening, count(s) from Settlement s group by s.screening")
    List<Object[]> counts();

    List<Settlement> findByScreeningOrderBySequence(UUID screening);
}
