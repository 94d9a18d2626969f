package keepshelf.core;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import keepshelf.core.bin.Bin;
import keepshelf.core.bin.FileLinks;
import keepshelf.core.bin.LettingGo;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.Remembered;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.check.Mending;
import keepshelf.core.check.ShelfCheck;
import keepshelf.core.disk.Progress;
import keepshelf.core.duplicates.ArrivalTwins;
import keepshelf.core.duplicates.DuplicateFinder;
import keepshelf.core.duplicates.Findings;
import keepshelf.core.duplicates.FingerprintKeeper;
import keepshelf.core.duplicates.KnownParts;
import keepshelf.core.duplicates.KnownPictures;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.duplicates.PictureCollector;
import keepshelf.core.duplicates.PictureSearch;
import keepshelf.core.edit.Editing;
import keepshelf.core.exchange.Backup;
import keepshelf.core.exchange.CatalogueExport;
import keepshelf.core.exchange.CatalogueImport;
import keepshelf.core.folder.OpenMark;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.install.InstallQueue;
import keepshelf.core.install.Installer;
import keepshelf.core.intake.Arrival;
import keepshelf.core.intake.ArrivalKin;
import keepshelf.core.intake.ArrivalReader;
import keepshelf.core.intake.Filing;
import keepshelf.core.intake.FilingStep;
import keepshelf.core.intake.PackDocuments;
import keepshelf.core.intake.Recovery;
import keepshelf.core.intake.RememberedCorrections;
import keepshelf.core.licensing.Licences;
import keepshelf.core.likeness.Alikes;
import keepshelf.core.making.Making;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Projects;
import keepshelf.core.records.ShelfRecords;
import keepshelf.core.report.JobReports;
import keepshelf.core.search.SavedSearches;
import keepshelf.core.search.Search;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.Tokens;
import keepshelf.core.sources.fetch.Fetching;
import keepshelf.core.sources.web.Web;
import keepshelf.core.trace.Tracing;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * One open shelf: a folder of packs with its catalogue inside. Safe for use by several threads, and
 * beside another process that has the same shelf open.
 */
public final class Shelf implements AutoCloseable {
  private final ShelfFolder folder;
  private final Catalogue catalogue;
  private final OpenMark mark;
  private final ShelfRecords records;
  private final Filing filing;
  private final Installer installer;
  private final InstallQueue installQueue;
  private final Previews previews;
  private final Bin bin;
  private final Making making;
  private final KnownPictures known;
  private final KnownParts parts = new KnownParts();
  private final Alikes alikes;
  private final Licences licences;
  private final Sources sources;
  private final List<Problem> recovered;
  private final AtomicReference<ReadAhead> ahead = new AtomicReference<>();

  private Shelf(Opening opening, FilingStep.Listener listener) {
    this.folder = opening.folder();
    this.catalogue = opening.catalogue();
    this.mark = opening.mark();
    this.records = opening.records();
    this.filing = new Filing(folder, catalogue, listener);
    this.installer = new Installer(folder, catalogue);
    this.installQueue = new InstallQueue(folder);
    this.previews = new Previews(folder, catalogue);
    this.bin = new Bin(folder, catalogue);
    this.licences = new Licences(folder);
    this.sources = new Sources(folder, catalogue, new Tokens());
    this.making = new Making(folder, catalogue, licences, bin, listener);
    this.known = new KnownPictures(catalogue);
    this.alikes = new Alikes(folder, catalogue, new PictureSearch(folder, catalogue, known));
    this.recovered = List.copyOf(opening.said());
  }

  /**
   * Opens the shelf in {@code root}, making it when it is not there, and settles unfinished work.
   *
   * @throws ShelfException when it cannot be opened: newer version, damaged, not writable
   */
  public static Shelf open(Path root) throws ShelfException {
    return open(root, FilingStep.Listener.NONE);
  }

  /** As {@link #open(Path)}, with a listener to the steps of filing. */
  public static Shelf open(Path root, FilingStep.Listener listener) throws ShelfException {
    return new Shelf(Opening.of(new ShelfFolder(root.toAbsolutePath().normalize())), listener);
  }

