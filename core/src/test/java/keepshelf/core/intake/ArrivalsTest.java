package keepshelf.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import keepshelf.core.Shelf;
import keepshelf.core.TestPacks;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.kin.Kinship.Relation;
import keepshelf.core.disk.Progress;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.names.NamingHabit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is known about an arrival beside its files: kin on the shelf, habits, purchase, models. */
class ArrivalsTest {
  @TempDir Path dir;

  private Path set(String name, String version, String extra) throws Exception {
    Map<String, byte[]> m = new LinkedHashMap<>();
    m.put("rope_1k_diff.png", TestPacks.png(TestPacks.colour(64, 1)));
    m.put("rope_1k_nor.png", TestPacks.png(TestPacks.normal(128, 2, true)));
    m.put("rope_1k_detail.png", TestPacks.png(TestPacks.grey(64, version.length() + 3)));
    if (extra != null) {
      m.put(extra, TestPacks.png(TestPacks.grey(64, 9)));
    }
    m.put(
        "about.txt",
        ("Source: Brinewell Surfaces\nVersion: " + version + "\n")
            .getBytes(java.nio.charset.StandardCharsets.UTF_8));
    return TestPacks.zip(dir.resolve(name), m);
  }

  @Test
  void newerAndOlderVersionsAreSaidAndFiledAsThat() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      Arrival first = shelf.read(set("rope v1.zip", "1", null).toString(), Progress.NONE);
      assertThat(shelf.kin(first)).isEmpty();
      PackRecord filed = shelf.file(first, Filing.Wishes.NONE, Progress.NONE).pack();
      Arrival newer =
          shelf.read(set("rope v1.2.zip", "1.2", "rope_1k_ao.png").toString(), Progress.NONE);
      ArrivalKin kin = shelf.kin(newer).orElseThrow();
      assertThat(kin.kinship().relation()).isEqualTo(Relation.NEWER_VERSION);
      assertThat(kin.kinship().pack()).isEqualTo(filed.id());
      assertThat(kin.changes().added()).containsExactly("rope_1k_ao.png");
      assertThat(kin.changes().changed())
          .contains("rope_1k_detail.png")
          .doesNotContain("rope_1k_diff.png");
      assertThat(kin.sentence()).contains("newer than").contains("1 file added");
      Filing.Wishes as = new Filing.Wishes(null, null, null, null, null, kin.kinship());
      PackRecord second = shelf.file(newer, as, Progress.NONE).pack();
      assertThat(shelf.catalogue().pack(second.id()).orElseThrow().kin()).isEqualTo(kin.kinship());
      Arrival older = shelf.read(set("rope v0.9.zip", "0.9", null).toString(), Progress.NONE);
      assertThat(shelf.kin(older).orElseThrow().kinship().relation())
          .isEqualTo(Relation.OLDER_VERSION);
      shelf.dismiss(older);
    }
  }

  @Test
  void aCorrectionBecomesAHabitOfThatSourceOnly() throws Exception {
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      String path = set("rope.zip", "1", null).toString();
      Arrival a = shelf.read(path, Progress.NONE);
      assertThat(map(a, "rope_1k_detail.png")).isNull();
      var file =
          a.recognition().loose().stream()
              .map(l -> l.file())
              .filter(f -> f.name().equals("rope_1k_detail.png"))
              .findFirst()
              .orElseThrow();
      NamingHabit habit =
          NamingHabit.learn("Brinewell Surfaces", file, "rope", MapRole.CAVITY).orElseThrow();
      assertThat(habit.word()).isEqualTo("detail");
      shelf.catalogue().remembered().putHabit(habit);
      shelf.dismiss(a);
      Arrival again = shelf.read(path, Progress.NONE);
      RecognisedMap learned = map(again, "rope_1k_detail.png");
      assertThat(learned.role()).isEqualTo(MapRole.CAVITY);
      assertThat(learned.verdict().sentences()).anyMatch(r -> r.contains("you said before"));
      shelf.dismiss(again);
      shelf.catalogue().remembered().removeHabit(habit);
      shelf
          .catalogue()
          .remembered()
          .putHabit(new NamingHabit("Pebblejar", "detail", MapRole.CAVITY));
      Arrival other = shelf.read(path, Progress.NONE);
      assertThat(map(other, "rope_1k_detail.png")).isNull();
      shelf.dismiss(other);
    }
  }

  private static RecognisedMap map(Arrival a, String name) {
    return a.recognition().items().stream()
        .flatMap(i -> i.maps().stream())
        .filter(m -> m.file().name().equals(name))
        .findFirst()
        .orElse(null);
  }

  @Test
  void thePurchaseAndItsInvoiceAreKept() throws Exception {
    Path invoice = Files.writeString(dir.resolve("Order BW-2217.pdf"), "paid");
    try (Shelf shelf = Shelf.open(dir.resolve("shelf"))) {
      Arrival a = shelf.read(set("rope.zip", "1", null).toString(), Progress.NONE);
      Purchase p =
          new Purchase("€ 18.00", "2026-03-14", "BW-2217", invoice.toString(), 2, "2027-01");
      Filing.Wishes w = new Filing.Wishes(null, "CC0-1.0", null, "https://x.example", p, null);
      PackRecord pack = shelf.file(a, w, Progress.NONE).pack();
      PackRecord kept = shelf.catalogue().pack(pack.id()).orElseThrow();
      assertThat(kept.purchase().price()).isEqualTo("€ 18.00");
      assertThat(kept.purchase().seats()).isEqualTo(2);
      assertThat(kept.page()).isEqualTo("https://x.example");
      assertThat(shelf.folder().resolve(kept.purchase().invoice())).hasContent("paid");
    }
  }

  @Test
  void modelsTakeTheTexturesOfTheirSlots() throws Exception {
    Path folder = Files.createDirectories(dir.resolve("dory"));
    for (String slot : List.of("Body", "Oars")) {
      Files.write(
          folder.resolve("dory_" + slot + "_BaseColor.png"),
          TestPacks.png(TestPacks.colour(64, 1)));
      Files.write(
          folder.resolve("dory_" + slot + "_Normal.png"),
          TestPacks.png(TestPacks.normal(128, 2, true)));
    }
    Files.writeString(
        folder.resolve("dory.mtl"),
        "newmtl Hull\nmap_Kd dory_Body_BaseColor.png\nnewmtl Oars\nmap_Kd"
            + " dory_Oars_BaseColor.png\n");
    Files.writeString(
        folder.resolve("dory.obj"),
        "mtllib dory.mtl\nv 0 0 0\nv 1 0 0\nv 1 1 0\nv 0 1 2\nusemtl Hull\nf 1 2 3\nf 1 3 4\n"
            + "usemtl Oars\nf 2 3 4\n");
    Files.write(folder.resolve("broken.fbx"), new byte[] {1, 2, 3, 4, 5, 6, 7, 8});
    Arrival a =
        ArrivalReader.read(
            folder.toString(), dir, null, List.of(), PixelWitness.NONE, Progress.NONE);
    assertThat(a.recognition().items()).hasSize(1);
    assertThat(a.recognition().items().getFirst().kind()).isEqualTo(ItemKind.MODEL);
    assertThat(a.recognition().items().getFirst().maps())
        .extracting(RecognisedMap::part)
        .containsExactlyInAnyOrder("Hull", "Hull", "Oars", "Oars");
    assertThat(a.recognition().problems()).anyMatch(p -> p.code().equals("unreadable-model"));
    assertThat(a.recognition().loose())
        .anyMatch(l -> l.reason().contains("3 triangles with 2 material slots"));
  }

  @Test
  void downloadsAreReportedOnceTheyAreComplete() throws Exception {
    Path downloads = Files.createDirectories(dir.resolve("downloads"));
    Files.write(downloads.resolve("old.zip"), new byte[] {1});
    BlockingQueue<Path> arrived = new LinkedBlockingQueue<>();
    try (DownloadsWatch watch = new DownloadsWatch(downloads, 1500, arrived::add)) {
      Path partial = downloads.resolve("rope.zip.part");
      Files.write(partial, new byte[100]);
      Files.writeString(downloads.resolve("notes.txt"), "no");
      Path growing = downloads.resolve("slow.zip");
      List<Long> grown = new ArrayList<>();
      for (int i = 0; i < 6; i++) {
        Files.write(growing, new byte[1000 * (i + 1)]);
        grown.add(Files.size(growing));
        Thread.sleep(100);
        assertThat(arrived).isEmpty();
      }
      assertThat(arrived.poll(20, TimeUnit.SECONDS)).isEqualTo(growing);
      Files.move(partial, downloads.resolve("rope.zip"));
      assertThat(arrived.poll(20, TimeUnit.SECONDS)).isEqualTo(downloads.resolve("rope.zip"));
      assertThat(watch.folder()).isEqualTo(downloads);
    }
    assertThat(arrived).isEmpty();
  }
}
