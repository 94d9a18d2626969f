package keepshelf.core.recognise.document;

import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.SourceFile;
import org.jspecify.annotations.Nullable;

/** Finds the pictures that documents refer to, and gathers what is said about each. */
final class MentionCollector {
  private static final String REST = "rgb";

  private final Map<String, SourceFile> byPath = new HashMap<>();
  private final Map<String, List<SourceFile>> byName = new HashMap<>();
  private final Map<String, Mention> mentions = new LinkedHashMap<>();
  private final Map<String, Map<String, MapRole>> channels = new HashMap<>();
  @Nullable Double tileMetres;
  @Nullable Double reliefMetres;

  MentionCollector(List<SourceFile> files) {
    for (SourceFile f : files) {
      byPath.put(folded(String.join("/", f.parts())), f);
      byName.computeIfAbsent(folded(f.name()), n -> new ArrayList<>()).add(f);
    }
  }

  private static String folded(String s) {
    return Normalizer.normalize(s, Normalizer.Form.NFC).toLowerCase(Locale.ROOT);
  }

  /**
   * Notes that {@code document} uses the picture {@code reference} as {@code role}.
   *
   * @param channel {@code r g b a} when only that channel is used, else null
   */
  void add(
      SourceFile document,
      String reference,
      MapRole role,
      @Nullable String channel,
      String material) {
    SourceFile f = resolve(document, reference);
    if (f == null) {
      return;
    }
    if (channel != null && role != MapRole.BASE_COLOUR && role != MapRole.NORMAL) {
      channels.computeIfAbsent(f.path(), p -> new LinkedHashMap<>()).putIfAbsent(channel, role);
    } else {
      channels.computeIfAbsent(f.path(), p -> new LinkedHashMap<>()).putIfAbsent(REST, role);
    }
    settle(f, material, document.name());
  }

  /** One use is a map of that role; several channels make it a packed map. */
  private void settle(SourceFile f, String material, String document) {
    Map<String, MapRole> said = channels.getOrDefault(f.path(), Map.of());
    MapRole whole = said.get(REST);
    Map<String, MapRole> apart = new LinkedHashMap<>();
    for (String c : List.of("r", "g", "b", "a")) {
      if (said.containsKey(c)) {
        apart.put(c, said.get(c));
      }
    }
    boolean packed = whole == null && apart.size() > 1;
    MapRole role =
        packed ? MapRole.PACKED : whole != null ? whole : apart.values().iterator().next();
    Channels of =
        packed
            ? new Channels(apart)
            : whole != null && apart.containsKey("a") ? alpha(apart) : null;
    mentions.put(f.path(), new Mention(f.path(), role, of, material, document));
  }

  private static Channels alpha(Map<String, MapRole> apart) {
    return new Channels(Map.of("a", apart.get("a")));
  }

  private @Nullable SourceFile resolve(SourceFile document, String reference) {
    String r = reference.replace('\\', '/').trim();
    if (r.startsWith("data:") || r.contains("://")) {
      return null;
    }
    try {
      r = r.contains("%") ? URLDecoder.decode(r.replace("+", "%2B"), StandardCharsets.UTF_8) : r;
    } catch (IllegalArgumentException notEncoded) {
      r = reference.replace('\\', '/');
    }
    r = r.replace("<UDIM>", "1001").replace("<udim>", "1001");
    List<String> parts = new ArrayList<>(document.parts().subList(0, document.parts().size() - 1));
    for (String p : r.split("/")) {
      if (p.equals("..") && !parts.isEmpty()) {
        parts.removeLast();
      } else if (!p.isEmpty() && !p.equals(".") && !p.equals("..")) {
        parts.add(p);
      }
    }
    SourceFile exact = byPath.get(folded(String.join("/", parts)));
    if (exact != null) {
      return exact;
    }
    // Exported on another machine: the only file of that name is meant.
    List<SourceFile> named =
        byName.getOrDefault(folded(r.substring(r.lastIndexOf('/') + 1)), List.of());
    return named.size() == 1 ? named.getFirst() : null;
  }

  DocumentFacts facts() {
    return new DocumentFacts(mentions, tileMetres, reliefMetres);
  }
}
