package keepshelf.core.versions;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.core.intake.Filing;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VersionHistoryTest {
  @TempDir Path dir;

  @ParameterizedTest
  @CsvSource(
      nullValues = "none",
      value = {
        "1.10, 1.9, 1",
        "none, 1, -1",
        "1, none, 1",
        "none, none, 0",
        "2, 2.0, 0",
        "20261124093015, 2.1, 1",
        "v3, 2, 1",
        "1.2-b4, 1.2-b3, 1"
      })
  void versionsAreComparedNumberByNumber(String a, String b, int order) {
    assertThat(Integer.signum(VersionOrder.NUMBERS.compare(a, b))).isEqualTo(order);
    assertThat(Integer.signum(VersionOrder.NUMBERS.compare(b, a))).isEqualTo(-order);
  }

  private static List<Delivered> files(String... pathsAndContents) {
    List<Delivered> out = new java.util.ArrayList<>();
    for (String f : pathsAndContents) {
      String[] p = f.split("=");
      out.add(new Delivered(p[0], p[1]));
    }
    return out;
  }

  @Test
  void aFolderOrAVersionInNamesHidesNothing() {
    List<Delivered> before =
        files("ropes_v1/rope_v1_col.png=a", "ropes_v1/rope_v1_nor.png=b", "ropes_v1/terms.txt=c");
    List<Delivered> flat = files("rope_v2_col.png=a", "rope_v2_nor.png=x", "Rope_v2_AO.png=y");
    PackChanges c = PackChanges.between(flat, before);
    assertThat(c.changed()).containsExactly("rope_v2_nor.png");
    assertThat(c.added()).containsExactly("Rope_v2_AO.png");
    assertThat(c.removed()).containsExactly("terms.txt");
    assertThat(c.count()).isEqualTo("1 file added, 1 removed, 1 changed");
    // A stray file beside the folder of one of them does not make all files others.
    List<Delivered> stray =
        files("ropes/rope_v3_col.png=a", "ropes/rope_v3_nor.png=b", "stray.txt=z");
    assertThat(PackChanges.between(stray, files("ropes/rope_col.png=a")).changed()).isEmpty();
    assertThat(PackChanges.between(stray, before).added()).containsExactly("stray.txt");
    assertThat(PackChanges.between(before, before).count()).isEqualTo("no file is different");
  }

  @Test
  void filesOfOneNameInSeveralFoldersAreComparedEachWithItsOwn() {
    PackChanges c =
        PackChanges.between(
            files("tarred/color.png=a", "hemp/color.png=x"),
            files("tarred/color.png=a", "hemp/color.png=b", "net/color.png=d"));
    assertThat(c.changed()).containsExactly("color.png");
    assertThat(c.removed()).containsExactly("color.png");
    assertThat(c.added()).isEmpty();
  }

  private void file(Shelf shelf, String version, String... more) throws Exception {
    Map<String, byte[]> m = SmallShelf.set("hemp_rope", 3, "basecolor", "roughness");
    for (String s : more) {
      m.put(s, TestPacks.png(TestPacks.grey(64, s.length())));
    }
    m.put("readme.txt", ("Version: " + version + "\n").getBytes(StandardCharsets.UTF_8));
    m.put(".DS_Store", version.getBytes(StandardCharsets.UTF_8));
    Path zip = TestPacks.zip(dir.resolve("hemp v" + version + ".zip"), new LinkedHashMap<>(m));
    Arrival a = shelf.read(zip.toString(), Progress.NONE);
    var kin = shelf.kin(a).map(ArrivalKin::kinship).orElse(null);
    shelf.file(a, new Filing.Wishes(null, null, null, null, null, kin), Progress.NONE);
  }

  @Test
  void allVersionsStandInOrderWithWhatIsDifferent() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      file(shelf, "1");
      file(shelf, "3", "hemp_rope_height.png", "hemp_rope_ao.png");
      // Got last, but between the two.
      file(shelf, "2", "hemp_rope_height.png");
      String any = shelf.catalogue().packIds().getFirst();
      List<VersionHistory.Step> steps = VersionHistory.of(shelf.catalogue(), any);
      assertThat(steps).extracting(s -> s.pack().version()).containsExactly("3", "2", "1");
      assertThat(steps.get(0).changes().added()).containsExactly("hemp_rope_ao.png");
      assertThat(steps.get(0).changes().changed()).containsExactly("readme.txt");
      assertThat(steps.get(1).changes().added()).containsExactly("hemp_rope_height.png");
      assertThat(steps.get(2).changes()).isNull();
      assertThat(VersionHistory.alone(shelf.catalogue(), any)).isFalse();
      assertThat(SmallShelf.find(shelf, "is:older")).hasSize(2);
      assertThat(shelf.search().find(keepshelf.core.search.Query.of("is:newest")).cards())
          .extracting(c -> c.pack().version())
          .containsExactly("3");
      assertThat(shelf.search().find(keepshelf.core.search.Query.ALL).count("is", "older"))
          .isEqualTo(2);
    }
  }

  @Test
  void aPackWithoutKinIsAlone() throws Exception {
    Path root = SmallShelf.copy(dir.resolve("shelf"));
    try (Shelf shelf = Shelf.open(root)) {
      for (String pack : shelf.catalogue().packIds()) {
        List<VersionHistory.Step> steps = VersionHistory.of(shelf.catalogue(), pack);
        assertThat(steps).hasSize(1);
        assertThat(steps.getFirst().changes()).isNull();
        assertThat(VersionHistory.alone(shelf.catalogue(), pack)).isTrue();
      }
      assertThat(SmallShelf.find(shelf, "is:older")).isEmpty();
    }
  }
}
