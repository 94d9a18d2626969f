package keepshelf.core.duplicates;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.function.IntBinaryOperator;
import java.util.stream.Stream;
import keepshelf.core.TestPacks;
import keepshelf.core.disk.Hashes;
import keepshelf.core.duplicates.DuplicatePair.Relation;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Whatever was done to a picture, the pair says what, and a comparison shows what is left. */
class ChangedCopiesTest {
  private static final int SIDE = 256;

  @TempDir Path dir;

  /** Sand with pebbles: grain, and forms that tell places apart. */
  private static Pixels shore(long seed) {
    Random r = new Random(seed);
    float[] h = TestPacks.field(SIDE, seed);
    byte[] out = new byte[SIDE * SIDE * 3];
    float[] shade = new float[SIDE * SIDE];
    for (int n = 0; n < 60; n++) {
      int cx = r.nextInt(SIDE);
      int cy = r.nextInt(SIDE);
      int radius = 4 + r.nextInt(14);
      float s = r.nextFloat() * 0.5f - 0.25f;
      for (int y = -radius; y <= radius; y++) {
        for (int x = -radius; x <= radius; x++) {
          if (x * x + y * y < radius * radius) {
            shade[Math.floorMod(cy + y, SIDE) * SIDE + Math.floorMod(cx + x, SIDE)] = s;
          }
        }
      }
    }
    for (int i = 0; i < h.length; i++) {
      float v = Math.clamp(0.5f * h[i] + 0.25f + shade[i] + 0.06f * r.nextFloat(), 0, 1);
      out[3 * i] = (byte) (220 * v);
      out[3 * i + 1] = (byte) (190 * v);
      out[3 * i + 2] = (byte) (150 * v);
    }
    return Pixels.u8(SIDE, SIDE, 3, out);
  }

