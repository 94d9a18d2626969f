package keepshelf.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import keepshelf.core.TestPacks;
import keepshelf.core.disk.Progress;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.imaging.analyse.LargePicture;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Maps that are too large to be held whole are looked at all the same. */
class VeryLargeMapsTest {
  private static final int WIDTH = 6_500;
  private static final int HEIGHT = 6_400;

  @TempDir static Path shared;
  private static Path large;

  @BeforeAll
  static void write() throws Exception {
    byte[] row = new byte[WIDTH];
    byte[] all = new byte[WIDTH * HEIGHT];
    for (int y = 0; y < HEIGHT; y++) {
      // Steps of 1,300 rows that do not go on at the lower edge.
      for (int x = 0; x < WIDTH; x++) {
        row[x] = (byte) (40 + 30 * (y / 1300) + (x * 7 + y * 3) % 11);
      }
      System.arraycopy(row, 0, all, y * WIDTH, WIDTH);
    }
    large = shared.resolve("hull_plate_Height.png");
    ImageEncoder.png(Pixels.u8(WIDTH, HEIGHT, 1, all), large, 1);
  }

  private static Path pack(Path dir, byte[] height) throws Exception {
    Path folder = Files.createDirectories(dir.resolve("hull"));
    Files.write(folder.resolve("hull_plate_Height.png"), height);
    Files.write(
        folder.resolve("hull_plate_BaseColor.png"), TestPacks.png(TestPacks.colour(128, 1)));
    return folder;
  }

  @Test
  void isMeasuredAndWitnessedWithoutBeingDecodedWhole(@TempDir Path dir) throws Exception {
    AtomicReference<LargePicture> seen = new AtomicReference<>();
    PixelWitness witness =
        new PixelWitness() {
          @Override
          public void seen(SourceFile file, Pixels pixels) {
            assertThat(file.name()).isEqualTo("hull_plate_BaseColor.png");
          }

          @Override
          public void seen(SourceFile file, LargePicture picture) {
            seen.set(picture);
          }
        };
    Arrival a =
        ArrivalReader.read(
            pack(dir, Files.readAllBytes(large)).toString(),
            dir,
            null,
            List.of(),
            witness,
            Progress.NONE);
    RecognisedMap height =
        a.recognition().items().getFirst().maps().stream()
            .filter(m -> m.role() == MapRole.HEIGHT)
            .findFirst()
            .orElseThrow();
    assertThat(height.facts().seam().vertical()).isFalse();
    assertThat(height.facts().channels().getFirst().mean()).isBetween(0.35, 0.45);
    assertThat(seen.get().width()).isEqualTo(WIDTH);
    assertThat(seen.get().means().width()).isLessThanOrEqualTo(2048);
  }

  @Test
  void oneThatIsCutOffIsNamedAndKept(@TempDir Path dir) throws Exception {
    byte[] whole = Files.readAllBytes(large);
    Path folder = pack(dir, Arrays.copyOf(whole, whole.length * 2 / 3));
    Arrival a =
        ArrivalReader.read(
            folder.toString(), dir, null, List.of(), PixelWitness.NONE, Progress.NONE);
    assertThat(a.recognition().problems())
        .filteredOn(p -> p.code().equals("unreadable-image"))
        .singleElement()
        .extracting(Problem::message)
        .asString()
        .contains("hull_plate_Height.png", "cut off");
  }

  @Test
  void aThumbnailIsMadeOfIt() throws Exception {
    Previews.Picture p = Previews.flat(large, 64);
    // The steps are still there, the darkest on top.
    assertThat(p.argb()[32] & 0xff).isLessThan(p.argb()[63 * 64 + 32] & 0xff);
  }
}
