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

  /** Other bytes of the same picture, as whoever saves it again makes them. */
  private static Pixels savedAgain(Pixels p) {
    return p.mapLevels(-1, v -> v / 2 * 2);
  }

  /** Another colour of the same picture, of the same mean brightness. */
  private static Pixels dyed(Pixels p) {
    return p.mapLevels(0, v -> v * 5 / 8).mapLevels(2, v -> Math.min(255, v * 5 / 4));
  }

  @Test
  void itemsAreTheSameWhenMostOfTheirMapsAre() throws Exception {
    Map<String, Pixels> slate = new LinkedHashMap<>();
    slate.put("diff", stone(1));
    slate.put("rough", stone(2));
    slate.put("ao", stone(3));
    Map<String, Pixels> bought = new LinkedHashMap<>();
    bought.put("diff", savedAgain(stone(1)));
    bought.put("rough", savedAgain(stone(2)));
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
    bought.put("diff", savedAgain(stone(1)));
    bought.put("rough", savedAgain(stone(2)));
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
    Files.write(folder.resolve("c.png"), TestPacks.png(savedAgain(stone(5))));
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

  private static Pixels rolled(Pixels p, int dx, int dy) {
    byte[] out = new byte[128 * 128 * 3];
    for (int y = 0; y < 128; y++) {
      for (int x = 0; x < 128; x++) {
        for (int c = 0; c < 3; c++) {
          out[((y + dy) % 128 * 128 + (x + dx) % 128) * 3 + c] =
              (byte) Math.round(255 * p.value(x, y, c));
        }
      }
    }
    return Pixels.u8(128, 128, 3, out);
  }

  private static byte[] bmp(Pixels p) throws Exception {
    var image = javax.imageio.ImageIO.read(new java.io.ByteArrayInputStream(TestPacks.png(p)));
    var out = new java.io.ByteArrayOutputStream();
    javax.imageio.ImageIO.write(image, "bmp", out);
    return out.toByteArray();
  }

  private Findings findings(Map<String, Map<String, Pixels>> packs) throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      for (var p : packs.entrySet()) {
        Path zip = pack(p.getKey() + ".zip", p.getKey(), p.getValue());
        shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      }
      return shelf.duplicates(true, n -> {});
    }
  }

  private static Map<String, Pixels> maps(Pixels diff, Pixels rough, Pixels ao) {
    Map<String, Pixels> m = new LinkedHashMap<>();
    m.put("diff", diff);
    m.put("rough", rough);
    m.put("ao", ao);
    return m;
  }

  @Test
  void anotherColourIsNoCopyButAColourway() throws Exception {
    Map<String, Map<String, Pixels>> packs = new LinkedHashMap<>();
    packs.put("moss", maps(stone(1), stone(2), stone(3)));
    packs.put("rust", maps(dyed(stone(1)), savedAgain(stone(2)), savedAgain(stone(3))));
    Findings f = findings(packs);
    assertThat(f.twins()).isEmpty();
    assertThat(f.colourways()).hasSize(1);
    assertThat(f.colourways().getFirst().reasons().getFirst()).contains("a colourway of");
    assertThat(f.files()).isEmpty();
    assertThat(f.pictures()).isEmpty();
  }

  @Test
  void mapsThatLieOverEachOtherInDifferentWaysMakeNoTwins() throws Exception {
    Map<String, Map<String, Pixels>> packs = new LinkedHashMap<>();
    packs.put("moss", maps(stone(1), stone(2), stone(3)));
    packs.put(
        "rust", maps(rolled(stone(1), 40, 0), rolled(stone(2), 0, 70), rolled(stone(3), 20, 20)));
    Findings f = findings(packs);
    assertThat(f.twins()).isEmpty();
    assertThat(f.pictures()).hasSize(3);
  }

  @Test
  void allOfThreeCopiesArePairedAndEqualPixelsNeedNoContrast() throws Exception {
    byte[] smooth = new byte[64 * 64 * 3];
    for (int i = 0; i < smooth.length; i += 3) {
      smooth[i] = smooth[i + 1] = (byte) 128;
      smooth[i + 2] = (byte) 255;
    }
    Pixels flat = Pixels.u8(64, 64, 3, smooth);
    Path folder = Files.createDirectories(dir.resolve("old"));
    Files.write(folder.resolve("a_normal.png"), TestPacks.png(flat));
    Files.copy(folder.resolve("a_normal.png"), folder.resolve("b_normal.png"));
    Files.copy(folder.resolve("a_normal.png"), folder.resolve("c_normal.png"));
    Files.write(folder.resolve("d_normal.bmp"), bmp(flat));
    Duplicates found =
        DuplicateFinder.find(
            PictureCollector.ofPaths(List.of(folder.toString()), new ArrayList<>()), n -> {});
    assertThat(found.pairs())
        .filteredOn(p -> p.relation() == DuplicatePair.Relation.IDENTICAL)
        .hasSize(3);
    assertThat(found.pairs())
        .filteredOn(p -> p.relation() == DuplicatePair.Relation.RE_ENCODED)
        .hasSize(3);
    // What the group of equal pictures frees is not counted with the identical files again.
    long size = Files.size(folder.resolve("a_normal.png"));
    long bmp = Files.size(folder.resolve("d_normal.bmp"));
    assertThat(found.groups().stream().mapToLong(DuplicateGroup::recoverableBytes).sum())
        .isEqualTo(3 * size + bmp - Math.max(size, bmp));
  }

  @Test
  void glossIsTheNegativeOfRoughness() throws Exception {
    Map<String, Pixels> gloss = new LinkedHashMap<>();
    gloss.put("diff", stone(1));
    gloss.put("gloss", stone(2).mapLevels(-1, v -> 255 - v));
    Map<String, Pixels> rough = new LinkedHashMap<>();
    rough.put("diff", savedAgain(stone(1)));
    rough.put("rough", stone(2));
    Map<String, Map<String, Pixels>> packs = new LinkedHashMap<>();
    packs.put("moss", gloss);
    packs.put("rust", rough);
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      for (var p : packs.entrySet()) {
        Path zip = pack(p.getKey() + ".zip", p.getKey(), p.getValue());
        shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      }
      var pictures = PictureCollector.ofShelf(shelf.folder().root(), shelf.catalogue().items());
      assertThat(find(shelf, pictures, new ArrayList<>()).pairs())
          .extracting(DuplicatePair::relation)
          .containsExactlyInAnyOrder(
              DuplicatePair.Relation.INVERTED, DuplicatePair.Relation.RE_ENCODED);
    }
  }

  /** Of files on no shelf only names tell what they are for. */
  @Test
  void looseFilesAreComparedByWhatTheirNamesSay() throws Exception {
    Path folder = Files.createDirectories(dir.resolve("loose"));
    Pixels shine = stone(5);
    Map<String, Pixels> files = new LinkedHashMap<>();
    files.put("a/moss_diff.png", stone(4));
    files.put("a/moss_rough.png", shine);
    files.put("b/lichen_albedo.png", savedAgain(stone(4)));
    files.put("b/lichen_gloss.png", shine.mapLevels(-1, v -> 255 - v));
    // A height that a colour was made of is no colourway of it.
    files.put("b/lichen_height.png", dyed(stone(4)));
    files.put("c/whatever.png", dyed(stone(4)));
    // A name may be wrong: what is equal is a copy, and so is what was only saved again.
    files.put("d/fern_rough.png", stone(7));
    files.put("e/fern_gloss.png", stone(7));
    files.put("f/reed_gloss.png", savedAgain(stone(7)));
    for (var e : files.entrySet()) {
      Path to = folder.resolve(e.getKey());
      Files.createDirectories(to.getParent());
      Files.write(to, TestPacks.png(e.getValue()));
    }
    List<Problem> problems = new ArrayList<>();
    var pictures = PictureCollector.ofPaths(List.of(folder.toString()), problems);
    assertThat(problems).isEmpty();
    assertThat(DuplicateFinder.find(pictures, n -> {}).pairs())
        .extracting(p -> p.relation().id() + " " + shortName(p.a()) + " " + shortName(p.b()))
        .allMatch(s -> !s.startsWith("recoloured") || s.contains("whatever"))
        .anyMatch(s -> s.startsWith("inverted") && s.contains("gloss") && s.contains("rough"))
        .anyMatch(s -> s.startsWith("re-encoded") && s.contains("diff") && s.contains("albedo"))
        .anyMatch(s -> s.startsWith("identical") && s.contains("fern_rough"))
        .anyMatch(s ->
            s.startsWith("re-encoded") && s.contains("fern_rough") && s.contains("reed_gloss"));
  }

  /** A part of a picture is no copy of it, and found before it is told until it is gone. */
  @Test
  void partsAreKinAndAreRememberedUntilAPersonAsksAgain() throws Exception {
    Path whole = pack("a.zip", "quay", Map.of("diff", stone(1)));
    Path part = pack("b.zip", "study", Map.of("diff", stone(1).cut(12, 20, 96, 90)));
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      for (Path p : List.of(whole, part)) {
        shelf.file(shelf.read(p.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      }
      var pictures = PictureCollector.ofShelf(shelf.folder().root(), shelf.catalogue().items());
      KnownParts never = new KnownParts(0);
      assertThat(quiet(shelf, pictures, never).pairs()).isEmpty();
      Duplicates asked = DuplicateFinder.find(pictures, shelf.catalogue(), never, true, n -> {});
      assertThat(asked.groups()).isEmpty();
      assertThat(asked.pairs())
          .singleElement()
          .satisfies(p -> {
            assertThat(p.relation()).isEqualTo(DuplicatePair.Relation.CROPPED);
            assertThat(p.reason()).contains("study_diff.png shows 7").contains("of quay_diff.png");
            assertThat(Comparison.of(p).sentence()).startsWith("What both show: ");
          });
      assertThat(TwinFinder.of(asked.pairs(), shelf.catalogue().items())).isEmpty();
      assertThat(quiet(shelf, pictures, never).pairs()).isEqualTo(asked.pairs());
      assertThat(quiet(shelf, pictures.subList(0, 1), never).pairs()).isEmpty();
      assertThat(quiet(shelf, pictures, new KnownParts()).pairs())
          .as("among few it costs nothing to look")
          .isEqualTo(asked.pairs());
    }
  }

  private static Duplicates quiet(Shelf shelf, List<Picture> pictures, KnownParts parts) {
    return DuplicateFinder.find(pictures, shelf.catalogue(), parts, false, n -> {});
  }

  /** Keel and mast share all maps but their colours; each has a newer version in other colours. */
  @Test
  void aNewerVersionInOtherColoursIsNoVersionOfAnotherItem() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      for (String version : List.of("1.0", "1.1")) {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        for (String item : List.of("keel", "mast")) {
          Pixels colour = item.equals("keel") ? stone(1) : dyed(stone(1));
          Pixels now = version.equals("1.0") ? colour : colour.mapLevels(1, v -> v * 3 / 4);
          entries.put(item + "_diff.png", TestPacks.png(now));
          entries.put(item + "_rough.png", TestPacks.png(stone(2)));
          entries.put(item + "_ao.png", TestPacks.png(stone(3)));
        }
        Path zip = TestPacks.zip(dir.resolve("Ship_v" + version + ".zip"), entries);
        shelf.file(shelf.read(zip.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      }
      var found = shelf.duplicates(true, n -> {});
      assertThat(found.twins())
          .hasSize(2)
          .allMatch(t -> t.a().item().name().equals(t.b().item().name()))
          .allMatch(t -> t.relation() == ItemTwins.Relation.NEWER_VERSION);
      assertThat(found.colourways())
          .isNotEmpty()
          .allMatch(t -> !t.a().item().name().equals(t.b().item().name()));
    }
  }

  private static String shortName(Picture p) {
    return p.file().getFileName().toString();
  }
}
