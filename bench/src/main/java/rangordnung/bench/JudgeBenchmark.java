package rangordnung.bench;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.infra.Blackhole;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import org.openjdk.jmh.runner.options.VerboseMode;
import rangordnung.core.body.Side;
import rangordnung.core.judgement.Judge;
import rangordnung.core.protocol.Conditions;
import rangordnung.core.protocol.Criterion;
import rangordnung.core.protocol.Extent;
import rangordnung.core.protocol.Grade;
import rangordnung.core.protocol.Protocol;
import rangordnung.core.protocol.View;
import rangordnung.core.record.Book;
import rangordnung.core.record.Entry;
import rangordnung.core.record.Fact;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Judging 500 screens, against merely reading the same facts from memory. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
public class JudgeBenchmark {

    private final List<List<Entry>> books = new ArrayList<>();
    private Judge judge;

    @Setup
    public void write() throws IOException {
        JsonMapper json = new JsonMapper();
        Protocol protocol;
        try (InputStream in = Protocol.class.getResourceAsStream("/rangordnung/protocols/standard-floor.1.json")) {
            ObjectNode tree = (ObjectNode) json.readTree(in);
            tree.remove("$schema");
            protocol = json.treeToValue(tree, Protocol.class);
        }
        judge = new Judge(protocol);
        Random random = new Random(500);
        for (int athlete = 0; athlete < 500; athlete++) {
            books.add(book(protocol, random));
        }
    }

    private static List<Entry> book(Protocol protocol, Random random) {
        UUID trial = new UUID(random.nextLong(), random.nextLong());
        List<Fact> facts = new ArrayList<>(
                List.of(new Fact.TrialOpened(trial, "overhead-squat", Conditions.STANDARD, Optional.empty())));
        for (Criterion criterion : protocol.tests().get(0).criteria()) {
            if (random.nextInt(4) == 0) {
                Optional<Side> side = criterion.extent() == Extent.WHOLE
                        ? Optional.empty()
                        : Optional.of(Side.values()[random.nextInt(2)]);
                facts.add(Fact.Marked.of(trial, criterion.id(), side, Grade.values()[1 + random.nextInt(3)]));
            }
        }
        facts.add(new Fact.ViewClosed(trial, View.FRONT, 5, Optional.empty()));
        facts.add(new Fact.ViewClosed(trial, View.SIDE, 5, Optional.empty()));
        List<Entry> book = new ArrayList<>();
        for (Fact fact : facts) {
            book.add(new Entry(
                    new UUID(random.nextLong(), random.nextLong()),
                    book.size(),
                    Optional.empty(),
                    fact,
                    Optional.empty()));
        }
        return book;
    }

    @Benchmark
    public void judge(Blackhole hole) {
        for (List<Entry> book : books) {
            hole.consume(judge.judge(Book.of(book)));
        }
    }

    @Benchmark
    public void read(Blackhole hole) {
        for (List<Entry> book : books) {
            for (Entry entry : book) {
                hole.consume(entry.id());
                hole.consume(entry.sequence());
                hole.consume(entry.supersedes());
                hole.consume(entry.fact());
                hole.consume(entry.fact().ofTrial());
            }
        }
    }

    static void run() throws RunnerException {
        Collection<RunResult> results = new Runner(new OptionsBuilder()
                        .include(JudgeBenchmark.class.getSimpleName())
                        .forks(1)
                        .warmupIterations(3)
                        .measurementIterations(5)
                        .warmupTime(TimeValue.seconds(1))
                        .measurementTime(TimeValue.seconds(1))
                        .verbosity(VerboseMode.SILENT)
                        .build())
                .run();
        double judged = score(results, ".judge");
        double read = score(results, ".read");
        Bench.ratio("judge-500", judged, read, "microseconds for 500 screens", Double.MAX_VALUE);
    }

    private static double score(Collection<RunResult> results, String method) {
        return results.stream()
                .filter(r -> r.getParams().getBenchmark().endsWith(method))
                .findFirst()
                .orElseThrow()
                .getPrimaryResult()
                .getScore();
    }
}
