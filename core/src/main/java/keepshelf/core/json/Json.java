package keepshelf.core.json;

import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** How the project's records are written as JSON: readable, unknown fields ignored on reading. */
public final class Json {
  private static final JsonMapper MAPPER =
      JsonMapper.builder()
          .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .disable(tools.jackson.databind.MapperFeature.SORT_PROPERTIES_ALPHABETICALLY)
          .enable(SerializationFeature.INDENT_OUTPUT)
          .build();
  private static final JsonMapper COMPACT =
      MAPPER.rebuild().disable(SerializationFeature.INDENT_OUTPUT).build();

  private Json() {}

  /** The shared mapper. */
  public static JsonMapper mapper() {
    return MAPPER;
  }

  /** Indented, for files. */
  public static byte[] pretty(Object value) {
    return MAPPER.writeValueAsBytes(value);
  }

  /** In one line, for files that a person hardly ever looks into. */
  public static byte[] compact(Object value) {
    return COMPACT.writeValueAsBytes(value);
  }

  /** In one line, for columns. */
  public static String line(Object value) {
    return COMPACT.writeValueAsString(value);
  }
}
