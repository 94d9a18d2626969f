package keepshelf.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.edit.Field;
import keepshelf.core.search.Query;
import keepshelf.core.versions.VersionHistory;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a newer version of a pack takes over from the one on the shelf, and what differs. */
class NewerVersionTest {
  @TempDir Path dir;

  /** Two ropes in folders of their own, whose files have the same names in each of them. */
  private Path ropes(String version, long seed, boolean gone) throws Exception {
    Map<String, byte[]> m = new LinkedHashMap<>();
    String top = "quay_ropes_v" + version + "/";
    for (String rope : List.of("tarred_rope", "hemp_rope")) {
      for (String role : List.of("basecolor", "roughness")) {
        long s = rope.equals("hemp_rope") && role.equals("roughness") ? seed : 40 + role.length();
        m.put(
            top + rope + "/" + rope + "_v" + version + "_" + role + ".png",
            TestPacks.png(
                role.equals("basecolor") ? TestPacks.colour(64, s) : TestPacks.grey(64, s)));
      }
      m.put(top + rope + "/about.txt", (rope + seed).getBytes(StandardCharsets.UTF_8));
      if (!gone) {
        m.put(top + rope + "/extra.txt", rope.getBytes(StandardCharsets.UTF_8));
      }
    }
    m.put(
        top + "readme.txt",
        ("Source: Brinewell Surfaces\nVersion: " + version + "\n")
            .getBytes(StandardCharsets.UTF_8));
    return TestPacks.zip(dir.resolve("quay_ropes_v" + version + ".zip"), m);
  }

  private static PackRecord file(Shelf shelf, Arrival a) throws Exception {
    var kin = shelf.kin(a).map(ArrivalKin::kinship).orElse(null);
    return shelf
        .file(a, new Filing.Wishes(null, null, null, null, null, kin), Progress.NONE)
        .pack();
  }

  private static ItemRecord item(PackRecord p, String key) {
    return p.items().stream().filter(i -> i.key().equals(key)).findFirst().orElseThrow();
  }

