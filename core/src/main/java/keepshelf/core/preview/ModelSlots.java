package keepshelf.core.preview;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.catalogue.MapRecord;

/** Which maps of a model belong to which of its material slots. */
public final class ModelSlots {
  private final List<MapRecord> maps;

  /** Tells {@code maps}, all those of the model, apart. */
  public ModelSlots(List<MapRecord> maps) {
    this.maps = maps;
  }

  /**
   * The maps of the sets that a slot names, else of those that are called like it, else all when it
   * is the only one.
   *
   * @param slot its name
   * @param textures file names or paths that the model's file gives for it
   */
  public List<MapRecord> of(String slot, List<String> textures, boolean only) {
    Set<String> named = new HashSet<>();
    textures.forEach(t -> named.add(stemOfSet(fileName(t))));
    List<MapRecord> own =
        maps.stream()
            .filter(
                m -> named.stream().anyMatch(n -> !n.isEmpty() && fileName(m.path()).startsWith(n)))
            .toList();
    if (own.isEmpty()) {
      String name = Alike.folded(slot);
      own =
          maps.stream()
              .filter(m -> name.length() > 2 && Alike.folded(m.fileName()).contains(name))
              .toList();
    }
    return own.isEmpty() && only ? maps : own;
  }

  static String fileName(String path) {
    String p = path.replace('\\', '/');
    return p.substring(p.lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
  }

  /** What the maps of one set begin with: the name without its last word. */
  private static String stemOfSet(String file) {
    String s = file.contains(".") ? file.substring(0, file.lastIndexOf('.')) : file;
    int cut = Math.max(s.lastIndexOf('_'), s.lastIndexOf('-'));
    return cut > 2 ? s.substring(0, cut) : s;
  }
}
