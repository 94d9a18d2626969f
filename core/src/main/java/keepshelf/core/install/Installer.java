package keepshelf.core.install;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.Progress;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.install.folder.HostFolders;
import keepshelf.core.install.folder.Receipts;
import keepshelf.core.install.measure.Originals;
import keepshelf.core.install.place.InstallJournal;
import keepshelf.core.install.place.Placing;
import keepshelf.core.install.place.Removing;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlanMaker;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.install.prove.HostReader;
import keepshelf.core.install.prove.Prover;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.versions.Newest;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;

/** Plans, writes, proves, checks and removes installations. */
public final class Installer {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Newest newest;
  private final Standing states;

  /** Installs items of {@code shelf}. */
  public Installer(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.newest = new Newest(catalogue);
    this.states = new Standing(shelf, catalogue, newest);
  }

  /** Soon something will be installed in a host and proved: its reader is started meanwhile. */
  public void expect(HostRecord host) {
    HostProfile.find(host.profile()).map(HostProfile::reader).ifPresent(HostReader::expect);
  }

  /**
   * What installing would do. Reads pictures when the relief has to be estimated.
   *
   * @throws ShelfException when the host cannot take the item at all
   */
  public InstallPlan plan(ShelvedItem item, HostRecord host, InstallOptions options)
      throws ShelfException {
    return new PlanMaker(shelf, catalogue, item, host, options).plan(null);
  }

  /**
   * As {@link #plan(ShelvedItem, HostRecord, InstallOptions)}.
   *
   * @param resolution label, or null for the largest on the shelf
   * @param tileMetres tile width to use, or null for the item's own
   */
  public InstallPlan plan(ShelvedItem item, HostRecord host, String resolution, Double tileMetres)
      throws ShelfException {
    return plan(item, host, InstallOptions.NONE.at(resolution).tile(tileMetres));
  }

  /**
   * What brings an installation up to date: the newest version of its item in its place, set up as
   * it was; the item itself when there is no newer one.
   *
   * @throws ShelfException when its item or host is gone, or cannot be taken any more
   */
  public InstallPlan renewal(InstallationRecord i) throws ShelfException {
    ShelvedItem item = catalogue.item(i.item()).orElse(null);
    if (item == null) {
      throw new ShelfException(
          Problem.error(
              "item-gone",
              i.document(),
              Phrase.of("installer.item-not-shelf-any-more", i.document())));
    }
    Optional<ShelvedItem> newer = newest.of(item);
    ShelvedItem now = newer.orElse(item);
    InstallOptions o = i.options().finished(Standing.finishNow(i, now));
    // A resolution that the newer version does not have becomes its largest.
    boolean has = o.resolution() == null || now.item().resolutions().contains(o.resolution());
    InstallPlan plan =
        new PlanMaker(shelf, catalogue, now, host(i), has ? o : o.at(null))
            .plan(newer.isPresent() ? i : null);
    if (newer.isPresent() || plan.id().equals(i.id())) {
      return plan;
    }
    // It was made of an item that was let go: what stands for that now takes its place.
    if (catalogue.installation(plan.id()).isPresent()) {
      throw new ShelfException(
          Problem.error(
              "installed-twice",
              i.document(),
              Phrase.of(
                  "installer.installed-beside-which-has-taken",
                  now.item().name(),
                  i.host(),
                  i.document())));
    }
    return new PlanMaker(shelf, catalogue, now, host(i), has ? o : o.at(null)).plan(i);
  }

  private HostRecord host(InstallationRecord i) throws ShelfException {
    return catalogue.hosts().stream()
        .filter(h -> h.name().equals(i.host()))
        .findFirst()
        .orElseThrow(() ->
            new ShelfException(
                Problem.error(
                    "no-host", i.host(), Phrase.of("installer.there-no-host-any-more", i.host()))));
  }

