package rangordnung.server.platform;

import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.ObjectMapper;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.jackson.ModelResolver;
import io.swagger.v3.core.jackson.TypeNameResolver;
import io.swagger.v3.core.util.Json31;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The OpenAPI document: generated from the records, with sealed families, and required unless optional. */
@Configuration
class ApiDocument {

    @Bean
    OpenAPI document() {
        return new OpenAPI().info(new Info().title("Rangordnung").version("1"));
    }

    @Bean
    ModelResolver coreNames() {
        return new ModelResolver(Json31.mapper(), new TypeNameResolver() {
            @Override
            protected String nameForClass(Class<?> type, Set<Options> options) {
                return CoreTypes.schemaName(type);
            }
        }).openapi31(true);
    }

    @Bean
    Records records() {
        return new Records();
    }

    /** Adds to each record what its type says: which components are always there, and its kind. */
    static final class Records implements ModelConverter {

        private final ObjectMapper mapper = Json31.mapper();

        @Override
        @SuppressWarnings({"rawtypes", "unchecked"})
        public Schema resolve(AnnotatedType asked, ModelConverterContext context, Iterator<ModelConverter> chain) {
            JavaType type = mapper.constructType(asked.getType());
            Class<?> raw = type.getRawClass();
            if (Optional.class.equals(raw) || !chain.hasNext()) {
                return chain.hasNext() ? chain.next().resolve(asked, context, chain) : null;
            }
            if (CoreTypes.family(raw)) {
                return family(raw, context);
            }
            Schema resolved = chain.next().resolve(asked, context, chain);
            Schema model = raw.isRecord() ? context.getDefinedModels().get(CoreTypes.schemaName(raw)) : null;
            if (model != null && model.getProperties() != null) {
                model.setRequired(required(raw, model));
            }
            return resolved;
        }

        private static List<String> required(Class<?> record, Schema<?> model) {
            List<String> required = new ArrayList<>();
            for (RecordComponent component : record.getRecordComponents()) {
                if (!Optional.class.equals(component.getType()) && model.getProperties().containsKey(component.getName())) {
                    required.add(component.getName());
                }
            }
            if (CoreTypes.member(record)) {
                StringSchema kind = new StringSchema();
                kind.addEnumItem(CoreTypes.kind(record));
                model.addProperty(CoreTypes.DISCRIMINATOR, kind);
                required.add(CoreTypes.DISCRIMINATOR);
            }
            return required;
        }

        @SuppressWarnings({"rawtypes", "unchecked"})
        private static Schema family(Class<?> family, ModelConverterContext context) {
            String name = CoreTypes.schemaName(family);
            if (!context.getDefinedModels().containsKey(name)) {
                Schema union = new Schema<>();
                context.defineModel(name, union);
                for (Class<?> member : CoreTypes.members(family)) {
                    Schema resolved = context.resolve(new AnnotatedType(member).resolveAsRef(true));
                    if (resolved.get$ref() == null) {
                        // a record without components is inlined by the resolver
                        resolved = new Schema<>().types(Set.of("object")).properties(new java.util.LinkedHashMap<>());
                        resolved.setRequired(required(member, resolved));
                        context.defineModel(CoreTypes.schemaName(member), resolved);
                        resolved = new Schema<>().$ref("#/components/schemas/" + CoreTypes.schemaName(member));
                    }
                    union.addOneOfItem(resolved);
                }
            }
            return new Schema<>().$ref("#/components/schemas/" + name);
        }
    }
}
