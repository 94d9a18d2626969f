package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.Proof;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.disk.Progress;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.intake.Filing;
import keepshelf.core.model.MapRole;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Copies are proved by their contents, and by what a document makes of them, without decoding. */
class ProvedCopiesTest {
  @TempDir Path dir;
  private Shelf shelf;
  private InstallPlan plan;
  private InstallationRecord installed;

  @BeforeEach
  void fill() throws Exception {
    MapSet m = new MapSet(Recipe.SLATE_SHINGLE, 256);
    Map<String, Pixels> maps = new LinkedHashMap<>();
    maps.put("pier_slate_basecolor.png", m.baseColour());
    maps.put("pier_slate_roughness.png", m.roughness());
    maps.put("pier_slate_normal_gl.png", m.normal8(true));
    Path zip = dir.resolve("pier.zip");
    try (ZipOutputStream z = new ZipOutputStream(Files.newOutputStream(zip))) {
      for (Map.Entry<String, Pixels> e : maps.entrySet()) {
        Path png = dir.resolve(e.getKey());
        ImageEncoder.png(e.getValue(), png, 1);
        z.putNextEntry(new ZipEntry(e.getKey()));
        Files.copy(png, z);
      }
    }
    shelf = Shelf.open(dir.resolve("shelf"));
    shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
  }

  @AfterEach
  void close() {
    shelf.close();
  }

  private void install(String host) throws Exception {
    HostRecord h = new HostRecord(host, host, dir.resolve("hosts/" + host).toString());
    shelf.installer().addHost(h);
    plan = shelf.installer().plan(shelf.item("pier_slate"), h, InstallOptions.NONE.tile(0.8));
    installed = shelf.installer().install(plan, Progress.NONE);
  }

  private Proof proof() {
    return shelf.installer().prove(plan, installed).proof();
  }

  private Path file(MapRole role) {
    return Path.of(
        installed.files().stream().filter(f -> f.role() == role).findFirst().orElseThrow().path());
  }

  private static ProvedInput input(Proof p, String name) {
    return p.inputs().stream().filter(i -> i.input().equals(name)).findFirst().orElseThrow();
  }

  private void edit(String was, String becomes) throws Exception {
    Path document = Path.of(installed.document());
    String text = Files.readString(document);
    assertThat(text).contains(was);
    Files.writeString(document, text.replace(was, becomes));
  }

  @ParameterizedTest
  @ValueSource(strings = {"lanternhouse", "proscenia", "quickfoot", "draughtroom"})
  void copiesAreToldByTheirContents(String host) throws Exception {
    install(host);
    Proof p = proof();
    assertThat(p.ok()).as(p.toString()).isTrue();
    long copies = plan.maps().stream().filter(m -> m.copied()).count();
    assertThat(copies).isPositive();
    assertThat(p.inputs())
        .filteredOn(i -> i.found().endsWith("contents of the original"))
        .hasSize((int) copies);
  }

  @Test
  void aCopyOfAnotherMapOfTheItemIsFound() throws Exception {
    install("lanternhouse");
    Files.copy(
        file(MapRole.BASE_COLOUR), file(MapRole.ROUGHNESS), StandardCopyOption.REPLACE_EXISTING);
    ProvedInput found = input(proof(), "specular_roughness");
    assertThat(found.equal()).isFalse();
    assertThat(found.found()).endsWith("other contents");
  }

  /** What was compressed anew holds the same: then the pixels are asked. */
  @Test
  void aCopyWhoseBytesDifferIsJudgedByItsPixels() throws Exception {
    install("lanternhouse");
    Path colour = file(MapRole.BASE_COLOUR);
    ImageEncoder.png(ImageDecoder.decode(colour), colour, 9);
    ProvedInput same = input(proof(), "base_color");
    assertThat(same.equal()).isTrue();
    assertThat(same.found()).contains("mean");
    Pixels p = ImageDecoder.decode(colour);
    ImageEncoder.png(Pixels.u8(p.width(), p.height(), 3, new byte[p.sampleCount()]), colour, 1);
    assertThat(input(proof(), "base_color").equal()).isFalse();
  }

  @Test
  void aNormalMapWhoseBytesDifferIsLitAsItself() throws Exception {
    install("lanternhouse");
    Path normal = file(MapRole.NORMAL);
    ImageEncoder.png(ImageDecoder.decode(normal), normal, 9);
    Proof p = proof();
    assertThat(p.ok()).as(p.toString()).isTrue();
    assertThat(input(p, "relief under light").expected()).contains("original");
    Pixels down = keepshelf.imaging.convert.Maps.flipGreen(ImageDecoder.decode(normal));
    ImageEncoder.png(down, normal, 1);
    assertThat(input(proof(), "relief under light").equal()).isFalse();
  }

