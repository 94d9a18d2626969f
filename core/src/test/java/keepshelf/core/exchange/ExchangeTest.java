package keepshelf.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipFile;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.edit.Field;
import keepshelf.core.licensing.Answer;
import keepshelf.core.licensing.Licence;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;

class ExchangeTest extends OnSmallShelf {
  private void mark() throws Exception {
    List<String> rope = List.of(SmallShelf.id(shelf, "tarred_rope"));
    shelf
        .editing()
        .set(
            rope,
            Map.of(
                Field.TAGS, "wet, \"quoted\"",
                Field.NOTES, "two\nlines, and a comma",
                Field.TILE, "0.35 m",
                Field.LICENCE, "LicenseRef-Rope",
                Field.PRICE, "12,50 €"));
    shelf
        .licences()
        .put(
            new Licence(
                "LicenseRef-Rope",
                "Rope terms",
                null,
                Answer.YES,
                Answer.NO,
                null,
                null,
                null,
                null,
                null,
                null,
                2,
                false,
                "Ask first."));
  }

  @Test
  void whatIsExportedComesBackOnAnotherCopyOfTheShelf() throws Exception {
    mark();
    for (String ending : List.of(".json", ".csv")) {
      Path file = dir.resolve("catalogue" + ending);
      assertThat(shelf.export().write(file, ShareProgress.NONE)).isEqualTo(4);
      Path other = SmallShelf.copy(dir.resolve("other" + ending));
      try (Shelf s = Shelf.open(other)) {
        Map<String, String> before = SmallShelf.files(other);
        CatalogueImport.Imported r = s.importing().read(file);
        assertThat(r.problems()).isEmpty();
        assertThat(r.changed()).isEqualTo(1);
        for (Field f : Field.values()) {
          assertThat(f.read(s.item("tarred_rope")))
              .as(ending + " " + f)
              .isEqualTo(f.read(shelf.item("tarred_rope")));
        }
        assertThat(s.licences().find("LicenseRef-Rope").isPresent())
            .isEqualTo(ending.equals(".json"));
        s.editing().undo(r.edited());
        assertThat(SmallShelf.files(other)).isEqualTo(before);
      }
    }
  }

  @Test
  void linesThatMakeNoSenseAreSaidAndTheRestIsTaken() throws Exception {
    String rope = SmallShelf.id(shelf, "tarred_rope");
    String mesh = SmallShelf.id(shelf, "net_mesh");
    Path csv = dir.resolve("table.csv");
    Files.writeString(
        csv,
        "\uFEFFid,tile,tags,unknown column\n"
            + rope
            + ",wide,new,x\n"
            + mesh
            + ",0.2 m,,x\nnobody,1 m,,x\n");
    CatalogueImport.Imported r = shelf.importing().read(csv);
    assertThat(r.problems()).hasSize(2);
    assertThat(r.problems())
        .anyMatch(p -> p.message().contains("line 4") && p.message().contains("nobody"));
    assertThat(r.problems()).anyMatch(p -> p.message().contains("wide"));
    assertThat(Field.TAGS.read(shelf.item("tarred_rope"))).isEqualTo("new");
    assertThat(Field.TILE.read(shelf.item("net_mesh"))).isEqualTo("0.2 m");
  }

  @Test
  void otherFilesAreRefused() throws Exception {
    Map<String, String> files = SmallShelf.files(root);
    refused("x.json", "{\"format\":\"something else\",\"packs\":[]}", "was exported here");
    refused("y.json", "not json at all", "not a catalogue");
    refused("z.json", "{\"format\":\"keep-shelf-catalogue\",\"version\":99}", "newer");
    refused("a.csv", "name,tile\nRope,1 m\n", "no column");
    refused("b.csv", "id,tile\n\"open quote,1\n", "b.csv");
    assertThatThrownBy(() -> shelf.importing().read(dir.resolve("gone.json")))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("gone.json");
    assertThat(SmallShelf.files(root)).isEqualTo(files);
    refused(
        "l.json", "{\"licences\":[{\"id\":\"LicenseRef-X\"}],\"format\":\"other\"}", "exported");
    assertThat(shelf.licences().own()).isEmpty();
  }

