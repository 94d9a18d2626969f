package keepshelf.imaging.analyse;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import keepshelf.imaging.Fields;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;

/** Every measure with a sound and a faulty example. */
class MapFactsTest {
  private static final int SIDE = 256;

  /** A bumpy field with fine grain in it. */
  private static float[] grainy(int side, long seed) {
    float[] h = Fields.bumpy(side, seed);
    Random r = new Random(seed);
    for (int i = 0; i < h.length; i++) {
      h[i] = Math.clamp(0.15f + 0.6f * h[i] + 0.1f * r.nextFloat(), 0f, 1f);
    }
    return h;
  }

  private static Pixels grey(float[] h, int side) {
    byte[] out = new byte[h.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(h[i] * 255);
    }
    return Pixels.u8(side, side, 1, out);
  }

  private static MapFacts facts(Pixels p) {
    return MapFacts.of(p, ImageFormat.PNG, MapFacts.Meant.COLOUR);
  }

  private static Pixels normals(long seed) {
    return Fields.normals(grainy(SIDE, seed), SIDE, 6, true);
  }

  private static Pixels mapped(Pixels p, java.util.function.BiFunction<float[], Integer, Float> f) {
    byte[] out = new byte[p.sampleCount()];
    for (int i = 0; i < out.length; i += 3) {
      float[] v = {p.at(i), p.at(i + 1), p.at(i + 2)};
      for (int c = 0; c < 3; c++) {
        out[i + c] = (byte) Math.round(Math.clamp(f.apply(v, c), 0f, 1f) * 255);
      }
    }
    return Pixels.u8(p.width(), p.height(), 3, out);
  }

