package rangordnung.core.solve;

import com.google.ortools.Loader;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CpSolverStatus;
import com.google.ortools.sat.SatParameters;

/**
 * Puts a model to CP-SAT (Google OR-Tools). One worker, a fixed seed and a limit that is counted in steps rather than in time
 * make the same model come out the same on every machine.
 */
public final class Solver {

    static {
        Loader.loadNativeLibraries();
    }

    /**
     * Whatever the machine does, no answer takes longer: only on a machine so busy that this ends it may an answer differ (house
     * convention).
     */
    private static final double LONGEST_SECONDS = 30;

    private static final int SEED = 1;

    private final CpSolver solver = new CpSolver();

    /** What came of a model. */
    public enum Outcome {
        /** No better answer exists, or any answer was enough and this is one. */
        PROVEN,
        /** An answer, perhaps not the best. */
        FOUND,
        IMPOSSIBLE,
        /** Neither an answer nor a proof within the effort. */
        UNKNOWN
    }

    /**
     * @param effort in units of the solver's own clock, about a second each on a machine that does nothing else
     */
    public Solver(double effort) {
        SatParameters.Builder parameters = solver.getParameters();
        parameters
                .setNumWorkers(1)
                .setRandomSeed(SEED)
                .setMaxDeterministicTime(effort)
                .setMaxTimeInSeconds(LONGEST_SECONDS);
    }

    /** For models of many starts in time: they are told apart by reasoning about time rather than by linear relaxation. */
    public Solver forTimes() {
        solver.getParameters().setLinearizationLevel(0);
        return this;
    }

    /** An empty model, with the solver's own libraries loaded. */
    public static CpModel model() {
        return new CpModel();
    }

    public Outcome solve(CpModel model) {
        CpSolverStatus status = solver.solve(model);
        return switch (status) {
            case OPTIMAL -> Outcome.PROVEN;
            case FEASIBLE -> Outcome.FOUND;
            case INFEASIBLE -> Outcome.IMPOSSIBLE;
            case MODEL_INVALID -> throw new IllegalStateException(model.validate());
            default -> Outcome.UNKNOWN;
        };
    }

    /** The answer, after one was found. */
    public CpSolver answer() {
        return solver;
    }
}