  /**
   * Does what {@code plan} says: writes beside the place, then renames. Files of an earlier
   * installation that a person changed stop it.
   *
   * @throws ShelfException when nothing was changed
   */
  public InstallationRecord install(InstallPlan plan, Progress progress) throws ShelfException {
    return new Placing(shelf, catalogue, plan).run(progress, false);
  }

  /**
   * As {@link #install}, also over files that a person changed: those are kept beside the new ones,
   * as {@code name~changed}.
   */
  public InstallationRecord repair(InstallPlan plan, Progress progress) throws ShelfException {
    return new Placing(shelf, catalogue, plan).run(progress, true);
  }

  /**
   * Adds a host, or changes the one of that name. A person on this computer names its folder: from
   * now on files may be written and deleted there.
   */
  public void addHost(HostRecord host) {
    HostFolders.allow(Path.of(host.folder()));
    catalogue.putHost(host);
  }

  /**
   * Has the host's own reader read {@code installed} back and records what it found; what cannot be
   * recorded just now is only returned. What somebody else installed there meanwhile, or removed,
   * is left as they recorded it, and the proof says so.
   */
  public InstallationRecord prove(InstallPlan plan, InstallationRecord installed) {
    InstallationRecord proved =
        installed.proved(
            Prover.prove(plan, Path.of(installed.document()), catalogue.pictures()::fingerprinted));
    Originals.forget(
        plan.maps().stream().flatMap(m -> m.parts().stream()).map(PlannedMap.Part::from).toList());
    if (!catalogue.readOnly()) {
      try {
        if (!catalogue.putProof(installed, Objects.requireNonNull(proved.proof()))) {
          return installed.proved(Prover.overtaken(plan, installed));
        }
      } catch (StorageException | UncheckedIOException e) {
        // It is installed; only the proof is not remembered.
        org.slf4j.LoggerFactory.getLogger(Installer.class).warn("proof not recorded", e);
      }
    }
    return proved;
  }

  /**
   * How the host shows what is installed, drawn by its own reader when it is first looked at, and
   * anew when the document has changed since.
   *
   * @return the picture's file, or empty when the reader makes none
   * @throws IOException when it cannot be read or written
   */
  public Optional<Path> shown(InstallationRecord i) throws IOException {
    Optional<String> reader =
        catalogue.hosts().stream()
            .filter(h -> h.name().equals(i.host()))
            .findFirst()
            .flatMap(h -> HostProfile.find(h.profile()))
            .map(HostProfile::reader);
    Path document = Path.of(i.document());
    if (reader.isEmpty() || !Files.exists(document)) {
      return Optional.empty();
    }
    Path picture = shelf.previews().resolve("proof-" + i.id() + ".png");
    if (catalogue.readOnly()) {
      picture = Files.createTempFile("keepshelf-shown", ".png");
      picture.toFile().deleteOnExit();
    }
    boolean drawn =
        Files.exists(picture)
            && Files.size(picture) > 0
            && Files.getLastModifiedTime(picture).compareTo(Files.getLastModifiedTime(document))
                >= 0;
    return drawn
        ? Optional.of(picture)
        : Optional.ofNullable(HostReader.read(reader.get(), document, picture).picture())
            .map(Path::of);
  }

  /**
   * How the host will show what is planned, by its own reader: written aside at the smallest
   * resolution there is, read, and thrown away.
   *
   * @return the picture's file in {@code folder}, or empty when the reader makes none
   * @throws IOException when it cannot be written or read
   */
  public Optional<Path> rehearse(InstallPlan plan, Path folder) throws IOException, ShelfException {
    List<String> has = plan.resolutions();
    InstallPlan small =
        has.isEmpty() ? plan : plan(plan.item(), plan.host(), plan.options().at(has.getFirst()));
    if (small.profile().reader() == null) {
      return Optional.empty();
    }
    Path document = Placing.rehearse(small, folder);
    HostReader.Reading r =
        HostReader.read(small.profile().reader(), document, folder.resolve("shown.png"));
    return Optional.ofNullable(r.picture()).map(Path::of);
  }

