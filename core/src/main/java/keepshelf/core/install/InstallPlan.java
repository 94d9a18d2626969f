package keepshelf.core.install;

import java.nio.file.Path;
import java.util.List;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.catalogue.InstallationRecord.LeftOut;
import keepshelf.core.catalogue.ShelvedItem;

/**
 * What installing one item in one host will do; nothing is written yet.
 *
 * @param id of the installation
 * @param item what is installed
 * @param host where
 * @param profile the host's conventions
 * @param resolution label that is used, or null when none is known
 * @param folder the folder that will be written or replaced
 * @param document the document's file name
 * @param maps the textures
 * @param leftOut maps that the host does not take
 * @param tileMetres width of one tile
 * @param tileKnown false when the tile size is only assumed
 * @param reliefMetres height between black and white of the height map; 0 without one
 * @param reliefKnown false when the relief is only assumed
 * @param replaces whether an installation of this item stands there already
 * @param bytes about how many bytes will be written
 */
public record InstallPlan(
    String id,
    ShelvedItem item,
    HostRecord host,
    HostProfile profile,
    String resolution,
    Path folder,
    String document,
    List<PlannedMap> maps,
    List<LeftOut> leftOut,
    double tileMetres,
    boolean tileKnown,
    double reliefMetres,
    boolean reliefKnown,
    boolean replaces,
    long bytes) {
  /** Copies the lists. */
  public InstallPlan {
    maps = List.copyOf(maps);
    leftOut = List.copyOf(leftOut);
  }
}
