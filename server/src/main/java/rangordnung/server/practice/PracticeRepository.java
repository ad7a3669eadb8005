package rangordnung.server.practice;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface PracticeRepository extends Repository<PracticeRow, UUID> {

    PracticeRow save(PracticeRow practice);

    Optional<PracticeRow> findById(UUID id);

    List<PracticeRow> findByProtocolOrderBySequenceDesc(String protocol);
}
