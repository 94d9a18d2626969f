package keepshelf.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keepshelf.core.TestPacks;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalReader;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Every check on a real folder of pictures, with a faulty and a sound example. */
class ChecksTest {
  private static final int SIDE = 256;

  @TempDir Path dir;
  private final Map<String, Pixels> pictures = new LinkedHashMap<>();

  private static float[] field(int seed) {
    float[] h = TestPacks.field(SIDE, seed);
    Random r = new Random(seed);
    for (int i = 0; i < h.length; i++) {
      h[i] = Math.clamp(0.1f + 0.7f * h[i] + 0.1f * r.nextFloat(), 0f, 1f);
    }
    return h;
  }

  private static Pixels grey16(int seed) {
    float[] h = field(seed);
    short[] out = new short[h.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (short) Math.round(h[i] * 65535);
    }
    return Pixels.u16(SIDE, SIDE, 1, out);
  }

  private static Pixels grey(int seed) {
    float[] h = field(seed);
    byte[] out = new byte[h.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(h[i] * 255);
    }
    return Pixels.u8(SIDE, SIDE, 1, out);
  }

  private static Pixels colour(int seed) {
    float[] h = field(seed);
    byte[] out = new byte[h.length * 3];
    for (int i = 0; i < h.length; i++) {
      out[3 * i] = (byte) (70 + 120 * h[i]);
      out[3 * i + 1] = (byte) (60 + 60 * h[i]);
      out[3 * i + 2] = (byte) (90 - 50 * h[i]);
    }
    return Pixels.u8(SIDE, SIDE, 3, out);
  }

  private static Pixels normal(int seed) {
    float[] n = NormalMaps.fromHeight(field(seed), SIDE, SIDE, 4);
    byte[] out = new byte[n.length];
    for (int i = 0; i < n.length; i++) {
      out[i] = (byte) Math.round((n[i] * 0.5f + 0.5f) * 255);
    }
    return Pixels.u8(SIDE, SIDE, 3, out);
  }

