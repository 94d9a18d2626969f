package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.catalogue.setup.InstallationRecord.LeftOut;
import keepshelf.core.disk.Progress;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * What a finish says of opacity, of what glows and of occlusion: a value where the format has one,
 * worked into the pictures where it has none.
 */
class OtherMapsInHostsTest extends OnSmallShelf {
  private static final int SIDE = 32;

  /** A buoy lamp: a shade with soft holes that glows and has occlusion. */
  @BeforeEach
  void lamp() throws Exception {
    Path pack = Files.createDirectories(dir.resolve("Lamp shade"));
    ImageEncoder.png(flat(3, 180), pack.resolve("buoy_lamp_BaseColor.png"), 1);
    ImageEncoder.png(flat(3, 60), pack.resolve("buoy_lamp_Emissive.png"), 1);
    ImageEncoder.png(ramp(), pack.resolve("buoy_lamp_Opacity.png"), 1);
    ImageEncoder.png(flat(1, 128), pack.resolve("buoy_lamp_AO.png"), 1);
    ImageEncoder.png(flat(1, 90), pack.resolve("buoy_lamp_Roughness.png"), 1);
    shelf.file(shelf.read(pack.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
  }

  private static Pixels flat(int channels, int level) {
    byte[] out = new byte[SIDE * SIDE * channels];
    java.util.Arrays.fill(out, (byte) level);
    return Pixels.u8(SIDE, SIDE, channels, out);
  }

  private static Pixels ramp() {
    byte[] out = new byte[SIDE * SIDE];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) (i % SIDE * 8);
    }
    return Pixels.u8(SIDE, SIDE, 1, out);
  }

  private InstallPlan plan(String profile, String... settings) throws Exception {
    Finish f = Finish.named("Lit");
    for (String s : settings) {
      String[] kv = s.split("=");
      f = FinishSetting.ofId(kv[0]).orElseThrow().write(f, kv[1]);
    }
    HostRecord host = new HostRecord("Loft", profile, dir.resolve("loft").toString());
    shelf.installer().addHost(host);
    return shelf.installer().plan(shelf.item("buoy_lamp"), host, InstallOptions.NONE.finished(f));
  }

  private static String document(InstallationRecord i) throws Exception {
    return Files.readString(Path.of(i.document())).replaceAll("\\s+", "");
  }