  private void refused(String name, String text, String says) throws Exception {
    Path f = dir.resolve(name);
    Files.writeString(f, text, StandardCharsets.UTF_8);
    assertThatThrownBy(() -> shelf.importing().read(f))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining(says);
  }

  @Test
  void aBackupIsAShelfAgain() throws Exception {
    mark();
    Path zip = dir.resolve("backup.zip");
    shelf.backup().write(zip, true, ShareProgress.NONE);
    Path back = dir.resolve("back");
    unzip(zip, back);
    assertThat(SmallShelf.files(back)).isEqualTo(SmallShelf.files(root));
    try (Shelf s = Shelf.open(back)) {
      assertThat(s.recovered()).isEmpty();
      assertThat(s.catalogue().items()).isEqualTo(shelf.catalogue().items());
      assertThat(s.licences().find("LicenseRef-Rope")).isPresent();
      assertThat(s.check().run(true, ShareProgress.NONE).broken()).isEmpty();
    }
    assertThatThrownBy(() -> shelf.backup().write(zip, false, ShareProgress.NONE))
        .hasMessageContaining("there already");
    Path records = dir.resolve("records.zip");
    assertThat(shelf.backup().write(records, false, ShareProgress.NONE))
        .isLessThan(Files.size(zip));
    try (ZipFile z = new ZipFile(records.toFile())) {
      assertThat(z.stream().map(e -> e.getName())).noneMatch(n -> n.endsWith(".png"));
    }
  }

  private static void unzip(Path zip, Path to) throws Exception {
    try (ZipFile z = new ZipFile(zip.toFile())) {
      for (var e : z.stream().toList()) {
        Path f = to.resolve(e.getName());
        Files.createDirectories(f.getParent());
        try (var in = z.getInputStream(e)) {
          Files.copy(in, f);
        }
      }
    }
  }

  @Test
  void aShelfIsMovedAsAWhole() throws Exception {
    Map<String, String> files = SmallShelf.files(root);
    shelf.close();
    Path to = dir.resolve("new place/shelf");
    ShelfMove.move(root, to, ShareProgress.NONE);
    assertThat(root).doesNotExist();
    assertThat(SmallShelf.files(to)).isEqualTo(files);
    shelf = Shelf.open(to);
    assertThat(shelf.catalogue().items()).hasSize(4);
    assertThat(shelf.check().run(true, ShareProgress.NONE).broken()).isEmpty();
  }

  @Test
  void aShelfStaysWhenItCannotBeMoved() throws Exception {
    Path full = Files.createDirectories(dir.resolve("full"));
    Files.writeString(full.resolve("mine.txt"), "x");
    assertThatThrownBy(() -> ShelfMove.move(root, full, ShareProgress.NONE))
        .hasMessageContaining("not empty");
    assertThatThrownBy(() -> ShelfMove.move(root, root.resolve("packs/inside"), ShareProgress.NONE))
        .hasMessageContaining("inside the shelf");
    assertThat(shelf.catalogue().items()).hasSize(4);
    assertThat(full.resolve("mine.txt")).hasContent("x");
  }

  @Test
  void aLostDatabaseLosesNothing() throws Exception {
    mark();
    var before = shelf.catalogue().items();
    shelf.close();
    Files.delete(root.resolve(".keepshelf/catalogue.db"));
    Files.deleteIfExists(root.resolve(".keepshelf/catalogue.db-wal"));
    Files.deleteIfExists(root.resolve(".keepshelf/catalogue.db-shm"));
    shelf = Shelf.open(root);
    assertThat(shelf.catalogue().items()).isEqualTo(before);
    assertThat(SmallShelf.find(shelf, "seagulls wet")).isEmpty();
    assertThat(SmallShelf.find(shelf, "seagulls")).hasSize(2);
    assertThat(SmallShelf.find(shelf, "wet")).hasSize(1);
  }
}
