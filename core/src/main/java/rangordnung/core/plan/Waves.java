package rangordnung.core.plan;

/**
 * Classes that come to the hall one after the other, each by the timetable of the largest.
 *
 * @param plan of all waves together
 * @param each the timetable of the largest wave
 */
public record Waves(HallPlan plan, Timetable each) {

    public static Waves of(HallPlan plan) {
        return new Waves(plan, Planner.flow(plan.wave()));
    }

    /** Lessons that one wave takes. */
    public int lessons() {
        int usable = plan.lessonSeconds() - plan.setUpSeconds();
        return (each.finish() + usable - 1) / usable;
    }

    /** Visits to stations that are over so many seconds after the first wave began. */
    public int visitsAfter(long seconds) {
        int over = 0;
        for (int wave = 0; wave < plan.waves(); wave++) {
            int members = plan.athletes() / plan.waves() + (wave < plan.athletes() % plan.waves() ? 1 : 0);
            long since = seconds - start(wave);
            over += (int) each.slots().stream()
                    .filter(s -> s.athlete() < members && s.end() <= since)
                    .count();
        }
        return over;
    }

    /** Seconds from the beginning of the first wave to the end of the last. */
    public long finish() {
        return start(plan.waves() - 1) + each.finish();
    }

    private long start(int wave) {
        return (long) wave * lessons() * plan.lessonSeconds();
    }
}
