package keepshelf.standins.kilnwork;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.standins.frame.ObjShapes;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadDocument.ReadLight;
import keepshelf.standins.frame.ReadSurface;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;
import keepshelf.standins.frame.ReadSurface.Placement;

/**
 * Reads the renderer's own plain text: a line a statement, words in quotes kept together. Pictures
 * are TIFF, normal maps face down, lengths are in the unit that is said.
 */
final class KilnReader {
  private static final Pattern WORD = Pattern.compile("\"([^\"]*)\"|(\\S+)");
  private static final Map<String, Double> UNITS = Map.of("mm", 1000.0, "cm", 100.0, "m", 1.0);
  private static final Map<String, Meaning> MEANINGS =
      Map.of(
          "diffuse", Meaning.COLOUR,
          "specular", Meaning.SPECULAR,
          "gloss", Meaning.GLOSS,
          "normal", Meaning.NORMAL_DOWN,
          "cutout", Meaning.OPACITY,
          "glow", Meaning.EMISSION);

  private final Path folder;
  private final ReadDocument document = new ReadDocument();
  private ReadSurface out;
  private double perMetre = 1;
  private double tile = 1;
  private double tileHeight = 1;
  private double turn;
  private double right;
  private double up;
  private String object;
  private Double raise;
  private double middle = 0.5;
  private boolean ended;

  private KilnReader(Path document) {
    this.folder = document.toAbsolutePath().getParent();
  }

  static ReadDocument read(Path file) throws IOException {
    KilnReader r = new KilnReader(file);
    List<String> lines = Files.readAllLines(file, StandardCharsets.UTF_8);
    if (lines.isEmpty() || !lines.getFirst().strip().equals("kiln 4")) {
      r.document.complain("the document does not begin with “kiln 4”");
      return r.document;
    }
    for (String line : lines.subList(1, lines.size())) {
      r.line(words(line));
    }
    if (!r.ended) {
      r.document.complain("the document has no end");
    }
    if (r.object != null) {
      Path beside = r.folder.resolve(r.object);
      if (Files.exists(beside)) {
        ObjShapes.read(beside, r.document, r.perMetre, null);
      } else {
        r.document.complain("the object " + r.object + " is not there");
      }
    }
    return r.document;
  }

  private static List<String> words(String line) {
    List<String> words = new ArrayList<>();
    Matcher m = WORD.matcher(line);
    while (m.find()) {
      words.add(m.group(1) != null ? m.group(1) : m.group(2));
    }
    return words;
  }

  private void line(List<String> w) {
    if (w.isEmpty()) {
      return;
    }
    String second = w.size() > 1 ? w.get(1) : "";
    switch (w.getFirst()) {
      case "material" -> {
        out = document.surface();
        out.name(second);
        raise = null;
        turn = 0;
        right = 0;
        up = 0;
      }
      case "from" -> {
        // Who made it is of no use to a renderer.
      }
      case "unit" -> {
        if (!UNITS.containsKey(second)) {
          document.complain("the unit “" + second + "” is not known");
        }
        perMetre = UNITS.getOrDefault(second, 1.0);
      }
      case "tile" -> {
        tile = number(second, "tile") / perMetre;
        tileHeight = w.size() > 2 ? number(w.get(2), "tile") / perMetre : tile;
      }
      case "lay" -> {
        if (w.size() != 4) {
          document.complain("“lay” needs a turn and two lengths");
        } else {
          turn = number(w.get(1), "lay");
          right = number(w.get(2), "lay") / perMetre;
          up = number(w.get(3), "lay") / perMetre;
        }
      }
      case "raise" -> {
        raise = number(second, "raise");
        // Where nothing is said the surface is half way between black and white.
        middle = w.size() > 3 && w.get(2).equals("about") ? number(w.get(3), "raise") : 0.5;
      }
      case "cut" -> number(second, "cut");
      case "map" -> {
        if (out == null) {
          document.complain("a map stands before a material");
        } else {
          map(w);
        }
      }
      case "object" -> object = second;
      case "light" -> light(w);
      case "end" -> ended = true;
      default -> document.complain("the word “" + w.getFirst() + "” is not known");
    }
  }

  /**
   * {@code light sky "file" turn 30 bright 1}, or {@code light panel x y z to x y z side strength}.
   */
  private void light(List<String> w) {
    if (w.size() == 7 && w.get(1).equals("sky")) {
      Path picture = folder.resolve(w.get(2)).normalize();
      if (!Files.exists(picture)) {
        document.complain("the panorama " + w.get(2) + " is not there");
      }
      document.add(
          new ReadLight(
              "dome",
              picture,
              Map.of("turn", number(w.get(4), "turn"), "brightness", number(w.get(6), "bright"))));
    } else if (w.size() == 11 && w.get(1).equals("panel")) {
      document.add(
          new ReadLight("panel", null, Map.of("side", number(w.get(9), "side") / perMetre)));
    } else {
      document.complain("a light of this kind is not known");
    }
  }

  private double number(String text, String what) {
    try {
      return Double.parseDouble(text);
    } catch (NumberFormatException e) {
      document.complain("“" + what + "” has no number");
      return 1;
    }
  }

  private void map(List<String> w) {
    if (w.size() != 4) {
      out.complain("a map needs an input, what it holds and a file");
      return;
    }
    String input = w.get(1);
    boolean colour = w.get(2).equals("colour");
    boolean wantsColour = List.of("diffuse", "specular", "glow").contains(input);
    if (!MEANINGS.containsKey(input) && !input.equals("relief")) {
      out.complain("there is no input “" + input + "”");
    }
    if (colour != wantsColour) {
      out.complain("“" + input + "” is read as " + w.get(2));
    }
    String file = w.get(3);
    if (!file.endsWith(".tif") && !file.endsWith(".tiff")) {
      out.complain("“" + file + "” is no TIFF");
    }
    Path path = folder.resolve(file).normalize();
    if (!Files.exists(path)) {
      out.complain("the picture " + file + " is not there");
    }
    String through =
        input.equals("normal") ? "normalmap" : input.equals("relief") ? "displacement" : null;
    if (input.equals("relief") && raise == null) {
      out.complain("there is a relief, but not how high it is");
    }
    if (input.equals("relief")) {
      out.middle(middle);
    }
    out.place(new Placement(tile, tileHeight, turn, right, up));
    out.add(
        new Input(
            input,
            path,
            through,
            colour ? "srgb_texture" : null,
            input.equals("relief") ? raise : null),
        MEANINGS.get(input));
  }
}