  private static Pixels picture(InstallationRecord i, MapRole role) throws Exception {
    InstalledFile f = i.files().stream().filter(x -> x.role() == role).findFirst().orElseThrow();
    return ImageDecoder.decode(Path.of(f.path()));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "plain-gltf | \"alphaCutoff\":0.3 | \"emissiveStrength\":3",
        "plain-usd | floatinputs:opacityThreshold=0.3 | ",
        "plain-materialx | | name=\"emission\"type=\"float\"value=\"3\"",
        "plain-openpbr | | name=\"emission_luminance\"type=\"float\"value=\"300\"",
        "plain-obj | | "
      })
  void aValueWhereThereIsOneElseAPicture(String profile, String threshold, String glow)
      throws Exception {
    InstallPlan plan = plan(profile, "opacity-threshold=0.3", "emission=3");
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    List<String> done = plan.maps().stream().flatMap(m -> m.conversionIds().stream()).toList();
    assertThat(done.contains("cut-out")).isEqualTo(threshold == null);
    assertThat(done.contains("brighten")).isEqualTo(glow == null);
    assertThat(plan.opacity()).isEqualTo(Opacity.CUT_OUT);
    assertThat(plan.remarks()).anyMatch(r -> r.contains("below 0.30"));
    if (threshold != null) {
      assertThat(document(i)).contains(threshold);
    } else {
      Pixels cut = picture(i, MapRole.OPACITY);
      for (int x = 0; x < SIDE; x++) {
        assertThat(cut.value(x, 5, 0)).isEqualTo(x * 8 / 255f < 0.3f ? 0f : 1f);
      }
    }
    if (glow != null) {
      assertThat(document(i)).contains(glow);
    } else {
      assertThat(plan.remarks()).anyMatch(r -> r.contains("brighter than white is cut off"));
      // sRGB 60 is 0.0452 in linear light, three times that is sRGB 0.405.
      assertThat(picture(i, MapRole.EMISSION).value(3, 3, 0)).isCloseTo(0.405f, within(0.002f));
    }
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
  }

  @ParameterizedTest
  @ValueSource(strings = {"plain-gltf", "plain-materialx", "plain-obj", "plain-usd"})
  void occlusionIsWorkedInByAnAmountOrLeftOut(String profile) throws Exception {
    InstallPlan in = plan(profile, "occlusion=0.5");
    InstallationRecord i = shelf.installer().install(in, Progress.NONE);
    assertThat(in.maps()).noneMatch(m -> m.role() == MapRole.AMBIENT_OCCLUSION);
    assertThat(in.leftOut()).extracting(LeftOut::role).doesNotContain(MapRole.AMBIENT_OCCLUSION);
    // sRGB 180 is 0.456 in linear light; half of what 128/255 takes away is 0.751 of it.
    assertThat(picture(i, MapRole.BASE_COLOUR).value(1, 1, 0)).isCloseTo(0.620f, within(0.004f));
    InstallPlan off = plan(profile, "occlusion=off");
    assertThat(off.leftOut())
        .anyMatch(l ->
            l.role() == MapRole.AMBIENT_OCCLUSION
                && l.reason().equals("the finish leaves occlusion out"));
    assertThat(off.maps()).allMatch(m -> m.helper(MapRole.AMBIENT_OCCLUSION) == null);
  }

  @Test
  void overlaysAreWorkedInNamedAndMissed() throws Exception {
    String laid =
        "overlay-1=sea_worn_brass/height; tile 0.25 m; amount 1; roughness, colour #ff0000";
    InstallPlan plan = plan("plain-materialx", "tile=0.5 m", laid);
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    InstalledFile rough =
        i.files().stream().filter(x -> x.role() == MapRole.ROUGHNESS).findFirst().orElseThrow();
    assertThat(rough.conversions()).contains("overlay");
    assertThat(rough.from()).contains("sea_worn_brass");
    Pixels over =
        ImageDecoder.decode(
            shelf
                .folder()
                .resolve(
                    shelf
                        .item("sea_worn_brass")
                        .path(
                            shelf.item("sea_worn_brass").item().maps().stream()
                                .filter(m -> m.role() == MapRole.HEIGHT)
                                .findFirst()
                                .orElseThrow())));
    Pixels small = Resize.to(over, SIDE / 2, SIDE / 2, Resize.Holds.DATA);
    Pixels got = ImageDecoder.decode(Path.of(rough.path()));
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        float m = small.value(x % (SIDE / 2), y % (SIDE / 2), 0);
        assertThat(got.value(x, y, 0)).isCloseTo(90 / 255f + (1 - 90 / 255f) * m, within(0.003f));
      }
    }
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
    InstallPlan without = plan("plain-materialx", "overlay-1=driftwood; amount 1; roughness");
    assertThat(without.remarks())
        .anyMatch(r -> r.contains("“driftwood”") && r.contains("is left out"));
    assertThat(without.maps()).noneMatch(m -> m.conversionIds().contains("overlay"));
    InstallPlan odd = plan("plain-materialx", "tile=0.5 m", laid.replace("0.25 m", "0.2 m"));
    assertThat(odd.remarks()).anyMatch(r -> r.contains("tiles of 0.17 m instead of 0.20 m"));
  }

  @Test
  void opacityInTheAlphaOfTheColourIsFinishedToo() throws Exception {
    Path pack = Files.createDirectories(dir.resolve("Grate"));
    byte[] rgba = new byte[SIDE * SIDE * 4];
    for (int k = 0; k < rgba.length; k++) {
      rgba[k] = (byte) (k % 4 < 3 ? 120 : k / 4 % SIDE * 8);
    }
    Pixels colour = Pixels.u8(SIDE, SIDE, 4, rgba);
    ImageEncoder.png(colour, pack.resolve("rusty_grate_BaseColor.png"), 1);
    shelf.file(shelf.read(pack.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    HostRecord host = new HostRecord("Loft", "plain-gltf", dir.resolve("loft").toString());
    shelf.installer().addHost(host);
    Finish turned = FinishSetting.INVERTED.write(Finish.named("T"), "opacity");
    InstallOptions how = InstallOptions.NONE.finished(turned);
    InstallPlan plan = shelf.installer().plan(shelf.item("rusty_grate"), host, how);
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    Pixels got = picture(i, MapRole.BASE_COLOUR);
    for (int x = 0; x < SIDE; x++) {
      assertThat(got.value(x, 3, 3)).isCloseTo(1 - x * 8 / 255f, within(0.003f));
    }
  }

  @Test
  void aReliefThatStaysKeepsItsMillimetres() throws Exception {
    HostRecord host = new HostRecord("Loft", "plain-materialx", dir.resolve("l").toString());
    shelf.installer().addHost(host);
    Finish grows = FinishSetting.RELIEF.write(Finish.named("High"), "6 mm");
    grows = FinishSetting.TILE.write(grows, "0.5 m");
    Finish stays = FinishSetting.RELIEF_FOLLOWS.write(grows, "no");
    var brass = shelf.item("sea_worn_brass");
    InstallOptions twice = InstallOptions.NONE.tile(1.0);
    double large = shelf.installer().plan(brass, host, twice.finished(grows)).reliefMetres();
    double same = shelf.installer().plan(brass, host, twice.finished(stays)).reliefMetres();
    assertThat(large).isCloseTo(0.012, within(1e-9));
    assertThat(same).isCloseTo(0.006, within(1e-9));
  }
}
