package keepshelf.core.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.DriverManager;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import keepshelf.core.OnSmallShelf;
import keepshelf.core.Shelf;
import keepshelf.core.SmallShelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Edited;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.ShelfException;
import keepshelf.imaging.colour.OkLab;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A search that reads only what has changed finds what one that reads everything finds. */
class RenewedSearchTest extends OnSmallShelf {
  private static final List<String> QUERIES =
      List.of(
          "",
          "r",
          "cord",
          "drift",
          "seagulls",
          "whelk",
          "tag:wet",
          "source:quayside",
          "is:broken",
          "drifft",
          "-cord licence:any",
          "colour:#805030");

  private final Deque<Edited> edited = new ArrayDeque<>();
  private final Deque<BinEntry> letGo = new ArrayDeque<>();

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void whateverIsChanged(long seed) throws Exception {
    Random random = new Random(seed);
    Search renewed = shelf.search();
    for (int step = 0; step < 25; step++) {
      String did = change(shelf, random, step);
      renewed = shelf.search(renewed);
      same(renewed, shelf.search(), "seed " + seed + ", step " + step + ": " + did);
    }
  }

  @Test
  void whatAnotherProcessHasChanged() throws Exception {
    Search renewed = shelf.search();
    try (Shelf other = Shelf.open(root)) {
      for (int step = 0; step < 4; step++) {
        String id = SmallShelf.id(other, "tarred_rope");
        other.editing().set(List.of(id), Field.TAGS, "+other" + step);
        renewed = shelf.search(renewed);
        same(renewed, shelf.search(), "step " + step);
      }
    }
    assertThat(renewed.find(Query.of("tag:other3")).cards()).hasSize(1);
  }

  @Test
  void whatWasReadAheadIsUsedOnceAndSeesLaterChanges() throws Exception {
    shelf.readAhead();
    Search first = shelf.search(null);
    same(first, shelf.search(), "read ahead");
    shelf.readAhead();
    String id = SmallShelf.id(shelf, "tarred_rope");
    shelf.editing().set(List.of(id), Field.TAGS, "late");
    Search late = shelf.search(null);
    assertThat(late.find(Query.of("tag:late")).cards()).hasSize(1);
    same(late, shelf.search(), "changed since it was read ahead");
    // What is known already is not given up for what was read ahead.
    shelf.readAhead();
    assertThat(shelf.search(late).all()).isSameAs(late.all());
  }

  @Test
  void whatIsTheSameStaysTheSameObject() throws Exception {
    Search before = shelf.search();
    String id = SmallShelf.id(shelf, "tarred_rope");
    shelf.editing().set(List.of(id), Field.NAME, "Zinc pail rope");
    Search after = shelf.search(before);
    assertThat(after.all().getLast().name()).isEqualTo("Zinc pail rope");
    for (ItemCard c : before.all()) {
      assertThat(after.card(c.id()) == c).as(c.name()).isEqualTo(!c.id().equals(id));
    }
    assertThat(shelf.search(after).all()).isSameAs(after.all());
  }

  @Test
  void anIndexThatWasTidiedFindsTheSame() throws Exception {
    for (int round = 0; round < 2; round++) {
      for (ItemCard c : shelf.search().all()) {
        // Long texts, so that there are pages enough to be worth merging.
        shelf.editing().set(List.of(c.id()), Field.NOTES, words(c.key().length() + 100 * round));
      }
    }
    Search before = shelf.search();
    assertThat(segments()).isGreaterThan(1);
    shelf.catalogue().tidy();
    assertThat(segments()).isEqualTo(1);
    same(shelf.search(), before, "tidied");
    assertThat(shelf.search().find(Query.of("\"whelk111x7\"")).cards()).hasSize(1);
    assertThat(shelf.search().find(Query.of("\"whelk11x7\"")).cards()).isEmpty();
  }

  private static String words(int i) {
    return IntStream.range(0, 20_000)
        .mapToObj(k -> "whelk" + i + "x" + k)
        .collect(Collectors.joining(" "));
  }

  private int segments() throws Exception {
    try (var c = DriverManager.getConnection("jdbc:sqlite:" + shelf.folder().catalogue());
        var r = c.createStatement().executeQuery("select count(distinct segid) from words_idx")) {
      return r.getInt(1);
    }
  }

