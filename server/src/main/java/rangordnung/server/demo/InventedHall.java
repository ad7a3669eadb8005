package rangordnung.server.demo;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import rangordnung.core.kit.Inventory;

/** What the invented hall has. */
final class InventedHall {

    static final String NAME = "Talschule, big hall";

    private InventedHall() {}

    static Inventory inventory() {
        return new Inventory(
                List.of(
                        high("BOX", 20, 4),
                        high("BOX", 30, 4),
                        high("BOX", 36, 2),
                        high("BOX", 40, 4),
                        high("BOX", 43, 2),
                        high("BOX", 46, 2),
                        high("STEP", 15, 6),
                        high("HEEL_PLATE", 1, 6),
                        high("HEEL_PLATE", 2, 6),
                        high("HEEL_PLATE", 3, 4),
                        heavy("WEIGHT", 4, 6),
                        heavy("WEIGHT", 8, 4),
                        some("CHAIR", 8),
                        some("UPRIGHT", 6),
                        some("WEDGE", 8),
                        some("BAND", 6),
                        some("BALL", 10),
                        some("TARGET", 12)),
                List.of(
                        new Inventory.Place("Wall bars", 0.1, 0.2),
                        new Inventory.Place("Mats by the window", 0.5, 0.12),
                        new Inventory.Place("Goal line", 0.9, 0.3),
                        new Inventory.Place("Stage", 0.85, 0.85),
                        new Inventory.Place("Centre circle", 0.5, 0.6)),
                List.of(
                        new Inventory.Supervisor(
                                "Ulla Wandsprosser",
                                4,
                                32,
                                List.of(hours(DayOfWeek.MONDAY, 8, 10), hours(DayOfWeek.THURSDAY, 10, 12))),
                        new Inventory.Supervisor("Trainee", 2, 16, List.of(hours(DayOfWeek.MONDAY, 8, 10)))),
                false);
    }

    private static Inventory.Piece high(String item, double centimetres, int count) {
        return new Inventory.Piece(item, Optional.of(centimetres), Optional.empty(), count);
    }

    private static Inventory.Piece heavy(String item, double kilograms, int count) {
        return new Inventory.Piece(item, Optional.empty(), Optional.of(kilograms), count);
    }

    private static Inventory.Piece some(String item, int count) {
        return new Inventory.Piece(item, Optional.empty(), Optional.empty(), count);
    }

    private static Inventory.Hours hours(DayOfWeek day, int from, int to) {
        return new Inventory.Hours(day, LocalTime.of(from, 0), LocalTime.of(to, 0));
    }
}
