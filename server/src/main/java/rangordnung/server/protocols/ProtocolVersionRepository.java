package rangordnung.server.protocols;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface ProtocolVersionRepository extends Repository<ProtocolVersion, UUID> {

    ProtocolVersion save(ProtocolVersion version);

    List<ProtocolVersion> findAllByOrderByProtocolAscVersionAsc();

    Optional<ProtocolVersion> findByProtocolAndVersion(String protocol, int version);
}
