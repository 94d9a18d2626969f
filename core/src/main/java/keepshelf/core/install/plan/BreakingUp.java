package keepshelf.core.install.plan;

import java.util.List;
import java.util.Optional;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.measure.Patterned;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.words.Words;

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
      return Optional.of(Words.of("breakingUp.repetition-broken-up-surfaces-only"));
    }
    if (!profile.document().hexTiles()) {
      return Optional.of(Words.of("breakingUp.hosts-format-has-no-nodes"));
    }
    if (!profile.breaksUp()) {
      return Optional.of(Words.of("breakingUp.what-laid-from-three-sides"));
    }
    if (!can(profile, as, maps)) {
      return Optional.of(Words.of("breakingUp.comes-udim-tiles-which-do"));
    }
    return Optional.of(
        Patterned.is(shelf, item)
            ? Words.of("breakingUp.repetition-broken-up-by-hosts")
            : Words.of("breakingUp.repetition-broken-up-by-hosts-2"));
  }
}
