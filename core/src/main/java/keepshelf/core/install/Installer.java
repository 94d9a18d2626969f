package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.CancellationException;
import keepshelf.core.archive.DiskTrouble;
import keepshelf.core.archive.FileTrees;
import keepshelf.core.archive.Hashes;
import keepshelf.core.archive.Progress;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.InstallationRecord.InstalledFile;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.intake.ShelfFolder;
import keepshelf.core.intake.ShelfLock;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;

/** Plans, writes, proves, checks and removes installations. */
public final class Installer {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;

  /** Installs items of {@code shelf}. */
  public Installer(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.catalogue = catalogue;
  }

  /**
   * What installing would do. Reads pictures when the relief has to be estimated.
   *
   * @param resolution label, or null for the largest on the shelf
   * @param tileMetres tile width to use, or null for the item's own
   * @throws ShelfException when the host cannot take the item at all
   */
  public InstallPlan plan(ShelvedItem item, HostRecord host, String resolution, Double tileMetres)
      throws ShelfException {
    HostProfile profile =
        HostProfile.named(host.profile())
            .orElseThrow(() ->
                new ShelfException(
                    Problem.error(
                        "no-profile",
                        host.name(),
                        "The host "
                            + host.name()
                            + " uses the profile “"
                            + host.profile()
                            + "”, which is not known here.")));
    ItemRecord i = item.item();
    Optional<String> why = cannotTake(i.kind(), i.roles());
    if (why.isPresent()) {
      throw new ShelfException(
          Problem.error(
              "cannot-take",
              i.key(),
              host.name() + " cannot take “" + i.name() + "”: " + why.get() + "."));
    }
    String used = used(i, resolution);
    String stem = Planner.stem(item);
    Planner planner = new Planner(shelf, item, profile, used, stem);
    if (planner.tiled() && !profile.tiles()) {
      throw new ShelfException(
          Problem.error(
              "cannot-take",
              i.key(),
              host.name()
                  + " cannot take “"
                  + i.name()
                  + "”: it comes in UDIM tiles, which this host does not read."));
    }
    planner.plan();
    if (planner.maps().isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "cannot-take",
              i.key(),
              host.name()
                  + " cannot take “"
                  + i.name()
                  + "”: none of its maps has a place in this host’s surface."));
    }
    double tile = Planner.tile(item, tileMetres);
    boolean raised =
        planner.maps().stream().anyMatch(m -> m.use() == Use.DISPLACEMENT || m.use() == Use.BUMP);
    OptionalDouble relief = raised ? Relief.known(shelf, item, used, tile) : OptionalDouble.empty();
    String id = "n" + Hashes.sha256(i.id() + "@" + host.name()).substring(0, 12);
    Path folder = folder(host, stem, id);
    long bytes = planner.maps().stream().mapToLong(m -> m.source().bytes()).sum();
    boolean replaces = catalogue.installations().stream().anyMatch(x -> x.id().equals(id));
    return new InstallPlan(
        id,
        item,
        host,
        profile,
        used,
        folder,
        HostDocuments.name(profile, stem),
        planner.maps(),
        planner.leftOut(),
        tile,
        tileMetres != null || i.tileMetres() != null,
        raised ? relief.orElse(Relief.assumed(tile)) : 0,
        relief.isPresent(),
        replaces,
        bytes);
  }

  /** Why a host that reads surfaces cannot take an item with these roles; empty when it can. */
  public static Optional<String> cannotTake(ItemKind kind, Set<MapRole> roles) {
    if (kind == ItemKind.ENVIRONMENT || kind == ItemKind.LIGHT_PATTERN) {
      return Optional.of("it is a light, and this host takes surfaces only so far");
    }
    if (kind == ItemKind.MODEL) {
      return Optional.of("it is a model, and this host takes surfaces only so far");
    }
    boolean any =
        roles.stream()
            .anyMatch(r ->
                r != MapRole.MASK
                    && r != MapRole.ID
                    && r != MapRole.PACKED
                    && r != MapRole.CAVITY
                    && r != MapRole.CURVATURE);
    return any ? Optional.empty() : Optional.of("it has no map that a surface uses");
  }

  private static String used(ItemRecord i, String wished) throws ShelfException {
    List<String> has = i.resolutions();
    if (wished == null) {
      return has.isEmpty() ? null : has.getLast();
    }
    String label = wished.toUpperCase(java.util.Locale.ROOT);
    if (!has.contains(label)) {
      throw new ShelfException(
          Problem.error(
              "no-such-resolution",
              i.key(),
              "“"
                  + i.name()
                  + "” is not on the shelf at "
                  + wished
                  + ". It is there at "
                  + (has.isEmpty() ? "one size of unknown label" : String.join(", ", has))
                  + "."));
    }
    return label;
  }

  /** The folder of this installation: the one it has, or one that is free. */
  private Path folder(HostRecord host, String stem, String id) {
    Path root = Path.of(host.folder());
    for (int n = 1; ; n++) {
      Path f = root.resolve(n == 1 ? stem : stem + "~" + n);
      if (!Files.exists(f) || isOurs(f, id)) {
        return f;
      }
    }
  }

  private static boolean isOurs(Path folder, String id) {
    Path receipt = folder.resolve(Receipts.FILE);
    try {
      return Files.exists(receipt) && Files.readString(receipt).contains("\"" + id + "\"");
    } catch (IOException e) {
      return false;
    }
  }

  /**
   * Does what {@code plan} says: writes beside the place, then renames. Files of an earlier
   * installation that a person changed stop it.
   *
   * @throws ShelfException when nothing was changed
   */
  public InstallationRecord install(InstallPlan plan, Progress progress) throws ShelfException {
    Path root = Path.of(plan.host().folder());
    Path fresh = root.resolve(".keepshelf-" + plan.id() + ".new");
    try (ShelfLock lock = ShelfLock.take(shelf)) {
      Files.createDirectories(root);
      refuseAltered(plan);
      FileTrees.delete(fresh);
      Files.createDirectories(fresh.resolve("textures"));
      InstallationRecord record = write(plan, fresh, progress);
      replace(plan, fresh);
      catalogue.putInstallation(record);
      return record;
    } catch (IOException e) {
      FileTrees.deleteQuietly(fresh);
      throw new ShelfException(
          Problem.error(
              "disk",
              plan.folder().toString(),
              DiskTrouble.sentence(e, "installing " + plan.item().item().name())),
          e);
    } catch (CancellationException e) {
      FileTrees.deleteQuietly(fresh);
      throw e;
    }
  }

  private void refuseAltered(InstallPlan plan) throws ShelfException {
    for (InstallationRecord i : catalogue.installations()) {
      if (i.id().equals(plan.id())) {
        for (Problem p : Receipts.compare(i)) {
          if (p.code().equals("altered-file")) {
            throw new ShelfException(p);
          }
        }
      }
    }
  }

  private InstallationRecord write(InstallPlan plan, Path fresh, Progress progress)
      throws IOException {
    List<InstalledFile> files = new ArrayList<>();
    double reliefShare =
        plan.reliefMetres() > 0 ? plan.reliefMetres() / plan.tileMetres() : Relief.assumed(1);
    for (PlannedMap m : plan.maps()) {
      Path to = fresh.resolve("textures").resolve(m.file());
      MapConverter.write(m, plan.profile(), reliefShare, to);
      progress.advanced(m.source().bytes(), m.file());
      String path = plan.folder().resolve("textures").resolve(m.file()).toString();
      files.add(
          new InstalledFile(
              path,
              m.role(),
              m.provenance(plan.item().pack().folder()),
              m.conversions(),
              Hashes.sha256(to),
              Files.size(to)));
    }
    for (var e : HostDocuments.of(plan).entrySet()) {
      Path to = fresh.resolve(e.getKey());
      Files.write(to, e.getValue());
      files.add(
          new InstalledFile(
              plan.folder().resolve(e.getKey()).toString(),
              null,
              null,
              List.of(),
              Hashes.sha256(to),
              Files.size(to)));
    }
    Path shown = plan.folder().resolve(plan.document());
    InstallationRecord record =
        new InstallationRecord(
            plan.id(),
            plan.item().item().id(),
            plan.host().name(),
            plan.resolution(),
            shown.toString(),
            files,
            plan.leftOut(),
            Instant.now().truncatedTo(ChronoUnit.SECONDS).toString(),
            null);
    Files.write(fresh.resolve(Receipts.FILE), keepshelf.core.store.Json.pretty(record));
    return record;
  }

  /** Puts the fresh folder in place; what a person added beside our files is carried over. */
  private void replace(InstallPlan plan, Path fresh) throws IOException {
    Path target = plan.folder();
    Path old = target.resolveSibling(".keepshelf-" + plan.id() + ".old");
    if (Files.exists(old) && !Files.exists(target)) {
      Files.move(old, target);
    }
    FileTrees.delete(old);
    if (Files.exists(target)) {
      Set<Path> ours = new LinkedHashSet<>();
      for (InstallationRecord i : catalogue.installations()) {
        if (i.id().equals(plan.id())) {
          i.files().forEach(f -> ours.add(Path.of(f.path())));
        }
      }
      ours.add(target.resolve(Receipts.FILE));
      try (var all = Files.walk(target)) {
        for (Path p : all.filter(Files::isRegularFile).toList()) {
          Path to = fresh.resolve(target.relativize(p).toString());
          if (!ours.contains(p) && !Files.exists(to)) {
            Files.createDirectories(to.getParent());
            Files.copy(p, to);
          }
        }
      }
      Files.move(target, old, StandardCopyOption.ATOMIC_MOVE);
    }
    Files.move(fresh, target, StandardCopyOption.ATOMIC_MOVE);
    FileTrees.deleteQuietly(old);
  }

  /** Has the host's own reader read {@code installed} back and records what it found. */
  public InstallationRecord prove(InstallPlan plan, InstallationRecord installed) {
    Path picture = shelf.previews().resolve("proof-" + installed.id() + ".png");
    InstallationRecord proved =
        new InstallationRecord(
            installed.id(),
            installed.item(),
            installed.host(),
            installed.resolution(),
            installed.document(),
            installed.files(),
            installed.leftOut(),
            installed.installedAt(),
            Prover.prove(plan, Path.of(installed.document()), picture));
    catalogue.putInstallation(proved);
    return proved;
  }

  /** How an installation stands against its receipt and the shelf. */
  public InstallationState state(InstallationRecord i) {
    List<Problem> problems = Receipts.compare(i);
    if (problems.stream()
        .anyMatch(p -> p.code().startsWith("missing") || p.code().startsWith("unreadable"))) {
      return new InstallationState(InstallationState.Kind.MISSING, problems);
    }
    if (!problems.isEmpty()) {
      return new InstallationState(InstallationState.Kind.ALTERED, problems);
    }
    List<ShelvedItem> item = catalogue.find(i.item());
    if (item.isEmpty()) {
      return new InstallationState(
          InstallationState.Kind.OUTDATED,
          List.of(
              Problem.warning(
                  "item-gone",
                  i.document(),
                  "The item of this installation is not on the shelf any more.")));
    }
    List<String> has = item.getFirst().item().resolutions();
    boolean largest = has.isEmpty() || has.getLast().equals(i.resolution());
    return new InstallationState(
        largest ? InstallationState.Kind.CURRENT : InstallationState.Kind.OTHER_RESOLUTION,
        problems);
  }

  /**
   * Removes exactly the files that were written; a file that was changed since is left and named.
   *
   * @return a problem for each file that was left
   */
  public List<Problem> uninstall(InstallationRecord i) throws ShelfException {
    List<Problem> left = new ArrayList<>();
    try (ShelfLock lock = ShelfLock.take(shelf)) {
      Set<String> altered = new LinkedHashSet<>();
      for (Problem p : Receipts.compare(i)) {
        if (p.code().equals("altered-file")) {
          altered.add(p.path());
          left.add(
              Problem.warning(
                  "left-altered-file",
                  p.path(),
                  p.path()
                      + " was changed after installing and was left where it is. Delete it yourself"
                      + " if it is not needed."));
        }
      }
      Path folder = Path.of(i.document()).getParent();
      for (InstalledFile f : i.files()) {
        if (!altered.contains(f.path())) {
          Files.deleteIfExists(Path.of(f.path()));
        }
      }
      Files.deleteIfExists(folder.resolve(Receipts.FILE));
      for (Path empty : List.of(folder.resolve("textures"), folder)) {
        if (Files.isDirectory(empty)) {
          try (var inside = Files.list(empty)) {
            if (inside.findAny().isPresent()) {
              continue;
            }
          }
          Files.delete(empty);
        }
      }
      catalogue.removeInstallation(i.id());
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error(
              "disk", i.document(), DiskTrouble.sentence(e, "uninstalling " + i.document())),
          e);
    }
    return left;
  }
}
