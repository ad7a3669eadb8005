package rangordnung.core.plan;

/**
 * Classes that come to the hall one after the other, each by the timetable of the largest.
 *
 * @param plan of all waves together
 * @param each the timetable of the largest wave
 */
public record Waves(HallPlan plan, Timetable each) {

    public static Waves of(HallPlan plan) {
        return new Waves(plan, Planner.flow(plan.wave(), Planner.EFFORT));
    }

    /** The same timetable for fewer athletes: those who come last are not there. */
    public Waves without(HallPlan fewer) {
        return new Waves(fewer, each);
    }

    /** Lessons that one wave takes. */
    public int lessons() {
        return (each.finish() + plan.usableSeconds() - 1) / plan.usableSeconds();
    }

    /** Visits to stations that are over so many seconds after the first wave began. */
    public int visitsAfter(long seconds) {
        int over = 0;
        for (int wave = 0; wave < plan.waves(); wave++) {
            int members = members(wave);
            long since = seconds - start(wave);
            over += (int) each.slots().stream()
                    .filter(s -> s.athlete() < members && after(s.end()) <= since)
                    .count();
        }
        return over;
    }

    /** Seconds from the beginning of the first wave to the end of the last. */
    public long finish() {
        int last = plan.waves() - 1;
        return start(last)
                + after(each.slots().stream()
                        .filter(s -> s.athlete() < members(last))
                        .mapToInt(Timetable.Slot::end)
                        .max()
                        .orElse(0));
    }

    /** The end of a test in seconds since its wave began: between two lessons lie the set-up of the next, and nothing else. */
    private long after(int end) {
        int lessonsBefore = Math.max(0, end - 1) / plan.usableSeconds();
        return end + (long) lessonsBefore * plan.setUpSeconds();
    }

    private int members(int wave) {
        return plan.athletes() / plan.waves() + (wave < plan.athletes() % plan.waves() ? 1 : 0);
    }

    private long start(int wave) {
        return (long) wave * lessons() * plan.lessonSeconds();
    }
}
