package keepshelf.core.install.plan;

import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.LeftOut;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.format.Light;
import keepshelf.core.format.Placement;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.install.folder.Receipts;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.Resolution;
import keepshelf.core.recognise.model.ModelFile;
import org.jspecify.annotations.Nullable;

/**
 * What installing one item in one host will do; nothing is written yet.
 *
 * @param id of the installation
 * @param item what is installed
 * @param host where
 * @param profile the host's conventions
 * @param options as it was asked for
 * @param overlays maps that its finish lays over others, those that are on the shelf
 * @param as what it is set up as
 * @param resolution label that is used, or null when none is known
 * @param folder the folder that will be written or replaced
 * @param document the document's file name
 * @param surfaces names of the surfaces; one for all but models, none for lights
 * @param maps the pictures
 * @param leftOut maps that the host does not take
 * @param remarks what else a person should know, in plain sentences
 * @param placement how the pictures lie on the surface; the height of a tile is by the proportions
 *     of its pictures
 * @param tileKnown false when the tile size is only assumed
 * @param reliefMetres height between black and white of the height map; 0 without one
 * @param reliefKnown false when the relief is only assumed
 * @param reliefMiddle where the surface lies between black (0) and white (1) of the height map
 * @param opacity how its surfaces are seen through
 * @param model file of a model on the shelf, or null
 * @param heights file of the height map whose relief a floor has, or null
 * @param light the strongest light of a surrounding, where the host takes only that; or null
 * @param horizonDegrees elevation of the horizon of a light that is brought to the middle
 * @param replaces the installation whose place it takes, or null
 * @param parts of an ensemble: a plan for each of its surfaces, with the same names, folder and
 *     host; empty for all others
 */
public record InstallPlan(
    String id,
    ShelvedItem item,
    HostRecord host,
    HostProfile profile,
    InstallOptions options,
    List<OverlayMaps.Found> overlays,
    Setup as,
    @Nullable String resolution,
    Path folder,
    String document,
    List<String> surfaces,
    List<PlannedMap> maps,
    List<LeftOut> leftOut,
    List<String> remarks,
    Placement placement,
    boolean tileKnown,
    double reliefMetres,
    boolean reliefKnown,
    double reliefMiddle,
    Opacity opacity,
    @Nullable ModelFile model,
    @Nullable Path heights,
    Light.@Nullable Sun light,
    double horizonDegrees,
    @Nullable InstallationRecord replaces,
    List<InstallPlan> parts) {
  /** Copies the lists. */
  public InstallPlan {
    overlays = List.copyOf(overlays);
    surfaces = List.copyOf(surfaces);
    maps = List.copyOf(maps);
    leftOut = List.copyOf(leftOut);
    remarks = List.copyOf(remarks);
    parts = List.copyOf(parts);
  }

  /** What a picture is made from, for a receipt. */
  public String provenance(PlannedMap m) {
    return m.parts().stream()
        .map(p -> p.provenance(of(m).packFolder(p)))
        .distinct()
        .collect(Collectors.joining("; "));
  }

  /** What is laid over a map comes from another pack. */
  private String packFolder(PlannedMap.Part p) {
    return overlays.stream()
        .filter(f -> f.file().equals(p.from()))
        .map(OverlayMaps.Found::item)
        .findFirst()
        .orElse(item)
        .pack()
        .folder();
  }

  /** The same in another folder. */
  public InstallPlan in(Path otherFolder) {
    return with(otherFolder, replaces, parts.stream().map(p -> p.in(otherFolder)).toList());
  }

  /** The same in the place of another installation, or of none when null. */
  public InstallPlan replacing(@Nullable InstallationRecord before) {
    return with(folder, before, parts);
  }

  private InstallPlan with(
      Path folder, @Nullable InstallationRecord replaces, List<InstallPlan> parts) {
    return new InstallPlan(
        id,
        item,
        host,
        profile,
        options,
        overlays,
        as,
        resolution,
        folder,
        document,
        surfaces,
        maps,
        leftOut,
        remarks,
        placement,
        tileKnown,
        reliefMetres,
        reliefKnown,
        reliefMiddle,
        opacity,
        model,
        heights,
        light,
        horizonDegrees,
        replaces,
        parts);
  }

  /**
   * A surface's name as this host gets it. Documents of several items may come together in one
   * scene, so what tells their folders apart is in the name.
   */
  public String named(String surface) {
    Path root = Path.of(host.folder());
    if (!folder.startsWith(root) || folder.equals(root)) {
      return surface;
    }
    StringBuilder name = new StringBuilder(surface);
    String item = this.item.item().name();
    boolean part = surfaces.size() > 1 || as == Setup.MODEL || as == Setup.ENSEMBLE;
    if (part && !surface.toLowerCase(Locale.ROOT).contains(item.toLowerCase(Locale.ROOT))) {
      name.insert(0, item + " ");
    }
    Set<String> told =
        Set.of(
            profile.files().stem(this.item),
            profile.files().clean(resolution == null ? "any_size" : resolution),
            this.item.item().kind().id());
    for (Path p : root.relativize(folder)) {
      String[] words = p.toString().split("~", 2);
      if (!told.contains(words[0])) {
        name.append(' ').append(words[0]);
      }
      if (words.length == 2) {
        name.append(' ').append(words[1]);
      }
    }
    return name.toString();
  }

  /** Whether {@code folder} may be written: it is free, or holds what this takes the place of. */
  public boolean mayTake(Path folder) {
    return !java.nio.file.Files.exists(folder)
        || Receipts.isOf(folder, id)
        || (replaces != null && Receipts.isOf(folder, replaces.id()));
  }

  /** About how many bytes will be written. */
  public long bytes() {
    return maps.stream().mapToLong(m -> m.source().bytes()).sum();
  }

  /**
   * Bytes that the pictures take in a graphics card: uncompressed, four channels, with all smaller
   * steps (a third more).
   */
  public long memoryBytes() {
    return maps.stream()
        .mapToLong(m -> {
          int deep = m.source().bits() > 8 && profile.maxBits() != 8 ? 2 : 1;
          return (long) m.width() * m.height() * 4 * deep * 4 / 3;
        })
        .sum();
  }

  /** Whether repetition is broken up while the pictures are shown. */
  public boolean brokenUp() {
    return options.breakUp() && BreakingUp.can(profile, as, maps);
  }

  /** Width of one tile in metres. */
  public double tileMetres() {
    return placement.tileMetres();
  }

  /** Height of one tile in metres. */
  public double tileHeightMetres() {
    return placement.tileHeightMetres();
  }

  /** Relief as a share of the tile, assumed where none is known. */
  public double reliefShare() {
    return reliefMetres > 0 ? reliefMetres / tileMetres() : Relief.assumed(1);
  }

  /** Labels that it can be installed at, small to large; of an ensemble those that any part has. */
  public List<String> resolutions() {
    return parts.isEmpty()
        ? item.item().resolutions()
        : parts.stream()
            .flatMap(p -> p.resolutions().stream())
            .distinct()
            .sorted(Comparator.comparingInt(Resolution::pixels))
            .toList();
  }

  /** The plan that says how a surface is: of an ensemble that of the part, else this. */
  public InstallPlan ofSurface(int surface) {
    return parts.isEmpty() ? this : parts.get(surface);
  }

  /** The plan that says how a picture is made. */
  public InstallPlan of(PlannedMap map) {
    return ofSurface(map.surface());
  }

  /** The pictures of a surface. */
  public List<PlannedMap> of(int surface) {
    return maps.stream().filter(m -> m.surface() == surface).toList();
  }
}
