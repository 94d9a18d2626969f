package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What arrives in a host is the relief that was meant, and its size. */
class TrueReliefTest extends InHosts {
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

  @ParameterizedTest
  @CsvSource({"grain,0", "grain,30", "steps,0", "noisy vectors,0", "noisy vectors,90"})
  void vectorsWithoutHeightAreProvedAsBumpHoweverFine(String how, int turn) throws Exception {
    slate(untidy(how), null);
    InstallOptions o = InstallOptions.NONE.tile(0.5).finished(finish("turn=" + turn));
    InstallPlan p = plan("slate_shingle", "draughtroom", o);
    InstallationRecord i = installed(p);
    assertThat(i.proof().ok()).as(i.proof().toString()).isTrue();
    assertThat(agreement(i)).as(i.proof().toString()).isGreaterThan(96);
    Path file = of(i, MapRole.BUMP);
    Pixels n = ImageDecoder.decode(file);
    ImageEncoder.png(changed(n, k -> 1 - n.at(k)), file, 1);
    assertThat(agrees(shelf.installer().prove(p, i), "relief under light")).isFalse();
  }

  /**
   * Normals as the world has them: of a fine grain, of steps, or with noise that closes nowhere.
   */
  private static Pixels untidy(String how) {
    Random r = new Random(how.length());
    float[] h = field(1);
    for (int k = 0; k < h.length; k++) {
      h[k] =
          switch (how) {
            case "grain" -> h[k] * 0.2f + 0.2f * r.nextFloat();
            case "steps" -> (float) Math.floor(h[k] * 12) / 12;
            default -> h[k];
          };
    }
    Pixels n = normal(h, 0.03);
    return how.startsWith("noisy")
        ? changed(n, k -> k % 3 == 2 ? n.at(k) : n.at(k) + 0.06f * (r.nextFloat() - 0.5f))
        : n;
  }

  /** How far light on what was found agrees with the original, in per cent. */
  private static double agreement(InstallationRecord i) {
    String found =
        i.proof().inputs().stream()
            .filter(x -> x.input().equals("relief under light"))
            .findFirst()
            .orElseThrow()
            .found();
    return Double.parseDouble(found.replaceAll(".*agrees to ([0-9.]+) %.*", "$1"));
  }

  @Test
  void hardEdgesOfAHeightMapArriveAsNormalsThatAreProved() throws Exception {
    float[] joints = new float[SIDE * SIDE];
    for (int k = 0; k < joints.length; k++) {
      int x = k % SIDE;
      int y = k / SIDE;
      joints[k] = x % (SIDE / 4) < 3 || y % (SIDE / 8) < 3 ? 0f : 0.8f + 0.001f * (x * 7 % 13);
    }
    Path f = folder("brick");
    ImageEncoder.png(colour(7), f.resolve("harbour_brick_BaseColor.png"), 1);
    ImageEncoder.exr(Pixels.f32(SIDE, SIDE, 1, joints), f.resolve("harbour_brick_Height.exr"));
    file(f);
    InstallPlan p = plan("harbour_brick", "quickfoot", InstallOptions.NONE.tile(1.0));
    InstallationRecord i = installed(p);
    assertThat(i.proof().ok()).as(i.proof().toString()).isTrue();
    Path file = of(i, MapRole.NORMAL);
    Pixels n = ImageDecoder.decode(file);
    ImageEncoder.png(changed(n, k -> k % 3 == 1 ? 1 - n.at(k) : n.at(k)), file, 1);
    assertThat(agrees(shelf.installer().prove(p, i), "relief under light")).isFalse();
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

  @ParameterizedTest
  @ValueSource(strings = {"quickfoot", "plain-gltf", "lanternhouse", "plain-obj"})
  void opacityInTheAlphaOfTheColourIsTurnedRoundEverywhere(String id) throws Exception {
    Pixels c = colour(11);
    float[] rgba = new float[SIDE * SIDE * 4];
    for (int k = 0; k < rgba.length; k++) {
      rgba[k] = k % 4 < 3 ? c.at(k / 4 * 3 + k % 4) : k / 4 % SIDE < SIDE / 3 ? 1f : 0f;
    }
    Path f = folder("grate");
    ImageEncoder.png(
        Pixels.u8(SIDE, SIDE, 4, bytes(rgba)), f.resolve("rusty_grate_BaseColor.png"), 1);
    file(f);
    shelf.installer().addHost(new HostRecord("Own", id, dir.resolve("own").toString()));
    proved("rusty_grate", "Own", InstallOptions.NONE.finished(finish("inverted=opacity")));
  }

  private static byte[] bytes(float[] of) {
    byte[] out = new byte[of.length];
    for (int k = 0; k < out.length; k++) {
      out[k] = (byte) Math.round(of[k] * 255);
    }
    return out;
  }
}
