package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipFile;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.profile.Abilities;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.intake.Filing;
import keepshelf.core.making.Ensembles;
import keepshelf.core.model.ItemKind;
import keepshelf.core.problem.ShelfException;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.demo.texture.Sheet;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.standins.lanternhouse.Lanternhouse;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Everything that is no material, and every way to set things up, read back by the hosts. */
class HostKindsTest {
  private static final String LANTERN =
      """
      mtllib lantern.mtl
      v 0 0 0
      v 2 0 0
      v 2 3 0
      v 0 3 0
      v 0 0 1
      v 2 0 1
      vt 0 0
      vt 1 0
      vt 1 1
      vt 0 1
      usemtl Housing
      f 1/1 2/2 3/3 4/4
      usemtl Glass
      f 1/1 5/4 6/3 2/2
      """;

  @TempDir static Path dir;
  private static Shelf shelf;

  @BeforeAll
  static void fill() throws Exception {
    Path pack = dir.resolve("pack");
    for (String f : List.of("lights", "Imperfections", "decals", "gobos", "photos", "lantern")) {
      Files.createDirectories(pack.resolve(f));
    }
    ImageEncoder.hdr(Sheet.panorama(128, true), pack.resolve("lights/lamp_room_night_hdri.hdr"));
    ImageEncoder.png(Sheet.SALT_BLOOM.grey(64), pack.resolve("Imperfections/salt_01.png"), 1);
    ImageEncoder.png(Sheet.sign(128), pack.resolve("decals/decal_harbour_sign.png"), 1);
    ImageEncoder.png(Sheet.LENS_CAUSTICS.grey(64), pack.resolve("gobos/gobo_lens.png"), 1);
    ImageEncoder.jpeg(tall(), pack.resolve("photos/quay_wall.jpg"), 0.9f);
    MapSet brass = new MapSet(Recipe.SEA_WORN_BRASS, 64);
    Files.writeString(pack.resolve("lantern/lantern.obj"), LANTERN);
    Files.writeString(
        pack.resolve("lantern/lantern.mtl"),
        "newmtl Housing\nmap_Kd lantern_Housing_BaseColor.png\nnewmtl Glass\n"
            + "map_Kd lantern_Glass_BaseColor.png\n");
    for (String slot : List.of("Housing", "Glass")) {
      String stem = "lantern/lantern_" + slot + "_";
      ImageEncoder.png(brass.baseColour(), pack.resolve(stem + "BaseColor.png"), 1);
      ImageEncoder.png(brass.roughness(), pack.resolve(stem + "Roughness.png"), 1);
      ImageEncoder.png(brass.normal8(true), pack.resolve(stem + "NormalGL.png"), 1);
    }
    Path wall = Files.createDirectories(dir.resolve("slate"));
    MapSet slate = new MapSet(Recipe.SLATE_SHINGLE, 64);
    ImageEncoder.png(slate.baseColour(), wall.resolve("slate_shingle_BaseColor.png"), 1);
    ImageEncoder.png(slate.roughness(), wall.resolve("slate_shingle_Roughness.png"), 1);
    ImageEncoder.png(slate.normal8(true), wall.resolve("slate_shingle_NormalGL.png"), 1);
    ImageEncoder.png(slate.height16(), wall.resolve("slate_shingle_Height.png"), 1);
    shelf = Shelf.open(dir.resolve("shelf"));
    for (Path p : List.of(pack, wall)) {
      shelf.file(shelf.read(p.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    }
    Ensembles ensembles = shelf.making().ensembles();
    ShelvedItem slates = item(ItemKind.MATERIAL);
    List<Ensembles.Wish> parts =
        List.of(
            new Ensembles.Wish("front", slates, null), new Ensembles.Wish("trim", slates, null));
    ensembles.file(ensembles.plan("Ticket counter", parts, null));
    for (HostProfile p : HostProfile.shipped()) {
      shelf
          .installer()
          .addHost(new HostRecord(p.id(), p.id(), dir.resolve("hosts/" + p.id()).toString()));
    }
  }

  /** A photograph twice as high as it is wide. */
  private static Pixels tall() {
    byte[] b = new byte[32 * 64 * 3];
    for (int i = 0; i < b.length; i++) {
      b[i] = (byte) (i / 3 * 7 + i % 3 * 40);
    }
    return Pixels.u8(32, 64, 3, b);
  }

  @AfterAll
  static void close() {
    shelf.close();
  }

  static List<String> hosts() {
    return HostProfile.shipped().stream().map(HostProfile::id).toList();
  }

  private static ShelvedItem item(ItemKind kind) {
    return shelf.catalogue().items().stream()
        .filter(s -> s.item().kind() == kind)
        .findFirst()
        .orElseThrow(() -> new AssertionError("no " + kind));
  }

  private static HostRecord host(String name) {
    return shelf.catalogue().hosts().stream()
        .filter(h -> h.name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  private static InstallationRecord proved(ShelvedItem s, String host, InstallOptions o)
      throws ShelfException {
    InstallPlan plan = shelf.installer().plan(s, host(host), o);
    return shelf.installer().prove(plan, shelf.installer().install(plan, Progress.NONE));
  }

  private static void sound(InstallationRecord i) throws IOException {
    List<String> wrong = new ArrayList<>(i.proof().complaints());
    i.proof().inputs().stream().filter(p -> !p.equal()).forEach(p -> wrong.add(p.toString()));
    assertThat(wrong).as(i.document()).isEmpty();
    assertThat(shelf.installer().shown(i)).as(i.document()).isPresent();
  }

  private static List<String> inputs(InstallationRecord i) {
    return i.proof().inputs().stream().map(InstallationRecord.ProvedInput::input).toList();
  }

  @ParameterizedTest
  @MethodSource("hosts")
  void everyKindIsSetUpOrRefusedWithAReason(String host) throws Exception {
    HostProfile profile = HostProfile.find(host).orElseThrow();
    InstallOptions o = InstallOptions.NONE.tile(0.5).light(30, 1.5, true).scene(true).unit(0.01);
    int taken = 0;
    // The plain profiles differ from the simulated hosts' in a few values only.
    List<ItemKind> kinds =
        host.startsWith("plain-")
            ? List.of(ItemKind.MATERIAL, ItemKind.ENVIRONMENT, ItemKind.DECAL)
            : List.of(ItemKind.values());
    for (ItemKind kind : kinds) {
      ShelvedItem s = item(kind);
      if (Abilities.cannot(profile, kind, s.item().roles()).isPresent()) {
        assertThatThrownBy(() -> proved(s, host, o)).hasMessageContaining("cannot take");
        continue;
      }
      sound(proved(s, host, o));
      taken++;
    }
    assertThat(taken).isGreaterThanOrEqualTo(kinds.size() > 3 ? 4 : 2);
  }

  @Test
  void aLightKeepsItsTurnBrightnessAndHorizon() throws Exception {
    ShelvedItem light = item(ItemKind.ENVIRONMENT);
    InstallOptions o = InstallOptions.NONE.light(30, 1.5, false);
    InstallationRecord plain = proved(light, "proscenia", o);
    sound(plain);
    assertThat(Files.readString(Path.of(plain.document())))
        .contains("inputs:intensity = 1.5", "rotateY = 30", "latlong");
    assertThat(plain.files().getFirst().conversions()).isEmpty();
    InstallationRecord level = proved(light, "proscenia", o.light(0, 1, true));
    if (!level.files().getFirst().conversions().isEmpty()) {
      Path exr = Path.of(level.files().getFirst().path());
      assertThat(exr.toString()).endsWith(".exr");
      assertThat(ImageDecoder.decode(exr).width()).isEqualTo(256);
    }
    // A lamp in a dark room becomes the sun of a format without panoramas.
    InstallationRecord sky = proved(light, "quickfoot", o);
    sound(sky);
    assertThat(inputs(sky)).contains("sun azimuth", "sun elevation", "sun lux");
    assertThat(Files.readString(Path.of(sky.document())))
        .contains("KHR_materials_unlit", "directional");
  }

  @Test
  void aModelHasAMaterialForEachSlotAndItsTrueSize() throws Exception {
    InstallationRecord i =
        proved(item(ItemKind.MODEL), "proscenia", InstallOptions.NONE.unit(0.01));
    sound(i);
    assertThat(inputs(i))
        .contains(
            "Lantern_Housing/diffuseColor", "Lantern_Glass/normal", "triangles", "width", "height");
    assertThat(
            i.proof().inputs().stream()
                .filter(p -> p.input().equals("height"))
                .findFirst()
                .orElseThrow()
                .found())
        .isEqualTo("0.030");
  }

  @Test
  void aPhotographKeepsItsProportions() throws Exception {
    ShelvedItem photo = item(ItemKind.PHOTO_TEXTURE);
    InstallPlan plan =
        shelf.installer().plan(photo, host("quickfoot"), InstallOptions.NONE.tile(2.0));
    assertThat(plan.tileHeightMetres()).isCloseTo(4, within(1e-9));
    InstallationRecord plane =
        proved(photo, "draughtroom", InstallOptions.NONE.tile(2.0).as(Setup.PLANE));
    sound(plane);
    String object = Files.readString(Path.of(plane.document().replace(".mtl", ".obj")));
    // Four metres are 157.48 inches.
    assertThat(object).contains("v -39.37008 157.48031 0.00000");
  }

  @ParameterizedTest
  @CsvSource({"lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork"})
  void aReliefFloorHasItsReliefInTheHostOrInItsCorners(String host) throws Exception {
    ShelvedItem slate = shelf.item("slate_shingle");
    InstallationRecord i =
        proved(slate, host, InstallOptions.NONE.tile(0.5).as(Setup.RELIEF_FLOOR));
    sound(i);
    assertThat(inputs(i)).contains("width", "depth");
    boolean displaced =
        inputs(i).stream().anyMatch(x -> x.equals("displacement") || x.equals("relief"));
    assertThat(displaced).isEqualTo(!host.equals("quickfoot") && !host.equals("draughtroom"));
  }

  private static String own(String name, String from, String... changes) throws Exception {
    String text = HostProfile.find(from).orElseThrow().text();
    text = text.replaceFirst("(\"id\"\\s*:\\s*\")[^\"]*", "$1" + name);
    for (int i = 0; i < changes.length; i += 2) {
      String changed =
          text.replaceFirst("(\"" + changes[i] + "\"\\s*:\\s*)[^,\\n]*", "$1" + changes[i + 1]);
      assertThat(changed).as(changes[i]).isNotEqualTo(text);
      text = changed;
    }
    Path file = Files.writeString(dir.resolve(name + ".json"), text);
    String folder = dir.resolve("hosts/" + name).toString();
    shelf.installer().addHost(new HostRecord(name, file.toString(), folder));
    return name;
  }

  @Test
  void documentsCanBeOneFile() throws Exception {
    for (String[] format : new String[][] {{"plain-gltf", ".glb"}, {"plain-usd", ".usdz"}}) {
      String host = own("one" + format[1].substring(1), format[0], "package", "true");
      for (ItemKind kind : List.of(ItemKind.MATERIAL, ItemKind.MODEL)) {
        InstallationRecord i = proved(item(kind), host, InstallOptions.NONE.tile(0.5));
        sound(i);
        assertThat(i.document()).endsWith(format[1]);
        assertThat(i.files()).anyMatch(InstalledFile::packaged);
        try (var there = Files.list(Path.of(i.document()).getParent())) {
          assertThat(there.count()).as("the file and its receipt").isEqualTo(2);
        }
        assertThat(shelf.installer().state(i).problems()).isEmpty();
        if (format[1].equals(".usdz")) {
          try (ZipFile z = new ZipFile(i.document())) {
            assertThat(z.entries().nextElement().getName()).endsWith(".usda");
          }
        }
        assertThat(shelf.installer().uninstall(i)).isEmpty();
        assertThat(Path.of(i.document())).doesNotExist();
      }
    }
  }

  @Test
  void namesFoldersPathsAxesAndLinksAreAsTheProfileSays() throws Exception {
    String host =
        own(
            "layout",
            "plain-usd",
            "placement",
            "\"link\"",
            "paths",
            "\"absolute\"",
            "folder",
            "\"{kind}/{item}\"",
            "textures",
            "\"maps\"",
            "letters",
            "\"keep\"",
            "longest",
            "12",
            "upAxis",
            "\"z\"");
    InstallationRecord i = proved(shelf.item("slate_shingle"), host, InstallOptions.NONE.tile(0.5));
    sound(i);
    assertThat(Path.of(i.document()))
        .isEqualTo(dir.resolve("hosts/layout/material/slate_shingl/slate_shingl.usda"));
    String text = Files.readString(Path.of(i.document()));
    assertThat(text).contains("upAxis = \"Z\"", "@" + dir.resolve("hosts/layout"));
    InstalledFile rough =
        i.files().stream().filter(f -> f.path().contains("roughness")).findFirst().orElseThrow();
    Object link = Files.getAttribute(Path.of(rough.path()), "unix:nlink");
    assertThat(link).as("the shelf and the host share it").isEqualTo(2);
    sound(proved(item(ItemKind.ENVIRONMENT), host, InstallOptions.NONE.light(20, 1, false)));
    sound(proved(item(ItemKind.MODEL), host, InstallOptions.NONE));
  }

  @Test
  void theMaterialsBesideAStageAreSound() throws Exception {
    for (ItemKind kind : List.of(ItemKind.MATERIAL, ItemKind.MODEL)) {
      InstallationRecord i = proved(item(kind), "proscenia", InstallOptions.NONE.tile(0.5));
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      int exit =
          Lanternhouse.PROGRAM.run(
              new String[] {"--read", i.document().replace(".usda", ".mtlx")},
              new PrintStream(out, true, StandardCharsets.UTF_8));
      assertThat(exit).as(out.toString(StandardCharsets.UTF_8)).isZero();
    }
  }

  @Test
  void picturesCanBeLaidOnFromThreeSides() throws Exception {
    String host = own("sides", "lanternhouse", "projection", "\"triplanar\"");
    InstallationRecord i = proved(shelf.item("slate_shingle"), host, InstallOptions.NONE.tile(0.5));
    sound(i);
    assertThat(Files.readString(Path.of(i.document()), StandardCharsets.UTF_8))
        .contains("triplanarprojection", "\"50, 50, 50\"");
  }

  @ParameterizedTest
  @ValueSource(strings = {"lanternhouse", "plain-materialx", "plain-openpbr"})
  void repetitionIsBrokenUpByNodesWhereTheFormatHasThem(String profile) throws Exception {
    ShelvedItem slate = shelf.item("slate_shingle");
    InstallOptions up = InstallOptions.NONE.tile(0.2).brokenUp(true);
    InstallationRecord i = proved(slate, profile, up);
    sound(i);
    String text = Files.readString(Path.of(i.document()), StandardCharsets.UTF_8);
    assertThat(text).contains("hextiledimage", "hextilednormalmap").doesNotContain("<image ");
    assertThat(i.proof().inputs())
        .filteredOn(c -> c.input().equals("placement"))
        .allMatch(c -> c.found().contains("in hexagons"))
        .hasSize(1);
    sound(proved(slate, profile, up.brokenUp(false)));
    assertThat(Files.readString(Path.of(i.document()), StandardCharsets.UTF_8))
        .contains("<image ")
        .doesNotContain("hextiled");
  }

  @Test
  void partsOfAnEnsembleAreBrokenUpToo() throws Exception {
    ShelvedItem counter = item(ItemKind.ENSEMBLE);
    InstallationRecord i = proved(counter, "lanternhouse", InstallOptions.NONE.brokenUp(true));
    sound(i);
    assertThat(i.proof().inputs())
        .filteredOn(c -> c.input().endsWith("/placement"))
        .allMatch(c -> c.found().contains("in hexagons"))
        .hasSize(2);
  }

  @Test
  void aHostWithoutSuchNodesSaysSoAndInstallsTiles() throws Exception {
    ShelvedItem rope = shelf.item("slate_shingle");
    for (String host : List.of("quickfoot", "draughtroom", "proscenia", "kilnwork")) {
      InstallPlan plan =
          shelf.installer().plan(rope, host(host), InstallOptions.NONE.tile(0.2).brokenUp(true));
      assertThat(plan.remarks()).as(host).anyMatch(r -> r.contains("no nodes that break"));
      assertThat(plan.brokenUp()).isFalse();
    }
  }
}
