package keepshelf.core.install.plan;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.UnaryOperator;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * How the parts of an ensemble are set up: each as it would be alone, in one document.
 *
 * @param parts a plan for each, in order
 * @param finishes those that parts have, by the names of the parts
 */
record EnsemblePlan(List<InstallPlan> parts, Map<String, Finish> finishes) {
  /**
   * Plans all parts.
   *
   * @param stems makes of a part's name what the names of its files begin with
   * @throws ShelfException when the item of a part is gone, or the host cannot take it
   */
  static EnsemblePlan of(
      ShelfFolder shelf,
      Catalogue catalogue,
      ShelvedItem ensemble,
      HostRecord host,
      InstallOptions options,
      UnaryOperator<String> stems)
      throws ShelfException {
    List<EnsemblePart> all = ensemble.item().parts();
    List<String> names = all.stream().map(EnsemblePart::name).toList();
    List<InstallPlan> parts = new ArrayList<>();
    Map<String, Finish> finishes = new LinkedHashMap<>();
    for (int i = 0; i < all.size(); i++) {
      EnsemblePart p = all.get(i);
      ShelvedItem item = catalogue.item(p.item()).orElseThrow(() -> gone(ensemble, p));
      Finish finish = p.finish() == null ? null : finish(item, p, options);
      if (finish != null) {
        finishes.put(p.name(), finish);
      }
      InstallOptions own =
          InstallOptions.NONE
              .at(edition(item, options))
              .as(Setup.SURFACE)
              .finished(finish)
              .brokenUp(options.breakUp());
      try {
        parts.add(
            new PlanMaker(shelf, catalogue, item, host, own)
                .part(new PlanMaker.Share(i, names, stems.apply(p.name()))));
      } catch (ShelfException e) {
        throw new ShelfException(
            Problem.error(
                e.problem().code(),
                e.problem().path(),
                Phrase.of("ensemblePlan.part-stops", p.name(), e.problem().message())),
            e);
      }
    }
    return new EnsemblePlan(parts, finishes);
  }

  private static ShelfException gone(ShelvedItem ensemble, EnsemblePart p) {
    return new ShelfException(
        Problem.error(
            "part-gone",
            ensemble.item().key(),
            Phrase.of(
                "ensemblePlan.part-made-which-not-shelf",
                p.name(),
                ensemble.item().name(),
                p.called())));
  }

  /** The finish as the item has it now, else as it was when this was planned last. */
  private static Finish finish(ShelvedItem item, EnsemblePart p, InstallOptions options)
      throws ShelfException {
    Optional<Finish> now = item.item().marks().finish(Objects.requireNonNull(p.finish()));
    if (now.isPresent() || options.parts().get(p.name()) != null) {
      return now.orElseGet(() -> options.parts().get(p.name()));
    }
    throw new ShelfException(
        Problem.error(
            "no-such-finish",
            item.item().key(),
            Phrase.of("ensemblePlan.has-no-finish-any-more", item.item().name(), p.finish())));
  }

  /** Of a part's editions the one that is wished, else the next smaller, else its smallest. */
  private static @Nullable String edition(ShelvedItem item, InstallOptions options) {
    List<String> has = item.item().resolutions();
    if (options.resolution() == null || has.isEmpty()) {
      return null;
    }
    int wished = Resolution.pixels(options.resolution());
    return has.reversed().stream()
        .filter(r -> Resolution.pixels(r) <= wished)
        .findFirst()
        .orElse(has.getFirst());
  }
}
