package keepshelf.core.bin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.Origin;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BinTest {
  @TempDir static Path once;
  @TempDir Path dir;
  private Path root;

  /** Filled once: taking in is not what is tested here. */
  @BeforeAll
  static void fillOnce() throws Exception {
    try (Shelf shelf = Shelf.open(once.resolve("shelf"))) {
      fill(shelf);
    }
  }

  @BeforeEach
  void shelf() throws IOException {
    root = dir.resolve("shelf");
    copyTo(root);
  }

  private static void copyTo(Path to) throws IOException {
    Path from = once.resolve("shelf");
    try (var all = Files.walk(from)) {
      for (Path p : all.toList()) {
        Files.copy(p, to.resolve(from.relativize(p).toString()));
      }
    }
  }

  private static void file(Shelf shelf, String zip, Map<String, byte[]> files) throws Exception {
    Path p = TestPacks.zip(once.resolve(zip), files);
    shelf.file(shelf.read(p.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
  }

  /** Two packs: one with rope alone, one with cord (more maps, a licence) and net. */
  private static void fill(Shelf shelf) throws Exception {
    file(
        shelf,
        "tarred_rope.zip",
        SmallShelf.set("tarred_rope", 3, "basecolor", "roughness", "normal"));
    Map<String, byte[]> two =
        SmallShelf.set("shore_cord", 3, "basecolor", "roughness", "normal", "ao");
    two.putAll(SmallShelf.set("net_mesh", 9, "basecolor", "roughness"));
    two.put(
        "licence.txt",
        "SPDX-License-Identifier: CC0-1.0\nSource: Pebblejar\n".getBytes(StandardCharsets.UTF_8));
    file(shelf, "harbour_nets.zip", two);
  }

  /** Every delivered file and record on the shelf, with its hash. */
  private Map<String, String> files() throws IOException {
    Map<String, String> out = new TreeMap<>();
    try (var all = Files.walk(root.resolve("packs"))) {
      for (Path p : all.filter(Files::isRegularFile).toList()) {
        out.put(root.relativize(p).toString(), Hashes.sha256(p));
      }
    }
    return out;
  }

  private static List<String> names(Shelf shelf) {
    return shelf.catalogue().items().stream().map(s -> s.item().name()).toList();
  }

  private static BinEntry letGo(Shelf shelf, String go, String keep, boolean combine)
      throws ShelfException {
    ShelvedItem k = keep == null ? null : shelf.item(keep);
    return shelf.lettingGo().run(shelf.lettingGo().plan(shelf.item(go), k, combine));
  }

  @Test
  void aWholePackGoesAndComesBackByteForByte() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      Map<String, String> before = files();
      List<ShelvedItem> items = shelf.catalogue().items();
      BinEntry e = letGo(shelf, "tarred_rope", "shore_cord", false);
      assertThat(names(shelf)).containsExactly("Net Mesh", "Shore Cord");
      assertThat(files().keySet()).noneMatch(f -> f.contains("tarred"));
      assertThat(shelf.item("shore_cord").item().also())
          .extracting(Origin::name)
          .containsExactly("Tarred Rope");
      assertThat(e.bytes()).isPositive();
      assertThat(shelf.bin().entries()).hasSize(1);
      shelf.bin().bringBack(shelf.bin().entries().getFirst());
      assertThat(files()).isEqualTo(before);
      assertThat(shelf.catalogue().items()).isEqualTo(items);
      assertThat(shelf.bin().entries()).isEmpty();
      assertThat(root.resolve(Bin.FOLDER)).isEmptyDirectory();
    }
  }

  @Test
  void oneItemOfAPackGoesAndThePackSaysWhereItsPicturesLive() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      Map<String, String> before = files();
      String pack = shelf.item("shore_cord").pack().id();
      BinEntry e = letGo(shelf, "shore_cord", "tarred_rope", false);
      PackRecord left = shelf.catalogue().pack(pack).orElseThrow();
      assertThat(left.items()).extracting(i -> i.key()).containsExactly("net_mesh");
      assertThat(left.files())
          .filteredOn(f -> f.path().contains("cord_basecolor"))
          .singleElement()
          .satisfies(f -> assertThat(f.elsewhere()).endsWith("tarred_rope_basecolor.png"));
      // A freer licence stays on record with what was kept.
      assertThat(shelf.item("tarred_rope").item().also())
          .extracting(Origin::licence)
          .containsExactly("CC0-1.0");
      shelf.bin().bringBack(e);
      assertThat(files()).isEqualTo(before);
    }
  }

  @Test
  void theBestOfBothStandsAsOneItem() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      Map<String, String> before = files();
      int maps = shelf.item("tarred_rope").item().maps().size();
      BinEntry e = letGo(shelf, "shore_cord", "tarred_rope", true);
      ShelvedItem rope = shelf.item("tarred_rope");
      assertThat(rope.item().maps()).hasSize(maps + 1);
      assertThat(names(shelf)).containsExactly("Net Mesh", "Tarred Rope");
      rope.item()
          .maps()
          .forEach(m -> assertThat(shelf.folder().resolve(rope.path(m))).isRegularFile());
      shelf.bin().bringBack(e);
      assertThat(files()).isEqualTo(before);
      assertThat(names(shelf)).containsExactly("Net Mesh", "Shore Cord", "Tarred Rope");
    }
  }

  @Test
  void whatWasTypedMeanwhileStays() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      BinEntry e = letGo(shelf, "shore_cord", "tarred_rope", false);
      shelf
          .editing()
          .set(
              List.of(shelf.item("net_mesh").item().id()), keepshelf.core.edit.Field.TILE, "0.7 m");
      shelf
          .editing()
          .set(
              List.of(shelf.item("tarred_rope").item().id()),
              keepshelf.core.edit.Field.TILE,
              "0.3 m");
      shelf.bin().bringBack(e);
      assertThat(shelf.item("net_mesh").item().tileMetres()).isEqualTo(0.7);
      assertThat(shelf.item("tarred_rope").item().tileMetres()).isEqualTo(0.3);
      assertThat(shelf.item("tarred_rope").item().also()).isEmpty();
    }
  }

  @Test
  void entriesComeBackInAnyOrder() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      Map<String, String> before = files();
      BinEntry cord = letGo(shelf, "shore_cord", "tarred_rope", false);
      BinEntry net = letGo(shelf, "net_mesh", null, false);
      assertThat(names(shelf)).containsExactly("Tarred Rope");
      shelf.bin().bringBack(cord);
      assertThat(names(shelf)).containsExactly("Shore Cord", "Tarred Rope");
      shelf.bin().bringBack(net);
      assertThat(names(shelf)).containsExactly("Net Mesh", "Shore Cord", "Tarred Rope");
      assertThat(files()).isEqualTo(before);
    }
  }

  @Test
  void installationsFollowWhatIsKept() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      Path host = Files.createDirectory(dir.resolve("host"));
      shelf.installer().addHost(new HostRecord("Lanternhouse", "lanternhouse", host.toString()));
      ShelvedItem cord = shelf.item("shore_cord");
      var plan = shelf.installer().plan(cord, shelf.catalogue().hosts().getFirst(), null, null);
      shelf.installer().install(plan, Progress.NONE);
      assertThat(state(shelf)).isEqualTo("current");
      BinEntry e = letGo(shelf, "shore_cord", "tarred_rope", false);
      assertThat(shelf.usedIn())
          .containsExactly(
              Map.entry(shelf.item("tarred_rope").item().id(), List.of("Lanternhouse")));
      // The files are identical, so the host shows what is kept.
      assertThat(state(shelf)).isEqualTo("current");
      shelf.bin().bringBack(e);
      assertThat(shelf.usedIn()).containsOnlyKeys(cord.item().id());
      assertThat(state(shelf)).isEqualTo("current");
    }
  }

  private static String state(Shelf shelf) {
    var i = shelf.catalogue().installations().getFirst();
    return shelf.installer().state(i).kind().id();
  }

  @Test
  void anInstallationOfWhatWasLetGoIsRenewedInItsPlace() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      Path host = Files.createDirectory(dir.resolve("host"));
      shelf.installer().addHost(new HostRecord("Lanternhouse", "lanternhouse", host.toString()));
      var plan =
          shelf
              .installer()
              .plan(shelf.item("net_mesh"), shelf.catalogue().hosts().getFirst(), null, null);
      var before = shelf.installer().install(plan, Progress.NONE);
      letGo(shelf, "net_mesh", "tarred_rope", false);
      var stale = shelf.catalogue().installations().getFirst();
      assertThat(state(shelf)).isEqualTo("outdated");
      assertThat(shelf.installer().state(stale).problems().getFirst().message())
          .contains("Tarred Rope")
          .contains("what changes");
      var renewal = shelf.installer().renewal(shelf.catalogue().installations().getFirst());
      var after = shelf.installer().install(renewal, Progress.NONE);
      assertThat(Path.of(after.document()).getParent())
          .isEqualTo(Path.of(before.document()).getParent());
      assertThat(shelf.catalogue().installations()).hasSize(1);
      assertThat(state(shelf)).isEqualTo("current");
      assertThat(after.item()).isEqualTo(shelf.item("tarred_rope").item().id());
    }
  }

  @Test
  void theLastSoundCopyNeverGoes() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      ShelvedItem rope = shelf.item("tarred_rope");
      Path map = shelf.folder().resolve(rope.path(rope.item().maps().getFirst()));
      byte[] was = Files.readAllBytes(map);
      Map<String, String> before = files();
      was[was.length / 2] ^= 1;
      Files.write(map, was);
      assertThatThrownBy(() -> letGo(shelf, "shore_cord", "tarred_rope", false))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("not what was delivered");
      Files.delete(map);
      assertThatThrownBy(() -> letGo(shelf, "shore_cord", "tarred_rope", false))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("is missing");
      before.keySet().removeIf(f -> f.endsWith(map.getFileName().toString()));
      assertThat(files()).isEqualTo(before);
      assertThat(shelf.bin().entries()).isEmpty();
    }
  }

  @Test
  void aTakenPlaceIsNotOverwritten() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      ShelvedItem cord = shelf.item("shore_cord");
      BinEntry e = letGo(shelf, "shore_cord", "tarred_rope", false);
      Path place = shelf.folder().resolve(cord.path(cord.item().maps().getFirst()));
      Files.writeString(place, "something of the user's");
      assertThatThrownBy(() -> shelf.bin().bringBack(e))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("something else stands at");
      assertThat(place).hasContent("something of the user's");
      Files.delete(place);
      shelf.bin().bringBack(e);
      assertThat(names(shelf)).contains("Shore Cord");
    }
  }

  /** Stands for a process that dies at a step. */
  private static final class Died extends Error {
    private static final long serialVersionUID = 1;
  }

  @Test
  void aProcessThatDiesAtAnyStepLosesNothing() throws Exception {
    List<String> steps = new ArrayList<>();
    int total = 1;
    for (int at = 0; at <= total; at++) {
      Path here = dir.resolve("at" + at);
      root = here;
      Map<String, String> before;
      copyTo(here);
      try (Shelf shelf = Shelf.open(here)) {
        before = files();
        steps.clear();
        int stop = at;
        Bin bin =
            new Bin(
                shelf.folder(),
                shelf.catalogue(),
                step -> {
                  steps.add(step);
                  if (steps.size() == stop) {
                    throw new Died();
                  }
                });
        LettingGo go = new LettingGo(shelf.folder(), shelf.catalogue(), bin);
        var plan = go.plan(shelf.item("shore_cord"), shelf.item("tarred_rope"), true);
        try {
          go.run(plan);
          total = steps.size();
        } catch (Died e) {
          assertThat(steps).hasSize(stop);
        }
      }
      try (Shelf shelf = Shelf.open(here)) {
        assertThat(names(shelf)).as("after step %d", at).containsExactly("Net Mesh", "Tarred Rope");
        assertThat(shelf.bin().entries()).hasSize(1);
        shelf.bin().bringBack(shelf.bin().entries().getFirst());
        assertThat(files()).isEqualTo(before);
        assertThat(shelf.folder().journal()).isEmptyDirectory();
      }
    }
    assertThat(total).isGreaterThan(5);
  }

  @Test
  void emptyingFreesTheMeasuredBytes() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      ShelvedItem cord = shelf.item("shore_cord");
      letGo(shelf, "shore_cord", "tarred_rope", false);
      assertThat(shelf.bin().empty(shelf.bin().entries())).isEqualTo(cord.item().bytes());
      assertThat(shelf.bin().entries()).isEmpty();
    }
  }

  @Test
  void identicalFilesShareTheirBytesAndPartAgain() throws Exception {
    root = dir.resolve("other");
    try (Shelf shelf = Shelf.open(root)) {
      Map<String, byte[]> a = SmallShelf.set("hull_plate", 5, "basecolor", "ao");
      Map<String, byte[]> b = SmallShelf.set("sea_brass", 6, "basecolor");
      b.put("sea_brass_ao.png", a.get("hull_plate_ao.png"));
      file(shelf, "hull_plate.zip", a);
      file(shelf, "sea_brass.zip", b);
      Map<String, String> before = files();
      var found = shelf.duplicates(true, n -> {});
      assertThat(found.files()).hasSize(1);
      List<String> paths = found.files().getFirst().members().stream().map(p -> p.path()).toList();
      BinEntry e = shelf.links().link("hull_plate_ao.png", paths);
      assertThat(e.bytes()).isEqualTo(a.get("hull_plate_ao.png").length);
      Path one = shelf.folder().resolve(paths.get(0));
      Path two = shelf.folder().resolve(paths.get(1));
      assertThat(Files.getAttribute(one, "unix:ino"))
          .isEqualTo(Files.getAttribute(two, "unix:ino"));
      assertThat(files()).isEqualTo(before);
      // Done twice frees nothing more.
      assertThat(shelf.links().link("hull_plate_ao.png", paths).bytes()).isZero();
      shelf.links().part(shelf.bin().entries().getFirst());
      assertThat(Files.getAttribute(one, "unix:ino"))
          .isNotEqualTo(Files.getAttribute(two, "unix:ino"));
      assertThat(files()).isEqualTo(before);
      Files.write(two, new byte[] {1});
      assertThatThrownBy(() -> shelf.links().link("hull_plate_ao.png", paths))
          .isInstanceOf(ShelfException.class)
          .hasMessageContaining("not identical");
    }
  }

  /** Killed while the record of an entry is written, before anything else is done. */
  @Test
  void anEntryThatWasNeverWrittenLeavesNothing() throws Exception {
    try (Shelf shelf = Shelf.open(root)) {
      letGo(shelf, "tarred_rope", null, false);
    }
    Path half = Files.createDirectories(root.resolve(Bin.FOLDER).resolve("b0000-made-up"));
    Process dead = new ProcessBuilder("true").start();
    dead.waitFor();
    Files.writeString(half.resolve("entry.json." + dead.pid() + "-4747054.new"), "{");
    Path written = Files.createDirectories(root.resolve(Bin.FOLDER).resolve("b0001-made-up"));
    Path alive =
        Files.writeString(
            written.resolve("entry.json." + ProcessHandle.current().pid() + "-1.new"), "{");
    try (Shelf shelf = Shelf.open(root)) {
      assertThat(half).doesNotExist();
      assertThat(alive).as("of a process that goes on").exists();
      assertThat(shelf.bin().entries()).hasSize(1);
    }
  }
}
