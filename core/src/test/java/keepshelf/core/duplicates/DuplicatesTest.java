package keepshelf.core.duplicates;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DuplicatesTest {
  @TempDir Path dir;

  private static Pixels stone(int seed) {
    float[] h = TestPacks.field(128, seed);
    Random r = new Random(seed);
    byte[] out = new byte[h.length * 3];
    for (int i = 0; i < h.length; i++) {
      float v = 0.7f * h[i] + 0.25f * r.nextFloat();
      out[3 * i] = (byte) (200 * v);
      out[3 * i + 1] = (byte) (180 * v);
      out[3 * i + 2] = (byte) (150 * v);
    }
    return Pixels.u8(128, 128, 3, out);
  }

  private Path pack(String name, String prefix, Map<String, Pixels> maps) throws Exception {
    Map<String, byte[]> entries = new LinkedHashMap<>();
    for (var e : maps.entrySet()) {
      entries.put(prefix + "_" + e.getKey() + ".png", TestPacks.png(e.getValue()));
    }
    return TestPacks.zip(dir.resolve(name), entries);
  }

  private static Pixels darker(Pixels p) {
    return p.mapLevels(-1, v -> v * 7 / 8);
  }

  @Test
  void itemsAreTheSameWhenMostOfTheirMapsAre() throws Exception {
    Map<String, Pixels> slate = new LinkedHashMap<>();
    slate.put("diff", stone(1));
    slate.put("rough", stone(2));
    slate.put("ao", stone(3));
    Map<String, Pixels> bought = new LinkedHashMap<>();
    bought.put("diff", darker(stone(1)));
    bought.put("rough", darker(stone(2)));
    bought.put("ao", stone(9));
    Map<String, Pixels> other = new LinkedHashMap<>();
    other.put("diff", stone(21));
    other.put("rough", stone(22));
    // A generic map that many sets share is no reason to call them one.
    other.put("ao", stone(3));
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      for (Path p :
          List.of(
              pack("a.zip", "slate", slate),
              pack("b.zip", "roofing", bought),
              pack("c.zip", "hull", other))) {
        shelf.file(shelf.read(p.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      }
      var items = shelf.catalogue().items();
      List<Picture> pictures = PictureCollector.ofShelf(shelf.folder().root(), items);
      List<String> decoded = new ArrayList<>();
      Duplicates found = find(shelf, pictures, decoded);
      assertThat(found.pairs()).hasSize(3);
      List<ItemTwins> same = TwinFinder.of(found.pairs(), items);
      assertThat(same).hasSize(1);
      assertThat(same.getFirst().relation()).isEqualTo(ItemTwins.Relation.SAME_PICTURES);
      assertThat(same.getFirst().pairs())
          .extracting(p -> p.a().path() + p.b().path())
          .noneMatch(p -> p.contains("hull"));
      assertThat(same.getFirst().reasons().getFirst()).contains("2 of 3 roles");
      // Their fingerprints were made while they were taken in.
      assertThat(decoded).isEmpty();

      // Kept fingerprints say the same without decoding anything.
      List<String> again = new ArrayList<>();
      assertThat(find(shelf, pictures, again).pairs()).hasSize(3);
      assertThat(again).isEmpty();
    }
  }

  @Test
  void whatArrivesIsKnownFromTheShelfHoweverItWasChanged() throws Exception {
    Map<String, Pixels> slate = new LinkedHashMap<>();
    slate.put("diff", stone(1));
    slate.put("rough", stone(2));
    Map<String, Pixels> bought = new LinkedHashMap<>();
    bought.put("diff", darker(stone(1)));
    bought.put("rough", darker(stone(2)));
    Map<String, Pixels> other = new LinkedHashMap<>();
    other.put("diff", stone(31));
    other.put("rough", stone(32));
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      Arrival a = shelf.read(pack("a.zip", "slate", slate).toString(), Progress.NONE);
      assertThat(shelf.twins(a).byKey()).isEmpty();
      shelf.file(a, Filing.Wishes.NONE, Progress.NONE);
      Arrival b = shelf.read(pack("b.zip", "roofing", bought).toString(), Progress.NONE);
      ItemTwins twin = shelf.twins(b).byKey().get("roofing");
      assertThat(twin.b().item().key()).isEqualTo("slate");
      assertThat(twin.relation()).isEqualTo(ItemTwins.Relation.SAME_PICTURES);
      assertThat(twin.pairs()).hasSize(2);
      // The very same files in another archive, and strangers.
      Arrival c = shelf.read(pack("c.zip", "slate", slate).toString(), Progress.NONE);
      assertThat(shelf.twins(c).byKey().get("slate").pairs())
          .allMatch(p -> p.relation() == DuplicatePair.Relation.IDENTICAL);
      Arrival d = shelf.read(pack("d.zip", "hull", other).toString(), Progress.NONE);
      assertThat(shelf.twins(d).byKey()).isEmpty();
    }
  }

  private static Duplicates find(Shelf shelf, List<Picture> pictures, List<String> decoded) {
    return DuplicateFinder.find(
        pictures,
        shelf.catalogue(),
        n -> {
          synchronized (decoded) {
            decoded.add(n);
          }
        });
  }

  @Test
  void copiesShareEveryRelationAndLoseOnlyTheirBytes() throws Exception {
    Path folder = Files.createDirectories(dir.resolve("old"));
    Files.write(folder.resolve("a.png"), TestPacks.png(stone(5)));
    Files.copy(folder.resolve("a.png"), folder.resolve("b.png"));
    Files.write(folder.resolve("c.png"), TestPacks.png(darker(stone(5))));
    Files.write(
        folder.resolve("cut.png"),
        new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0, 0, 13});
    Files.writeString(folder.resolve("notes.txt"), "no picture");
    List<Problem> problems = new ArrayList<>();
    List<Picture> pictures =
        PictureCollector.ofPaths(List.of(folder.toString(), folder.toString()), problems);
    assertThat(pictures).hasSize(4);
    Duplicates found = DuplicateFinder.find(pictures, n -> {});
    assertThat(found.pairs()).hasSize(3);
    assertThat(found.problems()).hasSize(1).allMatch(p -> p.path().endsWith("cut.png"));
    long size = Files.size(folder.resolve("a.png"));
    assertThat(found.groups())
        .filteredOn(g -> g.relation() == DuplicateGroup.Relation.IDENTICAL_FILE)
        .extracting(DuplicateGroup::recoverableBytes)
        .containsExactly(size);
    assertThat(found.groups())
        .filteredOn(g -> g.relation() == DuplicateGroup.Relation.SAME_MAP)
        .flatExtracting(DuplicateGroup::members)
        .hasSize(3);
  }
}
