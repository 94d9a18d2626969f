package keepshelf.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Map;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.BrokenFile.State;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.intake.Arrival;
import keepshelf.core.search.Query;
import org.junit.jupiter.api.Test;

class ShelfCheckTest extends OnSmallShelf {
  private Path file(String key, int map) throws Exception {
    ShelvedItem s = shelf.item(key);
    return shelf.folder().resolve(s.path(s.item().maps().get(map)));
  }

  private CheckResult check() throws Exception {
    return shelf.check().run(true, ShareProgress.NONE);
  }

  @Test
  void aSoundShelfIsSound() throws Exception {
    CheckResult r = check();
    assertThat(r.broken()).isEmpty();
    assertThat(r.strangers()).isEmpty();
    assertThat(r.packs()).isEqualTo(3);
    assertThat(r.files()).isEqualTo(12);
  }

  @Test
  void missingMovedAndAlteredFilesAreFoundByContent() throws Exception {
    Map<String, String> before = SmallShelf.files(root);
    Path moved = file("tarred_rope", 0);
    Path elsewhere = root.resolve("packs/somewhere/else.png");
    Files.createDirectories(elsewhere.getParent());
    Files.move(moved, elsewhere);
    Path altered = file("net_mesh", 0);
    byte[] other = Files.readAllBytes(altered);
    other[other.length / 2] ^= 1;
    Files.write(altered, other);
    Files.delete(file("sea_worn_brass", 1));

    CheckResult r = check();
    assertThat(r.count(State.MOVED)).isEqualTo(1);
    assertThat(r.count(State.ALTERED)).isEqualTo(1);
    assertThat(r.count(State.MISSING)).isEqualTo(1);
    assertThat(r.strangers()).as("the moved file is no stranger").isEmpty();
    assertThat(
            r.broken().stream()
                .filter(b -> b.state() == State.MOVED)
                .findFirst()
                .orElseThrow()
                .foundAt())
        .isEqualTo("packs/somewhere/else.png");
    assertThat(SmallShelf.find(shelf, "is:broken"))
        .containsExactlyInAnyOrder("tarred_rope", "net_mesh", "sea_worn_brass");
    assertThat(shelf.search().find(Query.ALL).count("is", "broken")).isEqualTo(3);

    Mending.Mended m = shelf.mending().fromShelf(r.broken());
    assertThat(m.mended()).extracting(BrokenFile::state).containsExactly(State.MOVED);
    assertThat(m.left()).hasSize(2);
    assertThat(moved).exists();
    assertThat(elsewhere).doesNotExist();
    assertThat(SmallShelf.find(shelf, "is:broken")).hasSize(2);

    // The archives are at hand: everything is as it was, and what was altered is put aside.
    Map<String, byte[]> nets = SmallShelf.set("shore_cord", 5, "basecolor", "roughness", "normal");
    nets.putAll(SmallShelf.set("net_mesh", 9, "basecolor", "roughness"));
    nets.putAll(SmallShelf.set("sea_worn_brass", 11, "basecolor", "roughness", "height"));
    Arrival a = shelf.read(TestPacks.zip(dir.resolve("again.zip"), nets).toString(), Progress.NONE);
    Mending.Mended again = shelf.mending().from(a, m.left());
    shelf.dismiss(a);
    assertThat(again.left()).isEmpty();
    assertThat(again.setAside()).hasSize(1);
    assertThat(root.resolve(again.setAside().getFirst())).hasBinaryContent(other);
    assertThat(check().broken()).isEmpty();
    assertThat(SmallShelf.files(root)).isEqualTo(before);
    assertThat(SmallShelf.find(shelf, "is:broken")).isEmpty();
  }

  @Test
  void aQuickCheckComparesSizesOnly() throws Exception {
    Path f = file("net_mesh", 0);
    byte[] other = Files.readAllBytes(f);
    other[other.length / 2] ^= 1;
    Files.write(f, other);
    assertThat(shelf.check().run(false, ShareProgress.NONE).broken()).isEmpty();
    Files.write(f, new byte[] {1}, StandardOpenOption.APPEND);
    assertThat(shelf.check().run(false, ShareProgress.NONE).broken()).hasSize(1);
  }

  @Test
  void alteredFilesAreTakenAsTheyAre() throws Exception {
    Path f = file("tarred_rope", 0);
    Files.write(f, TestPacks.png(TestPacks.colour(1024, 99)));
    CheckResult r = check();
    shelf.mending().accept(r.broken());
    assertThat(check().broken()).isEmpty();
    ShelvedItem s = shelf.item("tarred_rope");
    assertThat(s.item().maps().getFirst().width()).isEqualTo(1024);
    assertThat(s.item().maps().getFirst().resolution()).isEqualTo("1K");
  }

  @Test
  void aCopyIsFetchedFromAnIdenticalFileOfAnotherPack() throws Exception {
    Map<String, byte[]> twin = SmallShelf.set("old_rope", 3, "basecolor");
    twin.putAll(SmallShelf.set("old_rope", 40, "roughness"));
    SmallShelf.file(shelf, dir.resolve("twin.zip"), twin);
    Path f = file("tarred_rope", 0);
    byte[] bytes = Files.readAllBytes(f);
    Files.delete(f);
    CheckResult r = check();
    assertThat(r.broken()).hasSize(1);
    assertThat(shelf.mending().fromShelf(r.broken()).left()).isEmpty();
    assertThat(f).hasBinaryContent(bytes);
  }

  @Test
  void aPackThatWasMovedByHandIsFoundAfterMakingTheCatalogueAnew() throws Exception {
    ShelvedItem s = shelf.item("tarred_rope");
    Path folder = shelf.folder().resolve(s.pack().folder());
    Path record = shelf.folder().packRecord(s.pack().folder());
    Path to = root.resolve("packs/ropes/rope");
    Files.createDirectories(to.getParent());
    Files.move(folder, to);
    Files.move(record, to.resolveSibling("rope.pack.json"));
    shelf.rebuild();
    assertThat(shelf.item("tarred_rope").pack().folder()).isEqualTo("packs/ropes/rope");
    assertThat(check().broken()).isEmpty();
  }

  /** A damaged record must not take what stands in the catalogue with it. */
  @Test
  void aDamagedOrLostRecordIsWrittenAgainFromTheCatalogue() throws Exception {
    Map<String, String> before = SmallShelf.files(root);
    Path damaged = shelf.folder().packRecord(shelf.item("tarred_rope").pack().folder());
    Path lost = shelf.folder().packRecord(shelf.item("net_mesh").pack().folder());
    Files.writeString(damaged, "{ half a");
    Files.delete(lost);
    assertThat(shelf.rebuild()).filteredOn(p -> p.code().equals("record-restored")).hasSize(2);
    assertThat(shelf.catalogue().items()).hasSize(4);
    Path aside = damaged.resolveSibling(damaged.getFileName() + ".unreadable");
    assertThat(aside).hasContent("{ half a");
    Files.delete(aside);
    assertThat(SmallShelf.files(root)).isEqualTo(before);
    assertThat(shelf.rebuild()).noneMatch(p -> p.code().equals("record-restored"));
  }
}
