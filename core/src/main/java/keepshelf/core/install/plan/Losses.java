package keepshelf.core.install.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.install.measure.Residual;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;

/** Says what of an item and of its finish a host cannot have. */
record Losses(ShelfFolder shelf, ShelvedItem item, HostProfile profile, Finish finish) {
  /**
   * The sentences.
   *
   * @param resolution label of the maps that are used
   */
  List<String> of(Setup as, List<PlannedMap> maps, String resolution) {
    List<String> out = new ArrayList<>();
    if (maps.stream()
        .anyMatch(m -> m.conversions().contains(Conversion.SPEC_GLOSS_TO_METAL_ROUGH))) {
      residual(resolution).ifPresent(out::add);
    }
    if (as == Setup.LIGHT) {
      if (finish != null) {
        out.add("A light is installed as it was delivered: finishes adjust surfaces only.");
      }
      return out;
    }
    if (maps.stream().anyMatch(m -> m.role() == MapRole.EMISSION && m.source().holdsLight())) {
      out.add("What is brighter than white in the emission map is cut off at white.");
    }
    if (maps.stream().anyMatch(m -> m.conversions().contains(Conversion.BRIGHTEN))
        && finish.others().emission() > 1) {
      out.add(
          "This host’s format has no brightness of what shines: it is worked into the picture, and"
              + " what becomes brighter than white is cut off.");
    }
    if (finish != null) {
      substance().ifPresent(out::add);
      boolean laid = finish.turn() != 0 || finish.right() != 0 || finish.up() != 0;
      if (laid && (as == Setup.PLANE || as == Setup.MODEL)) {
        out.add(
            "The finish turns or shifts the pictures; here they lie as the shape has them, and are"
                + " neither turned nor shifted.");
      }
    }
    return out;
  }

  /** How much of the specular workflow a host without it cannot have. */
  private Optional<String> residual(String resolution) {
    return Residual.of(shelf, item, resolution)
        .map(r ->
            String.format(
                Locale.ROOT,
                "Metal and roughness cannot say all that specular colour and gloss say: the"
                    + " reflectances differ by %.1f %% on average, %.1f %% in the worst"
                    + " hundredth.",
                r.mean() * 100,
                r.worst() * 100));
  }

  /** What of a finish's substance the host has no input for. */
  private Optional<String> substance() {
    if (finish.body() == null) {
      return Optional.empty();
    }
    Optional<BodyInputs> inputs = profile.document().body(profile.surface());
    if (inputs.isEmpty()) {
      return Optional.of(
          "The finish says what the surface is made of (refraction, coat); this host’s own text"
              + " format has no place for that, so it is left out.");
    }
    boolean clear = finish.body().transmission() != null && finish.body().transmission() > 0;
    if (clear && inputs.get().transmission() == null) {
      return Optional.of(
          "This host’s surface lets no light through: the transmission of the finish is left out.");
    }
    boolean coated = finish.body().coat() != null && finish.body().coat() > 0;
    return inputs.get().coat() == null && coated
        ? Optional.of("This host has no clear layer: the coat of the finish is left out.")
        : Optional.empty();
  }
}
