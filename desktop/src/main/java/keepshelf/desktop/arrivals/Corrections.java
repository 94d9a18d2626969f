package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import keepshelf.core.inspect.SetChecks;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.found.Verdict;
import keepshelf.core.words.Phrase;

/** What a person's hand changes in a recognition; each returns a new one. */
final class Corrections {
  private Corrections() {}

  /** Puts the picture {@code path} into {@code item} in {@code role}, from wherever it is. */
  static Recognition place(Recognition r, String path, String item, MapRole role) {
    Optional<RecognisedMap> map = find(r, path);
    RecognisedMap placed =
        map.map(m -> m.corrected(role)).orElseGet(() -> fromLoose(r, path, role));
    List<RecognisedItem> items = new ArrayList<>();
    for (RecognisedItem i : r.items()) {
      List<RecognisedMap> maps = new ArrayList<>();
      for (RecognisedMap m : i.maps()) {
        if (!m.file().path().equals(path)) {
          maps.add(m);
        } else if (i.key().equals(item)) {
          maps.add(placed);
        }
      }
      if (i.key().equals(item) && maps.stream().noneMatch(m -> m.file().path().equals(path))) {
        maps.add(placed);
      }
      if (!maps.isEmpty()) {
        items.add(maps.equals(i.maps()) ? i : SetChecks.withMaps(i, maps));
      }
    }
    List<LooseFile> loose = r.loose().stream().filter(l -> !l.file().path().equals(path)).toList();
    return r.with(items, loose);
  }

  /** Takes the picture {@code path} out of its item and puts it into the tray. */
  static Recognition putAside(Recognition r, String path) {
    Optional<RecognisedMap> map = find(r, path);
    if (map.isEmpty()) {
      return r;
    }
    List<RecognisedItem> items = new ArrayList<>();
    for (RecognisedItem i : r.items()) {
      List<RecognisedMap> maps =
          i.maps().stream().filter(m -> !m.file().path().equals(path)).toList();
      if (!maps.isEmpty()) {
        items.add(maps.size() == i.maps().size() ? i : SetChecks.withMaps(i, maps));
      }
    }
    List<LooseFile> loose = new ArrayList<>(r.loose());
    loose.add(new LooseFile(map.get().file(), LooseFile.Sort.UNKNOWN_IMAGE, "put aside by hand"));
    return r.with(items, loose);
  }

  /** Changes one map in place. */
  static Recognition change(Recognition r, String path, UnaryOperator<RecognisedMap> how) {
    List<RecognisedItem> items = new ArrayList<>();
    for (RecognisedItem i : r.items()) {
      boolean here = i.maps().stream().anyMatch(m -> m.file().path().equals(path));
      items.add(
          here
              ? SetChecks.withMaps(
                  i,
                  i.maps().stream()
                      .map(m -> m.file().path().equals(path) ? how.apply(m) : m)
                      .toList())
              : i);
    }
    return r.withItems(items);
  }

  /** Makes an item of its own of the pictures {@code paths}, which may stand in any items. */
  static Recognition split(Recognition r, Set<String> paths) {
    List<RecognisedMap> moved = new ArrayList<>();
    List<RecognisedItem> items = new ArrayList<>();
    RecognisedItem from = null;
    for (RecognisedItem i : r.items()) {
      List<RecognisedMap> stay = new ArrayList<>();
      for (RecognisedMap m : i.maps()) {
        if (paths.contains(m.file().path())) {
          moved.add(m);
          from = from == null ? i : from;
        } else {
          stay.add(m);
        }
      }
      if (!stay.isEmpty()) {
        items.add(stay.size() == i.maps().size() ? i : SetChecks.withMaps(i, stay));
      }
    }
    if (from == null) {
      return r;
    }
    String key = from.key();
    for (int n = 2; taken(items, key); n++) {
      key = from.key() + "_" + n;
    }
    String number = key.substring(from.key().length()).replace('_', ' ');
    items.add(
        new RecognisedItem(
                key,
                from.name() + number,
                from.kind(),
                from.workflow(),
                from.colourway(),
                moved,
                List.of())
            .withMaps(moved));
    return r.withItems(items);
  }

  private static boolean taken(List<RecognisedItem> items, String key) {
    return items.stream().anyMatch(i -> i.key().equals(key));
  }

  /** Moves the whole items that {@code paths} stand in into {@code item}, roles kept. */
  static Recognition join(Recognition r, Set<String> paths, String item) {
    List<RecognisedMap> moved = new ArrayList<>();
    List<RecognisedItem> rest = new ArrayList<>();
    for (RecognisedItem i : r.items()) {
      boolean joins =
          !i.key().equals(item) && i.maps().stream().anyMatch(m -> paths.contains(m.file().path()));
      if (joins) {
        moved.addAll(i.maps());
      } else {
        rest.add(i);
      }
    }
    if (moved.isEmpty()) {
      return r;
    }
    List<RecognisedItem> items = new ArrayList<>();
    for (RecognisedItem i : rest) {
      if (i.key().equals(item)) {
        List<RecognisedMap> all = new ArrayList<>(i.maps());
        all.addAll(moved);
        items.add(SetChecks.withMaps(i, all));
      } else {
        items.add(i);
      }
    }
    return r.withItems(items);
  }

  private static Optional<RecognisedMap> find(Recognition r, String path) {
    return r.items().stream()
        .flatMap(i -> i.maps().stream())
        .filter(m -> m.file().path().equals(path))
        .findFirst();
  }

  private static RecognisedMap fromLoose(Recognition r, String path, MapRole role) {
    SourceFile f =
        r.loose().stream()
            .map(LooseFile::file)
            .filter(x -> x.path().equals(path))
            .findFirst()
            .orElseThrow();
    String resolution = f.info().map(i -> Resolution.label(i.longerSide())).orElse(null);
    String format = f.info().map(i -> i.format().id()).orElse(null);
    return new RecognisedMap(
            f,
            role,
            null,
            resolution,
            format,
            null,
            null,
            Verdict.byPerson(Phrase.plain("")),
            null,
            null,
            null)
        .corrected(role);
  }
}
