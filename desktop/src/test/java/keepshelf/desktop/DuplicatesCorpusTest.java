package keepshelf.desktop;

import static keepshelf.desktop.PictureChanges.deeper;
import static keepshelf.desktop.PictureChanges.framed;
import static keepshelf.desktop.PictureChanges.laidThrice;
import static keepshelf.desktop.PictureChanges.lighter;
import static keepshelf.desktop.PictureChanges.marked;
import static keepshelf.desktop.PictureChanges.mirrored;
import static keepshelf.desktop.PictureChanges.shifted;
import static keepshelf.desktop.PictureChanges.smaller;
import static keepshelf.desktop.PictureChanges.tiled;
import static keepshelf.desktop.PictureChanges.tinted;
import static keepshelf.desktop.PictureChanges.turned;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.core.duplicates.DuplicateFinder;
import keepshelf.core.duplicates.DuplicatePair;
import keepshelf.core.duplicates.DuplicatePair.Relation;
import keepshelf.core.duplicates.Duplicates;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.duplicates.PictureCollector;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.demo.texture.Sheet;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Every change that a copy may have gone through, beside other pictures of the same kind. */
class DuplicatesCorpusTest {
  private static final int SIDE = 256;

  @TempDir Path dir;

  private final Map<String, String> origin = new TreeMap<>();

  private void write(String kind, String name, String change, Pixels p, float jpeg)
      throws Exception {
    String file = kind + "/" + name + "." + change + (jpeg > 0 ? ".jpg" : ".png");
    Path to = dir.resolve(file);
    Files.createDirectories(to.getParent());
    if (jpeg > 0) {
      ImageEncoder.jpeg(p, to, jpeg);
    } else {
      ImageEncoder.png(p, to, 1);
    }
    origin.put(to.toString(), name);
  }

  private static String change(String path) {
    String[] parts = path.substring(path.lastIndexOf('/') + 1).split("\\.");
    return parts[1];
  }