  private static void same(Search a, Search b, String as) {
    assertThat(a.all()).as(as).isEqualTo(b.all());
    for (String q : QUERIES) {
      Found x = a.find(Query.of(q));
      Found y = b.find(Query.of(q));
      assertThat(x.cards()).as(as + ", query " + q).isEqualTo(y.cards());
      assertThat(x.facets()).as(as + ", query " + q).isEqualTo(y.facets());
      a.all().forEach(c -> assertThat(x.has(c)).isEqualTo(x.cards().contains(c)));
    }
    b.all().forEach(c -> assertThat(a.broken(c.id())).as(as).isEqualTo(b.broken(c.id())));
  }

  /** One change, chosen at random; says which. */
  private String change(Shelf shelf, Random random, int step) throws Exception {
    List<ItemCard> all = shelf.search().all();
    if (all.isEmpty() && letGo.isEmpty()) {
      return "nothing left";
    }
    int what = all.size() < 2 ? 8 : random.nextInt(11);
    ItemCard one = all.isEmpty() ? null : all.get(random.nextInt(all.size()));
    try {
      return switch (what) {
        case 0 -> edit(shelf, one, Field.NAME, List.of("drift", "Cord", "whelk").get(step % 3));
        case 1 -> edit(shelf, one, Field.TAGS, "+wet, +seen" + step);
        case 2 -> edit(shelf, one, Field.SOURCE, "Quayside Scans " + step);
        case 3 -> edit(shelf, one, Field.LICENCE, step % 2 == 0 ? "CC0-1.0" : "CC-BY-4.0");
        case 4 -> {
          ItemCard other = all.get(random.nextInt(all.size()));
          edited.push(shelf.editing().merge(one.id(), List.of(other.id())));
          yield "merge " + one.name() + ", " + other.name();
        }
        case 5 -> {
          ShelvedItem s = shelf.catalogue().item(one.id()).orElseThrow();
          String path = s.path(s.item().maps().getFirst());
          edited.push(shelf.editing().split(one.id(), List.of(path), "whelk part " + step));
          yield "split " + one.name();
        }
        case 6 -> {
          String pack = all.get(random.nextInt(all.size())).pack().id();
          edited.push(shelf.editing().moveTo(one.id(), pack));
          yield "move " + one.name();
        }
        case 7 -> {
          ShelvedItem s = shelf.catalogue().item(one.id()).orElseThrow();
          letGo.push(shelf.lettingGo().run(shelf.lettingGo().plan(s, null, false)));
          yield "let go " + one.name();
        }
        case 8 -> {
          if (!letGo.isEmpty()) {
            shelf.bin().bringBack(letGo.pop());
            yield "bring back";
          }
          if (!edited.isEmpty()) {
            shelf.editing().undo(edited.pop());
            yield "undo";
          }
          yield "nothing";
        }
        case 9 -> {
          ShelvedItem s = shelf.catalogue().item(one.id()).orElseThrow();
          String path = s.item().maps().getFirst().path();
          shelf
              .catalogue()
              .pictures()
              .putColours(
                  Map.of(s.item().maps().getFirst().sha256(), new OkLab(0.5f, step / 99f, 0.1f)));
          shelf.catalogue().putPackText(one.pack().id(), "whelk broth " + step);
          shelf
              .catalogue()
              .putBroken(
                  one.pack().id(),
                  List.of(new BrokenFile(one.pack().id(), path, BrokenFile.State.MISSING, null)));
          yield "colour, text and broken of " + one.name();
        }
        default -> {
          String name = "driftwood_" + step;
          Path zip = dir.resolve(name + ".zip");
          SmallShelf.file(shelf, zip, SmallShelf.set(name, step + 20, "basecolor", "roughness"));
          yield "file " + name;
        }
      };
    } catch (ShelfException e) {
      // Not everything can be done with every item; nothing was changed then.
      return "refused: " + e.getMessage();
    }
  }

  private String edit(Shelf shelf, ItemCard item, Field field, String text) throws ShelfException {
    edited.push(shelf.editing().set(List.of(item.id()), field, text));
    return field + " of " + item.name();
  }
}
