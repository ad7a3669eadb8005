package rangordnung.server.paper;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import rangordnung.core.plan.Timetable;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.TestDefinition;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.HallSetup;
import rangordnung.server.screening.Screenings;

/**
 * What the sheets of the hall are made from.
 *
 * @param members who is asked for anything, by name
 * @param asked   of each the tests that they are asked for
 * @param slots   of one wave
 * @param wave    how many athletes start together; those after them follow the same timetable
 */
record Floor(
        String roster,
        Screenings.ScreeningView screening,
        Protocol protocol,
        HallSetup hall,
        List<Rosters.Member> members,
        Map<UUID, List<TestDefinition>> asked,
        List<Timetable.Slot> slots,
        int wave) {}
