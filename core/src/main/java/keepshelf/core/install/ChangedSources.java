package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;

/**
 * Whether a host shows pictures that are not its item's any more, as after the item it was made of
 * was let go in favour of another one, and what bringing it up to date would change to the eye.
 */
final class ChangedSources {
  /** Difference of mean colours in OKLab above which one sees it side by side. */
  private static final double SEEN = 0.02;

  private final ShelfFolder shelf;
  private final InstallationRecord installed;
  private final ShelvedItem item;
  private final List<ShelvedItem> parts;
  private final OverlayMaps overlays;

  private ChangedSources(
      ShelfFolder shelf,
      InstallationRecord installed,
      ShelvedItem item,
      List<ShelvedItem> parts,
      OverlayMaps overlays) {
    this.parts = parts;
    this.overlays = overlays;
    this.shelf = shelf;
    this.installed = installed;
    this.item = item;
  }

  /**
   * What would change, in words; empty when the pictures are still those of the item.
   *
   * @param parts the items of its parts, when it is an ensemble
   */
  static Optional<String> of(
      ShelfFolder shelf,
      InstallationRecord installed,
      ShelvedItem item,
      List<ShelvedItem> parts,
      OverlayMaps overlays) {
    ChangedSources c = new ChangedSources(shelf, installed, item, parts, overlays);
    return c.foreign()
        ? Optional.of(parts.isEmpty() ? c.words() : Words.of("changedSources.pictures-part"))
        : Optional.empty();
  }

  private boolean foreign() {
    Set<String> hashes = new HashSet<>();
    Set<String> paths = new HashSet<>();
    List<ShelvedItem> all = parts.isEmpty() ? List.of(item) : parts;
    for (ShelvedItem s : all) {
      for (MapRecord m : s.item().maps()) {
        hashes.add(m.sha256());
        paths.add(s.path(m));
      }
    }
    List<Finish> finishes = new ArrayList<>();
    if (installed.options() != null) {
      finishes.addAll(installed.options().parts().values());
      if (installed.options().finish() != null) {
        finishes.add(installed.options().finish());
      }
    }
    for (Finish finish : finishes) {
      finish.laid().stream()
          .flatMap(o -> overlays.find(o).stream())
          .forEach(o -> hashes.add(o.map().sha256()));
    }
    for (InstalledFile f : installed.files()) {
      if (f.role() == null) {
        continue;
      }
      boolean own =
          f.sources() != null
              ? hashes.containsAll(f.sources())
              // Receipts of earlier versions have paths in words only.
              : f.from() == null || paths.stream().anyMatch(f.from()::contains);
      if (!own) {
        return true;
      }
    }
    return false;
  }

  private String words() {
    List<String> out = new ArrayList<>();
    String resolution = installed.resolution();
    boolean has = resolution == null || item.item().resolutions().contains(resolution);
    List<MapRecord> maps = item.item().mapsAt(has ? resolution : null);
    sizes(maps).ifPresent(out::add);
    colour(maps).ifPresent(out::add);
    Set<String> before = new TreeSet<>();
    installed.files().stream()
        .filter(f -> f.role() != null && f.role() != MapRole.PACKED)
        .forEach(f -> before.add(f.role().inSentence().text()));
    Set<String> now = new TreeSet<>();
    maps.forEach(m -> now.add(m.role().inSentence().text()));
    Set<String> lost = new TreeSet<>(before);
    lost.removeAll(now);
    if (!lost.isEmpty() && maps.stream().noneMatch(m -> m.role() == MapRole.PACKED)) {
      out.add(Words.of("changedSources.may-worked-out-or-left", String.join(", ", lost)));
    }
    return out.isEmpty() ? Words.of("changedSources.nothing-can-measured") : String.join("; ", out);
  }

  private Optional<InstalledFile> file(MapRole role) {
    return installed.files().stream().filter(f -> f.role() == role && !f.packaged()).findFirst();
  }

  private Optional<String> sizes(List<MapRecord> maps) {
    try {
      InstalledFile f = file(MapRole.BASE_COLOUR).orElse(null);
      MapRecord m = base(maps).orElse(null);
      if (f == null || m == null) {
        return Optional.empty();
      }
      ImageInfo info = ImageProbe.probe(Path.of(f.path())).orElse(null);
      return info == null || (info.width() == m.width() && info.height() == m.height())
          ? Optional.empty()
          : Optional.of(
              Words.of(
                  "changedSources.colour-from-pixels",
                  info.width(),
                  info.height(),
                  m.width(),
                  m.height()));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static Optional<MapRecord> base(List<MapRecord> maps) {
    return maps.stream().filter(m -> m.role() == MapRole.BASE_COLOUR).findFirst();
  }

  private Optional<String> colour(List<MapRecord> maps) {
    try {
      InstalledFile f = file(MapRole.BASE_COLOUR).orElse(null);
      MapRecord m = base(maps).orElse(null);
      if (f == null || m == null) {
        return Optional.empty();
      }
      double d =
          OkLab.mean(ImageDecoder.decode(Path.of(f.path())))
              .distance(OkLab.mean(ImageDecoder.decode(shelf.resolve(item.path(m)))));
      return Optional.of(
          d < SEEN
              ? Words.of("changedSources.mean-colour-stays")
              : Words.of("changedSources.its-mean-colour-from-one", d));
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