  /** How an installation stands against its receipt and the shelf. */
  public InstallationState state(InstallationRecord i) {
    return states.of(i);
  }

  /**
   * Removes exactly the files that were written; a file that was changed since is left and named.
   *
   * @return a problem for each file that was left
   */
  public List<Problem> uninstall(InstallationRecord i) throws ShelfException {
    Optional<HostRecord> host =
        catalogue.hosts().stream().filter(h -> h.name().equals(i.host())).findFirst();
    if (host.isPresent()) {
      HostFolders.refuseUnknown(host.get());
    }
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      // Another process may have installed it anew since it was asked for.
      InstallationRecord now = catalogue.installation(i.id()).orElse(i);
      Path document = HostFolders.checked(i.document());
      Path root = host.isPresent() ? Path.of(host.get().folder()) : document.getParent();
      return Removing.remove(shelf, catalogue, now, Objects.requireNonNull(root));
    } catch (OutsideShelfException e) {
      throw new ShelfException(e.problem(), e);
    } catch (IOException | StorageException e) {
      throw ShelfException.ofDisk(i.document(), Words.of("doing.uninstalling", i.document()), e);
    }
  }

  /**
   * Follows a host whose folder was moved: installations that are found at the new place, by the
   * receipts that lie in their folders, are recorded there.
   *
   * @return a problem for each installation that is not at the new place
   */
  public List<Problem> follow(HostRecord host, Path folder) throws ShelfException {
    Path from = Path.of(host.folder());
    Path to = folder.toAbsolutePath().normalize();
    if (!Files.isDirectory(to)) {
      throw new ShelfException(
          Problem.error(
              "not-a-folder", to.toString(), Phrase.of("installer.no-folder-name-where-host", to)));
    }
    HostFolders.allow(to);
    List<Problem> lost = new ArrayList<>();
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      List<InstallationRecord> found = new ArrayList<>();
      for (InstallationRecord i : catalogue.installations()) {
        if (i.host().equals(host.name())) {
          InstallationRecord there = i.moved(from, to);
          found.add(there);
          if (!stands(there)) {
            lost.add(
                Problem.warning(
                    "not-there",
                    i.document(),
                    Phrase.of("installer.not-below-counts-missing", i.document(), to)));
          }
        }
      }
      catalogue.change(List.of(), List.of(), found);
      catalogue.putHost(new HostRecord(host.name(), host.profile(), to.toString()));
    } catch (IOException e) {
      throw ShelfException.ofDisk(to.toString(), Words.of("doing.reading", to), e);
    }
    return lost;
  }

  /**
   * Finishes or takes back what a process that died was installing, and finds one's own profiles
   * when the shelf was moved with them; says what was done.
   */
  public List<Problem> settle() throws IOException {
    for (HostRecord h : catalogue.hosts()) {
      Path profile = h.profile().endsWith(".json") ? Path.of(h.profile()) : null;
      if (profile != null && !Files.exists(profile)) {
        Path here =
            ShelfFolder.below(shelf.root(), ".keepshelf/hosts/" + profile.getFileName().toString());
        if (Files.exists(here)) {
          catalogue.putHost(new HostRecord(h.name(), here.toString(), h.folder()));
        }
      }
    }
    List<Problem> said = new ArrayList<>(InstallJournal.settle(shelf, catalogue));
    said.addAll(Removing.settle(shelf, catalogue));
    return said;
  }

  /** Whether its receipt lies beside its document; a record may come from a foreign shelf. */
  private static boolean stands(InstallationRecord i) {
    Path folder = Path.of(i.document()).getParent();
    return folder != null && Receipts.isOf(folder, i.id());
  }

  /** Where one's own profiles are kept, with the shelf. */
  public static Path profiles(ShelfFolder shelf) {
    return shelf.own().resolve("hosts");
  }
}
