package rangordnung.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.lang.syntax.ArchRuleDefinition;
import jakarta.persistence.Entity;
import org.jspecify.annotations.NullMarked;
import org.junit.jupiter.api.Test;
import org.springframework.modulith.core.ApplicationModules;

class StructureTest {

    private static final JavaClasses CLASSES = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("rangordnung.server");

    @Test
    void features_keep_to_what_they_may_know() {
        ApplicationModules.of(RangordnungServer.class).verify();
    }

    @Test
    void a_feature_keeps_its_rows_to_itself() {
        ArchRuleDefinition.classes()
                .that()
                .areAnnotatedWith(Entity.class)
                .should()
                .notBePublic()
                .check(CLASSES);
        assertThat(CLASSES).hasSizeGreaterThan(50);
    }

    @Test
    void what_may_be_null_says_so_in_every_package() {
        assertThat(CLASSES).extracting(JavaClass::getPackage).allMatch(p -> p.isAnnotatedWith(NullMarked.class));
    }
}
