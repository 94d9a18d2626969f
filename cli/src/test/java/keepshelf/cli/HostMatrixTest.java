package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.HandednessTest;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every kind of material in every host, read back by the host's own reader. */
class HostMatrixTest {
  private static final int SIDE = 64;

  @TempDir static Path dir;
  private static Shelf shelf;

  @BeforeAll
  static void fill() throws Exception {
    MapSet copper = new MapSet(Recipe.VERDIGRIS_COPPER, SIDE);
    MapSet brass = new MapSet(Recipe.SEA_WORN_BRASS, SIDE);
    MapSet hull = new MapSet(Recipe.RUST_STREAKED_HULL, SIDE);
    MapSet net = new MapSet(Recipe.NET_MESH, 96);
    MapSet sail = new MapSet(Recipe.SAILCLOTH, SIDE);
    Map<String, Pixels> files = new LinkedHashMap<>();
    files.put("copper/verdigris_copper_BaseColor.png", copper.baseColour());
    files.put("copper/verdigris_copper_Roughness.png", copper.roughness());
    files.put("copper/verdigris_copper_Metallic.png", copper.metallic());
    files.put("copper/verdigris_copper_NormalGL.png", copper.normal8(true));
    files.put("copper/verdigris_copper_Height.png", copper.height16());
    files.put("copper/verdigris_copper_AO.png", copper.occlusion());
    files.put("brass/sea_brass_Diffuse.tif", brass.diffuse());
    files.put("brass/sea_brass_Specular.tif", brass.specular());
    files.put("brass/sea_brass_Gloss.tif", brass.gloss());
    files.put("brass/sea_brass_Normal_DirectX.tif", brass.normal16(false));
    files.put("hull/T_Hull_D.png", hull.baseColour());
    files.put("hull/T_Hull_N.png", hull.normal8(true));
    files.put("hull/T_Hull_ORM.png", hull.packed());
    files.put("net/net_mesh_color.png", net.baseColour());
    files.put("net/net_mesh_opacity.png", net.opacity());
    files.put("net/net_mesh_rough.png", net.roughness());
    files.put("net/net_mesh_normal_gl.png", net.normal8(true));
    files.put("plaster/limewash_col.png", sail.baseColour());
    files.put("plaster/limewash_bump.png", sail.height8());
    files.put("canvas/canvas_BaseColor.1001.png", sail.baseColour());
    files.put("canvas/canvas_BaseColor.1002.png", sail.baseColour());
    files.put("canvas/canvas_Roughness.1001.png", sail.roughness());
    files.put("canvas/canvas_Roughness.1002.png", sail.roughness());
    Path folder = dir.resolve("pack");
    for (var e : files.entrySet()) {
      Path to = folder.resolve(e.getKey());
      Files.createDirectories(to.getParent());
      if (e.getKey().endsWith(".tif")) {
        ImageEncoder.tiff(e.getValue(), to);
      } else {
        ImageEncoder.png(e.getValue(), to, 1);
      }
    }
    shelf = Shelf.open(dir.resolve("shelf"));
    shelf.file(shelf.read(folder.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    for (HostProfile p : HostProfile.shipped()) {
      shelf
          .installer()
          .addHost(new HostRecord(p.id(), p.id(), dir.resolve("hosts/" + p.id()).toString()));
    }
  }

  @AfterAll
  static void close() {
    shelf.close();
  }

  static List<String> hosts() {
    return HostProfile.shipped().stream().map(HostProfile::id).toList();
  }

  /** The plain profiles differ from the simulated hosts' in a few values only. */
  private static boolean plain(String host) {
    return host.startsWith("plain-");
  }

  private static HostRecord host(String name) {
    return shelf.catalogue().hosts().stream()
        .filter(h -> h.name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  private static InstallationRecord install(String item, String host) throws ShelfException {
    InstallPlan plan = shelf.installer().plan(shelf.item(item), host(host), null, 0.5);
    return shelf.installer().install(plan, Progress.NONE);
  }

  private static Path file(InstallationRecord i, MapRole role) {
    return Path.of(
        i.files().stream().filter(f -> f.role() == role).findFirst().orElseThrow().path());
  }

  @ParameterizedTest
  @MethodSource("hosts")
  void everyMaterialIsReadBackAsItWasMeant(String host) throws Exception {
    List<String> wrong = new ArrayList<>();
    int proved = 0;
    for (ShelvedItem s : shelf.catalogue().items()) {
      if (plain(host) && !s.item().key().equals("verdigris_copper")) {
        continue;
      }
      if (s.item().key().equals("canvas") && !HostProfile.find(host).orElseThrow().tiles()) {
        assertThatThrownBy(() -> install("canvas", host)).hasMessageContaining("UDIM");
        continue;
      }
      InstallPlan plan = shelf.installer().plan(s, host(host), null, 0.5);
      InstallationRecord i =
          shelf.installer().prove(plan, shelf.installer().install(plan, Progress.NONE));
      proved++;
      i.proof().complaints().forEach(c -> wrong.add(s.item().key() + ": " + c));
      i.proof().inputs().stream()
          .filter(p -> !p.equal())
          .forEach(p -> wrong.add(s.item().key() + " " + p));
      assertThat(shelf.installer().shown(i)).isPresent();
    }
    assertThat(wrong).isEmpty();
    assertThat(proved).isGreaterThanOrEqualTo(plain(host) ? 1 : 5);
  }

  @Test
  void aPackedMapThatIsAsTheHostWantsItIsCopied() throws Exception {
    InstallationRecord i = install("hull", "quickfoot");
    ShelvedItem hull = shelf.item("hull");
    String delivered =
        hull.item().maps().stream()
            .filter(m -> m.role() == MapRole.PACKED)
            .findFirst()
            .orElseThrow()
            .sha256();
    assertThat(Hashes.sha256(file(i, MapRole.PACKED))).isEqualTo(delivered);
    assertThat(i.leftOut()).isEmpty();
  }

  @Test
  void packingAndTakingApartAreBitExact() throws Exception {
    InstallationRecord packed = install("verdigris_copper", "quickfoot");
    Pixels orm = ImageDecoder.decode(file(packed, MapRole.PACKED));
    ShelvedItem copper = shelf.item("verdigris_copper");
    Map<Integer, MapRole> channels =
        Map.of(0, MapRole.AMBIENT_OCCLUSION, 1, MapRole.ROUGHNESS, 2, MapRole.METALLIC);
    for (var e : channels.entrySet()) {
      var map =
          copper.item().maps().stream()
              .filter(m -> m.role() == e.getValue())
              .findFirst()
              .orElseThrow();
      Pixels grey = ImageDecoder.decode(shelf.folder().resolve(copper.path(map)));
      for (int i = 0; i < SIDE * SIDE; i++) {
        assertThat(orm.level(3 * i + e.getKey())).isEqualTo(grey.level(i * grey.channels()));
      }
    }
  }

  @Test
  void theModellerGetsOnePictureWithItsOcclusionAndEightBits() throws Exception {
    InstallationRecord i = install("verdigris_copper", "draughtroom");
    assertThat(i.files().stream().filter(f -> f.role() != null)).hasSize(2);
    Pixels colour = ImageDecoder.decode(file(i, MapRole.BASE_COLOUR));
    Pixels bump = ImageDecoder.decode(file(i, MapRole.BUMP));
    assertThat(colour.depth()).isEqualTo(Depth.U8);
    assertThat(bump.depth()).isEqualTo(Depth.U8);
    MapSet m = new MapSet(Recipe.VERDIGRIS_COPPER, SIDE);
    double before = mean(m.baseColour());
    assertThat(mean(colour)).isLessThan(before);
    assertThat(i.leftOut())
        .extracting(InstallationRecord.LeftOut::role)
        .contains(MapRole.ROUGHNESS, MapRole.METALLIC, MapRole.NORMAL);
    assertThat(Files.readString(Path.of(i.document()))).contains("map_Bump -bm");
  }

  private static double mean(Pixels p) {
    double s = 0;
    for (int i = 0; i < p.sampleCount(); i++) {
      s += p.at(i);
    }
    return s / p.sampleCount();
  }

  @Test
  void theOlderRendererGetsSpecularGlossAndNormalsTheOtherWay() throws Exception {
    InstallationRecord i = install("verdigris_copper", "kilnwork");
    assertThat(i.files().stream().map(InstalledFile::path))
        .filteredOn(p -> p.contains("textures"))
        .allMatch(p -> p.endsWith(".tif") || p.endsWith(".tiff"));
    Pixels normal = ImageDecoder.decode(file(i, MapRole.NORMAL));
    assertThat(HandednessTest.bySlopes(normal).handedness()).isNotEqualTo(Handedness.GL);
    Pixels gloss = ImageDecoder.decode(file(i, MapRole.GLOSS));
    Pixels rough = new MapSet(Recipe.VERDIGRIS_COPPER, SIDE).roughness();
    for (int s = 0; s < 200; s++) {
      assertThat(gloss.level(s)).isEqualTo(255 - rough.level(s));
    }
    // The way there and back again ends at the metal it began with.
    InstallationRecord brass = install("sea_brass", "lanternhouse");
    assertThat(mean(ImageDecoder.decode(file(brass, MapRole.METALLIC)))).isBetween(0.2, 1.0);
  }

  @Test
  void sidesAreBroughtToPowersOfTwoWhereTheHostWantsThem() throws Exception {
    InstallationRecord i = install("net_mesh", "quickfoot");
    Pixels colour = ImageDecoder.decode(file(i, MapRole.BASE_COLOUR));
    // 96 is nearer to 128 than to 64.
    assertThat(colour.width()).isEqualTo(128);
    // Opacity stands in the colour's alpha.
    assertThat(colour.channels()).isEqualTo(4);
    assertThat(Files.readString(Path.of(i.document()))).contains("\"MASK\"");
    assertThat(
            ImageDecoder.decode(file(install("net_mesh", "plain-gltf"), MapRole.BASE_COLOUR))
                .width())
        .isEqualTo(96);
  }

  @Test
  void aPersonsOwnProfileAndTemplateAreUsedAndTheirFaultsNamed() throws Exception {
    Path own = Files.createDirectories(dir.resolve("own"));
    String profile =
        """
        {
          "schema": 1, "id": "own", "name": "Own", "format": "template",
          "workflow": "metal-rough", "handedness": "gl", "occlusion": "leave-out",
          "opacity": "leave-out", "unit": "m", "unitsPerMetre": 1,
          "template": "own.txt", "extension": "txt", "fileFormats": ["png"],
          "slots": { "base-colour": {"input": "tint", "use": "colour"} }
        }
        """;
    Path json = Files.writeString(own.resolve("own.json"), profile);
    Files.writeString(
        own.resolve("own.txt"), "{{name}} by {{tileMetres}}: {{#maps}}{{file}} {{/maps}}");
    shelf.installer().addHost(new HostRecord("own", json.toString(), dir.resolve("o").toString()));
    InstallationRecord i = install("verdigris_copper", "own");
    assertThat(Files.readString(Path.of(i.document())))
        .isEqualTo("Verdigris Copper by 0.5: textures/verdigris_copper_tint.png ");
    Map<String, String> faults =
        Map.of(
            "\"schema\": 1", "\"schema\": 7",
            "\"gl\"", "\"up\"",
            "\"base-colour\"", "\"paint\"",
            "\"use\": \"colour\"", "\"use\": \"mood\"",
            "own.txt", "gone.txt",
            "[\"png\"]", "[\"jpeg\"]",
            "\"unitsPerMetre\": 1", "\"unitsPerMetre\": 0");
    for (var f : faults.entrySet()) {
      Files.writeString(json, profile.replace(f.getKey(), f.getValue()));
      assertThatThrownBy(() -> HostProfile.named(json.toString()))
          .as(f.getValue())
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("own.json");
    }
    Files.writeString(json, profile);
    Files.writeString(own.resolve("own.txt"), "{{#maps}} never closed");
    assertThatThrownBy(() -> install("verdigris_copper", "own"))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("template is broken");
  }
}
