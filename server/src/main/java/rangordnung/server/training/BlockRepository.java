package rangordnung.server.training;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.data.jpa.repository.NativeQuery;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface BlockRepository extends Repository<TrainingBlock, UUID> {

    Optional<TrainingBlock> findById(UUID id);

    Optional<TrainingBlock> findFirstByScreeningOrderBySequenceDesc(UUID screening);

    List<TrainingBlock> findByScreeningOrderBySequence(UUID screening);

    @Query("select p from PrescriptionRow p where p.block = :block order by p.place")
    List<PrescriptionRow> prescriptions(UUID block);

    @Query("select f from TrainingFactRow f where f.block = :block order by f.deviceAt, f.sequence")
    List<TrainingFactRow> facts(UUID block);

    /** Pain in the sessions of a screening's blocks. */
    @NativeQuery(
            """
            select f.* from training_fact f join training_block b on b.id = f.block_id
            where b.screening_id = :screening and f.body ->> 'kind' = 'hurt' order by f.device_at, f.sequence""")
    List<TrainingFactRow> hurtIn(UUID screening);

    @Query("select f.id from TrainingFactRow f where f.id in :ids")
    Set<UUID> known(Collection<UUID> ids);
}
