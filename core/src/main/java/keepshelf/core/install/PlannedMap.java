package keepshelf.core.install;

import java.nio.file.Path;
import java.util.List;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.format.materialx.SurfaceDocument;
import keepshelf.core.model.MapRole;

/**
 * One texture that will be written.
 *
 * @param role what it is for in the host
 * @param source the map on the shelf
 * @param channel channel of a packed map to take ({@code r g b a}), or null for the whole picture
 * @param from the source's file on disk
 * @param conversions what will be done, in order; empty means copied bit for bit
 * @param file name of the file to write, in the textures folder
 * @param format picture format of that file
 * @param input the surface's input
 * @param use how the surface reads it
 */
public record PlannedMap(
    MapRole role,
    MapRecord source,
    String channel,
    Path from,
    List<String> conversions,
    String file,
    String format,
    String input,
    SurfaceDocument.Use use) {
  /** Copies the list. */
  public PlannedMap {
    conversions = List.copyOf(conversions);
  }

  /** Whether the file is taken over as it is. */
  public boolean copied() {
    return conversions.isEmpty();
  }

  /** "gloss map, packs/…/brass_gls.png". */
  public String provenance(String packFolder) {
    String what =
        channel == null ? source.role().title() : source.role().title() + ", channel " + channel;
    return what.toLowerCase(java.util.Locale.ROOT) + " map, " + source.inShelf(packFolder);
  }
}
