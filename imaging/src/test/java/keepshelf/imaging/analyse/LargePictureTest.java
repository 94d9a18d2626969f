package keepshelf.imaging.analyse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.Stream;
import keepshelf.imaging.Fields;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.Matcher;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.SampleHash;
import keepshelf.imaging.rows.RowReader;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** A picture that passes by in rows is judged as the whole one is. */
class LargePictureTest {
  private static final int SIDE = 768;

  /** So that one pixel in three is kept of each row, and the last square is not full. */
  private static final int KEPT = 261;

  private static final float[] BUMPS = Fields.bumpy(SIDE, 4);

  private static Pixels normals(boolean yUp) {
    return Fields.normals(BUMPS, SIDE, 40, yUp);
  }

  /** Planks of different colours with grain, without a right edge that goes on at the left. */
  private static Pixels planks(int channels) {
    Random r = new Random(2);
    byte[] out = new byte[SIDE * SIDE * channels];
    float[] h = BUMPS;
    for (int i = 0; i < SIDE * SIDE; i++) {
      int plank = i % SIDE * 5 / SIDE;
      for (int c = 0; c < channels; c++) {
        out[i * channels + c] =
            (byte) (30 + 25 * plank + (c == 2 ? 0 : 40) * h[i] + r.nextInt(9) + c * 20);
      }
    }
    return Pixels.u8(SIDE, SIDE, channels, out);
  }

  /** Sixteen bits, of which only eight say something. */
  private static Pixels spreadOut() {
    Pixels p = Fields.grey16(BUMPS, SIDE);
    return p.mapLevels(-1, v -> (v >> 8) * 257);
  }

