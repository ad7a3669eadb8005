package rangordnung.core.certainty;

/** Four numbers, one for each grade. */
interface ByGrade {

    double none();

    double slight();

    double marked();

    double severe();

    /** The number of a grade, 0 for none to 3 for severe. */
    default double at(int grade) {
        return switch (grade) {
            case 0 -> none();
            case 1 -> slight();
            case 2 -> marked();
            default -> severe();
        };
    }
}