  /**
   * Puts a catalogue that is damaged anywhere aside, so that the next opening makes it anew from
   * the records; reads all of it.
   *
   * @return what was done, for people; empty when it is sound
   */
  public static List<Problem> mendCatalogue(Path root) throws ShelfException {
    return Opening.putAsideWhenDamaged(new ShelfFolder(root.toAbsolutePath().normalize()));
  }

  /** Where things lie. */
  public ShelfFolder folder() {
    return folder;
  }

  /** What the shelf has. */
  public Catalogue catalogue() {
    return catalogue;
  }

  /** Puts items into hosts. */
  public Installer installer() {
    return installer;
  }

  /** What was asked to be installed and is not done yet. */
  public InstallQueue installQueue() {
    return installQueue;
  }

  /** Pictures of items. */
  public Previews previews() {
    return previews;
  }

  /**
   * What is there twice. Pictures that were not looked at yet are decoded.
   *
   * @param asked whether a person asked for it and waits: then parts of pictures are looked for too
   * @param looking is told each of them, and may stop the work by throwing
   */
  public Findings duplicates(boolean asked, Consumer<String> looking) {
    List<ShelvedItem> items = catalogue.items();
    List<Picture> pictures = PictureCollector.ofShelf(folder.root(), items);
    return Findings.of(
        DuplicateFinder.find(pictures, catalogue, parts, asked, looking),
        items,
        catalogue.remembered().keptApart(),
        pictures.size());
  }

  /** Names of the hosts that an item is installed in, by its identifier. */
  public Map<String, List<String>> usedIn() {
    Map<String, List<String>> out = new HashMap<>();
    catalogue
        .installations()
        .forEach(i -> out.computeIfAbsent(i.item(), x -> new ArrayList<>()).add(i.host()));
    return out;
  }

  /** What was let go. */
  public Bin bin() {
    return bin;
  }

  /** Moves items into the bin. */
  public LettingGo lettingGo() {
    return new LettingGo(folder, catalogue, bin);
  }

  /** Works out what was not delivered. */
  public Making making() {
    return making;
  }

  /** Lets identical files share their bytes. */
  public FileLinks links() {
    return new FileLinks(folder);
  }

  /** What was settled when the shelf was opened. */
  public List<Problem> recovered() {
    return recovered;
  }

  /** Opens and recognises a download; files nothing. */
  public Arrival read(String path, Progress progress) {
    return read(path, null, progress);
  }

  /** The same with the password of a protected archive, or null. */
  public Arrival read(String path, @Nullable String password, Progress progress) {
    try (FingerprintKeeper prints = new FingerprintKeeper(catalogue)) {
      Remembered r = catalogue.remembered();
      Arrival a =
          ArrivalReader.read(path, folder.staging(), password, r.habits(), prints, progress);
      return RememberedCorrections.apply(a.hashed(prints.hashes()), r.corrections());
    }
  }

  /** Recognises an arrival once more as one of {@code source}, with its naming habits. */
  public Arrival readAs(Arrival arrival, String source, Progress progress) {
    return ArrivalReader.again(arrival, source, catalogue.remembered().habits(), progress);
  }

  /** The pack on the shelf that has the very files of an arrival. */
  public Optional<PackRecord> known(Arrival arrival) {
    return filing.known(arrival);
  }

  /** Which items of an arrival are on the shelf already, by what their pictures show. */
  public ArrivalTwins twins(Arrival arrival) {
    return ArrivalTwins.of(arrival, folder, catalogue, known);
  }

  /** The pack on the shelf that an arrival is a version or another edition of. */
  public Optional<ArrivalKin> kin(Arrival arrival) {
    return ArrivalKin.of(arrival, catalogue);
  }

  /** Files an arrival; see {@link Filing#file}. */
  public Filing.Filed file(Arrival arrival, Filing.Wishes wishes, Progress progress)
      throws ShelfException {
    return filing.file(arrival, wishes, progress);
  }

