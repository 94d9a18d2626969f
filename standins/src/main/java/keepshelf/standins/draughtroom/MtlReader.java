package keepshelf.standins.draughtroom;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import keepshelf.standins.frame.ObjShapes;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadSurface;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;
import keepshelf.standins.frame.ReadSurface.Placement;

/** Reads the materials of an MTL library, word by word as the format is written. */
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

  private static final double INCHES = 39.37007874;

  private final Path folder;
  private final ReadDocument document = new ReadDocument();
  private ReadSurface out;

  private MtlReader(Path document) {
    this.folder = document.toAbsolutePath().getParent();
  }

  static ReadDocument read(Path file) throws IOException {
    MtlReader r = new MtlReader(file);
    for (String line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
      r.line(line.strip());
    }
    if (r.out == null) {
      r.document.complain("there is no newmtl");
    }
    String name = file.getFileName().toString();
    Path object = file.resolveSibling(name.replaceFirst("\\.mtl$", ".obj"));
    // The modeller's own unit is the inch; the file beside it says when it is another.
    double unit = Files.exists(object) ? unit(object) : INCHES;
    r.document.surfaces().forEach(s -> s.unit(unit));
    if (Files.exists(object)) {
      ObjShapes.read(object, r.document, unit, name);
    }
    return r.document;
  }

  private static double unit(Path object) throws IOException {
    String said = "# lengths are in units of ";
    try (var lines = Files.lines(object, StandardCharsets.UTF_8)) {
      String first = lines.findFirst().orElse("");
      return first.startsWith(said)
          ? 1 / Double.parseDouble(first.substring(said.length()).replace(" m", ""))
          : INCHES;
    }
  }

  private void line(String line) {
    if (line.isEmpty() || line.startsWith("#")) {
      return;
    }
    String[] words = line.split("\\s+");
    if (words[0].equals("newmtl")) {
      String name = words.length > 1 ? words[1] : "";
      if (document.surfaceNamed(name) >= 0) {
        document.complain("there are two materials of the name " + name);
      }
      out = document.surface();
      out.name(name);
      if (words.length != 2) {
        out.complain("the material's name has spaces");
      }
    } else if (out == null) {
      document.complain("“" + words[0] + "” stands before a material");
    } else if (PICTURES.containsKey(words[0])) {
      picture(PICTURES.get(words[0]), words);
    } else if (!VALUES.contains(words[0])) {
      out.complain("the statement “" + words[0] + "” is not known");
    } else if (words[0].equals("Ni") || words[0].equals("Ks")) {
      out.add(new Input(words[0], null, null, null, number(words, 1)), null);
    }
  }

  private void picture(Statement s, String[] words) {
    double scale = 1;
    double down = 1;
    double u = 0;
    double v = 0;
    // An object of the format's own age is bumped by one of its units.
    Double strength = s.through() != null && !s.through().equals("normalmap") ? 1.0 : null;
    int at = 1;
    while (at < words.length && words[at].startsWith("-")) {
      switch (words[at]) {
        case "-s" -> {
          scale = number(words, at + 1);
          down = number(words, at + 2);
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
          out.middle(strength == 0 ? 0.5 : -number(words, at + 1) / strength);
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
    out.place(Placement.ofScaledFirst(scale, down, 0, u, v));
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
}
