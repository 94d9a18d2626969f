package keepshelf.standins.draughtroom;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import keepshelf.standins.frame.ReadSurface;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;
import keepshelf.standins.frame.ReadSurface.Placement;

/** Reads the first material of an MTL library, word by word as the format is written. */
final class MtlReader {
  private record Statement(String input, String through, String space, Meaning meaning) {}

  private static final Map<String, Statement> PICTURES =
      Map.ofEntries(
          Map.entry("map_Kd", new Statement("diffuse", null, "srgb_texture", Meaning.COLOUR)),
          Map.entry("map_Ke", new Statement("emissive", null, "srgb_texture", Meaning.EMISSION)),
          Map.entry("map_Bump", new Statement("bump", "bump", null, null)),
          Map.entry("map_d", new Statement("opacity", null, null, Meaning.OPACITY)),
          Map.entry("map_Pr", new Statement("roughness", null, null, Meaning.ROUGHNESS)),
          Map.entry("map_Pm", new Statement("metallic", null, null, Meaning.METALLIC)),
          Map.entry("norm", new Statement("normal", "normalmap", null, Meaning.NORMAL_UP)),
          Map.entry("disp", new Statement("displacement", "displacement", null, null)));
  private static final Set<String> VALUES =
      Set.of("Ka", "Kd", "Ks", "Ke", "Ns", "Ni", "d", "Tr", "illum", "Pr", "Pm");

  private final Path folder;
  private final ReadSurface out = new ReadSurface();
  private boolean named;

  private MtlReader(Path document) {
    this.folder = document.toAbsolutePath().getParent();
  }

  static ReadSurface read(Path document) throws IOException {
    MtlReader r = new MtlReader(document);
    for (String line : Files.readAllLines(document, StandardCharsets.UTF_8)) {
      r.line(line.strip());
    }
    if (!r.named) {
      r.out.complain("there is no newmtl");
    }
    r.object(document);
    return r.out;
  }

  private void line(String line) {
    if (line.isEmpty() || line.startsWith("#")) {
      return;
    }
    String[] words = line.split("\\s+");
    if (words[0].equals("newmtl")) {
      if (named) {
        out.complain("there is more than one material");
      }
      named = true;
      out.name(words.length > 1 ? words[1] : "");
      if (words.length != 2) {
        out.complain("the material's name has spaces");
      }
    } else if (!named) {
      out.complain("“" + words[0] + "” stands before a material");
    } else if (PICTURES.containsKey(words[0])) {
      picture(PICTURES.get(words[0]), words);
    } else if (!VALUES.contains(words[0])) {
      out.complain("the statement “" + words[0] + "” is not known");
    }
  }

  private void picture(Statement s, String[] words) {
    double scale = 1;
    double u = 0;
    double v = 0;
    // An object of the format's own age is bumped by one of its units.
    Double strength = s.through() != null && !s.through().equals("normalmap") ? 1.0 : null;
    int at = 1;
    while (at < words.length && words[at].startsWith("-")) {
      switch (words[at]) {
        case "-s" -> {
          scale = number(words, at + 1);
          if (scale != number(words, at + 2)) {
            out.complain(s.input() + " is stretched");
          }
          at += 4;
        }
        case "-o" -> {
          u = number(words, at + 1);
          v = number(words, at + 2);
          at += 4;
        }
        case "-bm" -> {
          strength = number(words, at + 1);
          at += 2;
        }
        case "-mm" -> {
          strength = number(words, at + 2);
          if (Math.abs(number(words, at + 1) + strength / 2) > 1e-4 * Math.max(1, strength)) {
            out.complain(s.input() + " is not centred on the surface");
          }
          at += 3;
        }
        default -> {
          out.complain("the option “" + words[at] + "” is not known");
          at = words.length;
        }
      }
    }
    if (at != words.length - 1) {
      out.complain(s.input() + " has no file name, or one with spaces");
      return;
    }
    Path file = folder.resolve(words[at]).normalize();
    if (!Files.exists(file)) {
      out.complain("the picture " + words[at] + " is not there");
    }
    out.place(new Placement(1 / scale, 0, u, v));
    out.add(new Input(s.input(), file, s.through(), s.space(), strength), s.meaning());
  }

  private double number(String[] words, int at) {
    try {
      return Double.parseDouble(words[at]);
    } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
      out.complain("a number is missing after “" + words[0] + "”");
      return 1;
    }
  }

  /** The object beside the library has to use this material. */
  private void object(Path document) throws IOException {
    String name = document.getFileName().toString();
    Path object = document.resolveSibling(name.replaceFirst("\\.mtl$", ".obj"));
    if (!Files.exists(object)) {
      return;
    }
    int points = 0;
    int coordinates = 0;
    for (String line : Files.readAllLines(object, StandardCharsets.UTF_8)) {
      if (line.startsWith("v ")) {
        points++;
      } else if (line.startsWith("vt ")) {
        coordinates++;
      } else if (line.startsWith("mtllib ") && !line.substring(7).strip().equals(name)) {
        out.complain("the object names another library: " + line.substring(7));
      } else if (line.startsWith("usemtl ") && !line.substring(7).strip().equals(out.material())) {
        out.complain("the object uses another material: " + line.substring(7));
      } else if (line.startsWith("f ")) {
        face(line, points, coordinates);
      }
    }
  }

  private void face(String line, int points, int coordinates) {
    for (String corner : line.substring(2).strip().split("\\s+")) {
      String[] parts = corner.split("/");
      boolean fits =
          Integer.parseInt(parts[0]) <= points
              && (parts.length < 2
                  || parts[1].isEmpty()
                  || Integer.parseInt(parts[1]) <= coordinates);
      if (!fits) {
        out.complain("a face names a point that does not exist");
        return;
      }
    }
  }
}