  @Test
  void copiesAreFoundWhateverWasDoneToThemAndOthersAreNot() throws Exception {
    Map<String, Relation> relation = new LinkedHashMap<>();
    relation.put("jpeg90", Relation.RE_ENCODED);
    relation.put("jpeg50", Relation.RE_ENCODED);
    relation.put("sixteen", Relation.RE_ENCODED);
    relation.put("half", Relation.RESIZED);
    relation.put("quarter", Relation.RESIZED);
    relation.put("lighter", Relation.RECOLOURED);
    relation.put("tinted", Relation.RECOLOURED);
    relation.put("shifted", Relation.SHIFTED);
    relation.put("turned", Relation.ROTATED);
    relation.put("mirrored", Relation.MIRRORED);
    relation.put("all", Relation.MIRRORED);
    relation.put("tiled", Relation.TILED);
    relation.put("thrice", Relation.TILED);
    Map<String, Relation> parts = new LinkedHashMap<>();
    parts.put("most", Relation.CROPPED);
    parts.put("quarter-of-it", Relation.CROPPED);
    parts.put("strip", Relation.CROPPED);
    parts.put("framed", Relation.CROPPED);
    parts.put("marked", Relation.MARKED);
    int originals = 0;
    for (Recipe r : Recipe.values()) {
      // The two boat paints are one pattern in two colours.
      if (r == Recipe.BOAT_PAINT_BLUE) {
        continue;
      }
      Pixels p = new MapSet(r, SIDE).baseColour();
      String n = r.name().toLowerCase(java.util.Locale.ROOT);
      write("a", n, "original", p, 0);
      write("b", n, "identical", p, 0);
      write("b", n, "jpeg90", p, 0.9f);
      write("b", n, "jpeg50", p, 0.5f);
      write("b", n, "sixteen", deeper(p), 0);
      write("b", n, "half", smaller(p, 2), 0);
      write("b", n, "quarter", smaller(p, 4), 0);
      write("b", n, "lighter", lighter(p), 0);
      write("b", n, "tinted", tinted(p), 0);
      write("b", n, "shifted", shifted(p), 0);
      write("b", n, "tiled", smaller(tiled(p), 2), 0.9f);
      write("b", n, "thrice", laidThrice(p), 0.9f);
      write("c", n, "most", p.cut(7, 50, 3 * SIDE / 4, 3 * SIDE / 4), 0.8f);
      write("c", n, "quarter-of-it", p.cut(90, 11, SIDE / 2, SIDE / 2), 0);
      write("c", n, "strip", p.cut(40, 70, 3 * SIDE / 4, SIDE / 2), 0.9f);
      write("c", n, "framed", framed(p, 15, 250), 0.9f);
      write("c", n, "marked", marked(p), 0.9f);
      write("b", n, "turned", turned(p), 0);
      write("b", n, "mirrored", mirrored(p), 0);
      write("b", n, "all", smaller(lighter(mirrored(turned(shifted(p)))), 2), 0.75f);
      originals++;
    }
    for (int i = 0; i < 40; i++) {
      // The same kind of stone in the same colours, each another one.
      write("n", "wall" + i, "original", Sheet.photograph(SIDE, SIDE, 1000 + 7 * i), 0);
    }
    List<Picture> pictures = PictureCollector.ofPaths(List.of(dir.toString()), new ArrayList<>());
    Duplicates found = DuplicateFinder.find(pictures, s -> {});
    Map<String, Integer> hits = new LinkedHashMap<>();
    Map<String, Integer> rightWord = new LinkedHashMap<>();
    int wrong = 0;
    for (DuplicatePair p : found.pairs()) {
      String a = p.a().path();
      String b = p.b().path();
      if (!origin.get(a).equals(origin.get(b))) {
        wrong++;
        System.err.println("wrong: " + a + " ~ " + b + " " + p.reason());
        continue;
      }
      boolean first = change(a).equals("original");
      if (first || change(b).equals("original")) {
        String c = first ? change(b) : change(a);
        hits.merge(c, 1, Integer::sum);
        boolean right =
            c.equals("identical")
                ? p.relation() == Relation.IDENTICAL
                : p.relation() == relation.getOrDefault(c, parts.get(c));
        rightWord.merge(c, right ? 1 : 0, Integer::sum);
      }
    }
    System.out.println(originals + " originals; found " + hits + "; named rightly " + rightWord);
    for (String path : origin.keySet()) {
      boolean seen =
          found.pairs().stream()
              .anyMatch(p -> p.a().path().equals(path) || p.b().path().equals(path));
      if (!seen && !path.contains("/n/")) {
        System.out.println("no copy found of " + path);
      }
    }
    System.out.println(found.pairs().size() + " pairs, " + wrong + " wrong");
    assertThat(hits.get("identical")).isEqualTo(originals);
    assertThat(wrong * 1000).isLessThanOrEqualTo(found.pairs().size());
    int plain = 0;
    int moved = 0;
    for (String c : relation.keySet()) {
      boolean still = relation.get(c).ordinal() < Relation.SHIFTED.ordinal();
      plain += still ? hits.getOrDefault(c, 0) : 0;
      moved += still ? 0 : hits.getOrDefault(c, 0);
    }
    assertThat(plain / (7.0 * originals)).as("still copies").isGreaterThanOrEqualTo(0.98);
    assertThat(moved / (6.0 * originals)).as("moved copies").isGreaterThanOrEqualTo(0.95);
    int words = rightWord.values().stream().mapToInt(v -> v).sum();
    assertThat(words / (19.0 * originals)).as("relations").isGreaterThanOrEqualTo(0.85);
    int partly = parts.keySet().stream().mapToInt(c -> hits.getOrDefault(c, 0)).sum();
    assertThat(partly / (5.0 * originals)).as("parts").isGreaterThanOrEqualTo(0.75);
    assertThat(found.groups()).allMatch(g -> g.recoverableBytes() > 0 && !g.reasons().isEmpty());
  }
}
