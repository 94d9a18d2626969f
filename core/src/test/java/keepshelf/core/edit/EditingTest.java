package keepshelf.core.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class EditingTest extends OnSmallShelf {
  private String id(String key) throws Exception {
    return SmallShelf.id(shelf, key);
  }

  private String read(String key, Field f) throws Exception {
    return f.read(shelf.item(key));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "name|Old rope|Old rope",
        "tile|25 cm|0.25 m",
        "tile|1.5|1.5 m",
        "relief|4|4 mm",
        "relief|0.5 cm|5 mm",
        "tags|wet, rope ,Wet|rope, wet",
        "collections|Harbour|Harbour",
        "projects|Tideline, Harbour Museum panels, tideline|Harbour Museum panels, Tideline",
        "favourite|yes|yes",
        "rating|4|4",
        "notes|two words|two words",
        "source|Own work|Own work",
        "creator|M. Harrow|M. Harrow",
        "licence|CC0-1.0|CC0-1.0",
        "page|https://pebblejar.example/rope|https://pebblejar.example/rope",
        "pack|Ropes|Ropes",
        "version|v2.1|2.1",
        "bought|2026-03-04|2026-03-04",
        "price|12 €|12 €",
        "order|PJ-77|PJ-77",
        "seats|3|3",
        "until|2027-01-01|2027-01-01"
      })
  void everyFieldIsSetReadAndKeptBesideThePack(String field, String typed, String kept)
      throws Exception {
    Field f = Field.ofId(field).orElseThrow();
    String id = id("tarred_rope");
    String before = f.read(shelf.catalogue().item(id).orElseThrow());
    Edited e = shelf.editing().set(List.of(id), f, typed);
    assertThat(f.read(shelf.catalogue().item(id).orElseThrow())).isEqualTo(kept);
    // A lost database loses nothing of it.
    shelf.rebuild();
    assertThat(f.read(shelf.catalogue().item(id).orElseThrow())).isEqualTo(kept);
    shelf.editing().undo(e);
    assertThat(f.read(shelf.catalogue().item(id).orElseThrow())).isEqualTo(before);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "tile|wide|write it like",
        "tile|-3|write it like",
        "tile|99999|out of range",
        "name|'  '|needs a name",
        "seats|0|no number of seats",
        "bought|yesterday|2026-03-04",
        "favourite|perhaps|neither",
        "rating|6|1 to 5",
        "rating|good|1 to 5"
      })
  void nonsenseIsRefusedAndNothingChanges(String field, String typed, String says)
      throws Exception {
    Map<String, String> files = SmallShelf.files(root);
    Field f = Field.ofId(field).orElseThrow();
    assertThatThrownBy(
            () -> shelf.editing().set(List.of(id("tarred_rope"), id("net_mesh")), f, typed))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining(says);
    assertThat(SmallShelf.files(root)).isEqualTo(files);
  }

  @Test
  void manyItemsAreOneUndoableChange() throws Exception {
    Map<String, String> files = SmallShelf.files(root);
    List<String> all = new ArrayList<>();
    shelf.catalogue().items().forEach(s -> all.add(s.item().id()));
    Edited e = shelf.editing().set(all, Map.of(Field.TAGS, "+shore", Field.LICENCE, "CC-BY-4.0"));
    assertThat(e.items()).isEqualTo(4);
    // One pack had the licence already, so three packs changed: it for its tags only.
    assertThat(e.after()).hasSize(3);
    assertThat(shelf.catalogue().items())
        .allMatch(s -> s.item().marks().tags().equals(List.of("shore")))
        .allMatch(s -> "CC-BY-4.0".equals(s.pack().licence()));
    Edited undone = shelf.editing().undo(e);
    assertThat(SmallShelf.files(root)).isEqualTo(files);
    shelf.editing().redo(e);
    assertThat(read("net_mesh", Field.TAGS)).isEqualTo("shore");
    assertThat(undone.after()).hasSize(3);
  }

  @Test
  void tagsAreAddedAndTakenAway() throws Exception {
    List<String> rope = List.of(id("tarred_rope"));
    shelf.editing().set(rope, Field.TAGS, "wet, old");
    shelf.editing().set(rope, Field.TAGS, "+mooring, -OLD");
    assertThat(read("tarred_rope", Field.TAGS)).isEqualTo("mooring, wet");
  }

  @Test
  void undoRefusesWhatWasChangedSince() throws Exception {
    List<String> rope = List.of(id("tarred_rope"));
    Edited first = shelf.editing().set(rope, Field.TILE, "1 m");
    shelf.editing().set(rope, Field.TILE, "2 m");
    assertThatThrownBy(() -> shelf.editing().undo(first)).hasMessageContaining("changed again");
    assertThat(read("tarred_rope", Field.TILE)).isEqualTo("2 m");
  }

  @Test
  void theChangeOfALicenceIsDated() throws Exception {
    List<String> mesh = List.of(id("net_mesh"));
    shelf.editing().set(mesh, Field.LICENCE, "LicenseRef-Pebblejar");
    ShelvedItem s = shelf.item("net_mesh");
    String today = java.time.LocalDate.now().toString();
    assertThat(s.pack().earlierLicences()).hasSize(1);
    assertThat(s.pack().licenceOn("2020-01-01")).isEqualTo("CC0-1.0");
    assertThat(s.pack().licenceOn(today)).isEqualTo("LicenseRef-Pebblejar");
  }

  @Test
  void itemsAreJoinedAndComeApartAgain() throws Exception {
    String cord = id("shore_cord");
    String rope = id("tarred_rope");
    Edited e = shelf.editing().merge(cord, List.of(rope));
    assertThat(shelf.catalogue().items()).hasSize(3);
    assertThat(shelf.catalogue().item(rope).orElseThrow().item().id()).isEqualTo(cord);
    assertThat(shelf.catalogue().item(cord).orElseThrow().item().maps()).hasSize(5);
    assertThat(SmallShelf.find(shelf, "tarred"))
        .as("its words lead to the whole")
        .containsExactly("shore_cord");
    shelf.editing().undo(e);
    assertThat(shelf.catalogue().items()).hasSize(4);
  }

  @Test
  void mapsAreSplitOff() throws Exception {
    ShelvedItem cord = shelf.item("shore_cord");
    List<String> normal =
        cord.item().maps().stream()
            .filter(m -> m.path().contains("normal"))
            .map(cord::path)
            .toList();
    Edited e = shelf.editing().split(cord.item().id(), normal, "Cord relief");
    ShelvedItem made = shelf.item("cord_relief");
    assertThat(made.item().maps())
        .extracting(MapRecord::fileName)
        .containsExactly("shore_cord_normal.png");
    assertThat(shelf.item("shore_cord").item().maps()).hasSize(2);
    assertThat(made.path(made.item().maps().getFirst())).isEqualTo(normal.getFirst());
    shelf.editing().undo(e);
    assertThat(shelf.item("shore_cord").item().maps()).hasSize(3);
    List<String> all = cord.item().maps().stream().map(cord::path).toList();
    assertThatThrownBy(() -> shelf.editing().split(cord.item().id(), all, "All"))
        .hasMessageContaining("all of its maps");
    assertThatThrownBy(() -> shelf.editing().split(cord.item().id(), List.of(), "None"))
        .hasMessageContaining("none of its maps");
  }

  @Test
  void anItemMovesToAnotherPackWithItsFilesAndBack() throws Exception {
    Map<String, String> files = SmallShelf.files(root);
    ShelvedItem mesh = shelf.item("net_mesh");
    String brass = shelf.item("sea_worn_brass").pack().id();
    Edited e = shelf.editing().moveTo(mesh.item().id(), brass);
    ShelvedItem moved = shelf.item("net_mesh");
    assertThat(moved.pack().source()).isEqualTo("Gantry Nine");
    assertThat(moved.item().id()).isEqualTo(mesh.item().id());
    for (MapRecord m : moved.item().maps()) {
      assertThat(shelf.folder().resolve(moved.path(m))).exists();
    }
    assertThat(shelf.check().run(true, keepshelf.core.disk.ShareProgress.NONE).broken()).isEmpty();
    assertThat(SmallShelf.find(shelf, "source:gantry")).hasSize(2);
    shelf.editing().undo(e);
    assertThat(SmallShelf.files(root)).isEqualTo(files);
    assertThatThrownBy(() -> shelf.editing().moveTo(id("tarred_rope"), brass))
        .hasMessageContaining("only item");
  }

  /** Wherever a process dies in a change of many packs, the next start finishes it. */
  @Test
  void aChangeThatWasInterruptedIsFinished() throws Exception {
    List<String> steps = new ArrayList<>();
    List<String> all = new ArrayList<>();
    shelf.catalogue().items().forEach(s -> all.add(s.item().id()));
    new Editing(shelf.folder(), shelf.catalogue(), steps::add).set(all, Field.TAGS, "seen");
    assertThat(steps).hasSize(5);
    for (String step : steps) {
      Path copy = SmallShelf.copy(dir.resolve("copy" + steps.indexOf(step)));
      try (Shelf s = Shelf.open(copy)) {
        Editing dying =
            new Editing(
                s.folder(),
                s.catalogue(),
                at -> {
                  if (at.equals(step)) {
                    throw new Dead();
                  }
                });
        assertThatThrownBy(() -> dying.set(all, Field.TAGS, "seen")).isInstanceOf(Dead.class);
      }
      try (Shelf s = Shelf.open(copy)) {
        assertThat(s.catalogue().items())
            .as("died at %s", step)
            .allMatch(x -> x.item().marks().tags().equals(List.of("seen")));
        assertThat(s.folder().journal()).isEmptyDirectory();
      }
    }
  }

  /** Stands for a process that is gone: no code of ours runs after it. */
  private static final class Dead extends Error {
    private static final long serialVersionUID = 1;
  }

  @Test
  void twoWindowsOnOneShelfSeeEachOther() throws Exception {
    try (Shelf other = Shelf.open(root)) {
      long before = shelf.catalogue().version();
      other.editing().set(List.of(id("tarred_rope")), Field.TILE, "0.7 m");
      assertThat(shelf.catalogue().version()).isNotEqualTo(before);
      assertThat(read("tarred_rope", Field.TILE)).isEqualTo("0.7 m");
      shelf.editing().set(List.of(id("tarred_rope")), Field.TAGS, "a");
      assertThat(Field.TILE.read(other.item("tarred_rope"))).isEqualTo("0.7 m");
      assertThat(Field.TAGS.read(other.item("tarred_rope"))).isEqualTo("a");
    }
  }

  @Test
  void anInvoiceIsKeptBesideItsPackAndUndone() throws Exception {
    Path paper = Files.writeString(dir.resolve("Rechnung № 7.pdf"), "paid");
    String rope = SmallShelf.id(shelf, "tarred_rope");
    Edited e = shelf.editing().invoice(rope, paper);
    String at = shelf.item("tarred_rope").pack().purchase().invoice();
    assertThat(shelf.folder().resolve(at)).hasContent("paid");
    assertThat(at).endsWith(".pdf").doesNotContain(" ");
    // Another paper of the same name does not take its place; the same one is not kept twice.
    Path other = Files.createDirectories(dir.resolve("later")).resolve("Rechnung № 7.pdf");
    Files.writeString(other, "another");
    shelf.editing().invoice(rope, other);
    assertThat(shelf.item("tarred_rope").pack().purchase().invoice()).isNotEqualTo(at);
    assertThat(shelf.folder().resolve(at)).hasContent("paid");
    shelf.editing().invoice(rope, paper);
    assertThat(shelf.item("tarred_rope").pack().purchase().invoice()).isEqualTo(at);
    assertThatThrownBy(() -> shelf.editing().invoice(rope, dir.resolve("gone.pdf")))
        .isInstanceOf(ShelfException.class);
    assertThat(e.isNothing()).isFalse();
  }
}
