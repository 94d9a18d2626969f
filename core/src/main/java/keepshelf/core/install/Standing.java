package keepshelf.core.install;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.folder.Receipts;
import keepshelf.core.problem.Problem;
import keepshelf.core.versions.Newest;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** How installations stand against their receipts and the shelf. */
final class Standing {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Newest newest;

  Standing(ShelfFolder shelf, Catalogue catalogue, Newest newest) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.newest = newest;
  }

  /** How an installation stands against its receipt and the shelf. */
  InstallationState of(InstallationRecord i) {
    List<Problem> problems = Receipts.compare(i);
    if (problems.stream()
        .anyMatch(p -> p.code().startsWith("missing") || p.code().startsWith("unreadable"))) {
      return new InstallationState(InstallationState.Kind.MISSING, problems);
    }
    if (!problems.isEmpty()) {
      return new InstallationState(InstallationState.Kind.ALTERED, problems);
    }
    Optional<ShelvedItem> item = catalogue.item(i.item());
    if (item.isEmpty()) {
      return outdated(i, "item-gone", Words.of("standing.item-installation-not-shelf-any"));
    }
    Optional<ShelvedItem> newer = newest.of(item.get());
    if (newer.isPresent()) {
      String version = newer.get().pack().version();
      return outdated(
          i,
          "newer-version",
          Words.of(
              "standing.version-shelf-update-have-same",
              version == null ? "of " + newer.get().pack().takenIn() : version,
              item.get().item().name()));
    }
    Finish changed = changed(i, item.get());
    if (changed != null) {
      return outdated(
          i,
          "finish-changed",
          Words.of("standing.finish-changed-since-update-have", changed.name()));
    }
    List<ShelvedItem> parts = new ArrayList<>();
    for (EnsemblePart p : item.get().item().parts()) {
      Optional<ShelvedItem> of = catalogue.item(p.item());
      if (of.isEmpty()) {
        return outdated(
            i, "part-gone", Words.of("standing.what-part-made-not-shelf", p.name(), p.called()));
      }
      parts.add(of.get());
    }
    Optional<String> changes =
        ChangedSources.of(shelf, i, item.get(), parts, new OverlayMaps(shelf, catalogue));
    if (changes.isPresent()) {
      return outdated(
          i,
          "other-sources",
          Words.of(
              "standing.still-shows-pictures-has-taken",
              i.document(),
              item.get().item().name(),
              changes.get()));
    }
    List<String> has = item.get().item().resolutions();
    boolean largest = has.isEmpty() || has.getLast().equals(i.resolution());
    return new InstallationState(
        largest ? InstallationState.Kind.CURRENT : InstallationState.Kind.OTHER_RESOLUTION,
        problems);
  }

  /**
   * The finish of an installation as its item has it now; as it was when the item has it no more.
   */
  static @Nullable Finish finishNow(InstallationRecord i, ShelvedItem item) {
    Finish was = i.options().finish();
    return was == null ? null : item.item().marks().finish(was.name()).orElse(was);
  }

  /** A finish that is not as it was installed, as it was; null when all are. */
  private @Nullable Finish changed(InstallationRecord i, ShelvedItem item) {
    if (!Objects.equals(i.options().finish(), finishNow(i, item))) {
      return i.options().finish();
    }
    for (EnsemblePart p : item.item().parts()) {
      Finish was = i.options().parts().get(p.name());
      Finish is =
          was == null
              ? null
              : catalogue
                  .item(p.item())
                  .flatMap(s -> s.item().marks().finish(was.name()))
                  .orElse(was);
      if (!Objects.equals(was, is)) {
        return was;
      }
    }
    return null;
  }

  private static InstallationState outdated(InstallationRecord i, String code, String why) {
    return new InstallationState(
        InstallationState.Kind.OUTDATED, List.of(Problem.warning(code, i.document(), why)));
  }
}
