package keepshelf.standins.frame;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/**
 * Keeps reading a program's folder: documents that came, changed or went are read again. Looks by
 * itself rather than waiting for the system to tell, as folders may lie on other machines.
 */
public final class FolderWatch {
  /**
   * A document as it was read.
   *
   * @param path where it lies
   * @param name name of the material, or of the file when there is none
   * @param inputs a line for each input
   * @param facts a line for each fact about shapes and lights
   * @param complaints what was not accepted
   * @param picture its test picture, ARGB, or null
   * @param readAt when it was read
   */
  public record Loaded(
      Path path,
      String name,
      List<String[]> inputs,
      List<String> facts,
      List<String> complaints,
      int[] picture,
      LocalDateTime readAt) {}

  /** Pixels a side of the test pictures. */
  public static final int SIDE = 256;

  private final Program program;
  private final Path folder;
  private final Map<Path, String> stamps = new LinkedHashMap<>();
  private final Map<Path, Loaded> loaded = new LinkedHashMap<>();

  /** Watches {@code folder} for {@code program}. */
  public FolderWatch(Program program, Path folder) {
    this.program = program;
    this.folder = folder;
  }

  /**
   * Looks once.
   *
   * @param changed is told all documents after each one that was read or went
   * @return whether anything was different
   */
  public boolean look(Consumer<List<Loaded>> changed) {
    List<Path> there;
    try {
      there = Files.isDirectory(folder) ? program.documents(folder) : List.of();
    } catch (IOException | java.io.UncheckedIOException e) {
      return false;
    }
    boolean different = stamps.keySet().retainAll(there);
    loaded.keySet().retainAll(there);
    if (different) {
      changed.accept(all());
    }
    for (Path p : there) {
      String stamp = stamp(p);
      if (!stamp.equals(stamps.put(p, stamp))) {
        loaded.put(p, load(p));
        different = true;
        changed.accept(all());
      }
    }
    return different;
  }

  private List<Loaded> all() {
    return loaded.values().stream()
        .sorted(java.util.Comparator.comparing(l -> l.path().toString()))
        .toList();
  }

  private static String stamp(Path p) {
    try {
      var a = Files.readAttributes(p, BasicFileAttributes.class);
      return a.lastModifiedTime() + "|" + a.size() + "|" + a.fileKey();
    } catch (IOException e) {
      return "";
    }
  }

  private Loaded load(Path p) {
    try (ReadDocument d = program.read(p)) {
      List<String[]> inputs = new ArrayList<>();
      for (ReadSurface s : d.surfaces()) {
        for (ReadSurface.Input i : s.inputs()) {
          String prefix = d.surfaces().size() < 2 ? "" : s.material() + "/";
          inputs.add(line(prefix, i));
        }
      }
      for (ReadDocument.ReadLight l : d.lights()) {
        String file = l.picture() == null ? "" : l.picture().getFileName().toString();
        inputs.add(new String[] {l.kind(), "light", file});
      }
      List<String> facts = new ArrayList<>();
      d.facts().forEach((k, v) -> facts.add(k + " " + plain(v)));
      int[] picture = null;
      try {
        picture = DocumentPicture.render(d, SIDE, new Pictures());
      } catch (IOException | RuntimeException e) {
        if (d.complaints().isEmpty()) {
          d.complain("no picture could be rendered: " + e.getMessage());
        }
      }
      String name = p.getFileName().toString();
      return new Loaded(
          p,
          d.surfaces().isEmpty() ? name : d.surfaces().getFirst().material(),
          inputs,
          facts,
          List.copyOf(d.complaints()),
          picture,
          LocalDateTime.now());
    }
  }

  private static String[] line(String prefix, ReadSurface.Input i) {
    String as = i.through() != null ? i.through() : i.colourspace() != null ? "colour" : "numbers";
    String value =
        i.file() != null
            ? i.file().getFileName() + (i.value() == null ? "" : " × " + plain(i.value()))
            : i.value() == null ? "" : plain(i.value());
    return new String[] {prefix + i.input(), i.file() == null ? "value" : as, value};
  }

  private static String plain(double v) {
    return v == Math.rint(v) ? Long.toString((long) v) : String.format("%.3f", v);
  }
}