  private static Pixels enlarged() {
    float[] h = BUMPS;
    Random r = new Random(8);
    float[] coarse = new float[(SIDE / 4) * (SIDE / 4)];
    for (int i = 0; i < coarse.length; i++) {
      coarse[i] = 0.3f + 0.4f * r.nextFloat();
    }
    float[] out = new float[h.length];
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        float fx = Math.clamp((x - 1.5f) / 4, 0f, SIDE / 4 - 1.01f);
        float fy = Math.clamp((y - 1.5f) / 4, 0f, SIDE / 4 - 1.01f);
        int at = (int) fy * (SIDE / 4) + (int) fx;
        float u = fx - (int) fx;
        float v = fy - (int) fy;
        out[y * SIDE + x] =
            (coarse[at] * (1 - u) + coarse[at + 1] * u) * (1 - v)
                + (coarse[at + SIDE / 4] * (1 - u) + coarse[at + SIDE / 4 + 1] * u) * v;
      }
    }
    return Fields.grey16(out, SIDE);
  }

  private static Pixels light() {
    Random r = new Random(1);
    float[] sky = BUMPS;
    float[] f = new float[SIDE * SIDE / 2 * 3];
    for (int i = 0; i < f.length; i++) {
      f[i] = (float) Math.exp(5 * sky[i / 3] - 2) * (0.9f + 0.2f * r.nextFloat());
    }
    return Pixels.f32(SIDE, SIDE / 2, 3, f);
  }

  static Stream<Arguments> pictures() {
    return Stream.of(
        Arguments.of("normals +Y", normals(true), MapFacts.Meant.NORMAL),
        Arguments.of("normals -Y", normals(false), MapFacts.Meant.COLOUR),
        Arguments.of("planks", planks(3), MapFacts.Meant.COLOUR),
        Arguments.of("planks with alpha", planks(4), MapFacts.Meant.COLOUR),
        Arguments.of("grey", planks(1), MapFacts.Meant.DATA),
        Arguments.of("8 bits in 16", spreadOut(), MapFacts.Meant.HEIGHT),
        Arguments.of("enlarged", enlarged(), MapFacts.Meant.HEIGHT),
        Arguments.of("light", light(), MapFacts.Meant.COLOUR));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("pictures")
  void isJudgedAsTheWholeIs(String name, Pixels p, MapFacts.Meant meant) throws Exception {
    LargePicture large = LargePicture.of(RowReader.of(p), KEPT);
    assertThat(large.means().width()).isEqualTo(256);
    MapFacts rows = MapFacts.of(large, ImageFormat.PNG, meant);
    MapFacts whole = MapFacts.of(p, ImageFormat.PNG, meant);
    assertThat(rows.character()).isEqualTo(whole.character());
    assertThat(rows.grey()).isEqualTo(whole.grey());
    assertThat(rows.alpha()).isEqualTo(whole.alpha());
    assertThat(rows.detail()).isEqualTo(whole.detail());
    assertThat(rows.seam()).isEqualTo(whole.seam());
    assertThat(rows.eightBits()).isEqualTo(whole.eightBits());
    assertThat(rows.jpegTraces()).isEqualTo(whole.jpegTraces());
    assertThat(rows.slopes()).isEqualTo(whole.slopes());
    if (whole.normal() == null) {
      assertThat(rows.normal()).isNull();
    } else {
      assertThat(rows.normal().state()).isEqualTo(whole.normal().state());
      assertThat(rows.normal().unit()).isCloseTo(whole.normal().unit(), within(0.02));
    }
    assertThat(rows.channels()).hasSameSizeAs(whole.channels());
    for (int c = 0; c < whole.channels().size(); c++) {
      double deviation = whole.channels().get(c).deviation();
      double mean = whole.channels().get(c).mean();
      assertThat(rows.channels().get(c).mean()).isCloseTo(mean, within(0.05 * deviation + 1e-6));
      assertThat(rows.channels().get(c).deviation())
          .isCloseTo(deviation, within(0.03 * deviation + 1e-6));
    }
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("pictures")
  void isFoundAgainByTheFingerprintOfTheWhole(String name, Pixels p, MapFacts.Meant meant)
      throws Exception {
    LargePicture large = LargePicture.of(RowReader.of(p), KEPT);
    Fingerprint rows = Fingerprint.of(large);
    Fingerprint whole = Fingerprint.of(p);
    assertThat(large.hash()).isEqualTo(SampleHash.of(p));
    assertThat(rows.descriptor().width()).isEqualTo(p.width());
    assertThat(rows.descriptor().vectors()).isEqualTo(whole.descriptor().vectors());
    assertThat(rows.descriptor().repeatsX()).isEqualTo(whole.descriptor().repeatsX());
    if (whole.comparable() && !name.equals("light")) {
      assertThat(new Matcher().compare(rows, whole)).isNotNull();
    }
    int most = 0;
    for (int i = 0; i < rows.luma().length; i++) {
      most = Math.max(most, Math.abs((rows.luma()[i] & 0xff) - (whole.luma()[i] & 0xff)));
    }
    // What is bright beyond white is tamed before it is averaged, or after.
    assertThat(most).isLessThanOrEqualTo(name.equals("light") ? 6 : 3);
  }

  @Test
  void aSketchOfNormalsTellsTheirSideByTheirHeights() throws Exception {
    LargePicture n = LargePicture.of(RowReader.of(normals(false)), KEPT);
    LargePicture h = LargePicture.of(RowReader.of(Fields.grey16(BUMPS, SIDE)), KEPT);
    assertThat(HandednessTest.withHeight(Sketch.of(n, true), Sketch.of(h, false)).handedness())
        .isEqualTo(Handedness.DX);
  }

  @Test
  void reliefThatPassedByAgreesAsTheWholeDoes() throws Exception {
    Pixels normal = normals(true);
    Pixels height = Fields.grey16(BUMPS, SIDE);
    ReliefAgreement passed =
        ReliefBlocks.ofNormal(LargePicture.of(RowReader.of(normal), KEPT))
            .with(ReliefBlocks.ofHeight(LargePicture.of(RowReader.of(height), KEPT)));
    assertThat(passed).isEqualTo(ReliefEstimate.of(normal, height));
    assertThat(passed.share(Handedness.GL)).isPresent();
  }

  @Test
  void whatIsNotLargeIsNotReadByRows(@TempDir Path dir) throws Exception {
    Path file = dir.resolve("map.png");
    ImageEncoder.png(planks(1), file, 1);
    assertThat(RowReader.look(file, ImageProbe.probe(file).orElseThrow())).isEmpty();
  }

  @Test
  void oddShapesHavePlacesToo() throws Exception {
    for (int[] size : new int[][] {{1, 900}, {900, 1}, {3, 700}, {130, 1300}}) {
      byte[] b = new byte[size[0] * size[1]];
      new Random(6).nextBytes(b);
      Pixels p = Pixels.u8(size[0], size[1], 1, b);
      LargePicture large = LargePicture.of(RowReader.of(p), 100);
      MapFacts rows = MapFacts.of(large, ImageFormat.PNG, MapFacts.Meant.COLOUR);
      assertThat(rows.seam())
          .as(Arrays.toString(size))
          .isEqualTo(MapFacts.of(p, ImageFormat.PNG, MapFacts.Meant.COLOUR).seam());
      assertThat(Fingerprint.of(large).descriptor().height()).isEqualTo(size[1]);
    }
  }
}