  private static Pixels throughJpeg(Pixels p, float quality) throws IOException {
    BufferedImage image = new BufferedImage(p.width(), p.height(), BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < p.width(); x++) {
        int i = (y * p.width() + x) * 3;
        image.setRGB(x, y, p.level(i) << 16 | p.level(i + 1) << 8 | p.level(i + 2));
      }
    }
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (MemoryCacheImageOutputStream out = new MemoryCacheImageOutputStream(bytes)) {
      writer.setOutput(out);
      ImageWriteParam param = writer.getDefaultWriteParam();
      param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
      param.setCompressionQuality(quality);
      writer.write(null, new IIOImage(image, null, null), param);
    } finally {
      writer.dispose();
    }
    BufferedImage back = ImageIO.read(new ByteArrayInputStream(bytes.toByteArray()));
    byte[] out = new byte[p.sampleCount()];
    for (int y = 0; y < p.height(); y++) {
      for (int x = 0; x < p.width(); x++) {
        int rgb = back.getRGB(x, y);
        int i = (y * p.width() + x) * 3;
        out[i] = (byte) (rgb >> 16);
        out[i + 1] = (byte) (rgb >> 8);
        out[i + 2] = (byte) rgb;
      }
    }
    return Pixels.u8(p.width(), p.height(), 3, out);
  }

  @Test
  void soundNormalMapsAreSound() {
    for (long seed = 0; seed < 20; seed++) {
      MapFacts f = facts(normals(seed));
      assertThat(f.character()).isEqualTo(PixelCharacter.NORMAL);
      assertThat(f.normal().state()).isEqualTo(NormalHealth.State.SOUND);
      assertThat(f.normal().axesSwapped()).isFalse();
      assertThat(f.slopes().handedness()).isEqualTo(Handedness.GL);
    }
  }

  @Test
  void faultsOfNormalMapsAreFound() {
    int curved = 0;
    int uncurved = 0;
    int red = 0;
    int green = 0;
    int empty = 0;
    for (long seed = 0; seed < 20; seed++) {
      Pixels n = normals(seed);
      curved +=
          state(mapped(n, (v, c) -> Srgb.fromLinear(v[c]))) == NormalHealth.State.CURVED ? 1 : 0;
      uncurved +=
          state(mapped(n, (v, c) -> Srgb.toLinear(v[c]))) == NormalHealth.State.UNCURVED ? 1 : 0;
      red += state(mapped(n, (v, c) -> v[2 - c])) == NormalHealth.State.OUT_IN_RED ? 1 : 0;
      green +=
          state(mapped(n, (v, c) -> v[c == 0 ? 0 : 3 - c])) == NormalHealth.State.OUT_IN_GREEN
              ? 1
              : 0;
      empty += state(mapped(n, (v, c) -> c == 2 ? 0 : v[c])) == NormalHealth.State.NO_BLUE ? 1 : 0;
    }
    assertThat(new int[] {curved, uncurved, red, green, empty}).containsExactly(20, 20, 20, 20, 20);
  }

  private static NormalHealth.State state(Pixels p) {
    return NormalHealth.of(p).state();
  }

  @Test
  void redAndGreenInEachOthersPlaceAreSeen() {
    int found = 0;
    for (long seed = 0; seed < 10; seed++) {
      Pixels swapped = mapped(normals(seed), (v, c) -> c == 2 ? v[2] : v[1 - c]);
      found += NormalHealth.of(swapped).axesSwapped() ? 1 : 0;
    }
    assertThat(found).isGreaterThanOrEqualTo(8);
  }

  @Test
  void tilesAndSeams() {
    int tiles = 0;
    int seams = 0;
    int wrong = 0;
    for (long seed = 0; seed < 30; seed++) {
      float[] h = grainy(SIDE, seed);
      SeamTest.Answer whole = SeamTest.test(grey(h, SIDE), false).answer();
      tiles += whole == SeamTest.Answer.TILES ? 1 : 0;
      wrong += whole == SeamTest.Answer.SEAM ? 1 : 0;
      int side = SIDE * 3 / 4;
      float[] crop = new float[side * side];
      for (int y = 0; y < side; y++) {
        System.arraycopy(h, y * SIDE, crop, y * side, side);
      }
      SeamTest.Answer part = SeamTest.test(grey(crop, side), false).answer();
      seams += part == SeamTest.Answer.SEAM ? 1 : 0;
      wrong += part == SeamTest.Answer.TILES ? 1 : 0;
    }
    assertThat(tiles).isGreaterThanOrEqualTo(27);
    assertThat(seams).isGreaterThanOrEqualTo(20);
    assertThat(wrong).isLessThanOrEqualTo(3);
  }

  @Test
  void enlargedPicturesHoldNoDetailAboveTheirOldSize() {
    for (long seed = 0; seed < 10; seed++) {
      float[] h = grainy(SIDE, seed);
      assertThat(DetailTest.of(grey(h, SIDE))).isEqualTo(DetailTest.Size.FULL);
      assertThat(DetailTest.of(grey(enlarged(h, SIDE), 2 * SIDE))).isEqualTo(DetailTest.Size.HALF);
      assertThat(DetailTest.of(grey(enlarged(enlarged(h, SIDE), 2 * SIDE), 4 * SIDE)))
          .isEqualTo(DetailTest.Size.QUARTER);
    }
    assertThat(DetailTest.of(grey(new float[SIDE * SIDE], SIDE)))
        .isEqualTo(DetailTest.Size.CANNOT_TELL);
  }

  /** Twice the size, bilinear. */
  private static float[] enlarged(float[] h, int side) {
    int s = 2 * side;
    float[] out = new float[s * s];
    for (int y = 0; y < s; y++) {
      for (int x = 0; x < s; x++) {
        float fx = (x - 0.5f) / 2;
        float fy = (y - 0.5f) / 2;
        int x0 = Math.floorMod((int) Math.floor(fx), side);
        int y0 = Math.floorMod((int) Math.floor(fy), side);
        int x1 = (x0 + 1) % side;
        int y1 = (y0 + 1) % side;
        float tx = fx - (float) Math.floor(fx);
        float ty = fy - (float) Math.floor(fy);
        float a = h[y0 * side + x0] + (h[y0 * side + x1] - h[y0 * side + x0]) * tx;
        float b = h[y1 * side + x0] + (h[y1 * side + x1] - h[y1 * side + x0]) * tx;
        out[y * s + x] = a + (b - a) * ty;
      }
    }
    return out;
  }

  @Test
  void eightBitsInSixteenAreSeenAndTrueOnesAreNot() {
    for (long seed = 0; seed < 20; seed++) {
      float[] h = Fields.bumpy(SIDE, seed);
      short[] repeated = new short[h.length];
      short[] shifted = new short[h.length];
      short[] curved = new short[h.length];
      for (int i = 0; i < h.length; i++) {
        int level = Math.round(h[i] * 255);
        repeated[i] = (short) (level * 257);
        shifted[i] = (short) (level << 8);
        curved[i] = (short) Math.round(Math.pow(level / 255.0, 2.2) * 65535);
      }
      assertThat(DepthTest.eightBitsInSixteen(Pixels.u16(SIDE, SIDE, 1, repeated))).isTrue();
      assertThat(DepthTest.eightBitsInSixteen(Pixels.u16(SIDE, SIDE, 1, shifted))).isTrue();
      assertThat(DepthTest.eightBitsInSixteen(Pixels.u16(SIDE, SIDE, 1, curved))).isTrue();
      assertThat(DepthTest.eightBitsInSixteen(Fields.grey16(h, SIDE))).isFalse();
      assertThat(DepthTest.eightBitsInSixteen(grey(h, SIDE))).isFalse();
    }
  }

  @Test
  void blocksOfAnEarlierJpegAreFound() throws IOException {
    int found = 0;
    int wrong = 0;
    for (long seed = 0; seed < 12; seed++) {
      Pixels n = Fields.normals(Fields.bumpy(SIDE, seed), SIDE, 20, true);
      wrong += JpegTraces.found(n) ? 1 : 0;
      wrong += JpegTraces.found(normals(seed)) ? 1 : 0;
      found += JpegTraces.found(throughJpeg(n, 0.75f)) ? 1 : 0;
    }
    assertThat(wrong).isZero();
    assertThat(found).isGreaterThanOrEqualTo(9);
  }

  @Test
  void valuesAlphaAndRange() {
    byte[] rgba = new byte[SIDE * SIDE * 4];
    for (int i = 0; i < rgba.length; i += 4) {
      rgba[i] = 20;
      rgba[i + 3] = (byte) 255;
    }
    MapFacts unused = facts(Pixels.u8(SIDE, SIDE, 4, rgba.clone()));
    assertThat(unused.alpha()).isEqualTo(MapFacts.Alpha.UNUSED);
    assertThat(unused.constant()).isTrue();
    rgba[3] = 0;
    MapFacts used = facts(Pixels.u8(SIDE, SIDE, 4, rgba));
    assertThat(used.alpha()).isEqualTo(MapFacts.Alpha.USED);
    MapFacts grey = facts(grey(grainy(SIDE, 3), SIDE));
    assertThat(grey.alpha()).isEqualTo(MapFacts.Alpha.NONE);
    assertThat(grey.grey()).isTrue();
    assertThat(grey.constant()).isFalse();
    assertThat(grey.dark()).isLessThan(grey.light());
    assertThat(grey.normal()).isNull();
  }

  @Test
  void binaryChannelsAreToldFromOthers() {
    float[] h = grainy(SIDE, 5);
    for (int i = 0; i < h.length; i++) {
      h[i] = h[i] > 0.5f ? 1 : 0;
    }
    assertThat(facts(grey(h, SIDE)).channels().getFirst().binary()).isTrue();
    assertThat(facts(grey(h, SIDE)).character()).isEqualTo(PixelCharacter.BINARY);
    assertThat(facts(grey(grainy(SIDE, 5), SIDE)).channels().getFirst().binary()).isFalse();
  }
}
