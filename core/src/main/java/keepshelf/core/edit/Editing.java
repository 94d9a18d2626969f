package keepshelf.core.edit;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import keepshelf.core.bin.ShelfChange;
import keepshelf.core.bin.ShelfChange.Move;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;

/**
 * Changes records of items and packs. Each change is promised in the journal, written to the
 * records beside the packs and to the catalogue in one transaction; a process that dies in between
 * leaves it to be finished at the next start.
 */
public final class Editing {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final ShelfChange.Listener listener;

  /** Changes records on {@code shelf}. */
  public Editing(ShelfFolder shelf, Catalogue catalogue) {
    this(shelf, catalogue, step -> {});
  }

  Editing(ShelfFolder shelf, Catalogue catalogue, ShelfChange.Listener listener) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.listener = listener;
  }

  /** Sets one field of many items. */
  public Edited set(Collection<String> items, Field field, String text) throws ShelfException {
    return set(items, Map.of(field, text));
  }

  /**
   * Sets fields of many items. Fields of packs change for all items of the packs that these items
   * came in.
   *
   * @throws ShelfException when nothing was changed: a text makes no sense, an item is gone, or the
   *     disk
   */
  public Edited set(Collection<String> items, Map<Field, String> texts) throws ShelfException {
    Map<String, Map<Field, String>> all = new LinkedHashMap<>();
    items.forEach(i -> all.put(i, texts));
    return setEach(all);
  }

  /** Sets fields of many items, each its own. */
  public Edited setEach(Map<String, Map<Field, String>> byItem) throws ShelfException {
    Map<String, Map<String, Map<Field, String>>> byPack = new LinkedHashMap<>();
    Map<String, List<Field>> fields = new LinkedHashMap<>();
    Map<String, String> packOf = packsOf(byItem.keySet());
    for (var e : byItem.entrySet()) {
      byPack
          .computeIfAbsent(packOf.get(e.getKey()), p -> new LinkedHashMap<>())
          .put(e.getKey(), e.getValue());
      e.getValue()
          .keySet()
          .forEach(f -> fields.computeIfAbsent(f.id(), x -> new ArrayList<>()).add(f));
    }
    String what =
        Words.of(
            "editing.changing",
            String.join(", ", fields.keySet()),
            byItem.size() == 1
                ? nameOf(byItem.keySet().iterator().next())
                : byItem.size() + " items");
    return change(
        what,
        byItem.size(),
        byPack.keySet(),
        pack -> {
          PackRecord p = pack;
          for (var one : byPack.getOrDefault(pack.id(), Map.of()).entrySet()) {
            p = written(p, one.getKey(), one.getValue());
          }
          return p;
        });
  }

  /**
   * Keeps a copy of an order or invoice beside the pack that an item came in.
   *
   * @throws ShelfException when it cannot be read or kept; nothing was changed then
   */
  public Edited invoice(String item, Path file) throws ShelfException {
    String pack = packOf(item);
    String what = Words.of("editing.keeping-invoice", nameOf(item));
    String at;
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      at = Papers.keep(shelf, catalogue.need(pack), file);
    } catch (IOException e) {
      throw EditTrouble.disk(what, e);
    }
    return change(
        what,
        1,
        List.of(pack),
        p -> p.bought((p.purchase() == null ? Purchase.NONE : p.purchase()).withInvoice(at)));
  }

  /**
   * Changes what a person has put on items.
   *
   * @param what for people, such as "Adding the finish “Weathered”"
   */
  public Edited mark(Collection<String> items, String what, UnaryOperator<Marks> how)
      throws ShelfException {
    Set<String> wanted = Set.copyOf(items);
    return change(
        what,
        wanted.size(),
        new LinkedHashSet<>(packsOf(wanted).values()),
        p ->
            p.withItems(
                p.items().stream()
                    .map(i -> wanted.contains(i.id()) ? i.marked(how.apply(i.marks())) : i)
                    .toList()));
  }

  private static PackRecord written(PackRecord pack, String item, Map<Field, String> texts) {
    PackRecord p = pack;
    for (var t : texts.entrySet()) {
      Field f = t.getKey();
      if (f.level() == Field.Level.PACK) {
        p = f.write(p, t.getValue());
      } else {
        p =
            p.withItems(
                p.items().stream()
                    .map(i -> i.id().equals(item) ? f.write(i, t.getValue()) : i)
                    .toList());
      }
    }
    return p;
  }

  /**
   * Lets several items stand as one: their maps become further maps of {@code main}.
   *
   * @param others identifiers of the items that are shown with it from then on
   */
  public Edited merge(String main, Collection<String> others) throws ShelfException {
    Set<String> joined = new HashSet<>(others);
    joined.remove(main);
    Set<String> packs = new HashSet<>();
    for (String o : joined) {
      packs.add(packOf(o));
    }
    // What stood with the main one because of an earlier merging stays; the main one stands alone.
    packs.add(packOf(main));
    return change(
        Words.of("editing.joining-items", joined.size() + 1, nameOf(main)),
        joined.size() + 1,
        packs,
        p ->
            p.withItems(
                p.items().stream()
                    .map(i ->
                        joined.contains(i.id())
                            ? i.asPartOf(main)
                            : i.id().equals(main) ? i.asPartOf(null) : i)
                    .toList()));
  }

  /**
   * Takes maps out of an item and makes an item of its own of them.
   *
   * @param paths of the maps, relative to the shelf
   * @param name of the new item
   */
  public Edited split(String item, Collection<String> paths, String name) throws ShelfException {
    if (name.isBlank()) {
      throw EditTrouble.refused(item, Words.of("editing.new-item-needs-name"));
    }
    Set<String> wanted = new HashSet<>(paths);
    List<ShelvedItem> parts = catalogue.parts(item);
    Map<String, Set<String>> taken = new LinkedHashMap<>();
    Set<String> packs = new HashSet<>();
    int left = 0;
    for (ShelvedItem s : parts) {
      Set<String> of = new HashSet<>();
      for (MapRecord m : s.item().maps()) {
        if (wanted.contains(s.path(m))) {
          of.add(m.path());
        } else {
          left++;
        }
      }
      if (!of.isEmpty()) {
        taken.put(s.item().id(), of);
        packs.add(s.pack().id());
      }
    }
    if (taken.isEmpty() || left == 0) {
      throw EditTrouble.refused(
          item, Words.of("editing.left-all-maps-were-chosen", nameOf(item), left == 0 ? 1 : 0));
    }
    String[] main = {null};
    return change(
        Words.of("editing.splitting-from", name.strip(), nameOf(item)),
        2,
        packs,
        p -> ItemSplit.split(p, taken, name.strip(), main));
  }

  /**
   * Moves an item with its files to another pack on the shelf; its record there is that pack's.
   *
   * @throws ShelfException when nothing was changed: it is made of several parts, shares a file
   *     with another item, or is the last of its pack
   */
  public Edited moveTo(String item, String pack) throws ShelfException {
    ShelvedItem s = one(item);
    String name = s.item().name();
    String what = Words.of("editing.moving-another-pack", name);
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      PackRecord from = catalogue.need(s.pack().id());
      PackRecord to =
          catalogue
              .pack(pack)
              .orElseThrow(() ->
                  EditTrouble.refused(pack, Words.of("editing.there-no-pack-shelf-any", pack)));
      if (from.id().equals(to.id())) {
        return new Edited(what, 1, List.of(), List.of());
      }
      PackMove m = PackMove.of(s.item(), from, to);
      if (m.trouble() != null) {
        throw EditTrouble.refused(
            item,
            Words.of("editing.stayed", name, from.name(), Objects.requireNonNull(m.trouble())));
      }
      run(what, m.moves(), List.of(from, to), List.of(m.from(), m.to()));
      return new Edited(what, 1, List.of(from, to), List.of(m.from(), m.to()), m.moves());
    } catch (IOException e) {
      throw EditTrouble.disk(what, e);
    }
  }

  /**
   * Puts everything back to what it was before {@code edited}.
   *
   * @throws ShelfException when something was changed since; nothing is changed then
   */
  public Edited undo(Edited edited) throws ShelfException {
    return back(
        edited,
        edited.after(),
        edited.before(),
        edited.moves().reversed().stream().map(m -> new Move(m.to(), m.from())).toList());
  }

  /** Does again what was undone. */
  public Edited redo(Edited edited) throws ShelfException {
    return back(edited, edited.before(), edited.after(), edited.moves());
  }

  private Edited back(Edited edited, List<PackRecord> from, List<PackRecord> to, List<Move> moves)
      throws ShelfException {
    String what = edited.what();
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      List<Optional<PackRecord>> now =
          from.parallelStream().map(p -> catalogue.pack(p.id())).toList();
      for (int i = 0; i < from.size(); i++) {
        PackRecord p = from.get(i);
        if (!p.equals(now.get(i).orElse(null))) {
          throw EditTrouble.refused(
              p.name(),
              Words.of(
                  "editing.cannot-undone-taken-off-shelf",
                  what,
                  p.name(),
                  now.get(i).isEmpty() ? 1 : 0));
        }
      }
      run("Undoing: " + what, moves, from, to);
      return new Edited(what, edited.items(), from, to, moves);
    } catch (IOException e) {
      throw EditTrouble.disk(what, e);
    }
  }

  private Edited change(
      String what, int items, Collection<String> packs, Function<PackRecord, PackRecord> how)
      throws ShelfException {
    List<PackRecord> before = new ArrayList<>();
    List<PackRecord> after = new ArrayList<>();
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      for (PackRecord p : read(packs)) {
        PackRecord changed = how.apply(p);
        if (!Objects.equals(p, changed)) {
          before.add(p);
          after.add(changed);
        }
      }
      if (!after.isEmpty()) {
        run(what, List.of(), before, after);
      }
      return new Edited(what, items, before, after);
    } catch (IllegalArgumentException e) {
      throw EditTrouble.refused(what, String.valueOf(e.getMessage()));
    } catch (IOException e) {
      throw EditTrouble.disk(what, e);
    }
  }

  private void run(String what, List<Move> moves, List<PackRecord> before, List<PackRecord> packs)
      throws IOException {
    ShelfChange.of(what, moves, packs).run(before, shelf, catalogue, listener);
  }

  /** The records of packs, read side by side, in that order. */
  private List<PackRecord> read(Collection<String> packs) throws ShelfException {
    List<String> ids = List.copyOf(packs);
    List<Optional<PackRecord>> found = ids.parallelStream().map(catalogue::pack).toList();
    List<PackRecord> out = new ArrayList<>();
    for (int i = 0; i < ids.size(); i++) {
      out.add(found.get(i).isPresent() ? found.get(i).get() : catalogue.need(ids.get(i)));
    }
    return out;
  }

  private Map<String, String> packsOf(Collection<String> items) throws ShelfException {
    Map<String, String> found = catalogue.packsOf(items);
    for (String i : items) {
      if (!found.containsKey(i)) {
        throw EditTrouble.gone(i);
      }
    }
    return found;
  }

  private String packOf(String item) throws ShelfException {
    return one(item).pack().id();
  }

  private String nameOf(String item) throws ShelfException {
    return one(item).item().name();
  }

  /** The item as its own pack has it. */
  private ShelvedItem one(String item) throws ShelfException {
    return catalogue.own(item).orElseThrow(() -> EditTrouble.gone(item));
  }
}
