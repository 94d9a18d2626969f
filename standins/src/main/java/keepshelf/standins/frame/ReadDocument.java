package keepshelf.standins.frame;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** A document as a host understood it, with everything it would not accept. */
public final class ReadDocument implements AutoCloseable {
  /**
   * Triangles of one surface.
   *
   * @param name its name
   * @param positions x, y, z in metres, y up
   * @param normals unit vectors
   * @param uvs u, v upwards
   * @param triangles three corners each
   * @param surface number of its surface, or -1
   */
  public record ReadShape(
      String name, float[] positions, float[] normals, float[] uvs, int[] triangles, int surface) {}

  /**
   * A light.
   *
   * @param kind {@code dome}, {@code sun} or {@code panel}
   * @param picture of a dome, or null
   * @param numbers about it, by name
   */
  public record ReadLight(String kind, Path picture, Map<String, Double> numbers) {}

  private final List<ReadSurface> surfaces = new ArrayList<>();
  private final List<ReadShape> shapes = new ArrayList<>();
  private final List<ReadLight> lights = new ArrayList<>();
  private final List<String> complaints = new ArrayList<>();
  private Path base;

  /** Adds a surface, which complains here. */
  public ReadSurface surface() {
    ReadSurface s = new ReadSurface(complaints);
    surfaces.add(s);
    return s;
  }

  /** Adds a shape. */
  public void add(ReadShape s) {
    shapes.add(s);
  }

  /** Adds a light. */
  public void add(ReadLight l) {
    lights.add(l);
  }

  /** Notes something that is not accepted. */
  public void complain(String what) {
    complaints.add(what);
  }

  /** Notes the folder that a package was unpacked into; it goes when this is closed. */
  public void unpackedInto(Path folder) {
    base = folder;
  }

  /** The folder that a package was unpacked into, or null. */
  public Path base() {
    return base;
  }

  /** The surfaces in the order they were read. */
  public List<ReadSurface> surfaces() {
    return surfaces;
  }

  /** Number of the surface of this name, or -1. */
  public int surfaceNamed(String name) {
    for (int i = 0; i < surfaces.size(); i++) {
      if (surfaces.get(i).material().equals(name)) {
        return i;
      }
    }
    return -1;
  }

  /** The shapes. */
  public List<ReadShape> shapes() {
    return shapes;
  }

  /** The lights. */
  public List<ReadLight> lights() {
    return lights;
  }

  /** Everything that is not accepted. */
  public List<String> complaints() {
    return complaints;
  }

  /** Numbers about shapes and lights: triangles, sizes in metres, angles in degrees. */
  public Map<String, Double> facts() {
    Map<String, Double> f = new LinkedHashMap<>();
    if (!shapes.isEmpty()) {
      double triangles = 0;
      float[] least = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
      float[] most = {-Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE};
      for (ReadShape s : shapes) {
        triangles += s.triangles().length / 3;
        for (int i = 0; i < s.positions().length; i++) {
          least[i % 3] = Math.min(least[i % 3], s.positions()[i]);
          most[i % 3] = Math.max(most[i % 3], s.positions()[i]);
        }
      }
      f.put("triangles", triangles);
      f.put("width", (double) most[0] - least[0]);
      f.put("height", (double) most[1] - least[1]);
      f.put("depth", (double) most[2] - least[2]);
    }
    for (ReadSurface s : surfaces) {
      if (s.middle() != null) {
        f.put((surfaces.size() < 2 ? "" : s.material() + "/") + "relief middle", s.middle());
      }
    }
    for (ReadLight l : lights) {
      l.numbers().forEach((k, v) -> f.put(l.kind().equals("dome") ? k : l.kind() + " " + k, v));
    }
    return f;
  }

  @Override
  public void close() {
    if (base == null) {
      return;
    }
    try (var all = Files.walk(base)) {
      for (Path p : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.deleteIfExists(p);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
