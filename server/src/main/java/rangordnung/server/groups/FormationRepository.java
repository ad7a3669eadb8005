package rangordnung.server.groups;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface FormationRepository extends Repository<Formation, UUID> {

    Optional<Formation> findById(UUID id);

    Optional<Formation> findFirstByScreeningOrderBySequenceDesc(UUID screening);

    @Query("select m from FormationMember m where m.formation = :formation")
    List<FormationMember> members(UUID formation);
}
