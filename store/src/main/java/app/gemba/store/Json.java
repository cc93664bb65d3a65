package app.gemba.store;

import java.util.Map;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** JSON as columns hold it. */
final class Json {
  private static final JsonMapper MAPPER = JsonMapper.builder().build();
  private static final TypeReference<Map<String, String>> TEXTS = new TypeReference<>() {};

  private Json() {}

  static String write(Object value) {
    return MAPPER.writeValueAsString(value);
  }

  static Map<String, String> texts(String json) {
    return MAPPER.readValue(json, TEXTS);
  }

  static <T> T read(String json, Class<T> type) {
    return MAPPER.readValue(json, type);
  }
}
