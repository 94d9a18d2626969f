package keepshelf.core.making;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.Recipe;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.measure.MapSources.Source;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.model.Channels;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * The maps of one edition of an item, each by itself: channels of packed ones apart, normals +Y.
 */
final class SetMaps {
  private final ShelfFolder shelf;
  private final ShelvedItem item;
  private final Map<MapRole, Source> sources = new LinkedHashMap<>();
  private final List<Problem> said = new ArrayList<>();
  private final int w;
  private final int h;

  /**
   * Those at a resolution.
   *
   * @throws ShelfException when it has no base colour, or comes in UDIM tiles
   */
  SetMaps(ShelfFolder shelf, ShelvedItem item, @Nullable String resolution) throws ShelfException {
    this.shelf = shelf;
    this.item = item;
    MapSources has = new MapSources(item.item().mapsAt(resolution), item.item().kind());
    Source base = has.at(MapRole.BASE_COLOUR, null);
    if (base == null || has.tiled()) {
      throw new ShelfException(
          Problem.error(
              "no-set",
              item.item().key(),
              Phrase.of(
                  "setMaps.cannot-taken-comes-udim-tiles",
                  item.item().name(),
                  has.tiled() ? 1 : 0)));
    }
    w = base.map().width();
    h = base.map().height();
    for (MapRole r : MapRole.values()) {
      Source s = r == MapRole.PACKED ? null : has.at(r, null);
      if (s == null) {
        continue;
      }
      if (s.map().width() == w && s.map().height() == h) {
        sources.put(r, s);
      } else {
        said.add(
            Problem.warning(
                "other-size",
                s.map().fileName(),
                Phrase.of(
                    "setMaps.left-out-has-another-size",
                    s.map().fileName(),
                    s.map().width(),
                    s.map().height())));
      }
    }
  }

  /** Roles that are there, the base colour first. */
  List<MapRole> roles() {
    return List.copyOf(sources.keySet());
  }

  int width() {
    return w;
  }

  int height() {
    return h;
  }

  /** What was left out. */
  List<Problem> said() {
    return said;
  }

  /** The maps that are read. */
  List<Recipe.Parent> parents() {
    return sources.entrySet().stream()
        .map(e ->
            new Recipe.Parent(
                item.item().id(),
                e.getKey().id(),
                item.pack().version(),
                e.getValue().map().sha256()))
        .toList();
  }

  /** One of them, decoded. */
  Pixels read(MapRole role) throws ShelfException {
    Source s = Objects.requireNonNull(sources.get(role));
    MapRecord m = s.map();
    try {
      if (role == MapRole.NORMAL) {
        Pixels p = NormalStates.vectors(shelf, item, m);
        return "dx".equals(m.handedness()) ? Maps.flipGreen(p) : p;
      }
      Pixels p = ImageDecoder.decode(shelf.resolve(item.path(m)));
      if (s.channel() != null) {
        return p.channel(Channels.index(s.channel()));
      }
      return role.grey() ? Maps.grey(p) : p;
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error(
              "map-unreadable",
              item.path(m),
              Phrase.of(
                  "setMaps.cannot-read-nothing-made-check",
                  item.path(m),
                  DiskTrouble.sentence(e, Words.of("setMaps.reading")))),
          e);
    }
  }
}
