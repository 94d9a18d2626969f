package keepshelf.core.recognise.names;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.recognise.names.NameParts.Word;

/**
 * Finds the folders in which numbers inside names count UDIM tiles ({@code hull.1001.diffuse}) and
 * not materials ({@code rope_1042_diffuse}): tiles are counted from 1001, and no other number
 * stands in their place.
 */
public final class InnerTiles {
  private InnerTiles() {}

  /** Scopes in which {@link NameParts#withInnerTile()} holds. */
  public static Set<String> scopes(List<Named> pictures) {
    Map<String, Set<String>> tilePatterns = new HashMap<>();
    Set<String> first = new HashSet<>();
    for (Named n : pictures) {
      if (n.parts().innerTile() >= 0) {
        tilePatterns
            .computeIfAbsent(n.scope().scope(), s -> new HashSet<>())
            .add(pattern(n.parts(), n.parts().innerTile()));
        if (n.parts().innerTileNumber() == 1001) {
          first.add(n.scope().scope());
        }
      }
    }
    Set<String> tiled = new HashSet<>(first);
    for (Named n : pictures) {
      Set<String> patterns = tilePatterns.get(n.scope().scope());
      if (first.contains(n.scope().scope()) && n.parts().innerTile() < 0 && patterns != null) {
        for (int i = 0; i < n.parts().words().size(); i++) {
          boolean number = Character.isDigit(n.parts().words().get(i).text().charAt(0));
          if (number && patterns.contains(pattern(n.parts(), i))) {
            tiled.remove(n.scope().scope());
          }
        }
      }
    }
    return tiled;
  }

  private static String pattern(NameParts parts, int hole) {
    StringBuilder b = new StringBuilder();
    List<Word> words = parts.words();
    for (int i = 0; i < words.size(); i++) {
      b.append(i == hole ? "#" : words.get(i).text()).append(' ');
    }
    return b.toString();
  }
}
