package keepshelf.core.finish;

import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Overlay;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;

/** Finds the maps that overlays lay over others. */
public final class OverlayMaps {
  /** Width of a tile in metres where neither the overlay nor its item says one. */
  private static final double ASSUMED_TILE = 0.5;

  /** What is looked for where the overlay names no map. */
  private static final List<MapRole> USUAL =
      List.of(MapRole.MASK, MapRole.OPACITY, MapRole.ROUGHNESS, MapRole.GLOSS, MapRole.HEIGHT);

  private final ShelfFolder shelf;
  private final Function<String, List<ShelvedItem>> items;

  /** Finds them on one shelf. */
  public OverlayMaps(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.items = catalogue::find;
  }

  /**
   * A map that is laid over others.
   *
   * @param overlay as the finish says
   * @param item whose map it is
   * @param map the record
   * @param file on the shelf
   * @param tileMetres width of one of its tiles
   */
  public record Found(
      Overlay overlay, ShelvedItem item, MapRecord map, Path file, double tileMetres) {}

  /** The map of an overlay, the largest edition; empty when it is not on the shelf. */
  public Optional<Found> find(Overlay o) {
    List<ShelvedItem> named = items.apply(o.item());
    if (named.size() != 1) {
      return Optional.empty();
    }
    ShelvedItem item = named.getFirst();
    List<MapRole> roles = o.role() == null ? USUAL : List.of(o.role());
    Double own = o.tileMetres() == null ? item.item().tileMetres() : o.tileMetres();
    return item.item().maps().stream()
        .filter(m -> roles.contains(m.role()))
        .min(
            Comparator.comparingInt((MapRecord m) -> roles.indexOf(m.role()))
                .thenComparingLong(m -> -(long) m.width() * m.height()))
        .map(m ->
            new Found(o, item, m, shelf.resolve(item.path(m)), own == null ? ASSUMED_TILE : own));
  }

  /** Whether an item has something that can be laid over others, best of all an overlay. */
  public static boolean suits(ItemKind kind) {
    return kind == ItemKind.OVERLAY || kind == ItemKind.MATERIAL;
  }
}
