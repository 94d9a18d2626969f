package keepshelf.imaging.rows;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import keepshelf.imaging.convert.Channels;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.NormalVariance;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.Rows;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Row by row comes out what comes out of the whole picture. */
class RowsTest {
  @TempDir Path dir;

  private static Pixels noise(int w, int h, int n, boolean deep, long seed) {
    Random r = new Random(seed);
    if (deep) {
      short[] s = new short[w * h * n];
      for (int i = 0; i < s.length; i++) {
        s[i] = (short) r.nextInt(65536);
      }
      return Pixels.u16(w, h, n, s);
    }
    byte[] b = new byte[w * h * n];
    r.nextBytes(b);
    return Pixels.u8(w, h, n, b);
  }

  private Pixels written(Rows rows, boolean tiff) throws Exception {
    Path to = dir.resolve(tiff ? "out.tif" : "out.png");
    if (tiff) {
      RowWriter.tiff(rows, to);
    } else {
      RowWriter.png(rows, to, 1);
    }
    return ImageDecoder.decode(to);
  }

  private static void same(Pixels a, Pixels b) {
    assertThat(a.depth()).isEqualTo(b.depth());
    assertThat(a.width()).isEqualTo(b.width());
    assertThat(a.channels()).isEqualTo(b.channels());
    if (a.depth() == Depth.U8) {
      assertThat(a.rawBytes()).isEqualTo(b.rawBytes());
    } else {
      assertThat(a.rawShorts()).isEqualTo(b.rawShorts());
    }
  }

  @ParameterizedTest
  @CsvSource({
    "1,false,false",
    "3,false,false",
    "4,false,false",
    "1,true,false",
    "3,true,false",
    "1,false,true",
    "3,false,true",
    "1,true,true",
    "3,true,true"
  })
  void readingAndWritingIsExact(int n, boolean deep, boolean tiff) throws Exception {
    Pixels p = noise(37, 71, n, deep, 5);
    Path in = dir.resolve(tiff ? "in.tif" : "in.png");
    if (tiff) {
      ImageEncoder.tiff(p, in);
    } else {
      ImageEncoder.png(p, in, 1);
    }
    try (Rows rows = RowReader.open(in)) {
      assertThat(rows.depth()).isEqualTo(deep ? Depth.U16 : Depth.U8);
    }
    same(written(RowReader.open(in), tiff), p);
    same(written(RowReader.open(in), !tiff), p);
  }

  @ParameterizedTest
  @CsvSource({"false", "true"})
  void invertingPickingAndPackingAreThoseOfWholePictures(boolean deep) throws Exception {
    Pixels p = noise(33, 20, 3, deep, 9);
    same(written(RowSteps.invert(RowReader.of(p), 1), false), Maps.flipGreen(p));
    same(
        written(RowSteps.invert(RowSteps.channels(RowReader.of(p), 2), -1), false),
        Maps.invert(p.channel(2)));
    Pixels a = noise(33, 20, 1, deep, 1);
    Pixels b = noise(33, 20, 1, false, 2);
    double[] fills = {0, 0.6, 0};
    Pixels whole = Channels.pack(new Pixels[] {a, null, b}, fills);
    Rows rows = RowSteps.pack(Arrays.asList(RowReader.of(a), null, RowReader.of(b)), fills);
    same(written(rows, false), whole);
  }

  @ParameterizedTest
  @CsvSource({"COLOUR,64,48", "DATA,64,48", "NORMALS,64,48", "COLOUR,50,31", "DATA,33,20"})
  void shrinkingIsWithinOneLevelOfTheWhole(Resize.Holds holds, int w, int h) throws Exception {
    Pixels p = noise(128, 96, 3, false, 3);
    Pixels whole = Resize.to(p, w, h, holds);
    Pixels rows = written(RowSteps.shrink(RowReader.of(p), w, h, holds), false);
    assertThat(rows.depth()).isEqualTo(Depth.U16);
    for (int i = 0; i < whole.sampleCount(); i++) {
      assertThat(Math.abs(whole.level(i) - rows.level(i))).isLessThanOrEqualTo(1);
    }
  }

  @Test
  void lostReliefIsThatOfTheWhole() throws Exception {
    Pixels normals = noise(64, 48, 3, false, 7);
    float[] whole = NormalVariance.lengths(normals, 16, 12);
    float[] rows = RowSteps.lengths(RowReader.of(normals), 16, 12);
    for (int i = 0; i < whole.length; i++) {
      assertThat(rows[i]).isCloseTo(whole[i], within(1e-4f));
    }
    Pixels orm = noise(16, 12, 3, true, 8);
    same(
        written(RowSteps.raised(RowReader.of(orm), 1, false, whole), false),
        NormalVariance.applied(orm, 1, false, whole));
  }

  @Test
  void ditheringIsThatOfTheWhole() throws Exception {
    Pixels p = noise(40, 30, 1, true, 4);
    same(written(RowSteps.bytes(RowReader.of(p)), false), Resize.toBytes(p));
    Pixels eight = noise(40, 30, 1, false, 4);
    same(written(RowSteps.bytes(RowReader.of(eight)), false), eight);
  }
}
