package rangordnung.server.platform;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.List;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.introspect.Annotated;
import tools.jackson.databind.introspect.AnnotatedClass;
import tools.jackson.databind.introspect.AnnotationIntrospectorPair;
import tools.jackson.databind.introspect.JacksonAnnotationIntrospector;
import tools.jackson.databind.introspect.NopAnnotationIntrospector;
import tools.jackson.databind.jsontype.NamedType;

/** Reads and writes the core's sealed types with their kind. */
@Configuration
class CoreJson {

    @Bean
    JsonMapperBuilderCustomizer coreFamilies() {
        return builder -> builder.annotationIntrospector(
                new AnnotationIntrospectorPair(new Families(), new JacksonAnnotationIntrospector()));
    }

    private static final class Families extends NopAnnotationIntrospector {

        @Override
        public JsonTypeInfo.Value findPolymorphicTypeInfo(MapperConfig<?> config, Annotated annotated) {
            Class<?> type = annotated.getRawType();
            return annotated instanceof AnnotatedClass && (CoreTypes.family(type) || CoreTypes.member(type))
                    ? JsonTypeInfo.Value.construct(JsonTypeInfo.Id.NAME, JsonTypeInfo.As.PROPERTY, CoreTypes.DISCRIMINATOR, null, false, null)
                    : null;
        }

        @Override
        public List<NamedType> findSubtypes(MapperConfig<?> config, Annotated annotated) {
            Class<?> type = annotated.getRawType();
            return CoreTypes.family(type)
                    ? CoreTypes.members(type).stream().map(m -> new NamedType(m, CoreTypes.kind(m))).toList()
                    : null;
        }

        @Override
        public String findTypeName(MapperConfig<?> config, AnnotatedClass annotated) {
            return CoreTypes.member(annotated.getRawType()) ? CoreTypes.kind(annotated.getRawType()) : null;
        }
    }
}