  /** Removes the archive of a filed arrival once what is on the shelf is proved. */
  public void removeArchive(Arrival arrival, PackRecord filed) throws ShelfException {
    filing.removeArchive(arrival, filed);
  }

  /** Deletes what an arrival unpacked, when it is not going to be filed. */
  public void dismiss(Arrival arrival) {
    Recovery.discard(arrival);
  }

  /** The only item that {@code name} can mean. */
  public ShelvedItem item(String name) throws ShelfException {
    return NamedItems.need(catalogue, name);
  }

  /** Changes what is recorded of items and packs. */
  public Editing editing() {
    return new Editing(folder, catalogue);
  }

  /** The licences that are known here. */
  public Licences licences() {
    return licences;
  }

  /** The text of a pack's licence as it came, at most 64 KB of it; empty when none came. */
  public String licenceText(String pack) {
    return catalogue.pack(pack).map(p -> PackDocuments.licence(folder, p)).orElse("");
  }

  /** The jobs that use what is here. */
  public Projects projects() {
    return new Projects(folder, catalogue, licences);
  }

  /** Says what on this shelf the pictures of a job are. */
  public Tracing tracing() {
    return new Tracing(folder, catalogue, new PictureSearch(folder, catalogue, known));
  }

  /** What is said of a job to those who ask. */
  public JobReports reports() {
    return new JobReports(folder, catalogue, licences, previews);
  }

  /** Finds items that look alike. */
  public Alikes alikes() {
    return alikes;
  }

  /** Who things came from, what is owned and what is new. */
  public Sources sources() {
    return sources;
  }

  /** Fetches what is owned; asks for addresses through {@code web}. */
  public Fetching fetching(Web web, Fetching.Hearing hearing) {
    return new Fetching(folder, catalogue, sources, web, new FetchedIntake(this), hearing);
  }

  /** Compares files with what was delivered. */
  public ShelfCheck check() {
    return new ShelfCheck(folder, catalogue);
  }

  /** Puts files right. */
  public Mending mending() {
    return new Mending(folder, catalogue);
  }

  /** Writes the catalogue out. */
  public CatalogueExport export() {
    return new CatalogueExport(catalogue, licences);
  }

  /** Takes over what was recorded elsewhere. */
  public CatalogueImport importing() {
    return new CatalogueImport(catalogue, editing(), licences);
  }

  /** Makes a copy of it all. */
  public Backup backup() {
    return new Backup(folder, catalogue);
  }

  /** Queries that were given a name. */
  public SavedSearches savedSearches() {
    return new SavedSearches(folder);
  }

  /** Makes the catalogue anew from the records beside the packs; says what was done. */
  public List<Problem> rebuild() throws ShelfException {
    try {
      return Recovery.rebuild(folder, catalogue, records);
    } catch (IOException e) {
      throw ShelfException.ofDisk(
          folder.root().toString(), Words.of("shelf.making-catalogue-anew"), e);
    }
  }

  /** Finds items, on the state of the shelf now. */
  public Search search() {
    return Search.over(catalogue, licences);
  }

  /** The same, reading only what has changed since {@code before}, which may be null. */
  public Search search(Search before) {
    ReadAhead first = before == null ? ahead.getAndSet(null) : null;
    return first == null ? Search.over(catalogue, licences, before) : first.upToNow();
  }

  /** Begins to read in the background what the first {@link #search(Search)} will need. */
  public void readAhead() {
    ahead.set(ReadAhead.begin(catalogue, licences));
  }

  /** What is being read ahead and was not asked for yet. */
  public Optional<ReadAhead> ahead() {
    return Optional.ofNullable(ahead.get());
  }

  /** Whether nothing can be changed, because the disk is full or cannot be written to. */
  public boolean readOnly() {
    return catalogue.readOnly();
  }

  /** Whether {@code root} looks like a shelf. */
  public static boolean isShelf(Path root) {
    return Files.isDirectory(new ShelfFolder(root).own());
  }

  @Override
  public void close() {
    catalogue.close();
    try {
      mark.close();
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(Shelf.class).debug("closing", e);
    }
  }
}
