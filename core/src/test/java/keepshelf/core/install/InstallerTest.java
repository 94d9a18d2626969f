package keepshelf.core.install;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.install.profile.Abilities;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.HandednessTest;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class InstallerTest {
  @TempDir Path dir;
  private Shelf shelf;
  private ShelvedItem kelp;
  private HostRecord host;

  @BeforeEach
  void fill() throws Exception {
    Path zip = TestPacks.zip(dir.resolve("kelp.zip"), TestPacks.kelpSet());
    shelf = Shelf.open(dir.resolve("shelf"));
    shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    host = new HostRecord("Lanternhouse", "lanternhouse", dir.resolve("host").toString());
    shelf.installer().addHost(host);
    kelp = shelf.item("wet_kelp");
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  private InstallationRecord install() throws ShelfException {
    return shelf.installer().install(shelf.installer().plan(kelp, host, null, null), Progress.NONE);
  }

  private static Path file(InstallationRecord i, MapRole role) {
    return Path.of(
        i.files().stream().filter(f -> f.role() == role).findFirst().orElseThrow().path());
  }

  @Test
  void thePlanSaysWhatWillBeDoneAndWritesNothing() throws Exception {
    InstallPlan plan = shelf.installer().plan(kelp, host, null, null);
    assertThat(plan.maps())
        .extracting(PlannedMap::input)
        .containsExactlyInAnyOrder("base_color", "specular_roughness", "normal", "displacement");
    assertThat(plan.maps())
        .filteredOn(m -> m.role() == MapRole.NORMAL)
        .flatExtracting(PlannedMap::conversionIds)
        .containsExactly("flip-green");
    assertThat(plan.maps())
        .filteredOn(m -> m.role() == MapRole.ROUGHNESS)
        .flatExtracting(PlannedMap::conversionIds)
        .containsExactly("gloss-to-roughness");
    assertThat(plan.tileMetres()).isEqualTo(0.5);
    assertThat(plan.reliefKnown()).isTrue();
    // Slope 10 at 128 pixels of a 0.5 m tile: 10 x 0.5 / 128 m.
    assertThat(plan.reliefMetres()).isBetween(0.035, 0.043);
    assertThat(dir.resolve("host")).doesNotExist();
  }

  @Test
  void reliefThatAPersonSaidGoesBeforeWhatTheNormalMapImplies() throws Exception {
    shelf
        .editing()
        .set(java.util.List.of(kelp.item().id()), keepshelf.core.edit.Field.RELIEF, "4 mm");
    kelp = shelf.item("wet_kelp");
    InstallPlan plan = shelf.installer().plan(kelp, host, null, null);
    assertThat(plan.reliefMetres()).isCloseTo(0.004, org.assertj.core.api.Assertions.within(1e-9));
    assertThat(plan.reliefKnown()).isTrue();
    // It grows with the tile.
    assertThat(shelf.installer().plan(kelp, host, null, 1.0).reliefMetres())
        .isCloseTo(0.008, org.assertj.core.api.Assertions.within(1e-9));
  }

  @Test
  void mapsAreCopiedBitForBitOrConvertedExactly() throws Exception {
    InstallationRecord i = install();
    Path delivered = shelf.folder().resolve(kelp.pack().folder());
    assertThat(Hashes.sha256(file(i, MapRole.BASE_COLOUR)))
        .isEqualTo(Hashes.sha256(delivered.resolve("Kelp/wet_kelp_Albedo.png")));
    assertThat(ImageDecoder.decode(file(i, MapRole.HEIGHT)).depth()).isEqualTo(Depth.U16);
    Pixels gloss = ImageDecoder.decode(delivered.resolve("Kelp/wet_kelp_Gloss.png"));
    Pixels rough = ImageDecoder.decode(file(i, MapRole.ROUGHNESS));
    for (int s = 0; s < gloss.sampleCount(); s++) {
      assertThat(rough.level(s)).isEqualTo(255 - gloss.level(s));
    }
    assertThat(HandednessTest.bySlopes(ImageDecoder.decode(file(i, MapRole.NORMAL))).handedness())
        .isEqualTo(Handedness.GL);
  }

  @Test
  void everyFileIsInTheReceiptAndUninstallingRemovesExactlyThese() throws Exception {
    InstallationRecord i = install();
    Path own = Files.writeString(dir.resolve("host/wet_kelp/my notes.txt"), "mine");
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
    assertThat(shelf.installer().uninstall(i)).isEmpty();
    try (var left = Files.walk(dir.resolve("host"))) {
      assertThat(left.filter(Files::isRegularFile)).containsExactly(own);
    }
    assertThat(shelf.catalogue().installations()).isEmpty();
  }

  /** A record of a foreign shelf may name anything; its host need not be there. */
  @ParameterizedTest
  @ValueSource(strings = {"rope.gltf", "", "/", "/elsewhere/rope.gltf"})
  void whatLiesInNoFolderOfAHostIsNotTouched(String document) throws Exception {
    InstallationRecord i = install();
    InstallationRecord foreign =
        new InstallationRecord(
            "foreign",
            i.item(),
            "nobody",
            null,
            document,
            i.files(),
            List.of(),
            i.installedAt(),
            null,
            i.options());
    assertThatThrownBy(() -> shelf.installer().uninstall(foreign))
        .isInstanceOf(ShelfException.class);
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.CURRENT);
  }

  @Test
  void changedFilesAreFoundAndNeverOverwrittenOrRemoved() throws Exception {
    InstallationRecord i = install();
    Path rough = file(i, MapRole.ROUGHNESS);
    Files.write(rough, new byte[] {1, 2, 3});
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.ALTERED);
    assertThatThrownBy(this::install)
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("is not as it was installed");
    assertThat(Files.readAllBytes(rough)).containsExactly(1, 2, 3);
    assertThat(shelf.installer().uninstall(i)).hasSize(1);
    assertThat(rough).exists();
  }

  @Test
  void missingFilesAreFoundAndPutBackByInstallingAgain() throws Exception {
    InstallationRecord i = install();
    Files.delete(file(i, MapRole.NORMAL));
    Files.writeString(dir.resolve("host/wet_kelp/my notes.txt"), "mine");
    assertThat(shelf.installer().state(i).kind()).isEqualTo(InstallationState.Kind.MISSING);
    InstallationRecord again = install();
    assertThat(again.id()).isEqualTo(i.id());
    assertThat(shelf.installer().state(again).kind()).isEqualTo(InstallationState.Kind.CURRENT);
    assertThat(dir.resolve("host/wet_kelp/my notes.txt")).exists();
    try (var top = Files.list(dir.resolve("host"))) {
      assertThat(top.map(p -> p.getFileName().toString())).containsExactly("wet_kelp");
    }
  }

  @Test
  void aForeignFolderOfThatNameIsLeftAlone() throws Exception {
    Files.createDirectories(dir.resolve("host/wet_kelp"));
    Files.writeString(dir.resolve("host/wet_kelp/foreign.txt"), "x");
    InstallationRecord i = install();
    assertThat(Path.of(i.document()).getParent().getFileName().toString()).isEqualTo("wet_kelp~2");
    assertThat(Files.readString(dir.resolve("host/wet_kelp/foreign.txt"))).isEqualTo("x");
  }

  @Test
  void whatCannotBeIsSaid() {
    assertThatThrownBy(() -> shelf.installer().plan(kelp, host, "8K", null))
        .hasMessageContaining("not on the shelf at 8K");
    assertThatThrownBy(
            () -> shelf.installer().plan(kelp, new HostRecord("X", "nothing", "/x"), null, null))
        .hasMessageContaining("not known");
    assertThatThrownBy(() -> shelf.item("no such thing")).hasMessageContaining("No item");
  }

  @Test
  void theTileSizeCanBeGiven() throws Exception {
    InstallPlan plan = shelf.installer().plan(kelp, host, null, 2.0);
    assertThat(plan.tileMetres()).isEqualTo(2);
    shelf.installer().install(plan, Progress.NONE);
    assertThat(Files.readString(plan.folder().resolve(plan.document())))
        .contains("name=\"tile_size\" type=\"vector2\" value=\"2, 2\"");
  }

  @Test
  void packedMapsAreTakenApart() throws Exception {
    byte[] orm = new byte[64 * 64 * 3];
    for (int i = 0; i < orm.length; i++) {
      orm[i] = (byte) (i % 3 == 0 ? 250 : i % 3 == 1 ? 90 : i / 3 % 2 * 255);
    }
    Path zip =
        TestPacks.zip(
            dir.resolve("hull.zip"),
            java.util.Map.of(
                "T_Hull_D.png",
                TestPacks.png(TestPacks.colour(64, 4)),
                "T_Hull_N.png",
                TestPacks.png(TestPacks.normal(64, 5, true)),
                "T_Hull_ORM.png",
                TestPacks.png(Pixels.u8(64, 64, 3, orm))));
    shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    InstallationRecord i =
        shelf
            .installer()
            .install(shelf.installer().plan(shelf.item("hull"), host, null, null), Progress.NONE);
    assertThat(ImageDecoder.decode(file(i, MapRole.ROUGHNESS)).level(77)).isEqualTo(90);
    assertThat(ImageDecoder.decode(file(i, MapRole.METALLIC)).level(1)).isEqualTo(255);
    assertThat(i.files())
        .filteredOn(f -> f.role() == MapRole.ROUGHNESS)
        .flatExtracting(InstalledFile::conversions)
        .isEqualTo(List.of("unpack"));
    assertThat(i.leftOut())
        .extracting(InstallationRecord.LeftOut::role)
        .containsExactly(MapRole.AMBIENT_OCCLUSION);
  }

  @Test
  void whatAHostCannotTakeIsRefusedWithTheReason() {
    Map<String, HostProfile> profiles = new HashMap<>();
    HostProfile.shipped().forEach(p -> profiles.put(p.id(), p));
    HostProfile drawings = profiles.get("draughtroom");
    assertThat(Abilities.cannot(drawings, ItemKind.ENVIRONMENT, Set.of(MapRole.EMISSION)))
        .get()
        .asString()
        .contains("drawings have none");
    assertThat(Abilities.cannot(drawings, ItemKind.OVERLAY, Set.of(MapRole.MASK)))
        .get()
        .asString()
        .contains("roughness");
    assertThat(Abilities.cannot(drawings, ItemKind.LIGHT_PATTERN, Set.of(MapRole.EMISSION)))
        .isPresent();
    HostProfile film = profiles.get("lanternhouse");
    assertThat(Abilities.cannot(film, ItemKind.ENVIRONMENT, Set.of(MapRole.EMISSION))).isEmpty();
    assertThat(Abilities.cannot(film, ItemKind.OVERLAY, Set.of(MapRole.MASK))).isEmpty();
    assertThat(Abilities.cannot(film, ItemKind.MATERIAL, Set.of(MapRole.MASK))).isPresent();
  }
}
