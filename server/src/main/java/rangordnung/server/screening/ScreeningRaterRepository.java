package rangordnung.server.screening;

import java.util.List;
import java.util.UUID;
import org.springframework.data.repository.Repository;

interface ScreeningRaterRepository extends Repository<ScreeningRater, ScreeningRater.Key> {

    ScreeningRater save(ScreeningRater rater);

    List<ScreeningRater> findByScreening(UUID screening);

    boolean existsByScreeningAndAccount(UUID screening, UUID account);

    void deleteAll(Iterable<ScreeningRater> raters);
}
