package rangordnung.server.platform;

import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.type.TypeFactory;
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
import io.swagger.v3.oas.models.servers.Server;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.web.csrf.CsrfToken;

/** The OpenAPI document: generated from the records, with sealed families, and required unless optional. */
@Configuration
class ApiDocument {

    static {
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(CsrfToken.class);
    }

    @Bean
    OpenAPI document() {
        return new OpenAPI().info(new Info().title("Rangordnung").version("1")).servers(List.of(new Server().url("/")));
    }

    /** What a client is told when it is refused, with every code that there is. */
    @Bean
    OpenApiCustomizer problemCodes() {
        return document -> {
            StringSchema code = new StringSchema();
            Arrays.stream(Code.values()).map(Code::wire).forEach(code::addEnumItem);
            document.getComponents().addSchemas("ProblemCode", code);
            document.addExtension("x-megabytes", Bodies.megabytes());
        };
    }

    @Bean
    ModelResolver coreNames() {
        return new ModelResolver(Json31.mapper(), new TypeNameResolver() {
                    @Override
                    protected String nameForClass(Class<?> type, Set<Options> options) {
                        return CoreTypes.schemaName(type);
                    }
                })
                .openapi31(true);
    }

    @Bean
    Records records() {
        return new Records();
    }

    /** Adds to each record what its type says: which components are always there, and its kind. */
    static final class Records implements ModelConverter {

        private static final String REFERENCE = "#/components/schemas/";
        private final ObjectMapper mapper = Json31.mapper();

        @Override
        @SuppressWarnings({"rawtypes", "unchecked"})
        public @Nullable Schema resolve(
                AnnotatedType asked, ModelConverterContext context, Iterator<ModelConverter> chain) {
            JavaType type = mapper.constructType(asked.getType());
            Class<?> raw = type.getRawClass();
            if (Optional.class.equals(raw) || !chain.hasNext()) {
                return chain.hasNext() ? chain.next().resolve(asked, context, chain) : null;
            }
            if (CoreTypes.family(raw)) {
                return family(raw, context);
            }
            Schema resolved = chain.next().resolve(asked, context, chain);
            if (raw.isRecord() && resolved != null && resolved.get$ref() != null) {
                complete(type, context.getDefinedModels().get(resolved.get$ref().substring(REFERENCE.length())));
            }
            return resolved;
        }

        @SuppressWarnings({"rawtypes", "unchecked"})
        private static void complete(JavaType type, @Nullable Schema model) {
            if (model == null) {
                return;
            }
            if (model.getProperties() == null) {
                model.setProperties(new LinkedHashMap<>());
            }
            List<String> required = new ArrayList<>();
            for (RecordComponent component : type.getRawClass().getRecordComponents()) {
                JavaType bound = type.getBindings()
                        .findBoundType(component.getGenericType().getTypeName());
                Class<?> is = bound == null ? component.getType() : bound.getRawClass();
                if (!Optional.class.equals(is) && model.getProperties().containsKey(component.getName())) {
                    required.add(component.getName());
                }
            }
            if (CoreTypes.member(type.getRawClass())) {
                StringSchema kind = new StringSchema();
                kind.addEnumItem(CoreTypes.kind(type.getRawClass()));
                model.addProperty(CoreTypes.DISCRIMINATOR, kind);
                required.add(CoreTypes.DISCRIMINATOR);
            }
            model.setTypes(Set.of("object"));
            model.setRequired(required);
        }

        @SuppressWarnings({"rawtypes", "unchecked"})
        private static Schema family(Class<?> family, ModelConverterContext context) {
            String name = CoreTypes.schemaName(family);
            if (!context.getDefinedModels().containsKey(name)) {
                Schema union = new Schema<>();
                context.defineModel(name, union);
                for (Class<?> member : CoreTypes.members(family)) {
                    context.resolve(new AnnotatedType(member).resolveAsRef(true));
                    // A record without components is not defined by the resolver itself.
                    if (!context.getDefinedModels().containsKey(CoreTypes.schemaName(member))) {
                        context.defineModel(CoreTypes.schemaName(member), new Schema<>());
                    }
                    complete(
                            TypeFactory.defaultInstance().constructType(member),
                            context.getDefinedModels().get(CoreTypes.schemaName(member)));
                    Schema resolved = new Schema<>().$ref(REFERENCE + CoreTypes.schemaName(member));
                    union.addOneOfItem(resolved);
                }
            }
            return new Schema<>().$ref(REFERENCE + name);
        }
    }
}