  /** A converted map may become, to the last bit, what another map of the same plan is. */
  @Test
  void whatIsConvertedIntoTheBytesOfAnotherMapIsNoCopyOfIt() throws Exception {
    Pixels rough = ImageDecoder.decode(dir.resolve("pier_slate_roughness.png"));
    Path turned = dir.resolve("turned.png");
    ImageEncoder.png(keepshelf.imaging.convert.Maps.invert(rough), turned, 1);
    Path zip = dir.resolve("quay.zip");
    try (ZipOutputStream z = new ZipOutputStream(Files.newOutputStream(zip))) {
      z.putNextEntry(new ZipEntry("quay_slate_basecolor.png"));
      Files.copy(dir.resolve("pier_slate_basecolor.png"), z);
      z.putNextEntry(new ZipEntry("quay_slate_gloss.png"));
      Files.copy(turned, z);
      // What the gloss becomes lies beside it for another purpose.
      z.putNextEntry(new ZipEntry("quay_slate_height.png"));
      Files.copy(dir.resolve("pier_slate_roughness.png"), z);
    }
    install(zip, "quay_slate");
    String height =
        plan.maps().stream()
            .filter(m -> m.role() == MapRole.HEIGHT)
            .findFirst()
            .orElseThrow()
            .source()
            .sha256();
    assertThat(keepshelf.core.disk.Hashes.sha256(file(MapRole.ROUGHNESS))).isEqualTo(height);
    Proof p = proof();
    assertThat(p.ok()).as(p.toString()).isTrue();
    assertThat(input(p, "specular_roughness").found()).contains("mean");
  }

  /** Files a pack and installs an item of it, without its proof. */
  private void install(Path zip, String item) throws Exception {
    shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
    HostRecord h = new HostRecord("own", "lanternhouse", dir.resolve("hosts/own").toString());
    shelf.installer().addHost(h);
    plan = shelf.installer().plan(shelf.item(item), h, InstallOptions.NONE.tile(0.8));
    installed = shelf.installer().install(plan, Progress.NONE);
  }

  @Test
  void aCutOffCopyIsAComplaint() throws Exception {
    install("lanternhouse");
    Path colour = file(MapRole.BASE_COLOUR);
    byte[] whole = Files.readAllBytes(colour);
    Files.write(colour, Arrays.copyOf(whole, whole.length / 2));
    assertThat(proof().complaints()).anyMatch(c -> c.contains("base_color"));
  }

  @Test
  void aDocumentThatTurnsTheGreenOverIsFoundByTheChart() throws Exception {
    install("proscenia");
    ProvedInput sound = input(proof(), "relief under light");
    assertThat(sound.equal()).as(sound.toString()).isTrue();
    assertThat(sound.expected()).contains("chart");
    edit("(2, 2, 2, 1)", "(2, -2, 2, 1)");
    edit("(-1, -1, -1, 0)", "(-1, 1, -1, 0)");
    Proof p = proof();
    assertThat(p.ok()).isFalse();
  }

  /** The original was damaged before it came; its copy is one, and no host can show it. */
  @Test
  void aFaithfulCopyOfADamagedMapIsAComplaint() throws Exception {
    byte[] colour = Files.readAllBytes(dir.resolve("pier_slate_basecolor.png"));
    Arrays.fill(colour, colour.length / 2, colour.length / 2 + 64, (byte) 0x5A);
    Path zip = dir.resolve("wall.zip");
    try (ZipOutputStream z = new ZipOutputStream(Files.newOutputStream(zip))) {
      z.putNextEntry(new ZipEntry("wall_slate_basecolor.png"));
      z.write(colour);
      z.putNextEntry(new ZipEntry("wall_slate_roughness.png"));
      Files.copy(dir.resolve("pier_slate_roughness.png"), z);
    }
    install(zip, "wall_slate");
    Proof p = proof();
    assertThat(p.ok()).isFalse();
    assertThat(p.complaints()).anyMatch(c -> c.contains("base_color"));
    assertThat(input(p, "specular_roughness").found()).endsWith("contents of the original");
  }

  @Test
  void aPictureOfTheHostIsDrawnWhenItIsLookedAt() throws Exception {
    install("lanternhouse");
    Path drawn = shelf.installer().shown(installed).orElseThrow();
    byte[] first = Files.readAllBytes(drawn);
    assertThat(ImageDecoder.decode(drawn).width()).isPositive();
    // It stands until the document changes.
    Files.write(drawn, new byte[] {1});
    assertThat(Files.size(shelf.installer().shown(installed).orElseThrow())).isEqualTo(1);
    Files.setLastModifiedTime(
        Path.of(installed.document()),
        java.nio.file.attribute.FileTime.fromMillis(System.currentTimeMillis() + 60_000));
    assertThat(Files.readAllBytes(shelf.installer().shown(installed).orElseThrow()))
        .isEqualTo(first);
    Files.delete(Path.of(installed.document()));
    assertThat(shelf.installer().shown(installed)).isEmpty();
  }
}
