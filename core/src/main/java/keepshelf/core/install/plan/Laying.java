package keepshelf.core.install.plan;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.Placement;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews;
import keepshelf.core.words.Words;

/** How the maps of one installation lie on the surface, and what of the wish a host cannot have. */
final class Laying {
  private final ItemRecord item;
  private final HostProfile profile;
  private final InstallOptions options;
  private final List<String> remarks;

  /** What the host cannot have is said in {@code remarks}. */
  Laying(ItemRecord item, HostProfile profile, InstallOptions options, List<String> remarks) {
    this.item = item;
    this.profile = profile;
    this.options = options;
    this.remarks = remarks;
  }

  /** Width of a tile in metres, when somebody said it. */
  Optional<Double> tile() {
    Finish f = options.finish();
    return Optional.ofNullable(options.tileMetres())
        .or(() -> Optional.ofNullable(f == null ? null : f.tileMetres()))
        .or(() -> Optional.ofNullable(item.tileMetres()));
  }

  /** How the maps lie, as far as the host can have them so; the remarks say what it cannot. */
  Placement placement(Setup as, List<MapRecord> of) {
    Finish f = options.finish();
    if (of.stream().anyMatch(m -> m.tile() != null)) {
      // UDIM tiles are addressed by whole UV units of the model that they were made for.
      boolean wished =
          tile().isPresent() || (f != null && (f.turn() != 0 || f.right() != 0 || f.up() != 0));
      if (wished) {
        remarks.add(Words.of("laying.comes-udim-tiles-which-lie"));
      }
      return Placement.WHOLE;
    }
    double tile = tile().orElse(Previews.ASSUMED_TILE_METRES);
    double height = tile * proportions(of);
    if (f == null || (f.turn() == 0 && f.right() == 0 && f.up() == 0)) {
      return Placement.of(tile, height);
    }
    if (as == Setup.PLANE) {
      return Placement.of(tile, height);
    }
    if (profile.projection().equals("triplanar")) {
      remarks.add(Words.of("laying.what-laid-from-three-sides"));
      return Placement.of(tile, height);
    }
    Placement wished = new Placement(tile, height, f.turn(), f.right(), f.up());
    Placement straight = new Placement(tile, height, 0, f.right(), f.up());
    boolean turned = f.turn() % 360 != 0;
    if (turned && profile.document().turns() == DocumentFormat.Turns.NONE) {
      remarks.add(Words.of("laying.pictures-not-turned-hosts-format"));
      return straight;
    }
    boolean squares = profile.document().turns() == DocumentFormat.Turns.SQUARES;
    if (squares && !wished.scalesFirst()) {
      remarks.add(Words.of("laying.pictures-not-turned-hosts-format-2"));
      return straight;
    }
    return wished;
  }

  /** Height by width of the main picture. */
  private static double proportions(List<MapRecord> maps) {
    return maps.stream()
        .filter(m -> m.width() > 0 && m.height() > 0)
        .min(Comparator.comparing(m -> m.role() == MapRole.BASE_COLOUR ? 0 : 1))
        .map(m -> m.height() / (double) m.width())
        .orElse(1.0);
  }
}
