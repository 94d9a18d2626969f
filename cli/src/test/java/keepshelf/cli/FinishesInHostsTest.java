package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.cli.frame.Exit;
import keepshelf.core.Shelf;
import keepshelf.core.bench.BenchItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.disk.Progress;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.InstallationState;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.demo.texture.Sheet;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Items installed with finishes and colours of floats, read back by every host. */
class FinishesInHostsTest {
  private static final List<String> HOSTS =
      List.of("lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork");

  @TempDir static Path dir;
  private static Shelf shelf;

  @BeforeAll
  static void fill() throws Exception {
    MapSet slate = new MapSet(Recipe.SLATE_SHINGLE, 64);
    Path square = Files.createDirectories(dir.resolve("slate"));
    write(square, "slate_shingle", slate, false);
    Path wide = Files.createDirectories(dir.resolve("planks"));
    write(wide, "larch_planking", slate, true);
    Path light = Files.createDirectories(dir.resolve("kelp"));
    ImageEncoder.exr(linear(slate.baseColour()), light.resolve("wet_kelp_BaseColor.exr"));
    ImageEncoder.exr(linear(slate.baseColour()), light.resolve("wet_kelp_Emission.exr"));
    ImageEncoder.png(slate.roughness(), light.resolve("wet_kelp_Roughness.png"), 1);
    Path slots = Files.createDirectories(dir.resolve("slotted"));
    write(slots, "slotted", slate, false);
    byte[] open = new byte[64 * 64];
    ImageEncoder.png(Pixels.u8(64, 64, 1, open), slots.resolve("slotted_Opacity.png"), 1);
    Path sky = Files.createDirectories(dir.resolve("sky"));
    ImageEncoder.hdr(Sheet.panorama(64, true), sky.resolve("harbour_dawn_fog_hdri.hdr"));
    shelf = Shelf.open(dir.resolve("shelf"));
    for (Path p : List.of(square, wide, light, slots, sky)) {
      shelf.file(shelf.read(p.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    }
    for (String h : HOSTS) {
      shelf.installer().addHost(new HostRecord(h, h, dir.resolve("hosts/" + h).toString()));
    }
  }

  private static void write(Path to, String stem, MapSet m, boolean wide) throws Exception {
    ImageEncoder.png(half(m.baseColour(), wide), to.resolve(stem + "_BaseColor.png"), 1);
    ImageEncoder.png(half(m.roughness(), wide), to.resolve(stem + "_Roughness.png"), 1);
    ImageEncoder.png(half(m.normal8(true), wide), to.resolve(stem + "_NormalGL.png"), 1);
    ImageEncoder.png(half(m.height16(), wide), to.resolve(stem + "_Height.png"), 1);
  }

  /** Twice as wide as it is high, or as it is. */
  private static Pixels half(Pixels p, boolean wide) {
    return wide
        ? keepshelf.imaging.convert.Resize.to(
            p, p.width(), p.height() / 2, keepshelf.imaging.convert.Resize.Holds.DATA)
        : p;
  }

  private static Pixels linear(Pixels srgb) {
    float[] out = new float[srgb.sampleCount()];
    for (int i = 0; i < out.length; i++) {
      out[i] = Srgb.toLinear(srgb.at(i));
    }
    return Pixels.f32(srgb.width(), srgb.height(), srgb.channels(), out);
  }

  @AfterAll
  static void close() {
    shelf.close();
  }

  private static Finish finish(String... settings) {
    Finish f = Finish.named("Weathered");
    for (String s : settings) {
      String[] kv = s.split("=");
      f = FinishSetting.ofId(kv[0]).orElseThrow().write(f, kv[1]);
    }
    return f;
  }

  private static HostRecord host(String name) {
    return shelf.catalogue().hosts().stream()
        .filter(h -> h.name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  private static InstallPlan plan(String item, String host, Finish f) throws Exception {
    return shelf
        .installer()
        .plan(shelf.item(item), host(host), InstallOptions.NONE.tile(0.3).finished(f));
  }

  private static InstallationRecord proved(InstallPlan p) throws Exception {
    InstallationRecord i = shelf.installer().prove(p, shelf.installer().install(p, Progress.NONE));
    assertThat(i.proof().ok()).as("%s: %s", p.host().name(), i.proof()).isTrue();
    return i;
  }

  @ParameterizedTest
  @ValueSource(strings = {"lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork"})
  void adjustedTurnedAndShiftedTheyAreReadBackEqual(String host) throws Exception {
    Finish f =
        finish(
            "turn=30",
            "right=0.11 m",
            "up=-0.07 m",
            "hue=25",
            "saturation=0.5",
            "normal=0.5",
            "roughness=0.4..0.9",
            "roughness-from=0.1..0.9",
            "roughness-curve=0.4",
            "height=0.9..0.1",
            "height-curve=0.6",
            "occlusion=0.6",
            "overlay-1=larch_planking/roughness; tile 15 cm; turn 90; amount 0.4; roughness,"
                + " normal",
            "overlay-2=larch_planking/roughness; amount -0.3; height, colour #8899aa",
            "relief=6 mm");
    InstallPlan p = plan("slate_shingle", host, f);
    InstallationRecord i = proved(p);
    assertThat(i.options().finish()).isEqualTo(f);
    assertThat(i.files().stream().filter(x -> x.conversions().contains("finish")))
        .as("colour at least")
        .isNotEmpty();
    assertThat(p.reliefMetres())
        .as("where the host raises it")
        .isCloseTo(host.equals("quickfoot") ? 0 : 0.006, within(1e-9));
    assertThat(p.remarks().toString().contains("not turned")).isEqualTo(host.equals("draughtroom"));
    boolean any = host.equals("lanternhouse") || host.equals("kilnwork");
    if (!any) {
      proved(plan("larch_planking", host, finish("turn=90", "right=0.1 m")));
    }
    InstallPlan slanting = plan("larch_planking", host, finish("turn=20", "up=0.1 m"));
    proved(slanting);
    assertThat(slanting.placement().turnDegrees()).isEqualTo(any ? 20 : 0);
    if (host.equals("draughtroom")) {
      // With the relief in the floor's corners, which has to lie as the pictures do.
      proved(
          shelf
              .installer()
              .plan(
                  shelf.item("slate_shingle"),
                  host(host),
                  InstallOptions.NONE.as(Setup.RELIEF_FLOOR).tile(0.3).finished(f)));
    }
    coloursInFloatsAreStoredThroughTheCurve(host);
  }

  private static Pixels shown(InstallationRecord i) throws Exception {
    return ImageDecoder.decode(shelf.installer().shown(i).orElseThrow());
  }

  /** Holes that stand in a colour's alpha are seen in the host's own picture. */
  @ParameterizedTest
  @ValueSource(strings = {"lanternhouse", "proscenia", "quickfoot"})
  void aHostShowsHoles(String host) throws Exception {
    Pixels shown = shown(proved(plan("slotted", host, null)));
    Pixels whole = shown(proved(plan("slate_shingle", host, null)));
    int middle = (shown.height() / 2 * shown.width() + shown.width() / 2) * 3;
    assertThat(whole.at(middle) - whole.at(middle + 2)).as("slate").isNotZero();
    // Through the hole in the middle the neutral room is seen.
    assertThat(shown.at(middle)).isCloseTo(shown.at(middle + 2), within(0.02f));
    assertThat(shown.at(middle)).isGreaterThan(0.15f);
  }

  private static void replace(InstallationRecord i, String ending, String was, String becomes)
      throws Exception {
    try (var files = Files.walk(Path.of(i.document()).getParent())) {
      for (Path f : files.filter(x -> x.toString().endsWith("." + ending)).toList()) {
        Files.writeString(f, Files.readString(f).replace(was, becomes));
      }
    }
  }

  /** What a host shows of what was installed is what the bench has of the finish, lit alike. */
  @ParameterizedTest
  @ValueSource(strings = {"lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork"})
  void theHostsPictureIsTheBenchs(String host) throws Exception {
    Finish f =
        finish(
            "hue=25",
            "saturation=0.6",
            "normal=0.7",
            "roughness=0.3..0.8",
            "roughness-curve=0.4",
            "turn=90");
    InstallPlan p = plan("slate_shingle", host, f);
    Pixels shown = shown(proved(p));
    BenchItem bench =
        BenchItem.of(shelf.folder(), shelf.previews(), shelf.item("slate_shingle"), null);
    int[] ours =
        BallPreview.render(
            bench.surface(f, false),
            BallPreview.Settings.card(shown.width(), 0.3).pattern(p.placement().turnDegrees()));
    double sum = 0;
    for (int i = 0; i < ours.length; i++) {
      for (int c = 0; c < 3; c++) {
        sum += Math.abs((ours[i] >> 16 - 8 * c & 255) / 255.0 - shown.at(3 * i + c));
      }
    }
    assertThat(sum / ours.length / 3).isLessThan(0.01);
  }

  /** Numbers that stay numbers are read back as such, and a changed one is noticed. */
  @ParameterizedTest
  @CsvSource({
    "lanternhouse, 5, mtlx, 'value=\"1.33\"', 'value=\"1.4\"'",
    "proscenia, 3, usda, inputs:ior = 1.33, inputs:ior = 1.4",
    "quickfoot, 5, gltf, '\"ior\" : 1.33', '\"ior\" : 1.4'",
    "draughtroom, 2, mtl, Ni 1.33, Ni 1.4",
    "kilnwork, 0, , , "
  })
  void whatTheSubstanceIsIsProvedToo(
      String host, int numbers, String ending, String said, String changed) throws Exception {
    InstallPlan p =
        plan(
            "slate_shingle",
            host,
            finish("ior=1.33", "coat=0.7", "coat-roughness=0.1", "transmission=0.4"));
    InstallationRecord i = proved(p);
    assertThat(i.proof().inputs().stream().filter(x -> x.expected().startsWith("value ")))
        .hasSizeGreaterThanOrEqualTo(numbers);
    if (numbers == 0) {
      return;
    }
    replace(i, ending, said, changed);
    InstallationRecord again = shelf.installer().prove(p, i);
    replace(i, ending, changed, said);
    assertThat(again.proof().ok()).as("%s", again.proof()).isFalse();
    assertThat(again.proof().inputs())
        .anyMatch(x -> !x.equal() && x.expected().equals("value 1.3300"));
  }

  private static void coloursInFloatsAreStoredThroughTheCurve(String host) throws Exception {
    InstallPlan p = plan("wet_kelp", host, null);
    boolean glows = p.maps().stream().anyMatch(m -> m.role() == MapRole.EMISSION);
    assertThat(p.remarks().toString().contains("brighter than white")).isEqualTo(glows);
    InstallationRecord i = proved(p);
    InstalledFile colour =
        i.files().stream().filter(f -> f.role() == MapRole.BASE_COLOUR).findFirst().orElseThrow();
    assertThat(colour.conversions()).contains("format");
    if (!host.equals("kilnwork")) {
      Pixels meant = new MapSet(Recipe.SLATE_SHINGLE, 64).baseColour();
      Pixels written = ImageDecoder.decode(Path.of(colour.path()));
      for (int n = 0; n < meant.sampleCount(); n += 97) {
        assertThat(written.at(n)).isCloseTo(meant.at(n), within(0.004f));
      }
    }
  }

  @Test
  void aLightKeepsItsRangeAndIsNotAdjusted() throws Exception {
    InstallPlan p =
        shelf
            .installer()
            .plan(
                shelf.catalogue().items().stream()
                    .filter(s -> s.item().kind() == ItemKind.ENVIRONMENT)
                    .findFirst()
                    .orElseThrow(),
                host("lanternhouse"),
                InstallOptions.NONE.finished(finish("saturation=0.2")));
    assertThat(p.remarks()).hasSize(1).first().asString().contains("as it was delivered");
    assertThat(p.maps()).allMatch(m -> m.copied());
  }

  @Test
  void anotherFinishTakesThePlaceAndAChangedOneIsOutdated() throws Exception {
    String id = shelf.item("slate_shingle").item().id();
    Finish wet = finish("roughness=0..0.3");
    shelf.editing().mark(List.of(id), "Adding a finish", m -> m.withFinish(wet));
    InstallationRecord first = proved(plan("slate_shingle", "lanternhouse", null));
    InstallationRecord second = proved(plan("slate_shingle", "lanternhouse", wet));
    assertThat(second.document()).isEqualTo(first.document());
    assertThat(shelf.installer().state(second).kind()).isEqualTo(InstallationState.Kind.CURRENT);
    Finish wetter = finish("roughness=0..0.2");
    shelf.editing().mark(List.of(id), "Changing a finish", m -> m.withFinish(wetter));
    InstallationState s = shelf.installer().state(second);
    assertThat(s.kind()).isEqualTo(InstallationState.Kind.OUTDATED);
    assertThat(s.problems().getFirst().message()).contains("Weathered").contains("Update");
    InstallationRecord third = proved(shelf.installer().renewal(second));
    assertThat(third.options().finish()).isEqualTo(wetter);
    shelf.editing().mark(List.of(id), "Removing a finish", m -> m.withoutFinish("weathered"));
    assertThat(shelf.installer().state(third).kind())
        .as("as it was, when the item has it no more")
        .isEqualTo(InstallationState.Kind.CURRENT);
  }

  @Test
  void theCommandMakesUsesAndRemovesThem() throws Exception {
    Path root = dir.resolve("shelf");
    assertThat(run("finish", "larch_planking", "--shelf", root.toString())).contains("no finish");
    String made =
        run(
            "finish",
            "larch_planking",
            "--name",
            "Bleached",
            "--set",
            "saturation=0.4",
            "--set",
            "tint=#f0f0e0",
            "--shelf",
            root.toString(),
            "--json");
    assertThat(made).contains("\"saturation\" : \"0.4\"").contains("#f0f0e0");
    assertThat(
            run(
                "install",
                "larch_planking",
                "--host",
                "lanternhouse",
                "--finish",
                "bleached",
                "--shelf",
                root.toString()))
        .contains("inputs equal")
        .contains("finish");
    assertThat(
            code(
                "install",
                "larch_planking",
                "--host",
                "lanternhouse",
                "--finish",
                "Wet",
                "--shelf",
                root.toString()))
        .isEqualTo(Exit.USE);
    assertThat(
            code(
                "finish",
                "larch_planking",
                "--name",
                "Bleached",
                "--set",
                "shine=2",
                "--shelf",
                root.toString()))
        .isEqualTo(Exit.USE);
    assertThat(
            run(
                "finish",
                "larch_planking",
                "--name",
                "Bleached",
                "--remove",
                "--shelf",
                root.toString()))
        .contains("no finish");
  }

  private static int code(String... args) {
    return Main.run(new PrintWriter(new StringWriter()), new PrintWriter(System.err), args);
  }

  private static String run(String... args) {
    StringWriter out = new StringWriter();
    int code = Main.run(new PrintWriter(out, true), new PrintWriter(System.err, true), args);
    assertThat(code).as(out.toString()).isEqualTo(Exit.DONE);
    return out.toString();
  }
}
