package rangordnung.core;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import org.jspecify.annotations.NullMarked;

@AnalyzeClasses(packages = "rangordnung.core", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

    @ArchTest
    static final ArchRule the_core_knows_no_framework = classes()
            .that()
            .resideInAPackage("rangordnung.core..")
            .should()
            .onlyDependOnClassesThat()
            .resideInAnyPackage(
                    "rangordnung.core..", "java..", "org.jspecify..", "org.hipparchus..", "com.google.ortools..");

    @ArchTest
    static void what_may_be_null_says_so_in_every_package(JavaClasses classes) {
        assertThat(classes).extracting(JavaClass::getPackage).allMatch(p -> p.isAnnotatedWith(NullMarked.class));
    }

    @ArchTest
    static final ArchRule the_core_touches_no_file_and_no_network = noClasses()
            .should()
            .dependOnClassesThat()
            .resideInAnyPackage("java.net..", "java.nio.file..", "java.sql..")
            .orShould()
            .dependOnClassesThat()
            .haveFullyQualifiedName("java.io.File");

    /** Each package depends only on those before it; safety and agreement stand beside the arrow. */
    @ArchTest
    static final ArchRule the_arrow_keeps_its_direction = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("body")
            .definedBy("rangordnung.core.body..")
            .layer("protocol")
            .definedBy("rangordnung.core.protocol..")
            .layer("safety")
            .definedBy("rangordnung.core.safety..")
            .layer("motion")
            .definedBy("rangordnung.core.motion..")
            .layer("record")
            .definedBy("rangordnung.core.record..")
            .layer("certainty")
            .definedBy("rangordnung.core.certainty..")
            .layer("judgement")
            .definedBy("rangordnung.core.judgement..")
            .layer("link")
            .definedBy("rangordnung.core.link..")
            .layer("agreement")
            .definedBy("rangordnung.core.agreement..")
            .layer("practice")
            .definedBy("rangordnung.core.practice..")
            .layer("plan")
            .definedBy("rangordnung.core.plan..")
            .layer("ladder")
            .definedBy("rangordnung.core.ladder..")
            .layer("kit")
            .definedBy("rangordnung.core.kit..")
            .layer("placement")
            .definedBy("rangordnung.core.placement..")
            .layer("training")
            .definedBy("rangordnung.core.training..")
            .whereLayer("body")
            .mayNotAccessAnyLayer()
            .whereLayer("protocol")
            .mayOnlyAccessLayers("body")
            .whereLayer("safety")
            .mayOnlyAccessLayers("body", "protocol")
            .whereLayer("motion")
            .mayOnlyAccessLayers("body", "protocol")
            .whereLayer("record")
            .mayOnlyAccessLayers("body", "protocol", "safety")
            .whereLayer("judgement")
            .mayOnlyAccessLayers("body", "protocol", "certainty", "record", "motion", "safety")
            .whereLayer("certainty")
            .mayOnlyAccessLayers("protocol")
            .whereLayer("link")
            .mayOnlyAccessLayers("body", "protocol", "certainty", "record", "safety", "judgement")
            .whereLayer("agreement")
            .mayOnlyAccessLayers("body", "protocol", "record", "judgement")
            .whereLayer("practice")
            .mayOnlyAccessLayers("body", "protocol", "motion", "record", "agreement")
            .whereLayer("plan")
            .mayOnlyAccessLayers("body", "protocol")
            .whereLayer("ladder")
            .mayOnlyAccessLayers("body", "protocol")
            .whereLayer("kit")
            .mayOnlyAccessLayers("body", "protocol", "ladder")
            .whereLayer("placement")
            .mayOnlyAccessLayers(
                    "body", "protocol", "certainty", "record", "safety", "judgement", "link", "ladder", "kit")
            .whereLayer("training")
            .mayOnlyAccessLayers("body", "protocol", "record", "safety", "ladder", "kit", "placement");

    /** Signals know nothing of measures, and what simulates movement knows nothing of measuring it. */
    @ArchTest
    static final ArchRule signals_come_first = layeredArchitecture()
            .consideringOnlyDependenciesInLayers()
            .layer("signal")
            .definedBy("rangordnung.core.motion.signal..")
            .layer("measure")
            .definedBy("rangordnung.core.motion.measure..")
            .layer("simulated")
            .definedBy("rangordnung.core.motion.simulated..")
            .whereLayer("signal")
            .mayNotAccessAnyLayer()
            .whereLayer("measure")
            .mayOnlyAccessLayers("signal")
            .whereLayer("simulated")
            .mayOnlyAccessLayers("signal");
}
