package keepshelf.core.model;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * Which role each channel of a packed map has.
 *
 * @param roles channel letter ({@code r g b a}) to role, in that order; a channel without use is
 *     absent
 */
public record Channels(Map<String, MapRole> roles) {
  private static final String LETTERS = "rgba";

  /** Keeps the order of the channels. */
  public Channels {
    roles = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(roles));
  }

  /** From one letter a channel, as in the vocabulary: o r m g h s a c e t k, or - for none. */
  public static Channels ofLetters(String letters) {
    Map<String, MapRole> roles = new LinkedHashMap<>();
    for (int i = 0; i < letters.length(); i++) {
      MapRole role = role(letters.charAt(i));
      if (role != null) {
        roles.put(LETTERS.substring(i, i + 1), role);
      }
    }
    return new Channels(roles);
  }

  private static @Nullable MapRole role(char c) {
    return switch (c) {
      case 'o' -> MapRole.AMBIENT_OCCLUSION;
      case 'r' -> MapRole.ROUGHNESS;
      case 'm' -> MapRole.METALLIC;
      case 'g' -> MapRole.GLOSS;
      case 'h' -> MapRole.HEIGHT;
      case 's' -> MapRole.SPECULAR;
      case 'a' -> MapRole.OPACITY;
      case 'c' -> MapRole.CAVITY;
      case 'e' -> MapRole.EMISSION;
      case 't' -> MapRole.TRANSLUCENCY;
      case 'k' -> MapRole.MASK;
      default -> null;
    };
  }

  /** 0 for red to 3 for alpha. */
  public static int index(@Nullable String channel) {
    return LETTERS.indexOf(channel);
  }

  /** "r occlusion, g roughness, b metallic". */
  public Phrase inWords() {
    return Phrase.list(
        roles.entrySet().stream()
            .map(e ->
                Phrase.of(
                    "channels.one", e.getKey().toUpperCase(Locale.ROOT), e.getValue().inSentence()))
            .toList());
  }
}
