package keepshelf.core.words;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;

/**
 * Something to be said, kept as what it says and not in the words of one language: the key of a
 * text of {@link Words} and the values that stand in it. The words are made when it is read, in the
 * language of who reads it, so that what a shelf has kept follows them.
 *
 * <p>In JSON it is {@code {"key": …, "values": […]}}, with phrases among the values; words that
 * were kept as such, as releases before did, are a string.
 *
 * @param key of the text, or null when {@code values} holds ready words
 * @param values whole numbers as {@link Long}, others as {@link Double}, text, phrases
 */
public record Phrase(@Nullable String key, List<Object> values) {
  private static final String KEY = "key";
  private static final String VALUES = "values";

  /** Numbers are kept in one form each, so that what comes back from a shelf is equal. */
  public Phrase {
    values = values.stream().map(Phrase::kept).toList();
  }

  /** The text of {@code key} with {@code values} in the places of {@code {0}} and so on. */
  public static Phrase of(String key, @Nullable Object... values) {
    return new Phrase(key, Arrays.asList(values));
  }

  /** Words that are said as they stand. */
  public static Phrase plain(String words) {
    return new Phrase(null, List.of(words));
  }

  /** One after another. */
  public static Phrase list(List<Phrase> parts) {
    return parts.stream()
        .reduce((a, b) -> Phrase.of("phrase.list", a, b))
        .orElseGet(() -> plain(""));
  }

  /** One after another, the last two joined by "and". */
  public static Phrase both(List<Phrase> parts) {
    if (parts.size() < 2) {
      return list(parts);
    }
    return Phrase.of("phrase.both", list(parts.subList(0, parts.size() - 1)), parts.getLast());
  }

  /** The words, in the language of whoever runs the program. */
  public String text() {
    if (key == null) {
      return values.isEmpty() ? "" : values.getFirst().toString();
    }
    Object[] said = values.stream().map(v -> v instanceof Phrase p ? p.text() : v).toArray();
    // A later release may have texts that this one has not, and a record may have been changed.
    if (Words.has(key)) {
      try {
        return Words.of(key, said);
      } catch (IllegalArgumentException e) {
        LoggerFactory.getLogger(Phrase.class).warn("{} does not take {}", key, listed(said));
      }
    }
    return Words.of("phrase.unknown", key, listed(said));
  }

  private static String listed(Object[] values) {
    return Arrays.stream(values).map(String::valueOf).collect(Collectors.joining(", "));
  }

  /** The words. */
  @Override
  public String toString() {
    return text();
  }

  /** As JSON holds it: a string, or a map of the key and its values. */
  @JsonValue
  Object stored() {
    if (key == null) {
      return text();
    }
    Map<String, Object> out = new LinkedHashMap<>();
    out.put(KEY, key);
    if (!values.isEmpty()) {
      out.put(VALUES, values);
    }
    return out;
  }

  /** From what {@link #stored} gave, or from what a release before wrote. */
  @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
  static Phrase read(Object stored) {
    if (!(stored instanceof Map<?, ?> m) || !(m.get(KEY) instanceof String key)) {
      return plain(stored.toString());
    }
    List<?> values = m.get(VALUES) instanceof List<?> l ? l : List.of();
    return new Phrase(
        key,
        values.stream()
            .filter(Objects::nonNull)
            .map(v -> v instanceof Map<?, ?> ? (Object) read(v) : v)
            .toList());
  }

  private static Object kept(@Nullable Object value) {
    return switch (value) {
      case null -> "";
      case Integer n -> (long) n;
      case Short n -> (long) n;
      case Float n -> (double) n;
      case Long n -> n;
      case Double n -> n;
      case Phrase p -> p;
      default -> value.toString();
    };
  }
}
