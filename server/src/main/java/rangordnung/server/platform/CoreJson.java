package rangordnung.server.platform;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.Nulls;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import rangordnung.core.Refusal;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.AnnotationIntrospector;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.deser.jdk.StringDeserializer;
import tools.jackson.databind.deser.std.StdScalarDeserializer;
import tools.jackson.databind.introspect.Annotated;
import tools.jackson.databind.introspect.AnnotatedClass;
import tools.jackson.databind.introspect.AnnotatedMember;
import tools.jackson.databind.introspect.AnnotatedParameter;
import tools.jackson.databind.introspect.AnnotationIntrospectorPair;
import tools.jackson.databind.introspect.JacksonAnnotationIntrospector;
import tools.jackson.databind.introspect.NopAnnotationIntrospector;
import tools.jackson.databind.jsontype.NamedType;
import tools.jackson.databind.module.SimpleModule;

/** Reads and writes the core's sealed types with their kind; what is sent must be whole and hold no broken text. */
@Configuration
class CoreJson {

    @Bean
    JsonMapperBuilderCustomizer coreFamilies() {
        return builder -> builder.annotationIntrospector(introspector(true))
                .enable(DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES)
                .changeDefaultNullHandling(n -> n.withOverrides(JsonSetter.Value.forContentNulls(Nulls.FAIL)))
                .addModule(new SimpleModule().addDeserializer(String.class, new WholeText()));
    }

    /** @param complete whether everything that is not optional must be there */
    static AnnotationIntrospector introspector(boolean complete) {
        return new AnnotationIntrospectorPair(new Families(complete), new JacksonAnnotationIntrospector());
    }

    /** A text that the database can keep. */
    private static final class WholeText extends StdScalarDeserializer<String> {

        WholeText() {
            super(String.class);
        }

        @Override
        public String deserialize(JsonParser parser, DeserializationContext context) {
            String text = StringDeserializer.instance.deserialize(parser, context);
            if (text != null
                    && text.codePoints()
                            .anyMatch(c -> c == 0 || c >= Character.MIN_SURROGATE && c <= Character.MAX_SURROGATE)) {
                throw Refusal.text(
                        Optional.ofNullable(parser.currentName()).orElse("text"), "has a character that no text has");
            }
            return text;
        }
    }

    private static final class Families extends NopAnnotationIntrospector {

        private static final long serialVersionUID = 1L;

        private final boolean complete;

        Families(boolean complete) {
            this.complete = complete;
        }

        @Override
        public @Nullable Boolean hasRequiredMarker(MapperConfig<?> config, AnnotatedMember member) {
            boolean ours = member instanceof AnnotatedParameter parameter
                    && parameter.getDeclaringClass().isRecord()
                    && parameter.getDeclaringClass().getName().startsWith("rangordnung.");
            return complete && ours && !Optional.class.equals(member.getRawType()) ? Boolean.TRUE : null;
        }

        @Override
        public JsonTypeInfo.@Nullable Value findPolymorphicTypeInfo(MapperConfig<?> config, Annotated annotated) {
            Class<?> type = annotated.getRawType();
            return annotated instanceof AnnotatedClass && (CoreTypes.family(type) || CoreTypes.member(type))
                    ? JsonTypeInfo.Value.construct(
                            JsonTypeInfo.Id.NAME, JsonTypeInfo.As.PROPERTY, CoreTypes.DISCRIMINATOR, null, false, null)
                    : null;
        }

        @Override
        public @Nullable List<NamedType> findSubtypes(MapperConfig<?> config, Annotated annotated) {
            Class<?> type = annotated.getRawType();
            return CoreTypes.family(type)
                    ? CoreTypes.members(type).stream()
                            .map(m -> new NamedType(m, CoreTypes.kind(m)))
                            .toList()
                    : null;
        }

        @Override
        public @Nullable String findTypeName(MapperConfig<?> config, AnnotatedClass annotated) {
            return CoreTypes.member(annotated.getRawType()) ? CoreTypes.kind(annotated.getRawType()) : null;
        }
    }
}