  private static Pixels plain(int channels, int... levels) {
    byte[] out = new byte[SIDE * SIDE * channels];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) levels[i % channels];
    }
    return Pixels.u8(SIDE, SIDE, channels, out);
  }

  private static Pixels cropped(Pixels p, int side) {
    byte[] out = new byte[side * side * p.channels()];
    for (int i = 0; i < out.length; i++) {
      int pixel = i / p.channels();
      int at = (pixel / side * p.width() + pixel % side) * p.channels() + i % p.channels();
      out[i] = (byte) p.level(at);
    }
    return Pixels.u8(side, side, p.channels(), out);
  }

  /** A set without any fault. */
  private void sound() {
    pictures.put("rope_diff.png", colour(1));
    pictures.put("rope_nor.png", normal(1));
    pictures.put("rope_rough.png", grey(2));
    pictures.put("rope_disp.png", grey16(1));
  }

  private List<String> codes() throws Exception {
    return problems().stream().map(Problem::code).toList();
  }

  private List<Problem> problems() throws Exception {
    return read().recognition().items().stream().flatMap(i -> i.problems().stream()).toList();
  }

  private Arrival read() throws Exception {
    Path folder = Files.createTempDirectory(dir, "set");
    for (var e : pictures.entrySet()) {
      Path to = folder.resolve(e.getKey());
      if (e.getKey().endsWith(".jpg")) {
        ImageEncoder.jpeg(e.getValue(), to, 0.9f);
      } else {
        ImageEncoder.png(e.getValue(), to, 4);
      }
    }
    return ArrivalReader.read(
        folder.toString(), dir, null, List.of(), PixelWitness.NONE, Progress.NONE);
  }

  @Test
  void aSoundSetHasNoFindings() throws Exception {
    sound();
    assertThat(codes()).isEmpty();
  }

  @Test
  void aFlatNormalMapLeansNeitherWay() throws Exception {
    sound();
    pictures.put("rope_nor.png", plain(3, 128, 128, 255));
    assertThat(codes()).containsExactly("constant-map");
  }

  @Test
  void missingAndDoubledRoles() throws Exception {
    pictures.put("rope_nor.png", normal(1));
    pictures.put("rope_disp.png", grey16(1));
    assertThat(codes()).containsExactlyInAnyOrder("missing-map", "missing-map");
    sound();
    pictures.put("rope_albedo.png", colour(3));
    assertThat(codes()).contains("doubled-map");
  }

  @Test
  void otherSizesAndShapes() throws Exception {
    sound();
    pictures.put("rope_rough.png", cropped(grey(2), 128));
    assertThat(codes()).doesNotContain("aspect-mismatch");
    byte[] wide = new byte[200 * 90];
    new Random(4).nextBytes(wide);
    pictures.put("rope_rough.png", Pixels.u8(200, 90, 1, wide));
    assertThat(codes())
        .contains("aspect-mismatch", "not-power-of-two")
        .doesNotContain("size-mismatch")
        .doesNotHaveDuplicates();
  }

  @Test
  void seams() throws Exception {
    pictures.put("rope_diff.png", cropped(colour(1), 192));
    pictures.put("rope_nor.png", cropped(normal(1), 192));
    pictures.put("rope_rough.png", cropped(grey(2), 192));
    List<Problem> found = problems();
    assertThat(found).extracting(Problem::code).contains("not-tileable");
    Problem seam =
        found.stream().filter(p -> p.code().equals("not-tileable")).findFirst().orElseThrow();
    assertThat(seam.proposal()).isNotBlank();
    assertThat(Spots.of(seam, cropped(colour(1), 192))).isPresent();
  }

  @Test
  void depthOfHeightMaps() throws Exception {
    sound();
    pictures.put("rope_disp.png", grey(1));
    assertThat(codes()).containsExactly("height-8-bit");
    short[] spread = new short[SIDE * SIDE];
    Pixels eight = grey(1);
    for (int i = 0; i < spread.length; i++) {
      spread[i] = (short) (eight.level(i) * 257);
    }
    pictures.put("rope_disp.png", Pixels.u16(SIDE, SIDE, 1, spread));
    assertThat(codes()).containsExactly("eight-bits-in-sixteen");
  }

  @Test
  void faultsOfNormalMaps() throws Exception {
    sound();
    pictures.put(
        "rope_nor.png", normal(1).mapLevels(-1, v -> Math.round(255 * Srgb.fromLinear(v / 255f))));
    assertThat(codes()).contains("normal-through-curve");
    pictures.put("rope_nor.png", normal(1).mapLevels(2, v -> 0));
    assertThat(codes()).contains("normal-without-blue");
    Pixels n = normal(1);
    byte[] swapped = new byte[n.sampleCount()];
    for (int i = 0; i < swapped.length; i++) {
      swapped[i] = (byte) n.level(i / 3 * 3 + 2 - i % 3);
    }
    pictures.put("rope_nor.png", Pixels.u8(SIDE, SIDE, 3, swapped));
    assertThat(codes()).contains("normal-channels-swapped");
    pictures.put("rope_nor.png", plain(3, 128, 128, 255));
    assertThat(codes()).contains("constant-map");
    pictures.remove("rope_nor.png");
    pictures.put("rope_nor.jpg", normal(1));
    assertThat(codes()).contains("normal-as-jpeg");
  }

  @Test
  void aNormalMapOfOneColourIsNotSaidToHaveTooFewUnitVectors() throws Exception {
    sound();
    pictures.put("rope_nor.png", plain(3, 140, 128, 255));
    assertThat(problems())
        .filteredOn(p -> p.code().equals("normal-not-unit"))
        .singleElement()
        .satisfies(p -> assertThat(p.message()).contains("lean the same way"));
  }

  @Test
  void aTurnedOverNormalMapIsSeenBesideItsName() throws Exception {
    sound();
    pictures.remove("rope_nor.png");
    pictures.put("rope_nor_gl.png", TestPacks.normal(SIDE, 1, false));
    var map =
        read().recognition().items().getFirst().maps().stream()
            .filter(m -> m.handedness() != null)
            .findFirst()
            .orElseThrow();
    assertThat(map.handedness()).isEqualTo(Handedness.DX);
    assertThat(map.handednessVerdict().sentences())
        .anyMatch(r -> r.contains("but the pixels say otherwise"));
    assertThat(Json.line(map.handednessVerdict().reasons()))
        .as("what the name says is kept as a key too")
        .contains("mapMaker.name-says-opengl")
        .doesNotContain("the name says");
  }

  @Test
  void valuesOfMetallicAndColour() throws Exception {
    sound();
    pictures.put("rope_metal.png", grey(5));
    assertThat(codes()).containsExactly("metallic-not-binary");
    pictures.put("rope_metal.png", grey(5).mapLevels(0, v -> v > 120 ? 255 : 0));
    assertThat(codes()).isEmpty();
    pictures.put("rope_diff.png", colour(1).mapLevels(-1, v -> v / 14));
    assertThat(codes()).contains("albedo-range");
    pictures.put("rope_diff.png", colour(1).mapLevels(-1, v -> 251 + v % 4));
    assertThat(codes()).contains("albedo-range");
  }

  @Test
  void constantMapsAndUnusedAlpha() throws Exception {
    sound();
    pictures.put("rope_ao.png", plain(1, 255));
    assertThat(codes()).containsExactly("constant-map");
    pictures.remove("rope_ao.png");
    Pixels c = colour(1);
    byte[] rgba = new byte[SIDE * SIDE * 4];
    for (int i = 0; i < SIDE * SIDE; i++) {
      for (int k = 0; k < 3; k++) {
        rgba[4 * i + k] = (byte) c.level(3 * i + k);
      }
      rgba[4 * i + 3] = (byte) 255;
    }
    pictures.put("rope_diff.png", Pixels.u8(SIDE, SIDE, 4, rgba.clone()));
    assertThat(codes()).containsExactly("alpha-unused");
    for (int i = 3; i < rgba.length; i += 4) {
      rgba[i] = (byte) (i % 256);
    }
    pictures.put("rope_diff.png", Pixels.u8(SIDE, SIDE, 4, rgba));
    RecognisedItem item = read().recognition().items().getFirst();
    assertThat(item.problems()).extracting(Problem::code).doesNotContain("alpha-unused");
    assertThat(item.roles()).contains(keepshelf.core.model.MapRole.OPACITY);
  }

  @Test
  void enlargedMaps() throws Exception {
    sound();
    Pixels small = colour(1);
    byte[] large = new byte[4 * SIDE * SIDE * 3];
    for (int y = 0; y < 2 * SIDE; y++) {
      for (int x = 0; x < 2 * SIDE; x++) {
        for (int c = 0; c < 3; c++) {
          int x0 = Math.floorMod((x - 1) / 2, SIDE);
          int y0 = Math.floorMod((y - 1) / 2, SIDE);
          int x1 = (x0 + 1) % SIDE;
          int y1 = (y0 + 1) % SIDE;
          float tx = x % 2 == 0 ? 0.75f : 0.25f;
          float ty = y % 2 == 0 ? 0.75f : 0.25f;
          float top = small.value(x0, y0, c) * (1 - tx) + small.value(x1, y0, c) * tx;
          float low = small.value(x0, y1, c) * (1 - tx) + small.value(x1, y1, c) * tx;
          large[(y * 2 * SIDE + x) * 3 + c] = (byte) Math.round(255 * (top * (1 - ty) + low * ty));
        }
      }
    }
    pictures.put("rope_diff.png", Pixels.u8(2 * SIDE, 2 * SIDE, 3, large));
    assertThat(codes()).contains("low-detail");
  }

  @Test
  void profilesAndTurns() throws Exception {
    sound();
    Arrival a = read();
    Path file = a.origin().resolve("rope_diff.png");
    byte[] png = Files.readAllBytes(file);
    // An eXIf chunk behind the header that says "turned by a quarter".
    byte[] exif = {
      'M', 'M', 0, 42, 0, 0, 0, 8, 0, 1, 1, 18, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0, 0, 0, 0, 0
    };
    Files.write(file, withChunk(png, "eXIf", exif));
    assertThat(again(a)).containsExactly("exif-turn");
    byte[] name = "Harbour wide gamut\0\0".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
    byte[] packed = {0x78, (byte) 0x9c, 3, 0, 0, 0, 0, 1};
    byte[] profile = java.util.Arrays.copyOf(name, name.length + packed.length);
    System.arraycopy(packed, 0, profile, name.length, packed.length);
    Files.write(file, withChunk(png, "iCCP", profile));
    assertThat(again(a)).contains("colour-profile");
  }

  private List<String> again(Arrival a) {
    return ArrivalReader.read(a.path(), dir, null, List.of(), PixelWitness.NONE, Progress.NONE)
        .recognition()
        .items()
        .getFirst()
        .problems()
        .stream()
        .map(Problem::code)
        .toList();
  }

  private static byte[] withChunk(byte[] png, String type, byte[] data) {
    java.nio.ByteBuffer out = java.nio.ByteBuffer.allocate(png.length + data.length + 12);
    out.put(png, 0, 33).putInt(data.length);
    byte[] name = type.getBytes(java.nio.charset.StandardCharsets.US_ASCII);
    java.util.zip.CRC32 crc = new java.util.zip.CRC32();
    crc.update(name);
    crc.update(data);
    out.put(name).put(data).putInt((int) crc.getValue()).put(png, 33, png.length - 33);
    return out.array();
  }
}
