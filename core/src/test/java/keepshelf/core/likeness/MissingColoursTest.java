package keepshelf.core.likeness;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.Companion;
import keepshelf.imaging.colour.OkLab;
import org.junit.jupiter.api.Test;

/** Every item is found by its colour, whatever became of the catalogue. */
class MissingColoursTest extends OnSmallShelf {
  private Map<String, OkLab> colours() {
    Map<String, OkLab> out = new HashMap<>();
    for (ItemCard c : shelf.catalogue().cards()) {
      if (c.colour() != null) {
        out.put(c.key(), c.colour());
      }
    }
    return out;
  }

  /** A shelf of which only the records beside the packs are left. */
  private void withoutCatalogue() throws Exception {
    shelf.close();
    try (DirectoryStream<Path> all =
        Files.newDirectoryStream(root.resolve(".keepshelf"), "catalogue.*")) {
      for (Path p : all) {
        Files.delete(p);
      }
    }
    shelf = Shelf.open(root);
    shelf.rebuild();
  }

  @Test
  void whatIsMadeIsFoundByItsColourAtOnce() throws Exception {
    ShelvedItem made =
        shelf
            .making()
            .companion()
            .make(shelf.item("tarred_rope"), new Companion.Pick(1, null, null), "Rope plain")
            .item();
    Object hex = made.item().maps().getFirst().recipe().parameters().get("colour");
    assertThat(SmallShelf.find(shelf, "colour:" + hex + " is:made")).containsExactly("rope_plain");
    assertThat(shelf.alikes().colours().look(1, ""))
        .as("nothing is missing")
        .isEqualTo(new MissingColours.Looked(null, 0));
  }

  @Test
  void afterARebuildAllColoursComeBackAFewAtATime() throws Exception {
    Map<String, OkLab> before = colours();
    assertThat(before).hasSizeGreaterThan(2);
    withoutCatalogue();
    assertThat(colours()).isEmpty();
    MissingColours missing = shelf.alikes().colours();
    MissingColours.Looked first = missing.look(1, "");
    assertThat(first.found()).isEqualTo(1);
    assertThat(colours()).hasSize(1);
    MissingColours.Looked rest = missing.look(100, first.last());
    assertThat(rest).isEqualTo(new MissingColours.Looked(null, before.size() - 1));
    assertThat(colours()).isEqualTo(before);
  }

  @Test
  void oneByOneEachIsLookedAtOnce() throws Exception {
    Map<String, OkLab> before = colours();
    withoutCatalogue();
    int found = 0;
    int steps = 0;
    String last = "";
    while (last != null) {
      MissingColours.Looked l = shelf.alikes().colours().look(1, last);
      found += l.found();
      last = l.last();
      steps++;
    }
    assertThat(found).isEqualTo(before.size());
    assertThat(steps).as("and once more to see that there is no other").isEqualTo(found + 1);
  }

  @Test
  void aPictureThatCannotBeReadStopsNoOther() throws Exception {
    Map<String, OkLab> before = colours();
    ShelvedItem rope = shelf.item("tarred_rope");
    Path broken = shelf.folder().resolve(rope.path(rope.item().seen().orElseThrow()));
    withoutCatalogue();
    Files.writeString(broken, "no picture");
    shelf.alikes().colours().look();
    before.remove("tarred_rope");
    assertThat(colours()).isEqualTo(before);
  }
}