  private static Pixels moved(Pixels p, int w, int h, IntBinaryOperator from) {
    int n = p.channels();
    byte[] out = new byte[w * h * n];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < n; c++) {
          out[(y * w + x) * n + c] = (byte) p.level(from.applyAsInt(x, y) * n + c);
        }
      }
    }
    return Pixels.u8(w, h, n, out);
  }

  private static int at(int x, int y) {
    return Math.floorMod(y, SIDE) * SIDE + Math.floorMod(x, SIDE);
  }

  static Stream<Arguments> changes() {
    Pixels p = shore(4);
    return Stream.of(
        Arguments.of("saved again", p.mapLevels(-1, v -> v / 2 * 2), Relation.RE_ENCODED),
        Arguments.of("half as large", small(p, 128), Relation.RESIZED),
        Arguments.of(
            "turned a quarter",
            moved(p, SIDE, SIDE, (x, y) -> at(y, SIDE - 1 - x)),
            Relation.ROTATED),
        Arguments.of(
            "turned a half",
            moved(p, SIDE, SIDE, (x, y) -> at(SIDE - 1 - x, SIDE - 1 - y)),
            Relation.ROTATED),
        Arguments.of(
            "turned three quarters",
            moved(p, SIDE, SIDE, (x, y) -> at(SIDE - 1 - y, x)),
            Relation.ROTATED),
        Arguments.of(
            "mirrored", moved(p, SIDE, SIDE, (x, y) -> at(SIDE - 1 - x, y)), Relation.MIRRORED),
        Arguments.of(
            "upside down", moved(p, SIDE, SIDE, (x, y) -> at(x, SIDE - 1 - y)), Relation.MIRRORED),
        Arguments.of(
            "shifted", moved(p, SIDE, SIDE, (x, y) -> at(x + 70, y + 33)), Relation.SHIFTED),
        Arguments.of(
            "laid twice", moved(p, 2 * SIDE, 2 * SIDE, (x, y) -> at(x, y)), Relation.TILED),
        Arguments.of(
            "dyed",
            p.mapLevels(0, v -> v * 5 / 8).mapLevels(2, v -> Math.min(255, v * 5 / 4)),
            Relation.RECOLOURED));
  }

  private static Pixels small(Pixels p, int side) {
    return Resize.roundedToBytes(Resize.to(p, side, side, Resize.Holds.COLOUR));
  }

  private Picture picture(String name, Pixels p, String item, MapRole role) throws IOException {
    Path f = dir.resolve(name);
    ImageEncoder.png(p, f, 1);
    return new Picture(name, f, Files.size(f), Hashes.sha256(f), item, role);
  }

  private static List<DuplicatePair> pairs(Picture... pictures) {
    return DuplicateFinder.find(List.of(pictures), x -> {}).pairs();
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("changes")
  void whatWasDoneIsSaid(String what, Pixels changed, Relation relation) throws Exception {
    Picture a = picture("a.png", shore(4), "one", MapRole.BASE_COLOUR);
    Picture b = picture("b.png", changed, "two", MapRole.BASE_COLOUR);
    List<DuplicatePair> found = pairs(a, b);
    assertThat(found).hasSize(1);
    assertThat(found.getFirst().relation()).isEqualTo(relation);
    assertThat(found.getFirst().reason()).isNotBlank();
    assertThat(found.getFirst().confidence()).isBetween(0.5, 1.0);
    Comparison c = Comparison.of(found.getFirst());
    assertThat(c.picture().side()).isBetween(100, 1024);
    assertThat(c.sentence()).contains("After lining up");
    if (relation == Relation.ROTATED) {
      assertThat(c.sentence()).contains("turned by " + degrees(what) + "°");
    }
    if (relation == Relation.SHIFTED) {
      assertThat(c.sentence()).contains("Shifted by 70, 33 px of 256");
    }
    if (relation == Relation.RESIZED) {
      assertThat(c.sentence()).contains("256 × 256 beside 128 × 128");
    }
    assertThat(c.sentence().contains("mirrored")).isEqualTo(relation == Relation.MIRRORED);
  }

  private static int degrees(String what) {
    return switch (what) {
      case "turned a quarter" -> 90;
      case "turned a half" -> 180;
      default -> 270;
    };
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void otherPicturesOfTheSameSortAreNoCopies(long seed) throws Exception {
    Picture a = picture("a.png", shore(seed), "one", MapRole.BASE_COLOUR);
    Picture b = picture("b.png", shore(seed + 10), "two", MapRole.BASE_COLOUR);
    assertThat(pairs(a, b)).isEmpty();
  }

  @Test
  void mapsOfOneItemAreKinByNatureAndNoCopies() throws Exception {
    Picture a = picture("a.png", shore(4), "one", MapRole.BASE_COLOUR);
    Picture b = picture("b.png", small(shore(4), 128), "one", MapRole.BASE_COLOUR);
    assertThat(pairs(a, b)).isEmpty();
  }

  @Test
  void mapsOfOtherRolesAreNoCopiesUnlessOneIsTheNegative() throws Exception {
    Pixels grey = Maps.grey(shore(6));
    Picture rough = picture("r.png", grey, "one", MapRole.ROUGHNESS);
    Picture gloss = picture("g.png", Maps.invert(grey), "two", MapRole.GLOSS);
    Picture height = picture("h.png", grey.mapLevels(0, v -> v / 2 * 2), "two", MapRole.HEIGHT);
    List<DuplicatePair> found = pairs(rough, gloss, height);
    assertThat(found).extracting(DuplicatePair::relation).containsExactly(Relation.INVERTED);
    assertThat(Comparison.of(found.getFirst()).sentence()).contains("nothing differs");
  }

  @Test
  void aNormalMapWithGreenTurnedOverIsSaidToBeThat() throws Exception {
    Picture up = picture("up.png", TestPacks.normal(SIDE, 5, true), "one", MapRole.NORMAL);
    Picture down = picture("down.png", TestPacks.normal(SIDE, 5, false), "two", MapRole.NORMAL);
    List<DuplicatePair> found = pairs(up, down);
    assertThat(found)
        .extracting(DuplicatePair::relation)
        .containsExactly(Relation.GREEN_TURNED_OVER);
    assertThat(found.getFirst().relation().samePicture()).isFalse();
    assertThat(Comparison.of(found.getFirst()).sentence()).doesNotContain("shift of");
  }

  @Test
  void identicalFilesMakeAGroupThatSaysWhatItWouldFree() throws Exception {
    Picture a = picture("a.png", shore(4), "one", MapRole.BASE_COLOUR);
    Files.copy(a.file(), dir.resolve("b.png"));
    Files.copy(a.file(), dir.resolve("c.png"));
    List<Picture> all = new ArrayList<>(List.of(a));
    for (String n : List.of("b", "c")) {
      all.add(
          new Picture(n, dir.resolve(n + ".png"), a.bytes(), a.sha256(), n, MapRole.BASE_COLOUR));
    }
    Duplicates found = DuplicateFinder.find(all, x -> {});
    assertThat(found.groups()).hasSize(1);
    assertThat(found.groups().getFirst().members()).hasSize(3);
    assertThat(found.groups().getFirst().recoverableBytes()).isEqualTo(2 * a.bytes());
    assertThat(found.groups().getFirst().relation().id()).isEqualTo("identical-file");
    assertThat(found.pairs()).hasSize(3).allMatch(p -> p.relation() == Relation.IDENTICAL);
  }

  @Test
  void aPictureThatCannotBeReadIsSaidAndTheOthersAreCompared() throws Exception {
    Picture a = picture("a.png", shore(4), "one", MapRole.BASE_COLOUR);
    Picture b = picture("b.png", small(shore(4), 128), "two", MapRole.BASE_COLOUR);
    Path broken = Files.writeString(dir.resolve("broken.png"), "no picture");
    Picture c = new Picture("broken.png", broken, 10, "x", "three", MapRole.BASE_COLOUR);
    Duplicates found = DuplicateFinder.find(List.of(a, b, c), x -> {});
    assertThat(found.pairs()).hasSize(1);
    assertThat(found.problems()).hasSize(1);
    assertThat(found.problems().getFirst().message()).contains("broken.png");
    assertThatThrownBy(() -> Comparison.of(new DuplicatePair(a, c, Relation.RESIZED, 1, "")))
        .isInstanceOf(IOException.class);
  }

  @Test
  void partsAreShownBesideEachOther() throws Exception {
    Pixels whole = shore(4);
    Pixels part = moved(whole, 160, 160, (x, y) -> at(x + 50, y + 60));
    Picture a = picture("a.png", whole, "one", MapRole.BASE_COLOUR);
    Picture b = picture("b.png", part, "two", MapRole.BASE_COLOUR);
    List<DuplicatePair> found = pairs(a, b);
    assertThat(found).hasSize(1);
    DuplicatePair p = found.getFirst();
    assertThat(p.relation()).isEqualTo(Relation.CROPPED);
    assertThat(p.reason()).contains("b.png shows").contains("of a.png");
    assertThat(Comparison.of(p).sentence()).startsWith("What both show: ");
  }

  @Test
  void theWorkStopsWhenThePersonStopsIt() throws Exception {
    Picture a = picture("a.png", shore(4), "one", MapRole.BASE_COLOUR);
    assertThatThrownBy(() ->
            DuplicateFinder.find(
                List.of(a),
                x -> {
                  throw new CancellationException("stopped");
                }))
        .isInstanceOf(CancellationException.class);
  }
}
