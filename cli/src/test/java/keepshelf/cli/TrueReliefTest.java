package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.IntFunction;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriter;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.Finish;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.catalogue.InstallOptions;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.InstallationRecord.InstalledFile;
import keepshelf.core.catalogue.InstallationRecord.ProvedInput;
import keepshelf.core.catalogue.Setup;
import keepshelf.core.disk.Progress;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.HostProfile;
import keepshelf.core.install.InstallPlan;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What arrives in a host is the relief, the colour and the size that was meant. */
class TrueReliefTest {
  private static final int SIDE = 128;

  @TempDir Path dir;
  private Shelf shelf;

  @BeforeEach
  void open() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  /** A tiling height of a few waves and bumps, 0..1, that has no symmetry. */
  private static float[] field(long seed) {
    Random r = new Random(seed);
    double[][] waves = new double[9][];
    for (int k = 0; k < waves.length; k++) {
      waves[k] =
          new double[] {r.nextInt(7) - 3, r.nextInt(7) - 3, r.nextDouble() * 6.28, r.nextDouble()};
    }
    float[] out = new float[SIDE * SIDE];
    float low = Float.MAX_VALUE;
    float high = -Float.MAX_VALUE;
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        double v = 0;
        for (double[] w : waves) {
          double s = Math.sin(6.283185 * (w[0] * x + w[1] * y) / SIDE + w[2]);
          // Domes, not waves: relief that is turned inside out looks different.
          v += w[3] * s * Math.abs(s);
        }
        int i = y * SIDE + x;
        out[i] = (float) v;
        low = Math.min(low, out[i]);
        high = Math.max(high, out[i]);
      }
    }
    for (int i = 0; i < out.length; i++) {
      out[i] = (out[i] - low) / (high - low);
    }
    return out;
  }

  private static Pixels grey16(float[] plane) {
    short[] s = new short[plane.length];
    for (int i = 0; i < s.length; i++) {
      s[i] = (short) Math.round(plane[i] * 65535);
    }
    return Pixels.u16(SIDE, SIDE, 1, s);
  }

  /** Vectors of a height; {@code share} is its relief as a share of the tile. */
  private static Pixels normal(float[] height, double share) {
    float[] xyz = NormalMaps.fromHeight(height, SIDE, SIDE, (float) (share * SIDE));
    short[] s = new short[xyz.length];
    for (int i = 0; i < s.length; i++) {
      s[i] = (short) Math.round((xyz[i] * 0.5f + 0.5f) * 65535);
    }
    return Pixels.u16(SIDE, SIDE, 3, s);
  }

  private static Pixels colour(long seed) {
    float[] a = field(seed);
    byte[] b = new byte[3 * a.length];
    for (int i = 0; i < a.length; i++) {
      b[3 * i] = (byte) (60 + 150 * a[i]);
      b[3 * i + 1] = (byte) (90 + 90 * a[i]);
      b[3 * i + 2] = (byte) (140 - 60 * a[i]);
    }
    return Pixels.u8(SIDE, SIDE, 3, b);
  }

  private static Pixels changed(Pixels p, IntFunction<Float> byIndex) {
    short[] s = new short[p.sampleCount()];
    for (int i = 0; i < s.length; i++) {
      s[i] = (short) Math.round(Math.clamp(byIndex.apply(i), 0f, 1f) * 65535);
    }
    return Pixels.u16(p.width(), p.height(), p.channels(), s);
  }

  private Path folder(String name) throws Exception {
    return Files.createDirectories(dir.resolve("packs/" + name));
  }

  private void file(Path folder) throws Exception {
    var a = shelf.read(folder.toString(), Progress.NONE);
    shelf.file(a, Filing.Wishes.NONE, Progress.NONE);
    shelf.dismiss(a);
  }

  private void slate(Pixels normal, float[] height) throws Exception {
    Path f = folder("slate");
    ImageEncoder.png(colour(5), f.resolve("slate_shingle_BaseColor.png"), 1);
    ImageEncoder.png(grey16(field(6)), f.resolve("slate_shingle_Roughness.png"), 1);
    if (normal != null) {
      ImageEncoder.png(normal, f.resolve("slate_shingle_NormalGL.png"), 1);
    }
    if (height != null) {
      ImageEncoder.png(grey16(height), f.resolve("slate_shingle_Height.png"), 1);
    }
    file(f);
  }

  /** The host of this name; one of a shipped profile is added when it is asked for. */
  private HostRecord host(String name) {
    return shelf.catalogue().hosts().stream()
        .filter(h -> h.name().equals(name))
        .findFirst()
        .orElseGet(() -> {
          HostRecord h = new HostRecord(name, name, dir.resolve("hosts/" + name).toString());
          shelf.installer().addHost(h);
          return h;
        });
  }

  private InstallPlan plan(String item, String host, InstallOptions o) throws ShelfException {
    return shelf.installer().plan(shelf.item(item), host(host), o);
  }

  private InstallationRecord installed(InstallPlan p) throws ShelfException {
    return shelf.installer().prove(p, shelf.installer().install(p, Progress.NONE));
  }

  private InstallationRecord proved(String item, String host, InstallOptions o) throws Exception {
    InstallPlan p = plan(item, host, o);
    InstallationRecord i = installed(p);
    assertThat(i.proof().ok()).as("%s: %s", host, i.proof()).isTrue();
    return i;
  }

  private static Finish finish(String... settings) {
    Finish f = Finish.named("Tried");
    for (String s : settings) {
      String[] kv = s.split("=");
      f = FinishSetting.ofId(kv[0]).orElseThrow().write(f, kv[1]);
    }
    return f;
  }

  private static Path of(InstallationRecord i, MapRole role) {
    return i.files().stream()
        .filter(f -> f.role() == role)
        .map(InstalledFile::path)
        .map(Path::of)
        .findFirst()
        .orElseThrow();
  }

  private static boolean agrees(InstallationRecord i, String input) {
    return i.proof().inputs().stream()
        .filter(p -> p.input().equals(input))
        .map(ProvedInput::equal)
        .findFirst()
        .orElseThrow();
  }

  @ParameterizedTest
  @CsvSource({"lanternhouse,1", "proscenia,1", "quickfoot,1", "kilnwork,-1"})
  void vectorsTurnWithTheirPicture(String host, int up) throws Exception {
    Pixels normal = normal(field(1), 0.05);
    slate(normal, null);
    for (int turn : new int[] {180, 90, 30}) {
      InstallationRecord i =
          proved(
              "slate_shingle",
              host,
              InstallOptions.NONE.tile(0.4).finished(finish("turn=" + turn)));
      Pixels got = ImageDecoder.decode(of(i, MapRole.NORMAL));
      double c = Math.cos(Math.toRadians(turn));
      double s = Math.sin(Math.toRadians(turn));
      for (int k = 0; k < SIDE * SIDE; k += 371) {
        double x = 2 * normal.at(3 * k) - 1;
        double y = 2 * normal.at(3 * k + 1) - 1;
        assertThat(2 * got.at(3 * k) - 1).isCloseTo((float) (c * x - s * y), within(2e-3f));
        assertThat(up * (2 * got.at(3 * k + 1) - 1))
            .isCloseTo((float) (s * x + c * y), within(2e-3f));
      }
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"unturned", "mirrored", "inverted", "curved"})
  void theProofFailsAMapThatIsSpoiled(String how) throws Exception {
    slate(normal(field(1), 0.05), null);
    InstallPlan p =
        plan(
            "slate_shingle",
            "quickfoot",
            InstallOptions.NONE.tile(0.4).finished(finish("turn=180")));
    InstallationRecord i = installed(p);
    assertThat(agrees(i, "relief under light")).isTrue();
    Path file = of(i, MapRole.NORMAL);
    Pixels n = ImageDecoder.decode(file);
    Pixels spoiled =
        switch (how) {
          case "unturned", "inverted" -> changed(n, k -> k % 3 == 2 ? n.at(k) : 1 - n.at(k));
          case "mirrored" ->
              changed(
                  n,
                  k -> {
                    int x = k / 3 % SIDE;
                    int at = (k / 3 / SIDE * SIDE + SIDE - 1 - x) * 3 + k % 3;
                    return k % 3 == 0 ? 1 - n.at(at) : n.at(at);
                  });
          default -> changed(n, k -> keepshelf.imaging.colour.Srgb.fromLinear(n.at(k)));
        };
    ImageEncoder.png(spoiled, file, 1);
    InstallationRecord again = shelf.installer().prove(p, i);
    assertThat(again.proof().ok()).isFalse();
    assertThat(agrees(again, "relief under light")).isFalse();
  }

  @ParameterizedTest
  @ValueSource(strings = {"no blue", "curve", "red and blue"})
  void brokenVectorsAreMendedAndSaid(String how) throws Exception {
    Pixels good = normal(field(1), 0.06);
    Pixels broken =
        switch (how) {
          case "no blue" -> changed(good, k -> k % 3 == 2 ? 0f : good.at(k));
          case "curve" -> changed(good, k -> keepshelf.imaging.colour.Srgb.fromLinear(good.at(k)));
          default -> changed(good, k -> good.at(k - k % 3 + 2 - k % 3));
        };
    slate(broken, null);
    for (String host : List.of("lanternhouse", "quickfoot", "kilnwork")) {
      InstallPlan p = plan("slate_shingle", host, InstallOptions.NONE);
      assertThat(p.remarks()).anyMatch(r -> r.contains("normal map") && r.contains("on the way"));
      InstallationRecord i = installed(p);
      assertThat(i.proof().ok()).as(i.proof().toString()).isTrue();
      Pixels got = ImageDecoder.decode(of(i, MapRole.NORMAL));
      double worst = 0;
      for (int k = 0; k < SIDE * SIDE; k += 97) {
        double dot = 0;
        for (int c = 0; c < 3; c++) {
          float v = got.at(3 * k + c);
          float g = c == 1 && host.equals("kilnwork") ? 1 - v : v;
          dot += (2 * g - 1) * (2 * good.at(3 * k + c) - 1);
        }
        worst = Math.max(worst, Math.toDegrees(Math.acos(Math.clamp(dot, -1, 1))));
      }
      assertThat(worst).isLessThan(1.5);
    }
  }

  @Test
  void heightsOfFloatsKeepTheirRangeAndTheirNought() throws Exception {
    float[] h = field(3);
    float[] metres = new float[h.length];
    for (int i = 0; i < h.length; i++) {
      metres[i] = -0.05f + 0.2f * h[i];
    }
    Path f = folder("shell");
    ImageEncoder.png(colour(5), f.resolve("shell_path_BaseColor.png"), 1);
    ImageEncoder.exr(Pixels.f32(SIDE, SIDE, 1, metres), f.resolve("shell_path_Height.exr"));
    file(f);
    for (String host : List.of("lanternhouse", "proscenia", "kilnwork", "plain-obj")) {
      InstallPlan p = plan("shell_path", host, InstallOptions.NONE.tile(1.0));
      assertThat(p.reliefMetres()).isCloseTo(0.2, within(1e-4));
      InstallationRecord i = installed(p);
      assertThat(i.proof().ok()).as("%s: %s", host, i.proof()).isTrue();
      if (host.equals("lanternhouse")) {
        assertThat(p.reliefMiddle()).isCloseTo(0.25, within(1e-4));
        Pixels got = ImageDecoder.decode(of(i, MapRole.HEIGHT));
        assertThat(got.at(0)).isCloseTo(h[0], within(1e-3f));
        assertThat(Files.readString(Path.of(i.document()))).contains("value=\"0.25\"");
      }
    }
  }

  @Test
  void tilesOfAModelAreAddressedByWholeUnits() throws Exception {
    Path f = folder("dory");
    for (int tile : new int[] {1001, 1002, 1011}) {
      ImageEncoder.png(colour(tile), f.resolve("dory_hull_BaseColor." + tile + ".png"), 1);
      ImageEncoder.png(
          normal(field(tile), 0.02), f.resolve("dory_hull_NormalGL." + tile + ".png"), 1);
    }
    file(f);
    for (String host : List.of("lanternhouse", "proscenia")) {
      InstallPlan p =
          plan("dory_hull", host, InstallOptions.NONE.tile(0.3).finished(finish("turn=45")));
      assertThat(p.tileMetres()).isEqualTo(1);
      assertThat(p.placement().isPlain()).isTrue();
      assertThat(p.remarks()).anyMatch(r -> r.contains("UDIM"));
      assertThat(installed(p).proof().ok()).isTrue();
    }
  }

  @ParameterizedTest
  @CsvSource({"0.01", "0.04", "0.08"})
  void bumpAndNormalOfOneItemAgree(double share) throws Exception {
    slate(normal(field(1), share), null);
    InstallPlan p = plan("slate_shingle", "draughtroom", InstallOptions.NONE.tile(0.5));
    // The field goes from 0 to 1, so its relief is just that share of the tile.
    assertThat(p.reliefMetres()).isCloseTo(share * 0.5, within(0.05 * share * 0.5));
    assertThat(p.reliefKnown()).isTrue();
    assertThat(installed(p).proof().ok()).isTrue();
  }

  @Test
  void aFloorWithANormalMapDoesNotLeanTwice() throws Exception {
    slate(normal(field(1), 0.04), field(1));
    InstallPlan p =
        plan("slate_shingle", "quickfoot", InstallOptions.NONE.as(Setup.RELIEF_FLOOR).tile(0.5));
    InstallationRecord i = installed(p);
    assertThat(i.proof().ok()).as(i.proof().toString()).isTrue();
    Path bin = Path.of(i.document().replace(".gltf", ".bin"));
    byte[] all = Files.readAllBytes(bin);
    var floats =
        java.nio.ByteBuffer.wrap(all).order(java.nio.ByteOrder.LITTLE_ENDIAN).asFloatBuffer();
    int up = 0;
    for (int k = 0; k + 2 < floats.capacity(); k++) {
      up += floats.get(k) == 0f && floats.get(k + 1) == 1f && floats.get(k + 2) == 0f ? 1 : 0;
    }
    assertThat(up).isGreaterThan(60_000);
  }

  private void mesh(IntFunction<Float> opacity) throws Exception {
    Path f = folder("net");
    byte[] o = new byte[SIDE * SIDE];
    for (int i = 0; i < o.length; i++) {
      o[i] = (byte) Math.round(opacity.apply(i) * 255);
    }
    ImageEncoder.png(colour(2), f.resolve("net_mesh_BaseColor.png"), 1);
    ImageEncoder.png(Pixels.u8(SIDE, SIDE, 1, o), f.resolve("net_mesh_Opacity.png"), 1);
    file(f);
  }

  @Test
  void whatIsSmoothIsBlendedAndWhatIsNotIsCutOut() throws Exception {
    float[] soft = field(8);
    mesh(i -> soft[i]);
    InstallationRecord blended = proved("net_mesh", "quickfoot", InstallOptions.NONE);
    assertThat(Files.readString(Path.of(blended.document())))
        .contains("\"BLEND\"")
        .doesNotContain("alphaCutoff");
    assertThat(plan("net_mesh", "quickfoot", InstallOptions.NONE).remarks())
        .anyMatch(r -> r.contains("blended"));
    InstallationRecord stage = proved("net_mesh", "proscenia", InstallOptions.NONE);
    assertThat(Files.readString(Path.of(stage.document()))).doesNotContain("opacityThreshold");
  }

  @Test
  void holesAreCutOut() throws Exception {
    mesh(i -> (i % SIDE / 16 + i / SIDE / 16) % 2 == 0 ? 1f : 0f);
    InstallationRecord cut = proved("net_mesh", "quickfoot", InstallOptions.NONE);
    assertThat(Files.readString(Path.of(cut.document()))).contains("\"MASK\"");
    InstallationRecord stage = proved("net_mesh", "proscenia", InstallOptions.NONE);
    assertThat(Files.readString(Path.of(stage.document()))).contains("opacityThreshold = 0.5");
  }

  @Test
  void eightBitsStayEightBitsWhenMadeSmaller() throws Exception {
    Path f = folder("rope");
    Pixels c =
        keepshelf.imaging.convert.Resize.roundedToBytes(
            keepshelf.imaging.convert.Resize.to(
                colour(4), 100, 100, keepshelf.imaging.convert.Resize.Holds.COLOUR));
    ImageEncoder.png(c, f.resolve("tarred_rope_BaseColor.png"), 1);
    ImageEncoder.png(c.channel(0), f.resolve("tarred_rope_Roughness.png"), 1);
    file(f);
    InstallationRecord i = proved("tarred_rope", "quickfoot", InstallOptions.NONE);
    Pixels got = ImageDecoder.decode(of(i, MapRole.BASE_COLOUR));
    assertThat(got.width()).isEqualTo(128);
    assertThat(got.depth()).isEqualTo(keepshelf.imaging.pixel.Depth.U8);
  }

  @Test
  void inksBecomeLight() throws Exception {
    Path f = folder("copper");
    var raster =
        java.awt.image.Raster.createInterleavedRaster(
            java.awt.image.DataBuffer.TYPE_BYTE, 64, 64, 4, null);
    for (int y = 0; y < 64; y++) {
      for (int x = 0; x < 64; x++) {
        raster.setPixel(x, y, new int[] {30 + x, 200, 90 + y, 20});
      }
    }
    ImageWriter w = ImageIO.getImageWritersByFormatName("jpeg").next();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (var stream = ImageIO.createImageOutputStream(out)) {
      w.setOutput(stream);
      w.write(null, new IIOImage(raster, null, null), null);
    }
    Files.write(f.resolve("verdigris_copper_BaseColor.jpg"), out.toByteArray());
    ImageEncoder.png(grey16(field(6)), f.resolve("verdigris_copper_Roughness.png"), 1);
    file(f);
    for (String host : List.of("quickfoot", "lanternhouse", "draughtroom")) {
      InstallationRecord i = proved("verdigris_copper", host, InstallOptions.NONE);
      Pixels got = ImageDecoder.decode(of(i, MapRole.BASE_COLOUR));
      assertThat(got.channels()).isEqualTo(3);
      assertThat(of(i, MapRole.BASE_COLOUR).toString()).doesNotEndWith("jpg");
    }
  }

  @Test
  void aCutOffPictureIsLeftOutAndSaid() throws Exception {
    Path f = folder("kelp");
    ImageEncoder.jpeg(colour(4), f.resolve("wet_kelp_Color.jpg"), 0.9f);
    ImageEncoder.jpeg(colour(5), f.resolve("wet_kelp_Emission.jpg"), 0.9f);
    byte[] whole = Files.readAllBytes(f.resolve("wet_kelp_Emission.jpg"));
    Files.write(f.resolve("wet_kelp_Emission.jpg"), Arrays.copyOf(whole, whole.length / 2));
    ImageEncoder.png(grey16(field(6)), f.resolve("wet_kelp_Roughness.png"), 1);
    var a = shelf.read(f.toString(), Progress.NONE);
    assertThat(a.recognition().problems())
        .anyMatch(
            p -> p.message().contains("wet_kelp_Emission.jpg") && p.message().contains("cut off"));
    shelf.file(a, Filing.Wishes.NONE, Progress.NONE);
    InstallPlan p = plan("wet_kelp", "quickfoot", InstallOptions.NONE);
    assertThat(p.leftOut())
        .anyMatch(l -> l.role() == MapRole.EMISSION && l.reason().contains("cut off"));
    assertThat(installed(p).proof().ok()).isTrue();
  }

  @Test
  void itemsOfOneNameAreDifferentMaterials() throws Exception {
    for (String source : List.of("one", "two")) {
      Path f = folder(source);
      ImageEncoder.png(colour(source.length()), f.resolve("sailcloth_BaseColor.png"), 1);
      ImageEncoder.png(grey16(field(source.hashCode())), f.resolve("sailcloth_Roughness.png"), 1);
      file(f);
    }
    var items = shelf.catalogue().items();
    assertThat(items).hasSize(2);
    for (String host :
        List.of("lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork")) {
      List<String> names = new java.util.ArrayList<>();
      for (var s : items) {
        InstallPlan p = shelf.installer().plan(s, host(host), InstallOptions.NONE);
        InstallationRecord i = installed(p);
        assertThat(i.proof().ok()).as(i.proof().toString()).isTrue();
        String text = Files.readString(Path.of(i.document()));
        var m = java.util.regex.Pattern.compile("\\b[Ss]ailcloth(?:_\\d+)?\\b").matcher(text);
        String longest = "";
        while (m.find()) {
          longest = m.group().length() > longest.length() ? m.group() : longest;
        }
        names.add(longest);
      }
      assertThat(names).as(host).doesNotHaveDuplicates();
    }
  }

  @Test
  void aColourThatNoPictureGivesIsWritten() throws Exception {
    Path f = folder("bare");
    ImageEncoder.png(grey16(field(6)), f.resolve("sea_glass_Roughness.png"), 1);
    ImageEncoder.png(normal(field(1), 0.02), f.resolve("sea_glass_NormalGL.png"), 1);
    file(f);
    var said =
        java.util.Map.of(
            "lanternhouse", "name=\"base_color\" type=\"color3\" value=\"0.5, 0.5, 0.5\"",
            "proscenia", "inputs:diffuseColor = (0.5, 0.5, 0.5)",
            "quickfoot", "\"baseColorFactor\"",
            "draughtroom", "Kd 0.5 0.5 0.5");
    for (var e : said.entrySet()) {
      InstallationRecord i = proved("sea_glass", e.getKey(), InstallOptions.NONE);
      Assertions.assertThat(Files.readString(Path.of(i.document()))).contains(e.getValue());
    }
  }

  @ParameterizedTest
  @CsvSource({
    "plain-materialx,triplanar,1",
    "lanternhouse,triplanar,100",
    "plain-openpbr,triplanar,1"
  })
  void laidOnFromThreeSidesItIsReadBackEqual(String id, String projection, int units)
      throws Exception {
    slate(normal(field(1), 0.03), null);
    HostProfile p = HostProfile.named(id).orElseThrow();
    Path json = dir.resolve(id + "-own.json");
    Files.writeString(
        json,
        p.text()
            .replaceFirst("\"id\" : \"[^\"]*\"", "\"id\" : \"own\"")
            .replace("\"projection\" : \"uv\"", "\"projection\" : \"" + projection + "\""));
    shelf
        .installer()
        .addHost(new HostRecord("Own", json.toString(), dir.resolve("own").toString()));
    InstallationRecord i = proved("slate_shingle", "Own", InstallOptions.NONE.tile(0.4));
    String text = Files.readString(Path.of(i.document()));
    assertThat(text).contains("triplanarprojection").doesNotContain("srgb_texture");
    assertThat(text).contains(units == 1 ? "unit=\"meter\"" : "unit=\"centimeter\"");
  }

  @ParameterizedTest
  @ValueSource(strings = {"plain-materialx", "plain-usd", "plain-obj"})
  void zUpwardsIsReadBackEqual(String id) throws Exception {
    slate(normal(field(1), 0.03), field(1));
    HostProfile p = HostProfile.named(id).orElseThrow();
    Path json = dir.resolve(id + "-z.json");
    Files.writeString(
        json,
        p.text()
            .replaceFirst("\"id\" : \"[^\"]*\"", "\"id\" : \"own\"")
            .replace("\"upAxis\" : \"y\"", "\"upAxis\" : \"z\""));
    shelf
        .installer()
        .addHost(new HostRecord("Own", json.toString(), dir.resolve("own").toString()));
    for (Setup as : List.of(Setup.SURFACE, Setup.RELIEF_FLOOR)) {
      proved("slate_shingle", "Own", InstallOptions.NONE.tile(0.4).as(as));
    }
  }

  @Test
  void aHandednessIsFlippedOnceAndExactly() throws Exception {
    Pixels n = normal(field(1), 0.05);
    slate(n, null);
    InstallationRecord i = proved("slate_shingle", "kilnwork", InstallOptions.NONE);
    Pixels got = ImageDecoder.decode(of(i, MapRole.NORMAL));
    Pixels meant = Maps.flipGreen(n);
    for (int k = 0; k < got.sampleCount(); k += 101) {
      assertThat(got.at(k)).isEqualTo(meant.at(k));
    }
  }
}
