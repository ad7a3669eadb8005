package rangordnung.server.hall;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.util.List;
import org.springframework.stereotype.Component;
import rangordnung.core.plan.HallPlan;
import rangordnung.core.plan.Planner;
import rangordnung.core.plan.Waves;

/** Timetables are solved for once: the same plan has the same one. */
@Component
public class Timetables {

    /** Plans that are kept at once (house convention). */
    private static final int KEPT = 200;

    private final LoadingCache<HallPlan, Waves> waves =
            Caffeine.newBuilder().maximumSize(KEPT).build(Waves::of);

    private final LoadingCache<HallPlan, List<Planner.Saving>> savings =
            Caffeine.newBuilder().maximumSize(KEPT).build(plan -> Planner.savings(of(plan)));

    public Waves of(HallPlan plan) {
        return waves.get(plan);
    }

    List<Planner.Saving> savings(HallPlan plan) {
        return savings.get(plan);
    }
}
