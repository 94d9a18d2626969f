package keepshelf.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.Edition;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Another resolution of what is on the shelf becomes an edition of the same item. */
class EditionsTest {
  @TempDir Path dir;

  private Path set(int side, String label) throws Exception {
    Map<String, byte[]> m = new LinkedHashMap<>();
    for (String role : List.of("basecolor", "roughness", "normal")) {
      m.put("sea_brass_" + label + "_" + role + ".png", TestPacks.png(strip(side, role)));
    }
    return TestPacks.zip(dir.resolve("sea_brass_" + label + ".zip"), m);
  }

  /** As long as its resolution says, but low, so that the test stays quick. */
  private static Pixels strip(int side, String role) {
    Pixels p =
        switch (role) {
          case "basecolor" -> TestPacks.colour(64, 5);
          case "normal" -> TestPacks.normal(64, 7, true);
          default -> TestPacks.grey(64, 6);
        };
    byte[] out = new byte[side * 64 * p.channels()];
    for (int i = 0; i < side * 64; i++) {
      int from = i / side * 64 + i % side % 64;
      for (int c = 0; c < p.channels(); c++) {
        out[i * p.channels() + c] = (byte) p.level(from * p.channels() + c);
      }
    }
    return Pixels.u8(side, 64, p.channels(), out);
  }

  private static PackRecord takeIn(Shelf shelf, Path zip, boolean accept) throws Exception {
    Arrival a = shelf.read(zip.toString(), Progress.NONE);
    var kin = accept ? shelf.kin(a).orElseThrow().kinship() : null;
    return shelf
        .file(a, new Filing.Wishes(null, null, null, null, null, kin), Progress.NONE)
        .pack();
  }

  @Test
  void threeDownloadsAreOneItemWithThreeEditions() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      PackRecord first = takeIn(shelf, set(1024, "1K"), false);
      PackRecord second = takeIn(shelf, set(2048, "2K"), true);
      takeIn(shelf, set(512, "512"), true);
      List<ShelvedItem> items = shelf.catalogue().items();
      assertThat(items).hasSize(1);
      ShelvedItem s = items.getFirst();
      assertThat(s.item().id()).isEqualTo(first.items().getFirst().id());
      assertThat(s.item().editions())
          .containsExactly(
              new Edition("2K", "png"), new Edition("1K", "png"), new Edition("512", "png"));
      for (MapRecord m : s.item().maps()) {
        assertThat(shelf.folder().resolve(s.path(m))).isRegularFile();
      }
      // Either identifier and the name mean the one item.
      assertThat(shelf.item(second.items().getFirst().id()).item()).isEqualTo(s.item());
      assertThat(shelf.item("sea_brass").item()).isEqualTo(s.item());
      // Each edition can be used.
      Path host = Files.createDirectory(dir.resolve("host"));
      HostRecord lantern = new HostRecord("Lanternhouse", "lanternhouse", host.toString());
      shelf.installer().addHost(lantern);
      var plan = shelf.installer().plan(s, lantern, "2K", null);
      assertThat(shelf.installer().install(plan, Progress.NONE).files()).hasSize(4);
      assertThat(s.item().mapsAt("2K"))
          .extracting(MapRecord::width)
          .containsExactly(2048, 2048, 2048);
      assertThat(s.item().mapsAt("512").stream().filter(m -> m.role() == MapRole.NORMAL))
          .extracting(MapRecord::width)
          .containsExactly(512);
    }
  }

  @Test
  void whatIsNotAcceptedStandsForItself() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      takeIn(shelf, set(512, "512"), false);
      takeIn(shelf, set(1024, "1K"), false);
      assertThat(shelf.catalogue().items()).hasSize(2);
    }
  }

  @Test
  void aLostDatabaseKnowsEditionsAgain() throws Exception {
    Path root = dir.resolve("shelf");
    try (Shelf shelf = Shelf.open(root)) {
      takeIn(shelf, set(512, "512"), false);
      takeIn(shelf, set(1024, "1K"), true);
      shelf
          .editing()
          .set(
              List.of(shelf.item("sea_brass").item().id()),
              keepshelf.core.edit.Field.TILE,
              "0.4 m");
    }
    for (String end : List.of("", "-wal", "-shm")) {
      Files.deleteIfExists(root.resolve(".keepshelf/catalogue.db" + end));
    }
    try (Shelf shelf = Shelf.open(root)) {
      assertThat(shelf.catalogue().items()).hasSize(1);
      assertThat(shelf.catalogue().items().getFirst().item().resolutions())
          .containsExactly("512", "1K");
    }
  }
}
