package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.ProvedInput;
import keepshelf.core.disk.Progress;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.intake.Filing;
import keepshelf.core.making.Ensembles;
import keepshelf.core.making.Ensembles.Wish;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Ensembles as one document of several materials, read back part by part by every host. */
class EnsemblesInHostsTest {
  @TempDir static Path dir;
  private static Shelf shelf;
  private static ShelvedItem counter;

  @BeforeAll
  static void fill() throws Exception {
    shelf = Shelf.open(dir.resolve("shelf"));
    MapSet slate = new MapSet(Recipe.SLATE_SHINGLE, 64);
    set("slate_shingle", slate, false);
    set("slotted", slate, true);
    Path gloss = Files.createDirectories(dir.resolve("old_brass"));
    ImageEncoder.png(slate.baseColour(), gloss.resolve("old_brass_diffuse.png"), 1);
    ImageEncoder.png(slate.baseColour(), gloss.resolve("old_brass_specular.png"), 1);
    ImageEncoder.png(slate.roughness(), gloss.resolve("old_brass_gloss.png"), 1);
    ImageEncoder.png(slate.normal8(false), gloss.resolve("old_brass_NormalDX.png"), 1);
    take(gloss);
    String slateId = shelf.item("slate_shingle").item().id();
    Finish wet = Finish.named("Wet");
    for (String s : List.of("turn=90", "right=0.11 m", "roughness=0.1..0.4", "ior=1.33")) {
      String[] kv = s.split("=");
      wet = FinishSetting.ofId(kv[0]).orElseThrow().write(wet, kv[1]);
    }
    Finish kept = wet;
    shelf.editing().mark(List.of(slateId), "finish", m -> m.withFinish(kept));
    Ensembles e = shelf.making().ensembles();
    counter =
        e.file(
                e.plan(
                    "Ticket counter",
                    List.of(
                        new Wish("front", shelf.item("slate_shingle"), "Wet"),
                        new Wish("Sides & back", shelf.item("slate_shingle"), null),
                        new Wish("trim", shelf.item("old_brass"), null),
                        new Wish("sides/back", shelf.item("slotted"), null)),
                    null))
            .item();
  }

  private static void set(String stem, MapSet m, boolean holes) throws Exception {
    Path to = Files.createDirectories(dir.resolve(stem));
    ImageEncoder.png(m.baseColour(), to.resolve(stem + "_BaseColor.png"), 1);
    ImageEncoder.png(m.roughness(), to.resolve(stem + "_Roughness.png"), 1);
    ImageEncoder.png(m.normal8(true), to.resolve(stem + "_NormalGL.png"), 1);
    ImageEncoder.png(m.height16(), to.resolve(stem + "_Height.png"), 1);
    if (holes) {
      byte[] open = new byte[64 * 64];
      java.util.Arrays.fill(open, 0, 2000, (byte) 255);
      ImageEncoder.png(Pixels.u8(64, 64, 1, open), to.resolve(stem + "_Opacity.png"), 1);
    }
    take(to);
  }

  private static void take(Path folder) throws Exception {
    shelf.file(shelf.read(folder.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
  }

  @AfterAll
  static void close() {
    shelf.close();
  }

  private static HostRecord host(String profile) {
    HostRecord h = new HostRecord(profile, profile, dir.resolve("hosts/" + profile).toString());
    shelf.installer().addHost(h);
    return h;
  }

  @ParameterizedTest
  @ValueSource(strings = {"lanternhouse", "proscenia", "quickfoot", "draughtroom", "kilnwork"})
  void everyPartIsReadBackEqualWithItsOwnPlacement(String profile) throws Exception {
    InstallPlan plan = shelf.installer().plan(counter, host(profile), InstallOptions.NONE);
    assertThat(plan.surfaces()).hasSize(4);
    InstallationRecord i =
        shelf.installer().prove(plan, shelf.installer().install(plan, Progress.NONE));
    assertThat(i.proof().ok()).as("%s: %s", profile, i.proof()).isTrue();
    List<ProvedInput> placements =
        i.proof().inputs().stream().filter(p -> p.input().endsWith("/placement")).toList();
    assertThat(placements).as("one for each part").hasSize(4);
    assertThat(placements.stream().filter(p -> p.expected().contains("offset 0.000 0.000")))
        .as("one is shifted, three are not")
        .hasSize(3);
    assertThat(i.proof().inputs()).anyMatch(p -> p.input().equals("triangles"));
    assertThat(i.files().stream().map(f -> f.path()).distinct().count())
        .as("parts of like names have files of their own")
        .isEqualTo(i.files().size());
    assertThat(plan.remarks()).anyMatch(r -> r.startsWith("sides/back: The opacity cuts holes"));
  }

  @Test
  void aPartThatLiesOtherwiseIsNoticed() throws Exception {
    InstallPlan plan = shelf.installer().plan(counter, host("lanternhouse"), InstallOptions.NONE);
    InstallationRecord i = shelf.installer().install(plan, Progress.NONE);
    Path doc = Path.of(i.document());
    String text = Files.readString(doc);
    String other =
        text.replaceFirst(
            "offset\" type=\"vector2\" value=\"[^\"]*",
            "offset\" type=\"vector2\" value=\"0.4, 0.3");
    assertThat(other).isNotEqualTo(text);
    Files.writeString(doc, other);
    assertThat(shelf.installer().prove(plan, i).proof().inputs())
        .filteredOn(p -> !p.equal())
        .extracting(ProvedInput::input)
        .anyMatch(n -> n.endsWith("/placement"));
  }

  @Test
  void oneFileHoldsAllPartsWhereAHostTakesPackages() throws Exception {
    Path profile = dir.resolve("one-file.json");
    String gltf;
    try (var in =
        Shelf.class.getResourceAsStream("/keepshelf/core/install/profile/plain-gltf.json")) {
      gltf = new String(in.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
    }
    Files.writeString(
        profile, gltf.replaceFirst("\\{", "{\"package\": true,").replace("plain-gltf", "one-file"));
    HostRecord h = new HostRecord("One", profile.toString(), dir.resolve("hosts/one").toString());
    shelf.installer().addHost(h);
    InstallPlan plan = shelf.installer().plan(counter, h, InstallOptions.NONE);
    InstallationRecord i =
        shelf.installer().prove(plan, shelf.installer().install(plan, Progress.NONE));
    assertThat(i.document()).endsWith(".glb");
    assertThat(i.proof().ok()).as("%s", i.proof()).isTrue();
  }
}
