package rangordnung.server.accounts;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface OrganisationRepository extends Repository<Organisation, UUID> {

    Organisation save(Organisation organisation);

    Optional<Organisation> findById(UUID id);

    List<Organisation> findAll();
}
