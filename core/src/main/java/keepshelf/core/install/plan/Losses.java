package keepshelf.core.install.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.install.measure.Residual;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Says what of an item and of its finish a host cannot have. */
record Losses(ShelfFolder shelf, ShelvedItem item, HostProfile profile, @Nullable Finish finish) {
  /**
   * The sentences.
   *
   * @param resolution label of the maps that are used
   */
  List<String> of(Setup as, List<PlannedMap> maps, @Nullable String resolution) {
    List<String> out = new ArrayList<>();
    if (maps.stream()
        .anyMatch(m -> m.conversions().contains(Conversion.SPEC_GLOSS_TO_METAL_ROUGH))) {
      residual(resolution).ifPresent(out::add);
    }
    if (as == Setup.LIGHT) {
      if (finish != null) {
        out.add(Words.of("losses.light-installed-delivered-finishes-adjust"));
      }
      return out;
    }
    if (maps.stream().anyMatch(m -> m.role() == MapRole.EMISSION && m.source().holdsLight())) {
      out.add(Words.of("losses.what-brighter-than-white-emission"));
    }
    if (maps.stream().anyMatch(m -> m.conversions().contains(Conversion.BRIGHTEN))
        && finish != null
        && Objects.requireNonNullElse(finish.others().emission(), 0.0) > 1) {
      out.add(Words.of("losses.hosts-format-has-no-brightness"));
    }
    if (finish != null) {
      substance(finish).ifPresent(out::add);
      boolean laid = finish.turn() != 0 || finish.right() != 0 || finish.up() != 0;
      if (laid && (as == Setup.PLANE || as == Setup.MODEL)) {
        out.add(Words.of("losses.finish-turns-or-shifts-pictures"));
      }
    }
    return out;
  }

  /** How much of the specular workflow a host without it cannot have. */
  private Optional<String> residual(@Nullable String resolution) {
    return Residual.of(shelf, item, resolution)
        .map(r ->
            Words.of("losses.metal-and-roughness-cannot-say", r.mean() * 100, r.worst() * 100));
  }

  /** What of a finish's substance the host has no input for. */
  private Optional<String> substance(Finish finish) {
    if (finish.body() == null) {
      return Optional.empty();
    }
    Optional<BodyInputs> inputs = profile.document().body(profile.surface());
    if (inputs.isEmpty()) {
      return Optional.of(Words.of("losses.finish-says-what-surface-made"));
    }
    boolean clear = finish.body().transmission() != null && finish.body().transmission() > 0;
    if (clear && inputs.get().transmission() == null) {
      return Optional.of(Words.of("losses.hosts-surface-lets-no-light"));
    }
    boolean coated = finish.body().coat() != null && finish.body().coat() > 0;
    return inputs.get().coat() == null && coated
        ? Optional.of(Words.of("losses.host-has-no-clear-layer"))
        : Optional.empty();
  }
}