  @Test
  void filesAreComparedWithThoseInTheSameFolderWhateverTheVersionInTheirNames() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      file(shelf, shelf.read(ropes("1", 7, false).toString(), Progress.NONE));
      Arrival next = shelf.read(ropes("2", 8, true).toString(), Progress.NONE);
      ArrivalKin kin = shelf.kin(next).orElseThrow();
      assertThat(kin.changes().changed())
          .containsExactlyInAnyOrder("hemp_rope_v2_roughness.png", "about.txt", "readme.txt");
      assertThat(kin.changes().added()).isEmpty();
      assertThat(kin.changes().removed()).containsExactly("extra.txt");
      assertThat(kin.marked()).isFalse();
    }
  }

  @Test
  void whatWasPutOnAnItemComesAlongAndProjectsStay() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      PackRecord first = file(shelf, shelf.read(ropes("1", 7, false).toString(), Progress.NONE));
      String tarred = item(first, "tarred_rope").id();
      shelf.editing().set(List.of(tarred), Field.TAGS, "wet, quay");
      shelf.editing().set(List.of(tarred), Field.COLLECTIONS, "Harbour");
      shelf.editing().set(List.of(tarred), Field.PROJECTS, "Tideline");
      shelf.editing().set(List.of(tarred), Field.NOTES, "Darken by a third.");
      shelf.editing().set(List.of(tarred), Field.TILE, "30 cm");
      shelf.editing().set(List.of(tarred), Field.FAVOURITE, "yes");
      Arrival next = shelf.read(ropes("2", 8, false).toString(), Progress.NONE);
      ArrivalKin kin = shelf.kin(next).orElseThrow();
      assertThat(kin.sentence()).endsWith("are carried over");
      PackRecord second = file(shelf, next);

      ItemRecord now = item(shelf.catalogue().pack(second.id()).orElseThrow(), "tarred_rope");
      assertThat(now.marks().tags()).containsExactly("quay", "wet");
      assertThat(now.marks().collections()).containsExactly("Harbour");
      assertThat(now.marks().projects()).isEmpty();
      assertThat(now.marks().notes()).isEqualTo("Darken by a third.");
      assertThat(now.marks().favourite()).isTrue();
      assertThat(now.tileMetres()).isEqualTo(0.3);
      assertThat(item(second, "hemp_rope").marks()).isEqualTo(Marks.NONE);
      // The older one has kept all of it.
      assertThat(shelf.catalogue().own(tarred).orElseThrow().item().marks().projects())
          .containsExactly("Tideline");

      shelf.rebuild();
      assertThat(item(shelf.catalogue().pack(second.id()).orElseThrow(), "tarred_rope"))
          .isEqualTo(now);
    }
  }

  @Test
  void anOlderVersionTakesNothingOver() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      PackRecord first = file(shelf, shelf.read(ropes("2", 7, false).toString(), Progress.NONE));
      shelf.editing().set(List.of(item(first, "tarred_rope").id()), Field.TAGS, "wet");
      PackRecord older = file(shelf, shelf.read(ropes("1", 8, false).toString(), Progress.NONE));
      assertThat(item(older, "tarred_rope").marks()).isEqualTo(Marks.NONE);
    }
  }

  /** One material at a resolution, in a pack of its own. */
  private Path plank(String version, int side) throws Exception {
    Map<String, byte[]> m = new LinkedHashMap<>();
    String label = side == 1024 ? "1K" : "512";
    for (String role : List.of("basecolor", "roughness")) {
      m.put(
          "larch_plank_" + label + "_" + role + ".png",
          TestPacks.png(Pixels.u8(side, 8, 1, new byte[side * 8])));
    }
    m.put(
        "readme.txt",
        ("Source: Tinder & Tarn\nVersion: " + version + "\n").getBytes(StandardCharsets.UTF_8));
    return TestPacks.zip(dir.resolve("larch_plank_v" + version + "_" + label + ".zip"), m);
  }

  @Test
  void editionsOfAReleaseAreOneThingForTheNextVersion() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      PackRecord small = file(shelf, shelf.read(plank("1", 512).toString(), Progress.NONE));
      PackRecord large = file(shelf, shelf.read(plank("1", 1024).toString(), Progress.NONE));
      assertThat(large.kin().relation()).isEqualTo(Kinship.Relation.OTHER_EDITION);
      ItemRecord shown = shelf.catalogue().items().getFirst().item();
      shelf.editing().set(List.of(shown.id()), Field.TAGS, "deck");
      // The new version may say it follows either of the two.
      for (PackRecord older : List.of(small, large)) {
        Arrival a = shelf.read(plank("2", 1024).toString(), Progress.NONE);
        Kinship kin = new Kinship(older.id(), Kinship.Relation.NEWER_VERSION);
        PackRecord newer =
            shelf
                .file(a, new Filing.Wishes(null, null, null, null, null, kin), Progress.NONE)
                .pack();
        assertThat(item(newer, "larch_plank").marks().tags()).containsExactly("deck");
        assertThat(shelf.search().find(Query.of("is:older")).cards())
            .extracting(c -> c.id())
            .containsExactly(shown.id());
        for (PackRecord p : List.of(small, large, newer)) {
          assertThat(VersionHistory.of(shelf.catalogue(), p.id()))
              .extracting(s -> s.pack().version())
              .containsExactly("2", "1");
        }
        // The same as was said before it was filed: against the edition of its own size.
        var step = VersionHistory.of(shelf.catalogue(), newer.id()).getFirst();
        assertThat(step.changes().count()).isEqualTo("1 file changed");
        shelf.catalogue().change(List.of(), List.of(newer.id()), List.of());
        FileTrees.delete(shelf.folder().resolve(newer.folder()));
      }
    }
  }

  @Test
  void aVersionThatWasNotFiledAsThatIsToldButMarksNothing() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      PackRecord first = file(shelf, shelf.read(ropes("1", 7, false).toString(), Progress.NONE));
      shelf.file(
          shelf.read(ropes("2", 8, false).toString(), Progress.NONE),
          Filing.Wishes.NONE,
          Progress.NONE);
      assertThat(VersionHistory.of(shelf.catalogue(), first.id())).hasSize(2);
      assertThat(shelf.search().find(Query.of("is:older")).cards()).isEmpty();
    }
  }
}
