package keepshelf.core.recognise.names;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import keepshelf.core.model.ItemKind;
import keepshelf.core.recognise.names.NameParts.Word;
import keepshelf.imaging.analyse.Handedness;
import org.jspecify.annotations.Nullable;

/**
 * What the folders above a file say: which files may form a set together. Folders that only say
 * format, resolution or "textures" do not separate; a folder named like a role gives the role.
 *
 * @param scope the separating folders as one comparable text
 * @param names keys of the separating folders, outermost first
 * @param role role word of the innermost folder when it is named like a role, or null
 * @param resolution the label that the innermost folder with one says, or null
 * @param version the version that a folder says, or null
 * @param handedness what a folder says about normals
 * @param kind the kind of item that words in the two innermost folders say, or null
 * @param preview the one of the two innermost folders that is named as holding previews, or null
 */
public record FolderScope(
    String scope,
    List<String> names,
    @Nullable String role,
    @Nullable String resolution,
    @Nullable String version,
    Handedness handedness,
    @Nullable ItemKind kind,
    @Nullable String preview) {
  /** Whether {@code inner} is the folder {@code outer} or lies in it, both as {@link #scope}. */
  public static boolean holds(String outer, String inner) {
    return outer.isEmpty() || inner.equals(outer) || inner.startsWith(outer + "/");
  }

  private static final Pattern ARCHIVE =
      Pattern.compile("(?i)\\.(?:zip|7z|tar|tgz|tbz2|txz|rar|tar\\.(?:gz|xz|bz2|zst))$");

  /** Stands in {@link #scope} behind what is an archive. */
  private static final String ARCHIVE_MARK = "!";

  private static final Set<String> GENERIC =
      Set.of(
          "textures",
          "texture",
          "tex",
          "maps",
          "map",
          "images",
          "image",
          "img",
          "files",
          "file",
          "bitmaps",
          "bitmap",
          "materials",
          "material",
          "assets",
          "source",
          "sourceimages",
          "output",
          "export",
          "exports",
          "final",
          "tiles",
          "tile",
          "udims",
          "set",
          "format",
          "formats",
          "resolution",
          "resolutions",
          "opengl",
          "directx",
          "pbr",
          "version");

  /** Reads folder chains, each only once. */
  public static final class Reader {
    private final Map<List<String>, FolderScope> known = new HashMap<>();
    private final Map<String, NameParts> parts = new HashMap<>();

    /** The scope of a file in {@code folders}, outermost first. */
    public FolderScope of(List<String> folders) {
      return known.computeIfAbsent(folders, this::read);
    }

    private FolderScope read(List<String> folders) {
      List<String> names = new ArrayList<>();
      List<String> scope = new ArrayList<>();
      String role = null;
      String resolution = null;
      String version = null;
      Handedness handedness = Handedness.UNKNOWN;
      ItemKind kind = null;
      String preview = null;
      for (int i = 0; i < folders.size(); i++) {
        NameParts p = parts.computeIfAbsent(stripArchive(folders.get(i)), NameParts::of);
        resolution = p.resolution() != null ? p.resolution() : resolution;
        version = p.version() != null ? p.version() : version;
        handedness = p.handedness() != Handedness.UNKNOWN ? p.handedness() : handedness;
        String key = p.copy() ? NameParts.of(stripArchive(folders.get(i)) + "_").key() : p.key();
        boolean innermost = i == folders.size() - 1;
        if (i >= folders.size() - 2) {
          kind = PictureWords.kind(p.words()).orElse(kind);
          preview =
              preview == null && PictureWords.previewFolder(folders.get(i))
                  ? folders.get(i)
                  : preview;
        }
        String roleWord = innermost ? roleWord(p) : null;
        if (roleWord != null) {
          role = roleWord;
        } else if (!transparent(p)) {
          names.add(key);
          boolean archive = !stripArchive(folders.get(i)).equals(folders.get(i));
          scope.add(NameParts.folded(key) + (archive ? ARCHIVE_MARK : ""));
        }
      }
      return new FolderScope(
          String.join("/", scope),
          List.copyOf(names),
          role,
          resolution,
          version,
          handedness,
          kind,
          preview);
    }

    private static boolean transparent(NameParts p) {
      return p.words().stream().filter(Word::names).allMatch(w -> GENERIC.contains(w.text()));
    }

    private static @Nullable String roleWord(NameParts p) {
      StringBuilder b = new StringBuilder();
      for (Word w : p.words()) {
        if (w.names() && !w.text().equals("maps") && !w.text().equals("map")) {
          b.append(w.text());
        }
      }
      String word = b.toString();
      var senses = RoleVocabulary.senses(word);
      if (senses.isEmpty() && word.endsWith("s")) {
        word = word.substring(0, word.length() - 1);
        senses = RoleVocabulary.senses(word);
      }
      return !senses.isEmpty() && word.length() > 1 && senses.getFirst().weight() > 0.8
          ? word
          : null;
    }
  }

  /** The name of an archive without its archive extension. */
  public static String stripArchive(String name) {
    return name.indexOf('.') < 0 ? name : ARCHIVE.matcher(name).replaceFirst("");
  }

  /**
   * The name for a set whose files do not name it: the innermost telling folder, or {@code other}.
   */
  public String nameOr(String other) {
    for (int i = names.size() - 1; i >= 0; i--) {
      String n = names.get(i);
      boolean telling = n.chars().filter(Character::isLetter).count() >= 2;
      if (telling) {
        return i == names.size() - 1
            ? n
            : n + "_" + String.join("_", names.subList(i + 1, names.size()));
      }
    }
    String below = String.join("_", names);
    return below.isEmpty() ? other : other.isEmpty() ? below : other + "_" + below;
  }

  /** Whether this is an archive, and not a folder in one. */
  public boolean archive() {
    return scope.endsWith(ARCHIVE_MARK);
  }

  /** The outermost archive, which is a pack; empty when there is none. */
  public String pack() {
    for (String s : scope.split("/")) {
      if (s.endsWith(ARCHIVE_MARK)) {
        return s;
      }
    }
    return "";
  }

  /** The scope around this one. */
  public String parent() {
    int slash = scope.lastIndexOf('/');
    return slash < 0 ? "" : scope.substring(0, slash);
  }
}
