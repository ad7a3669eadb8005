package rangordnung.server.platform;

import org.springframework.stereotype.Component;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads and writes what this product stores or ships. What comes from outside must be complete; what is stored may be of
 * an older version, and then the records themselves say what they need.
 */
@Component
public class StoredJson {

    private final JsonMapper json;

    StoredJson(JsonMapper outside) {
        json = outside.rebuild()
                .annotationIntrospector(CoreJson.introspector(false))
                .disable(DeserializationFeature.FAIL_ON_NULL_CREATOR_PROPERTIES)
                .build();
    }

    public <T> T read(String body, Class<T> type) {
        return json.readValue(body, type);
    }

    public <T> T read(JsonNode body, Class<T> type) {
        return json.treeToValue(body, type);
    }

    public JsonNode tree(String body) {
        return json.readTree(body);
    }

    public String write(Object value) {
        return json.writeValueAsString(value);
    }

    /** The value with the kind of the family that it belongs to. */
    public <T> String write(T value, Class<T> family) {
        return json.writerFor(family).writeValueAsString(value);
    }
}
