package keepshelf.core.install.plan;

import java.util.List;
import java.util.Optional;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.Patterned;
import keepshelf.core.install.profile.HostProfile;

/** Says what becomes of the wish that repetition is broken up. */
record BreakingUp(ShelfFolder shelf, ShelvedItem item, HostProfile profile) {
  /** Whether it can be had: of a surface, in a host with such nodes, with pictures that repeat. */
  static boolean can(HostProfile profile, Setup as, List<PlannedMap> maps) {
    return as == Setup.SURFACE
        && profile.breaksUp()
        && maps.stream().allMatch(m -> m.source().tile() == null);
  }

  /** The sentence, when it was wished. */
  Optional<String> said(InstallOptions options, Setup as, List<PlannedMap> maps) {
    if (!options.breakUp() || as == Setup.ENSEMBLE) {
      return Optional.empty();
    }
    if (as != Setup.SURFACE) {
      return Optional.of("Repetition is broken up on surfaces only: here it is not.");
    }
    if (!profile.document().hexTiles()) {
      return Optional.of(
          "This host’s format has no nodes that break repetition up: one tile lies beside the"
              + " other. A larger tile without repeats can be made and installed instead.");
    }
    if (!profile.breaksUp()) {
      return Optional.of("What is laid on from three sides is not broken up.");
    }
    if (!can(profile, as, maps)) {
      return Optional.of("It comes in UDIM tiles, which do not repeat: nothing is broken up.");
    }
    return Optional.of(
        Patterned.is(shelf, item)
            ? "Repetition is broken up by the host’s own nodes, but this has a pattern, which they"
                + " cut through. A larger tile that is made of it keeps the pattern whole."
            : "Repetition is broken up by the host’s own nodes while it is shown, in hexagons that"
                + " are neither turned nor scaled; the pictures stay as they are.");
  }
}
