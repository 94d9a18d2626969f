package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.recognise.LooseFile;
import keepshelf.core.recognise.RecognisedItem;
import keepshelf.core.recognise.RecognisedMap;
import keepshelf.core.recognise.Recognition;
import keepshelf.core.recognise.SourceFile;
import keepshelf.core.recognise.Verdict;

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
        items.add(maps.equals(i.maps()) ? i : i.withMaps(maps));
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
        items.add(maps.size() == i.maps().size() ? i : i.withMaps(maps));
      }
    }
    List<LooseFile> loose = new ArrayList<>(r.loose());
    loose.add(new LooseFile(map.get().file(), LooseFile.Sort.UNKNOWN_IMAGE, "put aside by hand"));
    return r.with(items, loose);
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
            f, role, null, resolution, format, null, null, Verdict.byPerson(""), null, null, null)
        .corrected(role);
  }
}
