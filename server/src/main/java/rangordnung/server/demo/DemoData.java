package rangordnung.server.demo;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import rangordnung.core.body.Side;
import rangordnung.core.ladder.Focus;
import rangordnung.core.motion.simulated.Drill;
import rangordnung.core.placement.Profile;
import rangordnung.core.placement.Proposal;
import rangordnung.core.plan.HallPlan;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.Text;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Fact;
import rangordnung.core.safety.Clearance;
import rangordnung.server.accounts.Accounts;
import rangordnung.server.groups.Groups;
import rangordnung.server.inventory.TrainingHalls;
import rangordnung.server.platform.CurrentUser;
import rangordnung.server.practice.Practices;
import rangordnung.server.protocols.Protocols;
import rangordnung.server.roster.AthleteName;
import rangordnung.server.roster.AthleteRecord;
import rangordnung.server.roster.Rosters;
import rangordnung.server.screening.Facts;
import rangordnung.server.screening.HallSetup;
import rangordnung.server.screening.Halls;
import rangordnung.server.screening.Screenings;

/** Loads the invented school and club once, always the same. */
@Component
@Order(1)
@ConditionalOnProperty("rangordnung.demo")
class DemoData implements ApplicationRunner {

    static final String PASSWORD = "hall-lines-and-wall-bars";
    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);
    private static final String PROTOCOL = "standard-floor";
    private static final int VERSION = 6;

    private final Accounts accounts;
    private final Rosters rosters;
    private final Screenings screenings;
    private final Protocols protocols;
    private final Facts facts;
    private final Halls halls;
    private final Groups groups;
    private final Practices practices;
    private final TrainingHalls trainingHalls;
    private final InventedBlock block;
    private final TransactionTemplate transaction;
    private final Clock clock;

    DemoData(
            Accounts accounts,
            Rosters rosters,
            Screenings screenings,
            Protocols protocols,
            Facts facts,
            Halls halls,
            Groups groups,
            Practices practices,
            TrainingHalls trainingHalls,
            InventedBlock block,
            TransactionTemplate transaction,
            Clock clock) {
        this.accounts = accounts;
        this.rosters = rosters;
        this.screenings = screenings;
        this.protocols = protocols;
        this.facts = facts;
        this.halls = halls;
        this.groups = groups;
        this.practices = practices;
        this.trainingHalls = trainingHalls;
        this.block = block;
        this.transaction = transaction;
        this.clock = clock;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (!accounts.setupNeeded()) {
            return;
        }
        CurrentUser lead = accounts.found(
                "Tolmersbrück (invented): Talschule and Turnclub", "lead", "Ulla Wandsprosser", PASSWORD);
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(lead, null, List.of()));
        try {
            accounts.add("viewer", "Silja Randbank", CurrentUser.Role.VIEWER, PASSWORD);
            UUID rater = accounts.add("rater", "Tomke Linienrichter", CurrentUser.Role.RATER, PASSWORD);
            transaction.executeWithoutResult(t -> {
                schoolClass(rater);
                club();
                squad(rater);
            });
            lesson(rater);
            season();
        } finally {
            SecurityContextHolder.clearContext();
        }
        LOG.info("Invented data loaded");
    }

    /** One line an athlete: the first screening, then the one eight weeks later. */
    private static final List<List<List<String>>> CLASS = List.of(
            List.of(List.of("front", "side"), List.of("front", "side")),
            List.of(List.of("knee-line L MARKED inward SEVERE", "front", "side"), List.of("front", "side")),
            List.of(
                    List.of("knee-line L SEVERE", "knee-line R MARKED", "front", "side"),
                    List.of("knee-line L SLIGHT", "front", "side")),
            List.of(List.of("knee-line R SLIGHT outward", "front", "side"), List.of("front", "side")),
            List.of(
                    List.of("knee-line L SLIGHT wobble", "front", "arms - SLIGHT", "side"),
                    List.of("knee-line L MARKED wobble", "front", "side")),
            List.of(
                    List.of("arch L SLIGHT", "front", "side"),
                    List.of("arch L SLIGHT", "front", "head - SLIGHT", "side")),
            List.of(
                    List.of("arch L MARKED", "arch R MARKED", "knee-line L MARKED", "front", "side"),
                    List.of("arch L SLIGHT", "arch R SLIGHT", "front", "side")),
            List.of(
                    List.of("arch L SEVERE flat-at-rest", "arch R SEVERE flat-at-rest", "front", "side"),
                    List.of("arch L SEVERE flat-at-rest", "arch R SEVERE flat-at-rest", "front", "side")),
            List.of(List.of("turn-out R MARKED", "front", "side"), List.of("turn-out R SLIGHT", "front", "side")),
            List.of(
                    List.of(
                            "knee-line L MARKED",
                            "front",
                            "heels L MARKED",
                            "heels R SEVERE",
                            "depth - MARKED",
                            "side"),
                    List.of("front", "heels L SLIGHT", "heels R SLIGHT", "side")),
            List.of(
                    List.of("front", "heels R MARKED", "trunk - MARKED", "side"),
                    List.of("front", "heels R MARKED", "side")),
            List.of(List.of("front", "heels L SLIGHT", "trunk - SLIGHT", "side"), List.of("front", "side")),
            List.of(List.of("drift R MARKED", "front", "side"), List.of("drift R SLIGHT", "front", "side")),
            List.of(
                    List.of("drift L SEVERE", "drop L SLIGHT", "front", "depth - SLIGHT", "side"),
                    List.of("drift L SEVERE", "front", "side")),
            List.of(List.of("drop R MARKED", "front", "side"), List.of("front", "side")),
            List.of(
                    List.of("front", "depth - MARKED too-shallow", "side"),
                    List.of("front", "depth - SLIGHT too-shallow", "side")),
            List.of(
                    List.of("front", "depth - SEVERE ended-by-tuck", "low-back - MARKED tuck", "side"),
                    List.of("front", "depth - MARKED ended-by-tuck", "low-back - SLIGHT tuck", "side")),
            List.of(
                    List.of("front", "depth - SLIGHT personal-ceiling", "side"),
                    List.of("front", "depth - SLIGHT personal-ceiling", "side")),
            List.of(List.of("front", "depth - SEVERE partial-on-purpose", "side"), List.of("front", "side")),
            List.of(
                    List.of("front", "trunk - MARKED hips-first", "low-back - SLIGHT moves", "side"),
                    List.of("front", "trunk - SLIGHT hips-first", "side")),
            List.of(
                    List.of("knee-line L MARKED", "front", "arms - MARKED", "head - MARKED looks-up", "side"),
                    List.of("front", "arms - SLIGHT", "head - SLIGHT", "side")),
            List.of(
                    List.of("knee-line R SLIGHT", "front", "pain 6 KNEE R NEW_OR_SHARP"),
                    List.of("knee-line R SLIGHT", "front", "side")),
            List.of(
                    List.of("pain 2 BACK -", "drift L SLIGHT", "front", "side"),
                    List.of("pain 2 BACK - BEYOND_TWO_WEEKS", "drift L SLIGHT", "front", "side")),
            List.of(List.of("absent"), List.of("front", "side")),
            List.of(List.of("excused"), List.of("unwell")),
            List.of(List.of("front", "depth - SLIGHT", "side", "cued"), List.of("front", "depth - SLIGHT", "side")),
            List.of(
                    List.of("unclear arch L", "unclear arch R", "front", "depth - SLIGHT", "undo", "side"),
                    List.of("front")),
            List.of(List.of("front", "side", "rehearsed"), List.of()));

    private void schoolClass(UUID rater) {
        UUID team = rosters.addTeam("Class 8b, Talschule", Rosters.Kind.CLASS);
        List<UUID> pupils = athletes(team, CLASS.size(), 8, 13, 15);
        UUID first = screening(team, "Autumn screen", LocalDate.of(2026, 9, 14));
        UUID second = screening(team, "Autumn screen, eight weeks later", LocalDate.of(2026, 11, 9));
        screenings.invite(second, Set.of(rater));
        for (int i = 0; i < pupils.size(); i++) {
            send(
                    first,
                    pupils.get(i),
                    LocalDate.of(2026, 9, 14),
                    i,
                    CLASS.get(i).get(0));
            send(
                    second,
                    pupils.get(i),
                    LocalDate.of(2026, 11, 9),
                    i,
                    CLASS.get(i).get(1));
        }
        decide(
                second,
                pupils.get(5),
                Groups.Kind.MOVE,
                Optional.of(new Proposal.Place(Focus.KNEE_CONTROL, Optional.of("split-squat-hold"))),
                "Trains with the friend who brings her; arch is nearly there.");
        decide(second, pupils.get(14), Groups.Kind.LOCK, Optional.empty(), "Keep together with the relay team.");
    }

    private void club() {
        UUID team = rosters.addTeam("Turnclub, all squads", Rosters.Kind.TEAM);
        List<UUID> members = athletes(team, 500, 500, 8, 40);
        LocalDate day = LocalDate.of(2026, 10, 3);
        UUID screening = screening(team, "Club screen", day);
        Random random = new Random(500);
        List<Facts.FactSent> delivery = new ArrayList<>();
        for (int i = 0; i < members.size(); i++) {
            List<Facts.FactSent> more = InventedTrial.facts(
                    protocols.get(PROTOCOL, 1), members.get(i), screening + "/" + i, time(day, i), random(random));
            if (delivery.size() + more.size() > 500) {
                facts.take(screening, delivery);
                delivery = new ArrayList<>();
            }
            delivery.addAll(more);
        }
        facts.take(screening, delivery);
    }

    private void squad(UUID rater) {
        UUID team = rosters.addTeam("Turnclub, under 15", Rosters.Kind.TEAM);
        athletes(team, 12, 15, 12, 14);
        UUID screening = screening(team, "First look", LocalDate.now(clock));
        screenings.invite(screening, Set.of(rater));
    }

    private static final String SQUAT_CLEAN = "test overhead-squat;front;side";
    private static final String LUNGE_CLEAN = "test split-squat;front;side";
    private static final String STANCE =
            "test timed-stance;eyes-open L eyes-open=45 cap;eyes-open R eyes-open=45 cap;eyes-closed L eyes-closed=11 foot-down;eyes-closed R eyes-closed=13 foot-down;front";
    private static final String WALL = "test wall-test;wall L NONE;wall R NONE;side";

    /** A lesson that is under way: one line an athlete, station by station; empty ones still wait. */
    private static final List<String> LESSON = List.of(
            "present;asked;" + SQUAT_CLEAN + ";" + LUNGE_CLEAN + ";" + STANCE + ";" + WALL,
            "present;asked;test overhead-squat;front;heels L MARKED;heels R MARKED;depth - MARKED;side;retest heels-up;front;side;"
                    + LUNGE_CLEAN + ";" + STANCE
                    + ";test wall-test;wall L wall-distance=7;wall R wall-distance=7.5;side",
            "present;asked;test overhead-squat;front;heels L MARKED;heels R SEVERE;depth - SEVERE;side;retest heels-up;front;side;"
                    + LUNGE_CLEAN + ";" + STANCE
                    + ";test wall-test;wall L wall-distance=14;wall R wall-distance=14.5;side",
            "present;asked;test overhead-squat;knee-line L SLIGHT DESCENT;arch L MARKED;front;side;retest inner-forefoot-up;knee-line L SEVERE;front;side;"
                    + LUNGE_CLEAN + ";" + STANCE,
            "present;asked INJURY_IN_TWELVE_MONTHS KNEE R;test overhead-squat;drift R MARKED ASCENT;front;side;"
                    + LUNGE_CLEAN,
            "present;asked;test overhead-squat;knee-line R MARKED ASCENT;front;side;retest target;front;side;test split-squat;knee-line R SLIGHT;front;side;"
                    + WALL,
            "present;asked;" + SQUAT_CLEAN
                    + ";test split-squat;rotation L MARKED;front-heel L SLIGHT;front;side;test timed-stance;eyes-open L eyes-open=45 cap;"
                    + "eyes-open R eyes-open=21 moved;eyes-closed L eyes-closed=8 foot-down;eyes-closed R eyes-closed=2.5 foot-down;front",
            "present;asked;test overhead-squat;knee-line R SLIGHT;front;pain 5 BELOW_KNEECAP R NEW_OR_SHARP",
            "present;asked;" + WALL + ";" + STANCE,
            "present;asked;test wall-test;wall L wall-distance=10;wall R wall-distance=12.5;side;" + STANCE,
            "present;asked;test overhead-squat;front;depth - SLIGHT;side",
            "present;asked;" + SQUAT_CLEAN + ";test split-squat;front",
            "present;asked;test overhead-squat;arch R SLIGHT;front",
            "absent",
            "absent",
            "present;asked;excused",
            "present;asked;" + LUNGE_CLEAN,
            "present;asked;" + STANCE,
            "present;asked",
            "present;asked",
            "present;asked",
            "present;asked",
            "",
            "");

    /** What a second rater saw of the first squats, without knowing the first. */
    private static final List<String> SECOND_LOOK = List.of(
            SQUAT_CLEAN,
            "test overhead-squat;front;heels L MARKED;heels R MARKED;depth - MARKED;side",
            "test overhead-squat;front;heels L MARKED;heels R MARKED;depth - SEVERE;side",
            "test overhead-squat;knee-line L SLIGHT;arch L SLIGHT;front;side",
            "test overhead-squat;drift R SLIGHT;front;side",
            "test overhead-squat;knee-line R MARKED;front;trunk - SLIGHT;side");

    private void lesson(UUID rater) {
        LocalDate today = LocalDate.now(clock);
        UUID team = rosters.addTeam("Class 9a, Talschule", Rosters.Kind.CLASS);
        List<UUID> pupils = athletes(team, LESSON.size(), 9, 14, 16);
        UUID screening = screening(team, "Winter screen", today, VERSION);
        screenings.invite(screening, Set.of(rater));
        Protocol protocol = protocols.get(PROTOCOL, VERSION);
        halls.change(
                screening,
                new HallSetup(
                        List.of(
                                new HallSetup.StationSetup("door", new Text("Door", "Eingang"), List.of(), true, 1, 20),
                                new HallSetup.StationSetup(
                                        "squat",
                                        new Text("Squat", "Kniebeuge"),
                                        List.of("overhead-squat"),
                                        false,
                                        2,
                                        75),
                                new HallSetup.StationSetup(
                                        "lunge",
                                        new Text("Lunge and wall", "Ausfallschritt und Wand"),
                                        List.of("split-squat", "wall-test"),
                                        false,
                                        2,
                                        80),
                                new HallSetup.StationSetup(
                                        "balance",
                                        new Text("Balance", "Gleichgewicht"),
                                        List.of("timed-stance"),
                                        false,
                                        2,
                                        60)),
                        6,
                        15,
                        300,
                        2700,
                        List.of(
                                new HallPlan.Order("door", "squat"),
                                new HallPlan.Order("door", "lunge"),
                                new HallPlan.Order("door", "balance")),
                        Optional.empty(),
                        Optional.empty()));
        Instant start = clock.instant().minusSeconds(1500);
        take(screening, protocol, pupils, "first", start, LESSON);
        CurrentUser second = new CurrentUser(
                rater, CurrentUser.required().organisation(), "rater", "Tomke Linienrichter", CurrentUser.Role.RATER);
        var lead = SecurityContextHolder.getContext().getAuthentication();
        SecurityContextHolder.getContext()
                .setAuthentication(UsernamePasswordAuthenticationToken.authenticated(second, null, List.of()));
        take(screening, protocol, pupils, "second", start.plusSeconds(60), SECOND_LOOK);
        practise(screening, 3, 0.6);
        SecurityContextHolder.getContext().setAuthentication(lead);
        practise(screening, 5, 0.25);
    }

    /** Somebody practises the squat, with an eye of some noise for what is there. */
    private void practise(UUID screening, int seed, double noise) {
        Random random = new Random(seed);
        Practices.Numbered numbered = practices.drill(screening, "overhead-squat", seed);
        List<Facts.FactSent> sent = new ArrayList<>();
        for (int i = 0; i < numbered.athletes().size(); i++) {
            UUID athlete = numbered.athletes().get(i);
            UUID trial = UUID.randomUUID();
            for (Drill.Known known : numbered.drill().athletes().get(i).known()) {
                long off = known.grade() == Grade.NONE ? 0 : Math.round(noise * random.nextGaussian());
                Grade seen = Grade.values()[
                        (int) Math.min(3, Math.max(0, known.grade().ordinal() + off))];
                if (seen != Grade.NONE) {
                    sent.add(about(athlete, Fact.Marked.of(trial, known.criterion(), known.side(), seen)));
                }
            }
            List.of(View.FRONT, View.SIDE)
                    .forEach(view -> sent.add(about(athlete, new Fact.ViewClosed(trial, view, 5, Optional.empty()))));
        }
        practices.done(screening, new Practices.Practised(UUID.randomUUID(), "overhead-squat", seed, sent));
    }

    private Facts.FactSent about(UUID athlete, Fact fact) {
        return new Facts.FactSent(UUID.randomUUID(), athlete, clock.instant(), Optional.empty(), fact);
    }

    private void season() {
        LocalDate day = LocalDate.of(2026, 11, 20);
        UUID team = rosters.addTeam("Turnclub, handball under 18", Rosters.Kind.TEAM);
        List<UUID> players = athletes(team, SeasonScreen.LINES.size(), 28, 15, 17);
        UUID screening = screening(team, "Season screen", day, VERSION);
        take(screening, protocols.get(PROTOCOL, VERSION), players, "only", time(day, 0), SeasonScreen.LINES);
        UUID hall = UUID.randomUUID();
        trainingHalls.add(hall, InventedHall.NAME, InventedHall.inventory());
        block.train(screening, hall);
    }

    private void take(
            UUID screening, Protocol protocol, List<UUID> pupils, String look, Instant start, List<String> lines) {
        for (int i = 0; i < lines.size(); i++) {
            List<String> words =
                    lines.get(i).isEmpty() ? List.of() : List.of(lines.get(i).split(";"));
            facts.take(
                    screening,
                    InventedTrial.facts(
                            protocol,
                            pupils.get(i),
                            screening + "/" + look + "/" + i,
                            start.plusSeconds(40L * i),
                            words));
        }
    }

    /** Most move cleanly or nearly so; heels, knees and depth lead the faults. */
    private List<String> random(Random random) {
        int fate = random.nextInt(100);
        if (fate < 3) {
            return List.of("absent");
        }
        if (fate < 4) {
            return List.of("excused");
        }
        List<String> front = new ArrayList<>();
        List<String> side = new ArrayList<>();
        for (Criterion criterion : protocols.get(PROTOCOL, 1).tests().get(0).criteria()) {
            double odds = criterion.heading() ? 0.2 : 0.12;
            for (String letter : criterion.extent() == Extent.SIDED
                    ? List.of("L", "R")
                    : List.of(criterion.extent() == Extent.WHOLE ? "-" : random.nextBoolean() ? "L" : "R")) {
                if (random.nextDouble() < odds) {
                    Grade grade = random.nextInt(10) < 6
                            ? Grade.SLIGHT
                            : random.nextInt(10) < 8 ? Grade.MARKED : Grade.SEVERE;
                    (criterion.views().contains(rangordnung.core.protocol.View.FRONT) ? front : side)
                            .add(criterion.id() + " " + letter + " " + grade);
                }
            }
        }
        List<String> words = new ArrayList<>(front);
        words.add("front");
        if (fate < 6) {
            words.add("pain 5 BELOW_KNEECAP L");
            return words;
        }
        words.addAll(side);
        words.add("side");
        return words;
    }

    private List<UUID> athletes(UUID team, int count, long seed, int youngest, int oldest) {
        Random random = new Random(seed);
        List<UUID> ids = new ArrayList<>();
        for (AthleteName name : InventedNames.names(count, seed)) {
            int years = youngest + random.nextInt(oldest - youngest + 1);
            double height = Math.round(10 * (Math.min(172, 92 + 5.4 * years) + 7 * random.nextGaussian())) / 10.0;
            double mass = Math.round(10 * Math.max(22, (height - 100) * 0.85 + 4 * random.nextGaussian())) / 10.0;
            boolean known = random.nextInt(12) > 0;
            LocalDate born = LocalDate.of(2026, 9, 1).minusYears(years).minusDays(random.nextInt(364));
            ids.add(rosters.add(
                            team,
                            new AthleteRecord(
                                    name.given(),
                                    name.family(),
                                    known ? Optional.of(born) : Optional.empty(),
                                    known ? Optional.of(height) : Optional.empty(),
                                    known ? Optional.of(mass) : Optional.empty(),
                                    random.nextInt(3) == 0
                                            ? Optional.of(Math.round(height * 5.3) / 10.0)
                                            : Optional.empty(),
                                    Optional.of(List.of("handball", "athletics", "gymnastics", "volleyball")
                                            .get(random.nextInt(4))),
                                    Optional.of(random.nextInt(8) == 0 ? Side.LEFT : Side.RIGHT),
                                    experience(years, random),
                                    Optional.of(
                                            years < 13 || random.nextInt(2) == 0
                                                    ? Profile.Aim.GENERAL
                                                    : Profile.Aim.FIELD_SPORT),
                                    random.nextInt(40) == 0
                                            ? Clearance.NOT_CLEARED
                                            : random.nextInt(3) > 0 ? Clearance.CLEARED : Clearance.NOT_ASKED,
                                    Optional.empty(),
                                    Optional.empty()))
                    .id());
        }
        return ids;
    }

    private static Optional<Profile.Experience> experience(int years, Random random) {
        return Optional.of(
                years < 13
                        ? Profile.Experience.NEW
                        : years > 15 && random.nextInt(4) == 0 ? Profile.Experience.LIFTS : Profile.Experience.TRAINED);
    }

    private UUID screening(UUID team, String name, LocalDate day) {
        return screening(team, name, day, 1);
    }

    private UUID screening(UUID team, String name, LocalDate day, int version) {
        return screenings.add(team, name, day, PROTOCOL, version).id();
    }

    private void send(UUID screening, UUID athlete, LocalDate day, int place, List<String> words) {
        facts.take(
                screening,
                InventedTrial.facts(
                        protocols.get(PROTOCOL, 1), athlete, screening + "/" + place, time(day, place), words));
    }

    private static Instant time(LocalDate day, int place) {
        return day.atTime(LocalTime.of(8, 10)).toInstant(ZoneOffset.UTC).plusSeconds(70L * place);
    }

    private void decide(UUID screening, UUID athlete, Groups.Kind kind, Optional<Proposal.Place> place, String reason) {
        UUID id = UUID.nameUUIDFromBytes((screening + "/" + athlete + "/decision").getBytes(StandardCharsets.UTF_8));
        groups.decide(
                screening,
                new Groups.NewDecision(id, athlete, kind, place, reason, Optional.empty(), Optional.empty()));
    }
}
